import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { act } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { PageLinks } from './PageLinks';
import { useAddress } from './useAddress';

const GROUPS = [
  { name: 'Fruit', items: [{ id: 'pear', name: 'Pear', words: 'green' }] },
  {
    name: 'Roots',
    items: [
      { id: 'beet', name: 'Beet', words: 'red' },
      { id: 'leek', name: 'Leek', words: 'green white' },
    ],
  },
];

function links(onOpen = vi.fn()) {
  render(
    <PageLinks
      label="Things"
      findLabel="Find"
      groups={GROUPS}
      current="beet"
      hrefOf={(id) => `/thing?of=${id}`}
      onOpen={onOpen}
    />,
  );
  return onOpen;
}
const names = () => screen.queryAllByRole('link').map(({ textContent }) => textContent);

describe('links to the parts of a page', () => {
  it('stand in their groups, the open one marked', () => {
    links();
    expect(names()).toEqual(['Pear', 'Beet', 'Leek']);
    expect(screen.getByRole('link', { current: 'page' }).textContent).toBe('Beet');
    expect(screen.getByRole('region', { name: 'Roots' })).toBeDefined();
  });
  it('are found by their words, and groups without any go', async () => {
    links();
    await userEvent.type(screen.getByLabelText('Find'), 'GREEN');
    expect(names()).toEqual(['Pear', 'Leek']);
    await userEvent.clear(screen.getByLabelText('Find'));
    await userEvent.type(screen.getByLabelText('Find'), 'red');
    expect(names()).toEqual(['Beet']);
    expect(screen.queryByText('Fruit')).toBeNull();
    await userEvent.type(screen.getByLabelText('Find'), 'zz');
    expect(screen.getByText('Nothing about “redzz”.')).toBeDefined();
  });
  it('open without leaving, but in another window where that is asked for', async () => {
    const onOpen = links();
    const user = userEvent.setup();
    await user.click(screen.getByRole('link', { name: 'Leek' }));
    expect(onOpen).toHaveBeenCalledWith('leek');
    await user.keyboard('{Control>}');
    await user.click(screen.getByRole('link', { name: 'Pear' }));
    expect(onOpen).toHaveBeenCalledTimes(1);
  });
});

describe('an address', () => {
  const read = () => new URLSearchParams(location.search).get('of') ?? 'none';
  function Page() {
    const [at, open] = useAddress(read);
    return (
      <>
        <p>at {at}</p>
        <button type="button" onClick={() => open('/thing?of=leek')}>
          step
        </button>
        <button type="button" onClick={() => open('/thing?of=beet', false)}>
          change
        </button>
      </>
    );
  }
  it('is read anew as one opens, changes and goes back', async () => {
    history.replaceState(null, '', '/thing?of=pear');
    render(<Page />);
    expect(screen.getByText('at pear')).toBeDefined();
    const before = history.length;
    await userEvent.click(screen.getByRole('button', { name: 'change' }));
    expect(screen.getByText('at beet')).toBeDefined();
    expect(history.length).toBe(before);
    await userEvent.click(screen.getByRole('button', { name: 'step' }));
    expect(screen.getByText('at leek')).toBeDefined();
    expect(location.search).toBe('?of=leek');
    history.replaceState(null, '', '/thing?of=pear');
    act(() => void window.dispatchEvent(new PopStateEvent('popstate')));
    expect(screen.getByText('at pear')).toBeDefined();
  });
});

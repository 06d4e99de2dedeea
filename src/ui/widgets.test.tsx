/** The small pieces that every page is made of: what they take, refuse and say. */
import { fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { NameEditor } from './NameEditor';
import { NumberField } from './NumberField';
import { Segmented } from './Segmented';
import { SomeOf } from './SomeOf';
import { SortableList } from './SortableList';
import { TextField } from './TextField';
import { showToast, ToastArea } from './toast';
import { UndoButtons } from './UndoButtons';
import { useHotkeys } from './useHotkeys';
import { Markdown } from './Markdown';

describe('a field for a number', () => {
  function Field(props: { onChange: (value: number) => void; quantity?: 'length' | 'plain' }) {
    const [value, setValue] = useState(5);
    return (
      <NumberField
        label="Depth"
        value={value}
        min={1}
        max={40}
        quantity={props.quantity ?? 'length'}
        units="imperial"
        decimals={1}
        onChange={(next) => {
          setValue(next);
          props.onChange(next);
        }}
      />
    );
  }
  it('shows and takes the reader’s units, and hands on metres', async () => {
    const heard = vi.fn();
    render(<Field onChange={heard} />);
    const input = screen.getByLabelText(/Depth/) as HTMLInputElement;
    expect(input.value).toBe('16.4');
    await userEvent.clear(input);
    await userEvent.type(input, '32.8{Enter}');
    expect(heard).toHaveBeenLastCalledWith(expect.closeTo(10, 1));
  });
  it('brings what is out of bounds to the nearest bound', async () => {
    const heard = vi.fn();
    render(<Field onChange={heard} quantity="plain" />);
    const input = screen.getByLabelText(/Depth/) as HTMLInputElement;
    await userEvent.clear(input);
    await userEvent.type(input, '400{Enter}');
    expect(heard).toHaveBeenLastCalledWith(40);
    await userEvent.clear(input);
    await userEvent.type(input, 'deep{Enter}');
    expect(heard).toHaveBeenCalledTimes(1);
    expect(input.value).toBe('40.0');
  });
});

describe('a name', () => {
  it('is changed on Enter, kept on Escape, and never empty', async () => {
    const heard = vi.fn();
    render(<NameEditor name="Old" of="it" onRename={heard} />);
    const user = userEvent.setup();
    await user.click(screen.getByRole('button', { name: /Rename Old/ }));
    await user.clear(screen.getByLabelText('Name of it'));
    await user.type(screen.getByLabelText('Name of it'), 'New{Enter}');
    expect(heard).toHaveBeenCalledWith('New');
    await user.click(screen.getByRole('button', { name: /Rename/ }));
    await user.type(screen.getByLabelText('Name of it'), 'Other{Escape}');
    expect(heard).toHaveBeenCalledTimes(1);
    await user.click(screen.getByRole('button', { name: /Rename/ }));
    await user.clear(screen.getByLabelText('Name of it'));
    await user.type(screen.getByLabelText('Name of it'), '  {Enter}');
    expect(heard).toHaveBeenCalledTimes(1);
  });
});

describe('a choice of some', () => {
  const all = ['cone', 'fan', 'column'] as const;
  function Some({ heard }: { heard: (chosen: readonly string[]) => void }) {
    const [chosen, setChosen] = useState<(typeof all)[number][]>([]);
    return (
      <SomeOf
        title="Instruments"
        all={all}
        nameOf={(one) => one}
        chosen={chosen}
        none="any"
        onChange={(next) => {
          setChosen([...next]);
          heard(next);
        }}
      />
    );
  }
  it('adds and takes away, and says what none means', async () => {
    const heard = vi.fn();
    render(<Some heard={heard} />);
    expect(screen.getByText(/any/)).toBeDefined();
    await userEvent.click(screen.getByRole('button', { name: 'fan' }));
    await userEvent.click(screen.getByRole('button', { name: 'column' }));
    expect(heard).toHaveBeenLastCalledWith(['fan', 'column']);
    await userEvent.click(screen.getByRole('button', { name: 'fan' }));
    expect(heard).toHaveBeenLastCalledWith(['column']);
    expect(screen.getByRole('button', { name: 'column' }).getAttribute('aria-pressed')).toBe(
      'true',
    );
  });
});

describe('one of several', () => {
  it('is told to a screen reader, and moved through with arrows', async () => {
    const heard = vi.fn();
    render(
      <Segmented
        label="Side"
        value="b"
        options={[
          { value: 'a', label: 'Port' },
          { value: 'b', label: 'Starboard' },
        ]}
        onChange={heard}
      />,
    );
    expect(screen.getByRole('radiogroup', { name: 'Side' })).toBeDefined();
    expect(screen.getByRole('radio', { name: 'Starboard' }).getAttribute('aria-checked')).toBe(
      'true',
    );
    await userEvent.click(screen.getByRole('radio', { name: 'Port' }));
    expect(heard).toHaveBeenCalledWith('a');
  });
});

describe('a list in order', () => {
  it('has a handle for each row, named by what it moves', () => {
    render(
      <SortableList
        label="Steps"
        items={['one', 'two']}
        idOf={(item) => item}
        nameOf={(item) => item}
        onOrder={() => {}}
      >
        {(item) => <span>{item}!</span>}
      </SortableList>,
    );
    const list = within(screen.getByRole('list', { name: 'Steps' }));
    expect(list.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      expect.stringContaining('one!'),
      expect.stringContaining('two!'),
    ]);
    expect(list.getByRole('button', { name: 'Move two' })).toBeDefined();
  });
});

describe('a field for text', () => {
  it('hands on every letter up to its limit', async () => {
    const heard = vi.fn();
    function Text() {
      const [value, setValue] = useState('');
      return (
        <TextField
          label="Note"
          value={value}
          max={3}
          onChange={(next) => {
            setValue(next);
            heard(next);
          }}
        />
      );
    }
    render(<Text />);
    await userEvent.type(screen.getByLabelText('Note'), 'abcdef');
    expect(heard).toHaveBeenLastCalledWith('abc');
  });
});

describe('a message', () => {
  it('is read out, and its action is done once', async () => {
    render(<ToastArea />);
    const run = vi.fn();
    const { act } = await import('@testing-library/react');
    act(() => showToast({ message: 'It is deleted.', action: { label: 'Undo', run } }));
    expect(within(screen.getByRole('status')).getByText('It is deleted.')).toBeDefined();
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
    expect(run).toHaveBeenCalledTimes(1);
    expect(screen.queryByText('It is deleted.')).toBeNull();
  });
});

describe('undo buttons', () => {
  it('say what they take back, and are off where there is nothing', () => {
    const onStep = vi.fn();
    const past = [{ label: 'rename', mergeKey: null }];
    render(<UndoButtons history={{ past, future: [] }} onStep={onStep} />);
    expect(screen.getByRole('button', { name: /^Undo/ }).getAttribute('title')).toContain('rename');
    expect(screen.getByRole('button', { name: /^Redo/ })).toHaveProperty('disabled', true);
    fireEvent.keyDown(document.body, { key: 'u' });
    fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true });
    fireEvent.keyDown(document.body, { key: 'Z', ctrlKey: true, shiftKey: true });
    expect(onStep.mock.calls.flat()).toEqual(['undo', 'undo', 'redo']);
  });
});

describe('keys', () => {
  function Keys({ heard }: { heard: (key: string) => void }) {
    useHotkeys({
      g: () => heard('g'),
      '⇧G': () => heard('⇧G'),
      ' ': () => heard('space'),
    });
    return (
      <>
        <input aria-label="text" />
        <button type="button">press</button>
      </>
    );
  }
  it('act anywhere but where one writes, and not with the browser’s own keys', () => {
    const heard = vi.fn();
    render(<Keys heard={heard} />);
    fireEvent.keyDown(document.body, { key: 'g' });
    expect(heard).toHaveBeenLastCalledWith('g');
    fireEvent.keyDown(document.body, { key: 'G', shiftKey: true });
    expect(heard).toHaveBeenLastCalledWith('⇧G');
    heard.mockClear();
    fireEvent.keyDown(screen.getByLabelText('text'), { key: 'g' });
    fireEvent.keyDown(document.body, { key: 'g', ctrlKey: true });
    fireEvent.keyDown(document.body, { key: 'g', metaKey: true });
    expect(heard).not.toHaveBeenCalled();
  });
  it('leave Space to a button that has the focus', () => {
    const heard = vi.fn();
    render(<Keys heard={heard} />);
    fireEvent.keyDown(screen.getByRole('button'), { key: ' ' });
    expect(heard).not.toHaveBeenCalled();
  });
  it('win over a button where the page says so, which is then not pressed; Enter still presses it', async () => {
    const heard = vi.fn();
    const pressed = vi.fn();
    function Page() {
      useHotkeys({ ' ': () => heard('space') }, { buttonsYield: true });
      return (
        <>
          <button type="button" onClick={pressed}>
            press
          </button>
          <input type="checkbox" aria-label="tick" />
          <button type="button" role="radio" aria-checked={false} onClick={pressed}>
            not yet
          </button>
        </>
      );
    }
    render(<Page />);
    const user = userEvent.setup();
    screen.getByText('press').focus();
    await user.keyboard(' ');
    expect(heard).toHaveBeenCalledTimes(1);
    expect(pressed).not.toHaveBeenCalled();
    await user.keyboard('{Enter}');
    expect(pressed).toHaveBeenCalledTimes(1);
    // What Space alone can choose keeps it.
    screen.getByLabelText('tick').focus();
    await user.keyboard(' ');
    screen.getByText('not yet').focus();
    await user.keyboard(' ');
    expect(heard).toHaveBeenCalledTimes(1);
    expect(pressed).toHaveBeenCalledTimes(2);
  });
  it('are gone with what they belonged to', () => {
    const heard = vi.fn();
    const { unmount } = render(<Keys heard={heard} />);
    unmount();
    fireEvent.keyDown(document.body, { key: 'g' });
    expect(heard).not.toHaveBeenCalled();
  });
});

describe('what is written in Markdown', () => {
  it('is emphasis and lists, and never markup or scripts of its own', () => {
    render(
      <Markdown text={'**bold**\n\n- one\n\n<b id="evil">raw</b> [x](javascript:alert(1))'} />,
    );
    expect(screen.getByText('bold').tagName).toBe('STRONG');
    expect(screen.getByText('one').closest('li')).not.toBeNull();
    expect(document.getElementById('evil')).toBeNull();
    expect(document.querySelector('a[href^="javascript"]')).toBeNull();
  });
});

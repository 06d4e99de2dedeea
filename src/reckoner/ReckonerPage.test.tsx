import { afterEach, describe, expect, it } from 'vitest';
import { CARDS } from '@core/reckoner';
import {
  fireEvent,
  openPage,
  screen,
  setNumber,
  waitFor,
  within,
} from '../../tests/components/page';
import { ReckonerDrawer } from './ReckonerDrawer';
import { ReckonerPage } from './ReckonerPage';

const open = (search = '') => openPage(<ReckonerPage />, { role: 'learn', search });
const first = () => screen.getByLabelText('What comes of it').querySelector('dd')!.textContent;
const entry = (label: string) => screen.getByLabelText<HTMLInputElement>(`${label}, exact value`);

describe('the reckoner', () => {
  it('lists every card, and finds them by other words than their names', async () => {
    const { user } = await open();
    const cards = within(await screen.findByRole('navigation', { name: 'Cards' }));
    expect(cards.getAllByRole('link').map(({ textContent }) => textContent)).toEqual(
      expect.arrayContaining(CARDS.map(({ name }) => name)),
    );
    await user.type(cards.getByLabelText('Find a sum'), 'barotrauma');
    expect(cards.getAllByRole('link').length).toBe(1);
    await user.clear(cards.getByLabelText('Find a sum'));
    await user.type(cards.getByLabelText('Find a sum'), 'zzz');
    expect(cards.getByText('Nothing about “zzz”.')).toBeDefined();
  });

  it('works a sum anew as its numbers change, and keeps them in the address', async () => {
    const { user } = await open('?card=slant&height=6&range=10');
    await waitFor(() => expect(first()).toBe('8.0 m'));
    await setNumber(user, 'Slant range', '6.5');
    expect(first()).toBe('2.5 m');
    expect(new URLSearchParams(location.search).get('range')).toBe('6.5');
  });

  it('says what is allowed, and keeps to it', async () => {
    const { user } = await open('?card=footprint&depth=10&beam=20');
    await waitFor(() => expect(first()).toBe('3.5 m'));
    await setNumber(user, 'Beam, whole angle', '120');
    expect(screen.getByText('120 is outside 4 to 90; set to 90.')).toBeDefined();
    await setNumber(user, 'Depth', 'deep');
    expect(screen.getByText('“deep” is not a number; kept 10.0.')).toBeDefined();
  });

  it('leaves out of an address what cannot be', async () => {
    await open('?card=slant&height=much&range=1e9');
    await waitFor(() => expect(entry('Slant range').value).toBe('200.0'));
    expect(entry('Height over the bottom').value).toBe('6.0');
  });

  it('goes back to how the card began', async () => {
    const { user } = await open('?card=behind');
    await waitFor(() => expect(first()).toBe('15.0 m'));
    await setNumber(user, 'Heard so long ago', '20');
    expect(first()).toBe('30.0 m');
    await user.click(screen.getByRole('button', { name: 'As it began' }));
    expect(first()).toBe('15.0 m');
  });

  it('opens another card without leaving, and back again', async () => {
    const { user } = await open('?card=slant');
    await user.click(await screen.findByRole('link', { name: 'Ping limit' }));
    expect(screen.getByRole('heading', { level: 2, name: 'Ping limit' })).toBeDefined();
    expect(location.search).toBe('?card=pingLimit');
    history.replaceState(null, '', '/reckoner?card=gap');
    window.dispatchEvent(new PopStateEvent('popstate'));
    expect(await screen.findByRole('heading', { level: 2, name: /Off the bottom/ })).toBeDefined();
  });
});

describe('at the side of any page', () => {
  afterEach(() => document.getElementById('reckoner-link')?.remove());

  it('opens by its key and by its link, keeps its card, and gives the focus back', async () => {
    const link = document.createElement('a');
    Object.assign(link, { id: 'reckoner-link', href: '/reckoner', textContent: 'Reckoner' });
    document.body.append(link);
    const { user } = await openPage(<ReckonerDrawer />, { role: 'learn' });
    link.focus();
    await user.click(link);
    const drawer = within(await screen.findByRole('dialog', { name: 'Reckoner' }));
    await user.click(await drawer.findByRole('link', { name: 'Ping limit' }));
    expect(drawer.getByRole('heading', { name: 'Ping limit' })).toBeDefined();
    await user.keyboard('{Escape}');
    expect(screen.queryByRole('dialog')).toBeNull();
    expect(document.activeElement).toBe(link);
    fireEvent.keyDown(document.body, { key: 'Q', shiftKey: true });
    expect(await screen.findByRole('heading', { name: 'Ping limit' })).toBeDefined();
  });

  it('keeps its keys from the page behind', async () => {
    const { user } = await openPage(<ReckonerDrawer />, { role: 'learn' });
    fireEvent.keyDown(document.body, { key: 'Q', shiftKey: true });
    const dialog = await screen.findByRole('dialog', { name: 'Reckoner' });
    let heard = 0;
    window.addEventListener('keydown', () => heard++);
    dialog.focus();
    await user.keyboard(' g');
    expect(heard).toBe(0);
  });
});

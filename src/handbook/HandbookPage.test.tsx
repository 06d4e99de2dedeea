import { describe, expect, it } from 'vitest';
import { SKILL_IDS, SKILLS } from '@core/drills';
import { lessonOf } from '@core/teaching';
import { openPage, screen, waitFor, within } from '../../tests/components/page';
import { HandbookPage } from './HandbookPage';

const pages = () => within(screen.getByRole('navigation', { name: 'Pages' }));
const open = (search = '') => openPage(<HandbookPage />, { role: 'learn', search });

describe('the handbook', () => {
  it('has a page for every skill, and opens the one that the address names', async () => {
    await open('?page=clutter');
    expect(await screen.findByRole('heading', { name: SKILLS.clutter, level: 2 })).toBeDefined();
    expect(
      pages()
        .getAllByRole('link')
        .map(({ textContent }) => textContent),
    ).toEqual([...SKILL_IDS.map((id) => SKILLS[id]), 'Words and what they mean']);
    expect(pages().getByRole('link', { current: 'page' }).textContent).toBe(SKILLS.clutter);
  });
  it('finds pages by what they say, and says where there is nothing', async () => {
    const { user } = await open();
    const field = await screen.findByLabelText('Find in the handbook');
    await user.type(field, 'Cross-talk');
    expect(pages().getByRole('link', { name: SKILLS.clutter })).toBeDefined();
    expect(pages().getAllByRole('link').length).toBeLessThan(SKILL_IDS.length / 2);
    await user.clear(field);
    await user.type(field, 'zzz');
    expect(pages().queryByRole('link')).toBeNull();
    expect(pages().getByText('Nothing about “zzz”.')).toBeDefined();
  });
  it('turns pages without leaving, and back again', async () => {
    const { user } = await open();
    await user.click(await screen.findByRole('link', { name: SKILLS.hardness }));
    await screen.findByRole('heading', { name: SKILLS.hardness, level: 2 });
    expect(location.search).toBe('?page=hardness');
    history.replaceState(null, '', '/handbook?page=gain');
    window.dispatchEvent(new PopStateEvent('popstate'));
    await screen.findByRole('heading', { name: SKILLS.gain, level: 2 });
  });
  it('turns to the page before and after', async () => {
    const { user } = await open('?page=gain');
    const turn = within(await screen.findByRole('navigation', { name: 'Before and after' }));
    await user.click(turn.getByRole('link', { name: SKILLS.frequency }));
    expect(location.search).toBe('?page=frequency');
  });
  it('explains its words, on a page and where they stand', async () => {
    await open('?page=glossary');
    expect(await screen.findByText(/Where warm water ends and cold begins/)).toBeDefined();
  });
  it('has a live drawing, look-alikes and questions where there are some', async () => {
    await open('?page=nearBottom');
    expect(await screen.findByRole('link', { name: /Dead zone.*in the reckoner/ })).toBeDefined();
    expect(screen.getByTestId('compare-side')).toBeDefined();
    expect(screen.getByRole('button', { name: 'Three questions on this' })).toBeDefined();
  });
  it('leads on to the lesson that teaches the skill', async () => {
    await open('?page=hardness');
    const lesson = lessonOf('hardness')!;
    const link = await screen.findByRole('link', { name: new RegExp(lesson.name) });
    expect(link.getAttribute('href')).toBe(`/lessons/lesson?id=${lesson.id}`);
  });
  it('opens at its first page where the address names none of its own', async () => {
    await open('?page=nothing');
    await waitFor(() =>
      expect(screen.getByRole('heading', { level: 2 }).textContent).toBe(SKILLS[SKILL_IDS[0]]),
    );
  });
});

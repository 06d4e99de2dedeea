import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { Glossed } from './Glossed';
import { Markdown } from './Markdown';

describe('words that explain themselves', () => {
  it('leave the text as it was, and lead to their page', () => {
    const { container } = render(<Glossed text="More gain shows the thermocline." />);
    expect(container.textContent).toBe('More gain shows the thermocline.');
    expect(screen.getByRole('link', { name: 'gain' }).getAttribute('href')).toBe(
      '/handbook?page=gain',
    );
  });
  it('say what they mean as the keyboard comes to them', async () => {
    render(<Glossed text="More gain shows the thermocline." />);
    await userEvent.tab();
    await userEvent.tab();
    const tip = await screen.findByRole('tooltip');
    expect(within(tip).getByText(/Where warm water ends and cold begins/)).toBeDefined();
  });
  it('stand in what an instructor writes, in plain text and lists alone', () => {
    render(<Markdown text={'The **gain** first.\n\n- a ping\n- `ping` as code\n\n## A ping'} />);
    const links = screen.getAllByRole('link');
    expect(links.map(({ textContent }) => textContent)).toEqual(['ping']);
    expect(screen.getByRole('heading').querySelector('a')).toBeNull();
  });
});

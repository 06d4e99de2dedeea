import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { useAlone } from './alone';
import { useHotkeys } from './useHotkeys';

function Page({ onEscape }: { onEscape: () => void }) {
  const alone = useAlone();
  useHotkeys({ Escape: onEscape });
  return (
    <>
      <div className={alone.frame('usual')} data-testid="frame" />
      {alone.button}
    </>
  );
}
const classes = () => screen.getByTestId('frame').className;

describe('the echo alone', () => {
  it('fills the page by its key, and gives it back', () => {
    render(<Page onEscape={() => undefined} />);
    expect(classes()).toBe('usual');
    fireEvent.keyDown(document.body, { key: 'V', shiftKey: true });
    expect(classes()).toContain('fixed');
    fireEvent.keyDown(document.body, { key: 'V', shiftKey: true });
    expect(classes()).toBe('usual');
  });
  it('by its button, which then leads back', async () => {
    render(<Page onEscape={() => undefined} />);
    await userEvent.click(screen.getByRole('button', { name: 'Echo alone' }));
    expect(classes()).toContain('fixed');
    await userEvent.click(screen.getByRole('button', { name: 'Back to the page' }));
    expect(classes()).toBe('usual');
  });
  it('Escape leads back first, and only then means what the page says', () => {
    const onEscape = vi.fn();
    render(<Page onEscape={onEscape} />);
    fireEvent.keyDown(document.body, { key: 'V', shiftKey: true });
    fireEvent.keyDown(document.body, { key: 'Escape' });
    expect(classes()).toBe('usual');
    expect(onEscape).not.toHaveBeenCalled();
    fireEvent.keyDown(document.body, { key: 'Escape' });
    expect(onEscape).toHaveBeenCalledTimes(1);
  });
});

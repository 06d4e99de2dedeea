import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { usualSetup } from '@core/setup';
import { soundRig } from '@core/sounding';
import { canLayOver, compared } from './comparing';
import { CompareArea } from '@/ui/echo/CompareArea';

const area = (mode: 'side' | 'wipe' | 'over', words = true) => (
  <CompareArea
    mode={mode}
    a={<p>first</p>}
    b={<p>second</p>}
    wordsA={words ? 'cone' : ''}
    wordsB={words ? 'down fan' : ''}
    start={0.7}
    strength={0.4}
  />
);

describe('two pictures', () => {
  it('are wiped by keys, from where they begin', async () => {
    render(area('wipe'));
    const wipe = screen.getByRole('slider', { name: 'Wipe' });
    expect(wipe.getAttribute('aria-valuenow')).toBe('70');
    wipe.focus();
    await userEvent.keyboard('{ArrowLeft}{ArrowLeft}');
    expect(wipe.getAttribute('aria-valuenow')).toBe('62');
  });
  it('bear their names, where those are given', () => {
    const { rerender } = render(area('side'));
    expect(screen.getByText('down fan')).toBeDefined();
    rerender(area('side', false));
    expect(screen.queryByText('A')).toBeNull();
  });
  it('lie over one another, the second as strong as wanted, and the first to be touched', () => {
    render(area('over'));
    const over = screen.getByText('second').parentElement!;
    expect(over.style.opacity).toBe('0.4');
    expect(over.className).toContain('pointer-events-none');
    expect(screen.getByText('down fan over it')).toBeDefined();
  });
});

describe('what is laid over', () => {
  const setup = usualSetup({ deepestM: 12, rig: soundRig(0.3), speedMps: 1, waveHeightM: 0 });
  it('is shown on the scale of what lies under it, with its hard detail alone', () => {
    const { instrument, setup: changed } = compared(setup, 'cone', {
      ...{ of: 'instrument', value: 'downFan', mode: 'over' },
    });
    const { topM, bottomM, scrollPxPerS } = setup.views.cone;
    expect(instrument).toBe('downFan');
    expect(changed.views.downFan).toMatchObject({ topM, bottomM, scrollPxPerS, zoom: 'off' });
    expect(changed.views.downFan.contrastDb).toBeGreaterThan(setup.views.downFan.contrastDb);
    expect(changed.views.cone).toEqual(setup.views.cone);
  });
  it('is a picture along the way', () => {
    expect(canLayOver('cone', 'downFan')).toBe(true);
    expect(canLayOver('downFan', 'cone')).toBe(true);
    expect(canLayOver('cone', 'sideFans')).toBe(false);
  });
});

import { render, screen as page } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { madeUpScreen } from '@core/drills/madeUp';
import { TrackScale } from './TrackScale';

describe('the scale along the track', () => {
  const shown = (speedMps: number, more = {}) => {
    const props = { units: 'metric' as const, upright: false, lengthPx: 700, withMetres: true };
    const { unmount } = render(
      <TrackScale screen={madeUpScreen({ speedMps, pings: 301 })} {...props} {...more} />,
    );
    const words = page.getByTestId('track-scale').textContent;
    unmount();
    return words;
  };
  it('tells seconds ago and metres behind, from now back', () => {
    expect(shown(1.5)).toBe('now5 s8 m10 s15 m15 s23 m20 s30 m25 s38 m');
    expect(shown(1.5, { units: 'imperial' })).toContain('10 s49 ft');
  });
  it('keeps to seconds where metres are asked for, and where the boat stands', () => {
    expect(shown(1.5, { withMetres: false })).toBe('now5 s10 s15 s20 s25 s');
    expect(shown(0)).toBe('now5 s10 s15 s20 s25 s');
  });
  it('says nothing of metres that are not known', () => {
    expect(shown(NaN)).toBe('now5 s10 s15 s20 s25 s');
  });
  it('has fewer labels on a small picture', () => {
    expect(shown(1.5, { lengthPx: 250 })).toBe('now20 s30 m');
  });
});

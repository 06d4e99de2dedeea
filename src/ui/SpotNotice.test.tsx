import { describe, expect, it } from 'vitest';
import type { SpotRecord } from '@core/records';
import { spotNews } from './SpotNotice';

const MINUTE = 60_000;
const spot = (change: Partial<SpotRecord> = {}) =>
  ({ name: 'Reed corner', minutes: 0, timerFromMs: 0, ...change }) as SpotRecord;

describe('a spot whose clock runs', () => {
  it('is told of once as half an hour is given, and once after an hour', () => {
    expect(spotNews(spot(), 29 * MINUTE, 29.9 * MINUTE)).toBeNull();
    expect(spotNews(spot(), 29.9 * MINUTE, 30.1 * MINUTE)).toMatch(/^Reed corner: half an hour/);
    expect(spotNews(spot(), 30.1 * MINUTE, 30.4 * MINUTE)).toBeNull();
    expect(spotNews(spot(), 59.9 * MINUTE, 60.1 * MINUTE)).toMatch(/an hour is given/);
  });
  it('counts what was given before, and says nothing where no clock runs', () => {
    expect(spotNews(spot({ minutes: 25 }), 4.9 * MINUTE, 5.1 * MINUTE)).toMatch(/half an hour/);
    expect(spotNews(spot({ timerFromMs: null }), 0, 90 * MINUTE)).toBeNull();
  });
});

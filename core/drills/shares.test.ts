import { describe, expect, it } from 'vitest';
import { generated } from '../../tests/fixtures/fairness';
import { keepsShares, sortsOf } from './shares';

const LIVE = { kind: 'callLive', skill: 'baitAndFish' } as const;
const EMPTY = { kind: 'tapAll', skill: 'empties' } as const;
const made =
  (counts: Record<string, number>) =>
  (of: string): number =>
    counts[of] ?? 0;

describe('shares of a drill', () => {
  it('have one live question in ten, and one in a short drill', () => {
    expect(keepsShares(LIVE, made({ callLive: 3 }), 40)).toBe(true);
    expect(keepsShares(LIVE, made({ callLive: 4 }), 40)).toBe(false);
    expect(keepsShares(LIVE, made({}), 5)).toBe(true);
    expect(keepsShares(LIVE, made({ callLive: 1 }), 5)).toBe(false);
  });
  it('have no more empty ones among the live than among those to mark', () => {
    const live = { kind: 'callLive', skill: 'empties' } as const;
    expect(keepsShares(live, made({ callLive: 2, 'callLive:empties': 1 }), 60)).toBe(false);
    expect(keepsShares(live, made({ callLive: 3, 'callLive:empties': 0 }), 60)).toBe(true);
  });
  it('have an empty screen among three or four to mark', () => {
    expect(keepsShares(EMPTY, made({}), 20)).toBe(true);
    expect(keepsShares(EMPTY, made({ 'tapAll:empties': 1, tapAll: 4 }), 20)).toBe(false);
    expect(keepsShares(EMPTY, made({ 'tapAll:empties': 1, tapAll: 6 }), 20)).toBe(true);
  });
  it('leave one in eight open', () => {
    const open = { kind: 'whichIs', skill: 'sizeCues', isOpen: true } as const;
    expect(keepsShares(open, made({ open: 4 }), 40)).toBe(true);
    expect(keepsShares(open, made({ open: 5 }), 40)).toBe(false);
    expect(keepsShares({ ...open, isOpen: false }, made({ open: 5 }), 40)).toBe(true);
    expect(sortsOf(open)).toEqual(['whichIs', 'sizeCues', 'whichIs:sizeCues', 'open']);
  });
  it('leave everything else free', () => {
    expect(keepsShares({ kind: 'tapAll', skill: 'baitAndFish' }, made({ tapAll: 99 }), 100)).toBe(
      true,
    );
  });
  it('are kept by what is made of all kinds', () => {
    const items = generated({ count: 12, seed: 31, instruments: ['cone'] });
    const live = items.filter(({ kind }) => kind === 'callLive').length;
    const marked = items.filter(({ kind }) => kind === 'tapAll');
    const empty = marked.filter(({ skill }) => skill === 'empties').length;
    expect(live).toBeLessThanOrEqual(2);
    expect(empty).toBeLessThanOrEqual(Math.max(1, 0.3 * marked.length));
  });
});

import { describe, expect, it } from 'vitest';
import { composeDrill, type OpenedScreen, questionsOf } from '.';
import { madeUpRegion, madeUpScreen } from './madeUp';

const screen = (
  screenId: string,
  fish: number,
  others: ('bait' | 'wood' | 'rock')[],
): OpenedScreen => ({
  ref: { from: 'library', screenId },
  screen: madeUpScreen({
    regions: [
      ...Array.from({ length: fish }, (_, i) =>
        madeUpRegion(`f${i}`, { ping: 60 + 50 * i, bin: 80 }),
      ),
      ...others.map((label, i) =>
        // Marked by hand: what they are drawn like is not judged.
        madeUpRegion(`o${i}`, { ping: 70 + 60 * i, bin: 180, label, kind: null }),
      ),
    ],
  }),
});

const SCREENS = [
  screen('slope', 2, ['bait', 'rock']),
  screen('brush', 1, ['wood', 'rock', 'rock']),
  screen('empty', 0, []),
];

describe('a drill from the library', () => {
  it('is the same from the same seed, and others from another', () => {
    const ids = (seed: number) => composeDrill(SCREENS, 6, seed).map(({ id }) => id);
    expect(ids(1)).toEqual(ids(1));
    expect(ids(2)).not.toEqual(ids(1));
  });
  it('mixes kinds and never shows the same picture twice running while there is another', () => {
    const items = composeDrill(SCREENS, 8, 5);
    expect(new Set(items.map(({ kind }) => kind)).size).toBeGreaterThanOrEqual(4);
    const pictures = items.map(({ screens }) => JSON.stringify(screens));
    const repeats = pictures.filter((picture, i) => i > 0 && picture === pictures[i - 1]);
    expect(repeats).toEqual([]);
  });
  it('is shorter only when there are no more different questions', () => {
    const items = composeDrill(SCREENS.slice(2), 50, 1);
    expect(items.length).toBeLessThan(50);
    expect(new Set(items.map(({ id }) => id)).size).toBe(items.length);
    expect(composeDrill([], 5, 1)).toEqual([]);
  });
  it('keeps to the kinds that are wanted', () => {
    const items = composeDrill(SCREENS, 4, 1, ['whatIsThis']);
    expect(items.map(({ kind }) => kind)).toEqual(Array(4).fill('whatIsThis'));
  });
  it('asks of an empty screen only what can be asked of one', () => {
    const kinds = questionsOf(SCREENS[2], 1).map(({ kind }) => kind);
    expect(kinds).toContain('tapAll');
    expect(kinds).toContain('callLive');
    expect(kinds).not.toContain('whatIsThis');
    expect(kinds).not.toContain('sort');
  });
  it('never asks what is wrong of a screen whose faults nobody knows', () => {
    for (const one of SCREENS) {
      expect(questionsOf(one, 1).map(({ kind }) => kind)).not.toContain('whatIsWrong');
    }
  });
});

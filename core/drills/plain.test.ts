import { describe, expect, it } from 'vitest';
import { apart, isCut, isDrawnAs, isMistakenFor, makeItems } from '.';
import { madeUpItem, madeUpRegion, madeUpScreen } from './madeUp';

const fish = madeUpRegion('f', { ping: 100, bin: 90 });
/** Called wood, and drawn as a fish is. */
const wood = madeUpRegion('w', { ping: 200, bin: 90, label: 'wood', kind: 'tree' });

describe('marks that may be asked about', () => {
  it('lie apart from one another', () => {
    const near = madeUpRegion('n', { ping: 108, bin: 100 });
    const beneath = madeUpRegion('b', { ping: 100, bin: 150 });
    expect(apart([fish, near, beneath]).map(({ targetId }) => targetId)).toEqual(['f', 'b']);
  });
  it('have frames of their own, but for a corner', () => {
    const long = (id: string, ping: number, bin: number) => ({
      ...madeUpRegion(id, { ping, bin }),
      outline: Array.from({ length: 60 }, (_, i) => ({
        ...{ ping: ping - 30 + i, firstBin: bin - 12, lastBin: bin + 12 },
        ...{ firstBeam: 0, lastBeam: 0 },
      })),
    });
    const one = long('one', 100, 90);
    expect(apart([one, long('over', 120, 92)])).toHaveLength(1);
    expect(apart([one, long('corner', 145, 105)])).toHaveLength(2);
    // On a sector what lies in other beams shares nothing.
    const other = long('beams', 120, 92);
    const aside = {
      ...other,
      outline: other.outline.map((row) => ({ ...row, firstBeam: 9, lastBeam: 9 })),
    };
    expect(apart([one, aside])).toHaveLength(2);
  });
  it('are whole: none goes on past an end of the recording', () => {
    const screen = madeUpScreen({ regions: [fish] });
    const { firstPing, pingCount } = screen;
    expect(isCut(screen, fish)).toBe(false);
    expect(isCut(screen, madeUpRegion('a', { ping: firstPing + 3, bin: 90 }))).toBe(true);
    expect(isCut(screen, madeUpRegion('z', { ping: firstPing + pingCount - 4, bin: 90 }))).toBe(
      true,
    );
  });
  it('are drawn like what they are, and nothing else is', () => {
    const screen = madeUpScreen({ regions: [fish, wood] });
    expect(isDrawnAs(screen, fish)).toBe(true);
    expect(isDrawnAs(screen, wood)).toBe(false);
    expect(isMistakenFor(screen, wood, 'fish')).toBe(true);
    // Marked by hand, it is what its keeper says.
    expect(isDrawnAs(screen, { ...wood, kind: null })).toBe(true);
    expect(isMistakenFor(screen, { ...wood, kind: null }, 'fish')).toBe(false);
  });
  it('make “mark every fish” where no branch looks like one', () => {
    const make = (regions: (typeof fish)[]) =>
      makeItems(['tapAll'], {
        refs: madeUpItem.screens,
        ground: { screens: [madeUpScreen({ regions })], water: null },
        random: { uniform: () => 0.5 } as never,
      }).map((item) => item.kind === 'tapAll' && item.label);
    expect(make([fish])).toEqual(['fish']);
    expect(make([fish, wood])).toEqual([]);
  });
});

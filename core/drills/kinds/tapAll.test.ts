import { describe, expect, it } from 'vitest';
import type { DrillScreen } from '../drillScreen';
import { gradeSchema } from '../items';
import { madeUpAnswer, madeUpItem, madeUpRegion, madeUpScreen, MADE_UP_REF } from '../madeUp';
import { randomSource } from '../../random';
import { missDistance, tapAll, type TapAllAnswer, tapTolerance } from './tapAll';

const REGIONS = [
  madeUpRegion('perch', { ping: 50, bin: 100 }),
  madeUpRegion('pike', { ping: 90, bin: 140 }),
  madeUpRegion('brush', {
    ping: 130,
    bin: 200,
    kind: 'brushPile',
    label: 'wood',
    name: 'brush pile',
  }),
  madeUpRegion('grown', { ping: 160, bin: 210, verdict: 'attached' }),
  madeUpRegion('hidden', { ping: 200, bin: 120, verdict: 'hidden', reason: 'deadZone' }),
  madeUpRegion('ghost', {
    ping: 230,
    bin: 90,
    kind: 'bubblePatch',
    label: 'clutter',
    verdict: 'hidden',
    reason: 'belowNoise',
  }),
];
const TOLERANCE = { pings: 4, bins: 6 };
const TAP = { ...madeUpItem, kind: 'tapAll' as const, label: 'fish' as const };
const at = (ping: number, bin: number, channel = 0) => ({ ping, bin, channel });
const answer = (marks: TapAllAnswer['marks']): TapAllAnswer => ({
  ...madeUpAnswer,
  kind: 'tapAll',
  marks,
  tolerance: TOLERANCE,
});

function tap(
  marks: TapAllAnswer['marks'],
  regions = REGIONS,
  instrument: 'cone' | 'sideFans' = 'cone',
) {
  const screens = [madeUpScreen({ regions, instrument })];
  const grade = tapAll.grade(TAP, answer(marks), { screens, water: null });
  expect(gradeSchema.safeParse(grade).success).toBe(true);
  return grade;
}

describe('tap all', () => {
  it('finds what was marked, and only that', () => {
    const grade = tap([at(50, 101), at(91, 141)]);
    expect(grade.hits.map((hit) => hit.targetId)).toEqual(['perch', 'pike']);
    expect(grade).toMatchObject({ right: true, score: 1, missed: [], falseMarks: [], strays: [] });
    expect(grade.notCounted).toEqual(['hidden']);
  });
  it('is wrong with one mark too many, though all are found', () => {
    for (const extra of [at(131, 202), at(10, 300)]) {
      expect(tap([at(50, 101), at(91, 141), extra])).toMatchObject({ missed: [], right: false });
    }
  });
  it('tells misses, false marks and strays apart', () => {
    const grade = tap([at(50, 101), at(131, 202), at(10, 300)]);
    expect(grade.missed).toEqual(['pike']);
    expect(grade.falseMarks).toEqual([{ targetId: 'brush', mark: 1 }]);
    expect(grade.strays).toEqual([2]);
    expect(grade.right).toBe(false);
    expect(grade.lookAlikes).toBe(1);
    // One of two found, with two false marks: one in four.
    expect(grade.score).toBeCloseTo(0.25);
  });
  it('neither helps nor hurts to mark an attached fish, or one twice', () => {
    const grade = tap([at(50, 101), at(52, 103), at(90, 141), at(160, 211)]);
    expect(grade.right).toBe(true);
    expect(grade.tolerated.map((t) => t.targetId)).toEqual(['perch', 'grown']);
  });
  it('never counts what nobody could see, for or against', () => {
    expect(tap([at(50, 101), at(90, 141)]).right).toBe(true);
    const guessed = tap([at(50, 101), at(90, 141), at(200, 121)]);
    expect(guessed.hits).toHaveLength(2);
    expect(guessed.strays).toEqual([2]);
    expect(tap([at(50, 101), at(90, 141), at(230, 91)]).falseMarks).toEqual([]);
  });
  it('takes "nothing here" for right where there is nothing', () => {
    expect(tap([], REGIONS.slice(2))).toMatchObject({ right: true, score: 1 });
    expect(tap([]).right).toBe(false);
  });
  it('knows the sides of side fans apart', () => {
    const starboard = [madeUpRegion('perch', { ping: 50, bin: 100, channel: 1 })];
    expect(tap([at(50, 101, 1)], starboard, 'sideFans').hits).toHaveLength(1);
    expect(tap([at(50, 101, 0)], starboard, 'sideFans').strays).toEqual([0]);
  });
  it('lets a tap miss by the larger of three cells and twelve pixels', () => {
    expect(tapTolerance(2, 0.5)).toEqual({ pings: 6, bins: 24 });
    expect(tapTolerance(20, 8)).toEqual({ pings: 3, bins: 3 });
    expect(missDistance(REGIONS[0], at(50, 101), TOLERANCE)).toBe(0);
    expect(missDistance(REGIONS[0], at(50, 97), TOLERANCE)).toBeLessThan(1);
    expect(missDistance(REGIONS[0], at(50, 80), TOLERANCE)).toBeGreaterThan(1);
    expect(tap([at(50 + 3 + 3.9, 104)]).hits).toHaveLength(1);
    expect(tap([at(50 + 3 + 4.3, 104)]).hits).toHaveLength(0);
  });
  it('finds both of two that lie on one another, whichever was marked first', () => {
    const wide = madeUpRegion('wide', { ping: 53, bin: 101 });
    const both = [wide, REGIONS[0]];
    const marks = [at(50, 102), at(56, 105)];
    for (const order of [marks, marks.toReversed()]) {
      expect(tap(order, both)).toMatchObject({ right: true, missed: [] });
      expect(tap(order, both).hits).toHaveLength(2);
    }
  });
  it('prefers the asked sort where two lie together', () => {
    const both = [
      madeUpRegion('wood', { ping: 50, bin: 101, label: 'wood', kind: 'brushPile' }),
      REGIONS[0],
    ];
    expect(tap([at(50, 102)], both)).toMatchObject({ right: true });
  });
  it('asks for fish only where none is half seen, and says what was missed by its cue', () => {
    const make = (regions: typeof REGIONS, change: Partial<DrillScreen> = {}) =>
      tapAll
        .make({
          refs: [MADE_UP_REF],
          ground: { screens: [madeUpScreen({ regions, change })], water: null },
          random: randomSource(1),
        })
        .filter(({ label }) => label === 'fish');
    expect(make(REGIONS)).toHaveLength(1);
    expect(make(REGIONS.slice(3))).toHaveLength(0);
    const [empty] = make(REGIONS.slice(4));
    expect(empty.skill).toBe('empties');
    const faint = { ...REGIONS[0], verdict: 'hidden' as const, reason: 'belowFloor' as const };
    expect(make([faint, ...REGIONS.slice(4)])).toHaveLength(0);
    expect(make(REGIONS.slice(4), { mayBeEmpty: false })).toHaveLength(0);
    const ground = { screens: [madeUpScreen({ regions: REGIONS })], water: null };
    const said = tapAll.explain(TAP, answer([]), tap([]), ground, 'metric');
    expect(said[0].title).toBe('Missed: perch, 30 cm');
    // Draft 0.3 m and cell 101 of 5 cm: 5.375 m deep, over a bottom drawn from 10.03 m on.
    expect(said[0].text).toContain('4.7\u00a0m clear of the bottom');
  });
});

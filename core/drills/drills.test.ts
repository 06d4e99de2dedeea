import { describe, expect, it } from 'vitest';
import type { TruthRegion } from '../reading';
import {
  type Answer,
  brierScore,
  calibration,
  claimedChance,
  composeDrill,
  gradeAnswer,
  type Item,
  judgeCalibration,
  missDistance,
  summarise,
  tapTolerance,
  wilsonInterval,
} from '.';
import { answerSchema, gradeSchema } from './items';

function region(
  targetId: string,
  change: Partial<TruthRegion> & { ping: number; bin: number },
): TruthRegion {
  const { ping, bin, ...rest } = change;
  return {
    targetId,
    channel: 0,
    kind: 'fish',
    label: 'fish',
    name: 'perch, 30 cm',
    verdict: 'visible',
    reason: null,
    byShadow: false,
    shadow: [],
    rivalName: null,
    outline: [-3, -2, -1, 0, 1, 2, 3].map((d) => ({
      ping: ping + d,
      firstBin: bin + Math.abs(d),
      lastBin: bin + Math.abs(d) + 2,
      firstBeam: 0,
      lastBeam: 0,
    })),
    peak: { ping, bin: bin + 1 },
    peakLevelDb: 130,
    signalToBackgroundDb: 20,
    ...rest,
  };
}

const REGIONS = [
  region('perch', { ping: 50, bin: 100 }),
  region('pike', { ping: 90, bin: 140 }),
  region('brush', { ping: 130, bin: 200, kind: 'brushPile', label: 'wood', name: 'brush pile' }),
  region('grown', { ping: 160, bin: 210, verdict: 'attached' }),
  region('hidden', { ping: 200, bin: 120, verdict: 'hidden', reason: 'deadZone' }),
  region('ghost', {
    ping: 230,
    bin: 90,
    kind: 'bubblePatch',
    label: 'clutter',
    verdict: 'hidden',
    reason: 'belowNoise',
  }),
];
const TOLERANCE = { pings: 4, bins: 6 };
const TAP: Item = { kind: 'tapAll', id: 't', screenId: 's', label: 'fish' };
const at = (ping: number, bin: number) => ({ ping, bin });

function tap(...marks: { ping: number; bin: number }[]) {
  const answer: Answer = {
    kind: 'tapAll',
    confidence: 'sure',
    committedAtMs: 1,
    marks,
    tolerance: TOLERANCE,
  };
  const grade = gradeAnswer(TAP, answer, REGIONS);
  if (grade.kind !== 'tapAll') throw new Error('wrong kind');
  expect(gradeSchema.safeParse(grade).success).toBe(true);
  return grade;
}

describe('tap all', () => {
  it('finds what was marked, and only that', () => {
    const grade = tap(at(50, 101), at(91, 141));
    expect(grade.hits.map((hit) => hit.targetId)).toEqual(['perch', 'pike']);
    expect(grade).toMatchObject({ right: true, missed: [], falseMarks: [], strays: [] });
    expect(grade.notCounted).toEqual(['hidden']);
  });
  it('tells misses, false marks and strays apart', () => {
    const grade = tap(at(50, 101), at(131, 202), at(10, 300));
    expect(grade.missed).toEqual(['pike']);
    expect(grade.falseMarks).toEqual([{ targetId: 'brush', mark: 1 }]);
    expect(grade.strays).toEqual([2]);
    expect(grade.right).toBe(false);
    expect(grade.lookAlikes).toBe(1);
  });
  it('neither helps nor hurts to mark an attached fish, or one twice', () => {
    const grade = tap(at(50, 101), at(52, 103), at(90, 141), at(160, 211));
    expect(grade.right).toBe(true);
    expect(grade.tolerated.map((t) => t.targetId)).toEqual(['perch', 'grown']);
  });
  it('never counts what nobody could see, for or against', () => {
    expect(tap(at(50, 101), at(90, 141)).right).toBe(true);
    const guessed = tap(at(50, 101), at(90, 141), at(200, 121));
    expect(guessed.hits).toHaveLength(2);
    expect(guessed.strays).toEqual([2]);
    expect(tap(at(50, 101), at(90, 141), at(230, 91)).falseMarks).toEqual([]);
  });
  it('takes "nothing here" for right where there is nothing', () => {
    const answer: Answer = {
      kind: 'tapAll',
      confidence: 'sure',
      committedAtMs: 1,
      marks: [],
      tolerance: TOLERANCE,
    };
    expect(gradeAnswer(TAP, answer, REGIONS.slice(2)).right).toBe(true);
    expect(gradeAnswer(TAP, answer, REGIONS).right).toBe(false);
  });
  it('lets a tap miss by the larger of three cells and twelve pixels', () => {
    expect(tapTolerance(2, 0.5)).toEqual({ pings: 6, bins: 24 });
    expect(tapTolerance(20, 8)).toEqual({ pings: 3, bins: 3 });
    expect(missDistance(REGIONS[0], at(50, 101), TOLERANCE)).toBe(0);
    expect(missDistance(REGIONS[0], at(50, 97), TOLERANCE)).toBeLessThan(1);
    expect(missDistance(REGIONS[0], at(50, 80), TOLERANCE)).toBeGreaterThan(1);
    expect(tap(at(50 + 3 + 3.9, 104)).hits).toHaveLength(1);
    expect(tap(at(50 + 3 + 4.3, 104)).hits).toHaveLength(0);
  });
  it('prefers the asked sort where two lie together', () => {
    const both = [
      region('wood', { ping: 50, bin: 101, label: 'wood', kind: 'brushPile' }),
      REGIONS[0],
    ];
    const answer: Answer = {
      kind: 'tapAll',
      confidence: 'sure',
      committedAtMs: 1,
      marks: [at(50, 102)],
      tolerance: TOLERANCE,
    };
    const grade = gradeAnswer(TAP, answer, both);
    expect(grade.kind === 'tapAll' && grade.hits[0]?.targetId).toBe('perch');
  });
});

describe('what is this', () => {
  const item: Item = {
    kind: 'whatIsThis',
    id: 'w',
    screenId: 's',
    targetId: 'brush',
    options: ['fish', 'wood', 'rock'],
  };
  const say = (label: 'fish' | 'wood'): Answer => ({
    kind: 'whatIsThis',
    confidence: 'guess',
    committedAtMs: 1,
    label,
  });
  it('is right or wrong by the truth', () => {
    expect(gradeAnswer(item, say('wood'), REGIONS)).toEqual({
      kind: 'whatIsThis',
      right: true,
      truth: 'wood',
      options: 3,
    });
    expect(gradeAnswer(item, say('fish'), REGIONS).right).toBe(false);
  });
  it('refuses what does not belong together', () => {
    expect(() => gradeAnswer(TAP, say('fish'), REGIONS)).toThrow(/kind/);
    expect(() => gradeAnswer({ ...item, targetId: 'gone' }, say('fish'), REGIONS)).toThrow(/gone/);
  });
});

describe('confidence', () => {
  it('has the check values of Brier and Wilson', () => {
    const p = [0.9, 0.7, 0.7, 0.5, 0.95];
    const right = [true, true, false, false, true];
    expect(brierScore(p.map((claimed, i) => ({ claimed, right: right[i] })))).toBeCloseTo(
      0.1685,
      4,
    );
    expect(wilsonInterval(7, 10).low).toBeCloseTo(0.397, 3);
    expect(wilsonInterval(7, 10).high).toBeCloseTo(0.892, 3);
    expect(wilsonInterval(0, 8).low).toBe(0);
    expect(wilsonInterval(0, 8).high).toBeCloseTo(0.324, 3);
    expect(brierScore([])).toBeNaN();
  });
  it('never claims less than a guess', () => {
    expect(claimedChance('guess', 5)).toBe(0.2);
    expect(claimedChance('unsure', 5)).toBe(0.6);
    expect(claimedChance('guess', 2)).toBe(0.5);
    expect(claimedChance('unsure', 1)).toBe(1);
  });
  it('says in a word how well one judged', () => {
    const trials = (claimed: number, rights: boolean[]) =>
      rights.map((right) => ({ confidence: 'sure' as const, claimed, right }));
    expect(judgeCalibration(trials(0.9, [true, false, false]))).toBe('surerThanRight');
    expect(judgeCalibration(trials(0.6, [true, true, true]))).toBe('righterThanSure');
    expect(judgeCalibration(trials(0.75, [true, true, true, false]))).toBe('wellJudged');
    expect(judgeCalibration(trials(0.75, [true]))).toBe('tooFew');
    const steps = calibration(trials(0.9, [true, false, false]));
    expect(steps).toHaveLength(1);
    expect(steps[0]).toMatchObject({ confidence: 'sure', trials: 3, right: 1 });
  });
  it('sums up a drill', () => {
    const grade = tap(at(50, 101), at(131, 202));
    const answer: Answer = {
      kind: 'tapAll',
      confidence: 'certain',
      committedAtMs: 1,
      marks: [],
      tolerance: TOLERANCE,
    };
    const named = gradeAnswer(
      { kind: 'whatIsThis', id: 'w', screenId: 's', targetId: 'brush', options: ['fish', 'wood'] },
      { kind: 'whatIsThis', confidence: 'guess', committedAtMs: 1, label: 'wood' },
      REGIONS,
    );
    const summary = summarise([
      { answer, grade },
      {
        answer: { kind: 'whatIsThis', confidence: 'guess', committedAtMs: 1, label: 'wood' },
        grade: named,
      },
    ]);
    expect(summary).toMatchObject({
      answered: 2,
      right: 1,
      hits: 1,
      misses: 1,
      falseMarks: 1,
      named: 1,
      namedRight: 1,
      notCounted: 1,
    });
    expect(summary.brier).toBeCloseTo((0.98 ** 2 + 0.5 ** 2) / 2, 9);
  });
});

describe('composing', () => {
  const empty = { screenId: 'empty', regions: [REGIONS[2], REGIONS[5]] };
  const screens = [
    { screenId: 'one', regions: REGIONS },
    {
      screenId: 'two',
      regions: [
        REGIONS[1],
        region('bait', { ping: 30, bin: 60, label: 'bait', kind: 'baitSchool' }),
      ],
    },
    empty,
  ];
  it('is the same for the same seed, five different items', () => {
    const items = composeDrill(screens, 5, 9);
    expect(items).toEqual(composeDrill(screens, 5, 9));
    expect(new Set(items.map((item) => item.id)).size).toBe(5);
    const taps = items.filter((item) => item.kind === 'tapAll').length;
    expect(taps).toBeGreaterThanOrEqual(2);
    expect(taps).toBeLessThanOrEqual(3);
  });
  it('asks only what can be seen, over many seeds', () => {
    for (let seed = 0; seed < 200; seed++) {
      const items = composeDrill(screens, 5, seed);
      for (const item of items) {
        if (item.kind !== 'whatIsThis') continue;
        const regions = screens.find((screen) => screen.screenId === item.screenId)!.regions;
        const asked = regions.find((r) => r.targetId === item.targetId)!;
        expect(asked.verdict).toBe('visible');
        expect(item.options).toContain(asked.label);
      }
      for (let i = 1; i < items.length; i++)
        expect(items[i].screenId).not.toBe(items[i - 1].screenId);
    }
  });
  it('asks no "every fish" where the only fish are half seen', () => {
    const unfair = { screenId: 'unfair', regions: [REGIONS[3]] };
    expect(composeDrill([unfair], 5, 1)).toEqual([]);
    expect(composeDrill([empty], 5, 1).some((item) => item.kind === 'tapAll')).toBe(true);
  });
  it('gives fewer when there are no more', () => {
    expect(composeDrill([{ screenId: 'x', regions: [REGIONS[0]] }], 5, 1)).toHaveLength(2);
  });
});

it('answers are checked at the edge', () => {
  expect(
    answerSchema.safeParse({
      kind: 'tapAll',
      confidence: 'maybe',
      committedAtMs: 1,
      marks: [],
      tolerance: TOLERANCE,
    }).success,
  ).toBe(false);
});

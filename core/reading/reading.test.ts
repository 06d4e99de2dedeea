import { describe, expect, it } from 'vitest';
import { fishAt, parkedAt, sound, testRequest, testScene } from '../../tests/fixtures/scene';
import { type TargetInput, targetSchema } from '../targets';
import { cutRecording, judgeTruth, readCell } from '.';

const LISTENING = { sounder: { noise: true, speckle: true, rangeM: 15 }, pingCount: 260 };

function judge(
  inputs: TargetInput[],
  options: { depthM?: number; gainDb?: number; layer?: boolean } = {},
) {
  const targets = inputs.map((target) => targetSchema.parse(target));
  const { depthM = 10, gainDb = 40, layer = false } = options;
  const water = {
    volumeScatteringDb: -82,
    thermocline: layer ? { depthM: 6, thicknessM: 0.8, dropC: 5, scatteringDb: -38 } : null,
  };
  const { info, block } = sound(testRequest(testScene({ depthM, targets, water }), LISTENING));
  const regions = judgeTruth({
    info,
    targets,
    rows: block.truth,
    track: block.track,
    firstPing: 0,
    tone: { gainDb },
  });
  return Object.fromEntries(regions.map((region) => [region.targetId, region]));
}

describe('visibility', () => {
  it('sees a fish in open water, and outlines its arch', () => {
    const { f } = judge([fishAt('f', 0, 0.3, 6)]);
    expect(f).toMatchObject({
      verdict: 'visible',
      reason: null,
      label: 'fish',
      name: 'perch, 35 cm',
    });
    // The arch is lowest at its ends.
    const [start, middle, end] = [
      f.outline[0],
      f.outline[f.outline.length >> 1],
      f.outline.at(-1)!,
    ];
    expect(middle.firstBin).toBeLessThan(start.firstBin);
    expect(middle.firstBin).toBeLessThan(end.firstBin);
  });

  it('gives the reason a fish is hidden', () => {
    expect(judge([fishAt('f', 0, 0.2, 9.985)]).f).toMatchObject({
      verdict: 'hidden',
      reason: 'deadZone',
    });
    expect(judge([fishAt('f', 0, 5, 6)]).f).toMatchObject({
      verdict: 'hidden',
      reason: 'outsideBeam',
      outline: [],
    });
    expect(judge([fishAt('f', 0, 0.2, 6, 0.05)], { layer: true }).f).toMatchObject({
      verdict: 'hidden',
      reason: 'inScatteringWater',
    });
    expect(judge([fishAt('f', 0, 0.2, 6, 0.12)], { gainDb: 8 }).f).toMatchObject({
      verdict: 'hidden',
      reason: 'belowFloor',
    });
  });

  it('says nothing of a fish far from the track', () => {
    expect(judge([fishAt('f', 0, 30, 6)])).toEqual({});
  });

  it('calls a fish at the bottom attached when nothing parts the two', () => {
    const { f } = judge([fishAt('f', 0, 0.1, 9.9)]);
    expect(f.verdict).toBe('attached');
  });

  it('counts two fish in one range cell once, as the stronger', () => {
    const pair = judge([fishAt('big', 0, 0.1, 6, 0.6), fishAt('small', 0.05, 0.15, 6.02, 0.25)]);
    expect(pair.big.verdict).toBe('visible');
    expect(pair.small).toMatchObject({
      verdict: 'hidden',
      reason: 'merged',
      rivalName: 'perch, 60 cm',
    });
    const apart = judge([fishAt('big', 0, 0.1, 6, 0.6), fishAt('small', 0.05, 0.15, 7, 0.25)]);
    expect(apart.small.verdict).toBe('visible');
  });

  it('hides a fish inside brush, and says in what', () => {
    const brush: TargetInput = {
      id: 'b',
      kind: 'brushPile',
      xM: 0,
      yM: 0,
      radiusM: 1.5,
      heightM: 1.6,
      branches: 60,
    };
    const inside = judge([brush, fishAt('f', 0.1, 0.1, 9.2, 0.2)]);
    expect(inside.b).toMatchObject({ verdict: 'visible', label: 'wood' });
    expect(inside.f.verdict).toBe('hidden');
    expect(inside.f.rivalName).toMatch(/brush/);
    expect(judge([brush, fishAt('f', 0.1, 0.1, 7.2, 0.3)]).f.verdict).toBe('visible');
  });
});

describe('recording', () => {
  const near = targetSchema.parse(fishAt('near', -12, 0.3, 6));
  const later = targetSchema.parse(fishAt('later', 5, 0.3, 7));
  const far = targetSchema.parse(fishAt('far', 0, 400, 6));
  const { info, block } = sound(testRequest(testScene({ targets: [far, near, later] }), LISTENING));
  const run = { ...block, targets: [far, near, later] };

  it('cuts pings, truth and targets together', () => {
    const cut = cutRecording(run, 20, 100);
    expect(cut).toMatchObject({ firstPing: 20, pingCount: 80 });
    expect(cut.targets.map((target) => target.id)).toEqual(['near', 'later']);
    expect(cut.levelsCdb).toEqual(block.levelsCdb.slice(20 * info.binCount, 100 * info.binCount));
    for (const ping of cut.truth.ping) expect(ping >= 20 && ping < 100).toBe(true);
    const named = new Set([...cut.truth.targetIndex].map((index) => cut.targets[index].id));
    expect(named).toContain('near');
  });

  it('judges the same truth from the cut as from the run', () => {
    const whole = judgeTruth({
      info,
      targets: run.targets,
      rows: block.truth,
      track: block.track,
      firstPing: 0,
      tone: { gainDb: 40 },
    });
    const cut = cutRecording(run, 0, 260);
    const again = judgeTruth({
      info,
      targets: cut.targets,
      rows: cut.truth,
      track: cut.track,
      firstPing: 0,
      tone: { gainDb: 40 },
    });
    expect(again).toEqual(whole);
  });

  it('does not reach beyond what was sounded', () => {
    expect(cutRecording(run, 200, 9999)).toMatchObject({ firstPing: 200, pingCount: 60 });
  });
});

it('reads a cell: level, age and distance behind', () => {
  const { info, block } = sound(testRequest(testScene({}), { pingCount: 101, draftM: 0.3 }));
  const { track, levelsCdb } = block;
  const cell = { channel: 0, beam: 0, bin: 199 };
  const reading = readCell({ info, track, levelsCdb, slot: 40, latestSlot: 100 }, cell);
  expect(reading.ageS).toBeCloseTo(6, 9);
  expect(reading.behindM).toBeCloseTo(9, 4);
  expect(reading.levelDb).toBe(levelsCdb[40 * 600 + 199] / 100);
  const parked = sound(testRequest(testScene({}), { pingCount: 30, pass: parkedAt(0, 0) }));
  const still = { ...parked.block, info: parked.info, slot: 0, latestSlot: 29 };
  expect(readCell(still, { ...cell, bin: 10 }).behindM).toBe(0);
});

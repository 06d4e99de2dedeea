import { describe, expect, it } from 'vitest';
import { planeBottom } from '../bottom';
import type { Pose } from '../pass';
import { usualSetup } from '../setup';
import { type Instrument, soundRig } from '../sounding';
import { type TargetInput, targetSchema } from '../targets';
import { footprintM } from './measure';
import { type Space, spaceAround, type Spot3 } from './space';

const DEPTH_M = 10;
const DRAFT_M = 0.3;
const pose: Pose = {
  ...{ timeS: 0, alongM: 0, xM: 100, yM: -40, headingRad: 0, speedMps: 1 },
  ...{ heaveM: 0, rollRad: 0, pitchRad: 0, ended: false },
};
const rig = soundRig(DRAFT_M);
const setup = usualSetup({ deepestM: DEPTH_M, rig, speedMps: 1, waveHeightM: 0 });

function around(
  instrument: Instrument,
  targets: TargetInput[] = [],
  change: Partial<Pose> = {},
): Space {
  return spaceAround({
    bottom: planeBottom({ depthM: DEPTH_M, sediment: 'sand', halfSizeM: 200 }),
    targets: targets.map((target) => targetSchema.parse(target)),
    sounder: setup.sounders[instrument],
    rig,
    pose: { ...pose, ...change },
    reachM: 20,
  });
}
const found = (lit: Space['lit']): Spot3[] => lit.flat(2).filter((spot) => spot !== null);
const fromApex = ({ apex }: Space, spot: Spot3) =>
  Math.hypot(spot[0] - apex[0], spot[1] - apex[1], spot[2] - apex[2]);

describe('the water in space', () => {
  it('a cone lights a round footprint of the width that the sum gives', () => {
    const space = around('cone');
    const { beamwidthDeg } = setup.sounders.cone;
    const radius = footprintM(DEPTH_M - DRAFT_M, beamwidthDeg) / 2;
    expect(space.apex).toEqual([0, 0, DRAFT_M]);
    for (const [east, north, downM] of space.beams[0]) {
      expect(Math.hypot(east, north)).toBeCloseTo(radius, 1);
      expect(downM).toBeCloseTo(DEPTH_M, 2);
    }
    expect(
      Math.max(...found(space.lit).map(([east, north]) => Math.hypot(east, north))),
    ).toBeCloseTo(radius, 1);
  });

  it('the down fan lights a strip square to the way, thin along it', () => {
    const space = around('downFan');
    const lit = found(space.lit);
    const half = footprintM(DEPTH_M - DRAFT_M, setup.sounders.downFan.acrossBeamwidthDeg) / 2;
    expect(Math.max(...lit.map(([east]) => east))).toBeCloseTo(half, 1);
    expect(Math.max(...lit.map(([, north]) => Math.abs(north)))).toBeLessThan(0.2);
    // Heading east the strip lies north and south.
    const turned = found(around('downFan', [], { headingRad: Math.PI / 2 }).lit);
    expect(Math.max(...turned.map(([, north]) => north))).toBeCloseTo(half, 1);
  });

  it('the side fans light both sides out to their range, and hardly straight below', () => {
    const space = around('sideFans');
    expect(space.lit).toHaveLength(2);
    const { rangeM } = setup.sounders.sideFans;
    for (const [side, rows] of space.lit.entries()) {
      const spots = found([rows]);
      const outs = spots.map(([east]) => (side === 0 ? -east : east));
      expect(Math.min(...outs)).toBeGreaterThan(-0.5);
      expect(Math.max(...spots.map((spot) => fromApex(space, spot)))).toBeLessThanOrEqual(
        rangeM + 0.01,
      );
      expect(Math.max(...outs)).toBeGreaterThan(0.85 * Math.sqrt(rangeM ** 2 - DEPTH_M ** 2));
    }
  });

  it('all that is on an arc is at its slant range, so nothing else tells it apart', () => {
    for (const instrument of ['cone', 'downFan', 'sideFans', 'sector'] as const) {
      const space = around(instrument);
      const arcs = space.arcsAt(7);
      expect(arcs.length).toBeGreaterThan(0);
      for (const spot of arcs.flat()) expect(fromApex(space, spot)).toBeCloseTo(7, 6);
    }
  });

  it('turns a sector with its mount, and leans all with the rig', () => {
    const sector = { ...setup.sounders.sector, bearingDeg: 90 };
    const { beams } = spaceAround({
      ...{
        bottom: planeBottom({ depthM: DEPTH_M, sediment: 'sand', halfSizeM: 200 }),
        targets: [],
      },
      ...{ sounder: sector, rig, pose, reachM: 20 },
    });
    const spanEast = Math.max(...beams[0].map(([east]) => east));
    const spanNorth = Math.max(...beams[0].map(([, north]) => north));
    expect(spanEast).toBeGreaterThan(2 * spanNorth);
    const leaning = spaceAround({
      ...{
        bottom: planeBottom({ depthM: DEPTH_M, sediment: 'sand', halfSizeM: 200 }),
        targets: [],
      },
      ...{ sounder: setup.sounders.cone, rig: { ...rig, tiltDeg: 20 }, pose, reachM: 20 },
    });
    expect(leaning.beams[0].every(([, north]) => north > 0)).toBe(true);
  });

  it('things stand where they are, at their own size, and what is far off is left out', () => {
    const { things } = around('cone', [
      { id: 'fish', kind: 'fish', xM: 102, yM: -40, depthM: 4, lengthM: 0.6 },
      { id: 'wall', kind: 'wall', xM: 100, yM: -36, lengthM: 6, heightM: 1.2, headingDeg: 90 },
      { id: 'far', kind: 'boulder', xM: 180, yM: -40, radiusM: 1 },
    ]);
    expect(things.map(({ target }) => target.id)).toEqual(['fish', 'wall']);
    expect(things[0]).toMatchObject({ at: [2, 0, 4], bodyM: 0.6 });
    const { points } = things[1];
    const axis = (k: number) => Array.from(points).filter((_, i) => i % 3 === k);
    expect(Math.max(...axis(0)) - Math.min(...axis(0))).toBeCloseTo(6, 0);
    expect(Math.min(...axis(2))).toBeCloseTo(DEPTH_M - 1.2, 0);
    expect(points.length / 3).toBeLessThanOrEqual(500);
  });
});

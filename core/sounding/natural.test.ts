import { describe, expect, it } from 'vitest';
import {
  db,
  mean,
  parkedAt,
  powers,
  sound,
  testRequest,
  testScene,
} from '../../tests/fixtures/scene';
import { FineBottom, groundTables, groundTiles, planeBottom } from '../bottom';
import { SEDIMENT_NAMES, type SedimentName } from '../bottom/sediments';
import { GroundSampler } from './groundSampler';

describe('the ground’s texture', () => {
  it('changes no level on the mean', () => {
    const { patch, grain } = groundTables(SEDIMENT_NAMES);
    SEDIMENT_NAMES.forEach((_, kind) => {
      expect(mean(patch.subarray(256 * kind, 256 * kind + 256))).toBeCloseTo(1, 4);
      expect(mean(grain.subarray(256 * kind, 256 * kind + 256))).toBeCloseTo(1, 4);
    });
    // Ranks are even, or the tables’ means would not hold.
    const { rank, white } = groundTiles();
    for (const bytes of [rank, white]) expect(Math.abs(mean(bytes) - 127.5)).toBeLessThan(1);
  });
  it('has the relief of its spectrum: more in long waves, little in short ones', () => {
    const { reliefM } = groundTiles();
    const difference = (texels: number) => {
      let sum = 0;
      for (let i = 0; i < 200_000; i++) {
        const at = (i * 7919) & (512 * 512 - 1);
        sum += (reliefM[at] - reliefM[(at + texels) & (512 * 512 - 1)]) ** 2;
      }
      return Math.sqrt(sum / 200_000);
    };
    // K^−3.2 in two dimensions: the structure function grows with distance to the power 0.6.
    const growth = Math.log2(difference(16) / difference(4)) / 2;
    expect(growth).toBeGreaterThan(0.4);
    expect(growth).toBeLessThan(0.8);
  });
  it('frays a border instead of cutting it along the grid', () => {
    const bottom = planeBottom({ depthM: 6, sediment: 'sand', halfSizeM: 40 });
    const half = bottom.columns / 2;
    const fine = new FineBottom({
      ...bottom,
      sediments: ['sand', 'rock'],
      sedimentCells: bottom.sedimentCells.map((_, i) => (i % bottom.columns < half ? 0 : 1)),
    });
    const ground = new GroundSampler(fine);
    const rockShare = (xM: number) => {
      let rock = 0;
      for (let i = 0; i < 2000; i++) {
        ground.at(xM, -30 + 0.03 * i);
        rock += ground.kind / 2000;
      }
      return rock;
    };
    expect(rockShare(-8)).toBeLessThan(0.02);
    expect(rockShare(8)).toBeGreaterThan(0.98);
    expect(rockShare(-2)).toBeLessThan(rockShare(2));
    // Over some metres both are found at the same distance.
    const mixed = [-3, -2, -1, 0, 1, 2, 3].filter((x) => {
      const share = rockShare(x);
      return share > 0.1 && share < 0.9;
    });
    expect(mixed.length).toBeGreaterThan(2);
  });
  it('is the same at a place for whoever asks, and differs from place to place', () => {
    const fine = new FineBottom(planeBottom({ depthM: 6, sediment: 'gravel' }));
    const [a, b] = [new GroundSampler(fine), new GroundSampler(fine)];
    a.at(12.34, -5.6);
    b.at(40, 40);
    b.at(12.34, -5.6);
    expect([b.kind, b.heightM, b.weight]).toEqual([a.kind, a.heightM, a.weight]);
    b.at(12.9, -5.6);
    expect(b.weight).not.toBe(a.weight);
  });
});

const FAN = {
  frequencyHz: 800_000,
  chirp: { startHz: 783_000, endHz: 817_000 },
  beamwidthDeg: 0.8,
  pulseLengthS: 0.0003,
};
const CASES = [
  {
    name: 'side fans',
    sounder: { instrument: 'sideFans', ...FAN, rangeM: 30, binCount: 900, depressionDeg: 38 },
    bandsM: [6.3, 8, 11, 16, 22, 29],
  },
  {
    name: 'down fan',
    sounder: { instrument: 'downFan', ...FAN, rangeM: 12, binCount: 900 },
    bandsM: [5.9, 6.6, 8, 11],
  },
  { name: 'cone', sounder: { rangeM: 12, binCount: 600 }, bandsM: [5.9, 6.6, 8, 11] },
];

/** Natural over plain ground by range, dB: mean over some hundred places. */
function overPlainDb(
  sediment: SedimentName,
  { sounder, bandsM }: (typeof CASES)[number],
  pingCount: number,
): number[] {
  const bands = (isPlain: boolean) => {
    const scene = testScene({ depthM: 6, sediment });
    if (!isPlain) delete scene.bottom.isPlain;
    const { info, block } = sound({
      ...testRequest(scene, {
        // Far enough apart to meet other patches.
        sounder: { ...sounder, pingRateHz: 4 },
        pingCount: isPlain ? 1 : pingCount,
        pass: {
          routeM: [
            { x: -80, y: -30 },
            { x: 80, y: 40 },
          ],
          speedChanges: [{ fromTimeS: 0, speedMps: 5 }],
        },
      }),
      truth: false,
    });
    const levels = powers(block.levelsCdb);
    return bandsM.slice(1).map((toM, k) => {
      const [first, end] = [bandsM[k], toM].map((m) => Math.round(m / info.rangeStepM));
      return mean(levels.filter((_, i) => i % info.binCount >= first && i % info.binCount < end));
    });
  };
  const plain = bands(true);
  return bands(false).map((power, k) => db(power / plain[k]));
}

describe('furrows of anchors', () => {
  /** Share of a large area that lies deeper than relief and stones leave it. */
  const cutShare = (sediment: SedimentName) => {
    const ground = new GroundSampler(
      new FineBottom({ ...planeBottom({ depthM: 6, sediment, halfSizeM: 40 }) }),
    );
    let cut = 0;
    let lowest = 0;
    for (let y = -120; y < 120; y += 0.31) {
      for (let x = -120; x < 120; x += 0.31) {
        ground.at(x, y);
        if (ground.heightM < -0.055) cut++;
        lowest = Math.min(lowest, ground.heightM);
      }
    }
    return { share: cut / (240 / 0.31) ** 2, lowest };
  };
  it('lie in mud here and there, a hand deep; in rock there are none', () => {
    const mud = cutShare('softMud');
    expect(mud.share).toBeGreaterThan(0.0003);
    expect(mud.share).toBeLessThan(0.02);
    expect(mud.lowest).toBeGreaterThan(-0.16);
    const { furrowShare } = groundTables(['rock', 'softMud']);
    expect([...furrowShare]).toEqual([0, 1]);
  });
});

describe('natural ground on the sector', () => {
  it('is as rough as the grain of its sediment, not a third of it', () => {
    const scene = testScene({ depthM: 6, sediment: 'rock' });
    const contrast = (isPlain: boolean) => {
      const bottom = { ...scene.bottom, isPlain: isPlain || undefined };
      const { info, block } = sound({
        ...testRequest(
          { ...scene, bottom: bottom as typeof scene.bottom },
          { sounder: { instrument: 'sector', rangeM: 14, binCount: 300 }, pass: parkedAt(3, 5) },
        ),
        truth: false,
      });
      // The strongest of each beam between 25 and 50 degrees, past the ringing, neighbours against one another.
      const past = Math.ceil(2 / info.rangeStepM);
      const tops = info.channels[0].beamAnglesDeg.flatMap((angleDeg, beam) => {
        const row = block.levelsCdb.subarray(
          beam * info.binCount + past,
          (beam + 1) * info.binCount,
        );
        return Math.abs(angleDeg) > 25 && Math.abs(angleDeg) < 50 ? [Math.max(...row) / 100] : [];
      });
      return Math.sqrt(mean(tops.slice(1).map((top, i) => (top - tops[i]) ** 2)));
    };
    expect(contrast(false)).toBeGreaterThan(2 * contrast(true));
  });
});

describe.each(CASES)('natural ground under the $name', (setting) => {
  it.each(['sand', 'rock'] as const)('is on the mean as strong as plain: %s', (sediment) => {
    // Patches of rock differ by 4.5 dB and the way meets a dozen of them: so much is chance.
    const limitDb = setting.name === 'side fans' ? 0.7 : 1.2;
    for (const offDb of overPlainDb(sediment, setting, 120)) {
      expect(Math.abs(offDb)).toBeLessThan(limitDb);
    }
  });
});

describe('bubbles under a windy surface', () => {
  const scene = testScene({ depthM: 12, water: { windMps: 7 } });
  /** Mean level of the water between 0.8 and 1.6 m at a place, dB. */
  const nearSurfaceDb = (place: number, isPlain: boolean) => {
    const bottom = { ...scene.bottom, isPlain: isPlain || undefined } as typeof scene.bottom;
    const { info, block } = sound({
      ...testRequest({ ...scene, bottom }, { pass: parkedAt(6 * place, 3 * place), pingCount: 1 }),
      truth: false,
    });
    const cell = (rangeM: number) => Math.round(rangeM / info.rangeStepM);
    return db(mean(powers(block.levelsCdb.subarray(cell(0.8), cell(1.6)))));
  };
  const places = Array.from({ length: 80 }, (_, place) => place);
  const natural = places.map((place) => nearSurfaceDb(place, false));
  it('drift in clouds', () => {
    expect(Math.max(...natural) - Math.min(...natural)).toBeGreaterThan(8);
  });
  it('reach deeper under the thickest clouds where a wind breaks the waves', () => {
    const windy = testScene({ depthM: 12, water: { windMps: 12 } });
    const bottom = { ...windy.bottom, isPlain: undefined } as typeof windy.bottom;
    const falls = places.map((place) => {
      const { info, block } = sound({
        ...testRequest({ ...windy, bottom }, { pass: parkedAt(6 * place, 3 * place) }),
        truth: false,
      });
      const cell = (rangeM: number) => Math.round(rangeM / info.rangeStepM);
      const levelDb = (fromM: number, toM: number) =>
        db(mean(powers(block.levelsCdb.subarray(cell(fromM), cell(toM)))));
      const shallowDb = levelDb(0.8, 1.6);
      return { shallowDb, fallDb: shallowDb - levelDb(2.6, 3.4) };
    });
    const byCloud = falls.toSorted((a, b) => b.shallowDb - a.shallowDb);
    const meanFall = (some: typeof falls) => mean(some.map(({ fallDb }) => fallDb));
    expect(meanFall(byCloud.slice(-30)) - meanFall(byCloud.slice(0, 12))).toBeGreaterThan(1);
  });
  it('are on the mean as many as in even water', () => {
    const meanDb = db(mean(natural.map((level) => 10 ** (level / 10))));
    expect(Math.abs(meanDb - nearSurfaceDb(0, true))).toBeLessThan(1);
  });
});

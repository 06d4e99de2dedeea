import { describe, expect, it } from 'vitest';
import { DEMO_WATERS } from '../demo';
import { passRunSchema } from '../pass';
import { coneFromPreset } from './presets';
import { soundRig } from './rig';
import { createSoundingRun, type SoundingRequest } from './run';

const { scene } = DEMO_WATERS['lake-ismo']();
const PINGS = 60;

/** A column over the basin: in a hole, or from a boat at anchor that hardly moves. */
function column(kind: 'hole' | 'anchor') {
  const holding = kind === 'hole' ? { kind } : { kind, scopeM: 1, swingDeg: 0 };
  const request: SoundingRequest = {
    scene: { ...scene, targets: [] },
    sounder: { ...coneFromPreset('200', 20), instrument: 'column', rangeM: 16, looks: 1 },
    rig: soundRig(0.3),
    pass: passRunSchema.parse({
      planId: 'still',
      routeM: [
        { x: 150, y: 120 },
        { x: 151, y: 120 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps: 0 }],
      holding,
      seed: 5,
    }),
    firstPing: 0,
    pingCount: PINGS,
    truth: false,
  };
  const run = createSoundingRun(request);
  const { levelsCdb } = run.block(0, PINGS);
  const bins = run.info.binCount;
  return {
    info: run.info,
    row: (bin: number) => Array.from({ length: PINGS }, (_, p) => levelsCdb[p * bins + bin] / 100),
  };
}
const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const deviation = (values: number[]) =>
  Math.sqrt(mean(values.map((value) => (value - mean(values)) ** 2)));

describe('the ice about a hole', () => {
  const hole = column('hole');
  const open = column('anchor');
  const binAt = (rangeM: number) => Math.round(rangeM / hole.info.rangeStepM);
  const span = (fromM: number, toM: number) =>
    Array.from({ length: binAt(toM) - binAt(fromM) }, (_, i) => binAt(fromM) + i);

  it('falls by 48 dB a metre from 47 dB under the source', () => {
    // Nearer the transducer’s own ringing is louder.
    const bins = span(0.85, 1.15);
    const over = bins.map((bin) => {
      const rangeM = (bin + 0.5) * hole.info.rangeStepM;
      const energyDb = 10 * Math.log10(mean(hole.row(bin).map((db) => 10 ** (db / 10))));
      return energyDb - (hole.info.channels[0].sourceLevelDb - 47 - 48 * rangeM);
    });
    // Rings of 5 dB and one pattern of speckle, over two rings and more.
    expect(Math.abs(mean(over))).toBeLessThan(4);
    expect(deviation(over)).toBeGreaterThan(1.5);
  });

  it('stands still while the water moves', () => {
    const stillDb = mean(span(0.9, 1.15).map((bin) => deviation(hole.row(bin))));
    const movingDb = mean(span(2, 6).map((bin) => deviation(hole.row(bin))));
    // Speckle that is drawn anew in each ping deviates by 5.6 dB.
    expect(movingDb).toBeGreaterThan(4);
    expect(stillDb).toBeLessThan(0.6 * movingDb);
  });

  it('is only where there is a hole, and ends above the fish', () => {
    const levelDb = (of: typeof hole, fromM: number, toM: number) =>
      mean(span(fromM, toM).map((bin) => mean(of.row(bin))));
    expect(levelDb(hole, 0.9, 1.15) - levelDb(open, 0.9, 1.15)).toBeGreaterThan(6);
    expect(Math.abs(levelDb(hole, 2, 6) - levelDb(open, 2, 6))).toBeLessThan(2);
  });
});

import { describe, expect, it } from 'vitest';
import { fishAt, testRequest, testScene } from '../../tests/fixtures/scene';
import { fromDb, toDb } from '../units';
import { explainCell } from './ledger';
import { createSoundingRun, type SoundingRequest, soundingRequestSchema } from './run';

const scene = testScene({
  targets: [fishAt('near', 0.4, 0.4, 6), fishAt('other', 3, 0.3, 8)],
  water: { volumeScatteringDb: -78 },
});
const cone = testRequest(scene, {
  sounder: { noise: true, speckle: true, binCount: 400, rangeM: 16 },
  pingCount: 400,
});

/** The strongest cell of a target over the first pings, from the truth. */
function brightest(request: SoundingRequest, targetIndex: number) {
  const run = createSoundingRun(request);
  const { truth } = run.block(0, 300);
  let best = -1;
  for (let row = 0; row < truth.ping.length; row++) {
    if (truth.targetIndex[row] !== targetIndex) continue;
    if (best < 0 || truth.levelCdb[row] > truth.levelCdb[best]) best = row;
  }
  return {
    cell: {
      ping: truth.ping[best],
      channel: truth.channel[best],
      beam: truth.firstBeam[best],
      bin: truth.peakBin[best],
    },
    levelDb: truth.levelCdb[best] / 100,
  };
}

describe('the ledger of a cell', () => {
  it('receives what was received, whatever pings came before', () => {
    const run = createSoundingRun(cone);
    const block = run.block(100, 60);
    for (const bin of [120, 200, 301]) {
      const cell = { ping: 137, channel: 0, beam: 0, bin };
      const { receivedDb } = explainCell(cone, cell);
      expect(receivedDb).toBeCloseTo(block.levelsCdb[37 * 400 + bin] / 100, 9);
    }
  });

  it('adds up: terms to the strongest part, parts to what is expected', () => {
    const { cell } = brightest(cone, 0);
    const ledger = explainCell(cone, cell);
    const sum = ledger.terms.reduce((total, { db }) => total + db, 0);
    expect(sum).toBeCloseTo(ledger.parts[0].levelDb, 6);
    const all = toDb(ledger.parts.reduce((total, { levelDb }) => total + fromDb(levelDb), 0));
    expect(all).toBeGreaterThan(ledger.expectedDb - 0.3);
    expect(all).toBeLessThan(ledger.expectedDb + 0.3);
  });

  it('names the fish, at the level that the truth gives it', () => {
    const { cell, levelDb } = brightest(cone, 0);
    const ledger = explainCell(cone, cell);
    expect(ledger.parts[0]).toMatchObject({ what: 'target', targetId: 'near' });
    expect(ledger.parts[0].levelDb).toBeCloseTo(levelDb, 0);
    expect(ledger.offAxisDeg).toBeLessThan(12);
    // A fish of 40 cm at 200 kHz by Love's regression, give or take its aspect and the pulse.
    const strength = ledger.terms.find(({ id }) => id === 'targetStrength')!.db;
    expect(strength).toBeGreaterThan(-48);
    expect(strength).toBeLessThan(-22);
    const spreading = ledger.terms.find(({ id }) => id === 'spreadingOut')!.db;
    expect(spreading).toBeCloseTo(-20 * Math.log10(ledger.rangeM), 9);
  });

  it('takes more off the farther the fish is from the axis', () => {
    const beamAt = (ping: number) => {
      const rows = createSoundingRun(cone).block(ping, 1).truth;
      const row = [...rows.targetIndex].indexOf(0);
      const cell = { ping, channel: 0, beam: 0, bin: rows.peakBin[row] };
      return explainCell(cone, cell).terms.find(({ id }) => id === 'beam')?.db ?? NaN;
    };
    const { cell } = brightest(cone, 0);
    expect(beamAt(cell.ping)).toBeGreaterThan(beamAt(cell.ping - 12));
    expect(beamAt(cell.ping)).toBeGreaterThan(-3);
  });

  it('gives the bottom to the bottom and open water to water and noise', () => {
    const run = createSoundingRun(cone);
    const { track } = run.block(50, 1);
    const { rangeStepM, draftM } = run.info;
    const bed = Math.round((track.bottomDepthM[0] - draftM) / rangeStepM) + 2;
    const at = (bin: number) => explainCell(cone, { ping: 50, channel: 0, beam: 0, bin }).parts;
    expect(at(bed)[0].what).toBe('bottom');
    expect(at(Math.round(bed / 2)).map(({ what }) => what)).not.toContain('bottom');
  });

  it.each(['downFan', 'sideFans', 'sector'] as const)('explains a fish on the %s', (instrument) => {
    const request = soundingRequestSchema.parse({
      ...cone,
      sounder: {
        instrument,
        chirp: null,
        pulseLengthS: 0.00003,
        acousticPowerW: 60,
        frequencyHz: 800_000,
        ...(instrument === 'sector' ? {} : { beamwidthDeg: 1 }),
        pingRateHz: 10,
        rangeM: 16,
        binCount: 400,
      },
    });
    const { cell } = brightest(request, 0);
    const ledger = explainCell(request, cell);
    const sum = ledger.terms.reduce((total, { db }) => total + db, 0);
    expect(sum).toBeCloseTo(ledger.parts[0].levelDb, 6);
    expect(ledger.parts.some((part) => part.what === 'target')).toBe(true);
  });

  it('refuses a cell that does not exist', () => {
    const cell = { ping: 3, channel: 0, beam: 0, bin: 4000 };
    expect(() => explainCell(cone, cell)).toThrow(/no cell 4000/);
  });
});

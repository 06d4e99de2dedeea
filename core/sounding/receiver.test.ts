import { describe, expect, it } from 'vitest';
import { TEST_CONE, testRequest, testScene } from '../../tests/fixtures/scene';
import { explainCell } from './ledger';
import { ceilingDb } from './receiver';
import { createSoundingRun } from './run';

/** Rock two metres under a strong sounder: more than sixteen bits hold. */
const request = (noise: boolean) =>
  testRequest(testScene({ depthM: 2.2, sediment: 'rock' }), {
    sounder: { ...TEST_CONE, noise, rangeM: 6, acousticPowerW: 1500 },
    pingCount: 4,
  });

describe('the ceiling of the receiver', () => {
  it('lies sixteen bits, 96.33 dB, over its noise at rest', () => {
    expect(ceilingDb({ noiseLevelDb: 70 })).toBeCloseTo(166.33, 2);
  });

  it('takes off what is over it, and nothing else', () => {
    const run = createSoundingRun(request(true));
    const ceilingCdb = Math.round(100 * ceilingDb(run.info.channels[0]));
    const { levelsCdb } = run.block(0, 4);
    const open = createSoundingRun(request(false)).block(0, 4).levelsCdb;
    expect(Math.max(...levelsCdb)).toBe(ceilingCdb);
    expect(Math.max(...open)).toBeGreaterThan(ceilingCdb + 500);
    let clipped = 0;
    levelsCdb.forEach((level, i) => {
      // Noise so far below adds nothing to hundredths of dB.
      if (open[i] > ceilingCdb) {
        expect(level).toBe(ceilingCdb);
        clipped++;
      } else if (open[i] > ceilingCdb - 2000) expect(Math.abs(level - open[i])).toBeLessThan(2);
    });
    expect(clipped).toBeGreaterThan(20);
  });

  it('is told of in the ledger of a cell that it cut, and of no other', () => {
    const { info, block } = createSoundingRun(request(true));
    const { levelsCdb } = block(2, 1);
    const peak = levelsCdb.indexOf(Math.max(...levelsCdb));
    const ledger = explainCell(request(true), { ping: 2, channel: 0, beam: 0, bin: peak });
    expect(ledger.isClipped).toBe(true);
    expect(ledger.receivedDb).toBeCloseTo(ceilingDb(info.channels[0]), 1);
    const quiet = explainCell(request(true), { ping: 2, channel: 0, beam: 0, bin: 590 });
    expect(quiet.isClipped).toBe(false);
  });
});

import { describe, expect, it } from 'vitest';
import { createSoundingRun, rigSchema } from '../sounding';
import { levelCheck, LEVEL_CHECK_PILINGS } from '.';

/** Sum of the echo energy of each target over the check pass, dB, and where along the pass it lies. */
function sounded(rig: { tiltDeg?: number; rollDeg?: number }) {
  const request = levelCheck(rigSchema.parse({ draftM: 0.3, ...rig }));
  const run = createSoundingRun(request);
  const { truth, track } = run.block(0, request.pingCount);
  return request.scene.targets.map(({ id }, index) => {
    let energy = 0;
    let moment = 0;
    for (let row = 0; row < truth.ping.length; row++) {
      if (truth.targetIndex[row] !== index) continue;
      const power = 10 ** (truth.levelCdb[row] / 1000);
      energy += power;
      moment += power * track.yM[truth.ping[row]];
    }
    return { id, energyDb: 10 * Math.log10(energy), alongM: moment / energy };
  });
}
const of = (targets: ReturnType<typeof sounded>, id: string) =>
  targets.find((target) => target.id === id)!;

describe('the level check', () => {
  const level = sounded({});
  it('level: pilings to both sides are alike, and fish lie where they are', () => {
    const [port, starboard] = [of(level, 'port'), of(level, 'starboard')];
    expect(Math.abs(port.energyDb - starboard.energyDb)).toBeLessThan(1.5);
    expect(port.alongM).toBeCloseTo(LEVEL_CHECK_PILINGS.portAlongM, 0);
    expect(starboard.alongM).toBeCloseTo(LEVEL_CHECK_PILINGS.starboardAlongM, 0);
    expect(Math.abs(of(level, 'second').alongM - 20)).toBeLessThan(0.3);
  });
  it('starboard side down looks to port, so that the piling there is drawn stronger', () => {
    const rolled = sounded({ rollDeg: 7 });
    const difference = of(rolled, 'port').energyDb - of(rolled, 'starboard').energyDb;
    expect(difference).toBeGreaterThan(6);
    const other = sounded({ rollDeg: -7 });
    expect(of(other, 'starboard').energyDb - of(other, 'port').energyDb).toBeGreaterThan(6);
  });
  it('looking forward, fish are heard before the boat is over them: the rising leg is the longer', () => {
    const tilted = sounded({ tiltDeg: 8 });
    for (const id of ['first', 'second', 'third']) {
      expect(of(tilted, id).alongM, id).toBeLessThan(of(level, id).alongM - 0.2);
    }
    const back = sounded({ tiltDeg: -8 });
    for (const id of ['first', 'second', 'third']) {
      expect(of(back, id).alongM, id).toBeGreaterThan(of(level, id).alongM + 0.2);
    }
  });
});

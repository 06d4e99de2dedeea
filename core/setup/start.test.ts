import { describe, expect, it } from 'vitest';
import { SEDIMENT_NAMES } from '../bottom';
import {
  startingGainDb,
  suggest,
  USUAL_GAIN_DB,
  USUAL_SCHOOLS,
  usualSetup,
  usualSideRangeM,
} from '.';
import { soundRig } from '../sounding';

describe('where to begin', () => {
  it('the gain is lower over hard ground and in shallows, higher over mud and in depth', () => {
    const gain = (depthM: number, sediment: (typeof SEDIMENT_NAMES)[number]) =>
      startingGainDb('cone', depthM, sediment);
    expect(gain(12, 'sand')).toBe(USUAL_GAIN_DB.cone);
    expect(gain(12, 'rock')).toBe(USUAL_GAIN_DB.cone - 4);
    expect(gain(12, 'softMud')).toBe(USUAL_GAIN_DB.cone + 4);
    expect(gain(3, 'sand')).toBe(USUAL_GAIN_DB.cone - 3);
    expect(gain(30, 'sand')).toBe(USUAL_GAIN_DB.cone + 3);
  });
  it('side fans: twice the depth to hunt, more to search, never less than they can show', () => {
    expect(usualSideRangeM('hunt', 10)).toBe(20);
    expect(usualSideRangeM('hunt', 2)).toBe(8);
    expect(usualSideRangeM('search', 5)).toBe(35);
    expect(usualSideRangeM('search', 12)).toBe(48);
    expect(usualSideRangeM('search', 60)).toBe(80);
    expect(usualSideRangeM('inspect', 4)).toBe(15);
    expect(usualSideRangeM('inspect', 30)).toBe(25);
  });
  it('is what the bench suggests', () => {
    const setup = usualSetup({ deepestM: 12, rig: soundRig(0.3), speedMps: 1, waveHeightM: 0 });
    for (const sediment of SEDIMENT_NAMES) {
      const found = suggest(setup, {
        ...{ instrument: 'sideFans', depthM: 9, sediment, purpose: 'hunt', rangePx: 400 },
        schools: USUAL_SCHOOLS,
      });
      const of = (id: string) => found.find((one) => one.id === id)!.value;
      expect(of('gain')).toBe(startingGainDb('sideFans', 9, sediment));
      expect(of('range')).toBe(usualSideRangeM('hunt', 9));
    }
  });
});

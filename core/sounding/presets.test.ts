import { describe, expect, it } from 'vitest';
import { CONE_PRESET_IDS, coneFromPreset, maxPingRateHz, sounderSchema } from '.';

describe('the cone of a preset', () => {
  it('listens a seventh deeper than the water, and as usual in shallow water', () => {
    expect(coneFromPreset('200').rangeM).toBe(24);
    expect(coneFromPreset('200', 12).rangeM).toBe(24);
    expect(coneFromPreset('200', 40).rangeM).toBe(46);
    expect(coneFromPreset('200', 500).rangeM).toBe(200);
  });
  it.each([3, 24, 60, 200])('never pings before the last echo of %d m is back', (deepestM) => {
    for (const id of CONE_PRESET_IDS) {
      const sounder = coneFromPreset(id, deepestM);
      expect(sounderSchema.safeParse(sounder).success).toBe(true);
      expect(sounder.pingRateHz).toBeLessThanOrEqual(maxPingRateHz(sounder.rangeM, 1400));
      expect(sounder.pingRateHz).toBeGreaterThanOrEqual(1);
    }
  });
});

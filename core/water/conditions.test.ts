import { describe, expect, it } from 'vitest';
import { boatMotion, conditionsSchema, driftMps, waterLevelM } from '.';

const day = (change: object) => conditionsSchema.parse(change);

describe('a day on the water', () => {
  it('the tide stands half its range above at high water and below at low', () => {
    const tidal = day({ levelM: 0.2, tide: { rangeM: 3, highWaterHour: 9 } });
    expect(waterLevelM(tidal, 9)).toBeCloseTo(1.7, 9);
    expect(waterLevelM(tidal, 9 + 6.21)).toBeCloseTo(-1.3, 9);
    expect(waterLevelM(tidal, 9 + 12.42)).toBeCloseTo(1.7, 9);
    expect(waterLevelM(day({ levelM: -0.4 }))).toBe(-0.4);
  });
  it('a boat adrift goes downwind at 4 % of the wind, and with the current', () => {
    const windy = day({ windFromDeg: 270 });
    expect(driftMps(windy, 5).eastMps).toBeCloseTo(0.2, 9);
    expect(driftMps(windy, 5).northMps).toBeCloseTo(0, 9);
    const current = day({ windFromDeg: 0, current: { speedMps: 0.3, towardDeg: 90 } });
    const { eastMps, northMps } = driftMps(current, 5);
    expect([eastMps, northMps]).toEqual([expect.closeTo(0.3, 9), expect.closeTo(-0.2, 9)]);
  });
  it('heaves by a quarter of the significant height, and not at all on ice', () => {
    expect(boatMotion(day({ waveHeightM: 0.4 })).heaveM).toBeCloseTo(0.1, 9);
    expect(boatMotion(day({ waveHeightM: 0.4, iceM: 0.3 }))).toEqual({ heaveM: 0, rollDeg: 0 });
  });
});

import { describe, expect, it } from 'vitest';
import { archRiseM, deadZoneM, deadZoneOnSlopeM, footprintM, wayInBeamM } from '.';

describe('a fish in a beam', () => {
  it('stays on its axis for the whole footprint, beside it for a chord, and then not at all', () => {
    expect(wayInBeamM(10, 20)).toBeCloseTo(3.5265, 4);
    expect(wayInBeamM(10, 20)).toBeCloseTo(footprintM(10, 20), 9);
    // 3-4-5: a radius of 5 and 3 aside leave 8.
    const deg = (2 * Math.atan(0.5) * 180) / Math.PI;
    expect(wayInBeamM(10, deg, 3)).toBeCloseTo(8, 9);
    expect(wayInBeamM(10, 20, 1.77)).toBe(0);
  });
  it('draws an arch that rises with the depth and the angle', () => {
    expect(archRiseM(10, 20)).toBeCloseTo(0.1543, 4);
    expect(archRiseM(20, 20)).toBeCloseTo(2 * archRiseM(10, 20), 9);
    expect(archRiseM(10, 40)).toBeGreaterThan(4 * archRiseM(10, 20));
  });
});

describe('what uphill ground hides', () => {
  it('nothing more than a cell on the flat, right under the boat', () => {
    expect(deadZoneOnSlopeM(15, 20, 0, 0.1)).toBeCloseTo(0.1, 9);
    expect(deadZoneM(15, 20, 0.1)).toBeGreaterThan(0.1);
  });
  it('more the steeper it is, and the wider the beam', () => {
    const of = (beamDeg: number, slopeDeg: number) => deadZoneOnSlopeM(10, beamDeg, slopeDeg, 0);
    for (const beamDeg of [8, 20, 40]) {
      for (let slope = 5; slope < 55; slope += 5) {
        expect(of(beamDeg, slope + 5)).toBeGreaterThan(of(beamDeg, slope));
      }
    }
    expect(of(40, 30)).toBeGreaterThan(of(20, 30));
  });
  it('agrees with rays walked across the beam', () => {
    for (const [beamDeg, slopeDeg] of [
      [20, 5],
      [20, 30],
      [40, 15],
      [8, 45],
    ]) {
      const slope = (slopeDeg * Math.PI) / 180;
      let nearest = Infinity;
      for (let i = -500; i <= 500; i++) {
        const t = ((i / 500) * (beamDeg / 2) * Math.PI) / 180;
        // Where the ray at an angle t meets ground that rises by the slope: r cos t = d − r sin t tan β.
        nearest = Math.min(nearest, 10 / (Math.cos(t) + Math.sin(t) * Math.tan(slope)));
      }
      expect(10 - nearest).toBeCloseTo(deadZoneOnSlopeM(10, beamDeg, slopeDeg, 0), 3);
    }
  });
});

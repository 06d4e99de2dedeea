import { converter, differenceCiede2000, parse, wcagContrast } from 'culori';
import { describe, expect, it } from 'vitest';
import type { EchogramInfo } from '../sounding';
import {
  aboveFloorDb,
  binToY,
  clampView,
  depthToY,
  DISPLAY_SPAN_DB,
  EYES,
  echoTransform,
  matchedScrollPxPerS,
  MIDDLE_GAIN_DB,
  palette,
  PALETTE_IDS,
  pingsAcross,
  pingToX,
  renderEchogram,
  scaleTicks,
  stripStrengths,
  type View,
  viewOf,
  viewSchema,
  tvgDb,
  xToPing,
  yToBin,
  yToDepthM,
} from '.';

const INFO: EchogramInfo = {
  instrument: 'cone',
  channels: [
    {
      name: 'cone',
      frequencyHz: 200_000,
      beamwidthDeg: 20,
      acrossBeamwidthDeg: null,
      rangeCellM: 0.1,
      absorptionDbPerM: 0.01,
      sourceLevelDb: 210,
      noiseLevelDb: 80,
      beamAnglesDeg: [0],
    },
  ],
  binCount: 40,
  rangeStepM: 0.25,
  draftM: 0.5,
  soundSpeedMps: 1466,
  pingRateHz: 10,
};
const [CHANNEL] = INFO.channels;
const VIEW = viewOf({
  gainDb: MIDDLE_GAIN_DB,
  paletteId: 'drizzle',
  topM: 0,
  bottomM: 10,
  scrollPxPerS: 10,
});
const lightness = converter('oklch');

describe('palettes', () => {
  it('are at least eight', () => expect(new Set(PALETTE_IDS).size).toBeGreaterThanOrEqual(8));
  describe.each(PALETTE_IDS)('%s', (id) => {
    it.each(EYES)('keeps its order of lightness with %s', (eye) => {
      const steps = palette(id, eye).hex.map((hex) => lightness(parse(hex)!)?.l ?? NaN);
      const sign = Math.sign(steps.at(-1)! - steps[0]);
      for (let i = 8; i < steps.length; i += 8) {
        expect(sign * (steps[i] - steps[i - 8])).toBeGreaterThan(-0.005);
      }
    });
    it.each(EYES)('has sixteen steps that %s tells apart', (eye) => {
      const { hex } = palette(id, eye);
      const apart = differenceCiede2000();
      for (let i = 31; i < 256; i += 16) {
        expect(apart(hex[i], hex[i - 16])).toBeGreaterThan(1.6);
      }
    });
    it('spans most of the range from ground to strongest', () => {
      const { hex } = palette(id);
      expect(wcagContrast(hex[0], hex.at(-1)!)).toBeGreaterThan(7);
    });
  });
});

describe('level to display', () => {
  it('counts gain and range in', () => {
    const quiet = {
      ...CHANNEL,
      absorptionDbPerM: 0.01,
      noiseLevelDb: CHANNEL.sourceLevelDb - 250,
    };
    const base = aboveFloorDb(120, 8, quiet, { gainDb: MIDDLE_GAIN_DB });
    expect(aboveFloorDb(120, 8, quiet, { gainDb: MIDDLE_GAIN_DB + 7 }) - base).toBeCloseTo(7, 9);
    expect(tvgDb(10, quiet)).toBeCloseTo(30.2, 6);
    // Where it would lift noise to 2 dB under the floor it stops: SL − NL − 84.
    const loud = { ...quiet, noiseLevelDb: quiet.sourceLevelDb - 110 };
    expect(tvgDb(60, loud)).toBeGreaterThan(25);
    expect(tvgDb(60, loud)).toBeLessThan(26);
    expect(tvgDb(60, loud, 40)).toBeCloseTo(tvgDb(60, loud), 0);
    // A pulse-limited bottom (30 log r) keeps its level with depth.
    expect(
      aboveFloorDb(120 - 30 * Math.log10(2) - 2 * 0.01 * 8, 16, quiet, { gainDb: 40 }),
    ).toBeCloseTo(base, 6);
  });
});

describe('view', () => {
  it('brings anything into its limits and says what moved', () => {
    const { view, clamped } = clampView({
      ...VIEW,
      gainDb: 999,
      topM: -4,
      bottomM: NaN,
      scrollPxPerS: Infinity,
    });
    expect(viewSchema.safeParse(view).success).toBe(true);
    expect(view.gainDb).toBe(80);
    expect(clamped.sort()).toEqual(['bottomM', 'gainDb', 'scrollPxPerS', 'topM']);
  });
  it('keeps a window of at least a metre', () => {
    const { view } = clampView({ ...VIEW, topM: 9.8, bottomM: 10 });
    expect(view.bottomM - view.topM).toBeCloseTo(1, 9);
    expect(viewSchema.safeParse({ ...VIEW, topM: 9.8 }).success).toBe(false);
  });
  it('matches scroll to speed: a metre is as long as it is deep', () => {
    const scroll = matchedScrollPxPerS(50, 1.5);
    const transform = echoTransform(INFO, { ...VIEW, scrollPxPerS: scroll }, 800, 500, 100);
    const pxPerMetreAlong = (transform.pxPerPing * INFO.pingRateHz) / 1.5;
    expect(pxPerMetreAlong).toBeCloseTo(transform.pxPerM, 9);
  });
});

describe('transform', () => {
  const transform = echoTransform(INFO, { ...VIEW, topM: 2 }, 300, 160, 77);
  it('goes to pixels and back', () => {
    expect(pingToX(transform, 77)).toBe(300);
    expect(xToPing(transform, pingToX(transform, 61.5))).toBeCloseTo(61.5, 9);
    expect(yToDepthM(transform, depthToY(transform, 4.2))).toBeCloseTo(4.2, 9);
    expect(yToBin(transform, binToY(transform, 13))).toBeCloseTo(13, 9);
    expect(depthToY(transform, 0.5 + 13 * 0.25)).toBeCloseTo(binToY(transform, 13), 9);
    expect(pingsAcross(INFO, VIEW, 300)).toBe(300);
  });
  it('labels round values inside the picture', () => {
    expect(scaleTicks(0, 16, 8)).toEqual([2, 4, 6, 8, 10, 12, 14]);
    expect(scaleTicks(3.2, 4.4, 8)).toEqual([3.4, 3.6, 3.8, 4, 4.2]);
    expect(scaleTicks(5, 5)).toEqual([]);
  });
});

describe('rendering', () => {
  const levels = (fill: number) => new Int16Array(8 * INFO.binCount).fill(fill);
  const WEAK = 5000;
  const STRONG = 20_000;
  const draw = (
    levelsCdb: Int16Array,
    view: View,
    width: number,
    height: number,
    end = 8,
    first = 0,
  ) => {
    const pixels = new Uint32Array(width * height);
    renderEchogram(
      { info: INFO, levelsCdb, capacity: 8, first, end },
      view,
      echoTransform(INFO, view, width, height, end),
      pixels,
    );
    return pixels;
  };
  const ground = palette('drizzle').rgba[0];
  const top = palette('drizzle').rgba[255];

  it('puts a cell where its ping and depth say', () => {
    const echo = levels(WEAK);
    echo[5 * INFO.binCount + 12] = STRONG;
    // 1 px a ping, 4 px a metre: cell 12 begins at 0.5 + 3 m.
    const pixels = draw(echo, VIEW, 8, 40);
    const lit = [...pixels.keys()].filter((i) => pixels[i] === top);
    expect(lit).toEqual([14 * 8 + 5]);
    expect(pixels.filter((p) => p === ground).length).toBe(8 * 40 - 1);
  });

  it('never drops a strong ping or cell when many fall on one pixel', () => {
    for (let ping = 0; ping < 8; ping++) {
      for (let cell = 8; cell < 36; cell++) {
        const echo = levels(WEAK);
        echo[ping * INFO.binCount + cell] = STRONG;
        expect(draw(echo, { ...VIEW, scrollPxPerS: 4 }, 4, 9)).toContain(top);
      }
    }
  });

  it('reads a ring from its newest end', () => {
    const echo = levels(WEAK);
    echo[(11 % 8) * INFO.binCount + 12] = STRONG; // ping 11 lies in slot 3
    const pixels = draw(echo, VIEW, 8, 40, 13, 5);
    expect(pixels.indexOf(top)).toBe(14 * 8 + 6);
  });

  it('leaves what was never received at the ground colour', () => {
    const pixels = draw(levels(STRONG), VIEW, 20, 40, 8, 0);
    expect(pixels[20 * 20 + 3]).toBe(ground);
    expect(pixels[20 * 20 + 19]).toBe(top);
  });

  it('is brighter with more gain, row by row', () => {
    const echo = Int16Array.from(
      { length: 8 * INFO.binCount },
      (_, i) => 9000 + ((i * 7919) % 5000),
    );
    const sum = (gainDb: number) =>
      draw(echo, { ...VIEW, gainDb }, 8, 40).reduce((a, p) => a + (p & 255), 0);
    expect(sum(30)).toBeLessThan(sum(40));
    expect(sum(40)).toBeLessThan(sum(55));
  });
});

describe('live strip', () => {
  it('is as long as the echo is strong, at its depth', () => {
    const ping = new Int16Array(INFO.binCount).fill(-20_000);
    const rangeM = 12.5 * INFO.rangeStepM;
    const halfDb = CHANNEL.sourceLevelDb - tvgDb(rangeM, CHANNEL) - 82 + DISPLAY_SPAN_DB / 2;
    ping[12] = Math.round(100 * halfDb);
    const strengths = stripStrengths(INFO, VIEW, echoTransform(INFO, VIEW, 50, 40, 1), ping);
    expect(strengths[14]).toBeCloseTo(0.5, 2);
    expect([...strengths].filter((s) => s > 0).length).toBe(1);
  });
});

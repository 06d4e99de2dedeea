import { describe, expect, it } from 'vitest';
import type { EchogramInfo } from '../sounding';
import {
  automaticGainDb,
  type EchoSource,
  palette,
  type Picture,
  pictureOf,
  placeOf,
  pointAt,
  renderPicture,
  scrolledSince,
  settledView,
  type View,
  viewOf,
} from '.';
import { pingReader } from './pingReader';

const CHANNEL = {
  frequencyHz: 800_000,
  beamwidthDeg: 1,
  acrossBeamwidthDeg: 50,
  rangeCellM: 0.02,
  absorptionDbPerM: 0,
  sourceLevelDb: 210,
  noiseLevelDb: 70,
  beamAnglesDeg: [0],
};
const info = (instrument: EchogramInfo['instrument']): EchogramInfo => ({
  instrument,
  channels:
    instrument === 'sideFans'
      ? [
          { ...CHANNEL, name: 'port' },
          { ...CHANNEL, name: 'starboard' },
        ]
      : instrument === 'sector'
        ? [
            {
              ...CHANNEL,
              name: 'sector',
              beamAnglesDeg: Array.from({ length: 30 }, (_, i) => -58 + 4 * i),
            },
          ]
        : [{ ...CHANNEL, name: 'cone', acrossBeamwidthDeg: null }],
  binCount: 50,
  rangeStepM: 0.2,
  draftM: 0.3,
  soundSpeedMps: 1470,
  pingRateHz: 10,
});
const VIEW = viewOf({
  gainDb: 40,
  paletteId: 'drizzle',
  topM: 0,
  bottomM: 10,
  scrollPxPerS: 16,
});
const WEAK = 4000;
const STRONG = 20_500;
const CAPACITY = 64;
const rows = (of: EchogramInfo) => of.channels.reduce((n, c) => n + c.beamAnglesDeg.length, 0);

/** A ring of weak echoes, with a strong cell where told. */
function source(
  instrument: EchogramInfo['instrument'],
  strong: { ping: number; row?: number; bin: number }[] = [],
  end = 40,
): EchoSource {
  const of = info(instrument);
  const stride = rows(of) * of.binCount;
  const levelsCdb = new Int16Array(CAPACITY * stride).fill(WEAK);
  for (const { ping, row = 0, bin } of strong) {
    levelsCdb[(ping % CAPACITY) * stride + row * of.binCount + bin] = STRONG;
  }
  const bottomDepthM = Float32Array.from({ length: CAPACITY }, (_, slot) => 5 + 0.05 * slot);
  return { info: of, levelsCdb, capacity: CAPACITY, first: 0, end, bottomDepthM };
}

function draw(from: EchoSource, view: View, width: number, height: number, end = from.end) {
  const picture = pictureOf(from, view, width, height, end);
  const pixels = new Uint32Array(width * height);
  renderPicture(from, view, picture, pixels);
  return { picture, pixels };
}
const lit = (pixels: Uint32Array, view = VIEW) => {
  const top = palette(view.paletteId).rgba[255];
  return [...pixels.keys()].filter((i) => pixels[i] === top);
};

describe.each(['cone', 'sideFans', 'sector'] as const)('a picture of %s', (instrument) => {
  const strong = { ping: 39, row: instrument === 'cone' ? 0 : 1, bin: 30 };
  it('lights the place that it names, and names the place that it lights', () => {
    const from = source(instrument, [strong]);
    const { picture, pixels } = draw(from, VIEW, 240, 160);
    const channel = instrument === 'sideFans' ? 1 : 0;
    const beam = instrument === 'sector' ? 1 : 0;
    const at = placeOf(picture, { ping: 39, channel, beam, bin: 30 })!;
    const i = Math.floor(at.y) * 240 + Math.floor(at.x);
    expect(lit(pixels)).toContain(i);
    for (const k of lit(pixels)) {
      const point = pointAt(picture, from, (k % 240) + 0.5, Math.floor(k / 240) + 0.5);
      expect(point).toMatchObject({ ping: 39, channel, beam });
      // A pixel across the edge of two cells shows the stronger.
      expect(Math.abs(point!.bin - 30)).toBeLessThanOrEqual(1);
    }
  });
  it('names nothing that has not been received', () => {
    const from = source(instrument, [], 40);
    const { picture } = draw(from, VIEW, 240, 160);
    const later = placeOf(picture, { ping: 41, channel: 0, beam: 3, bin: 20 });
    if (instrument !== 'sector') expect(pointAt(picture, from, later!.x, later!.y)).toBeNull();
  });
});

describe('orientation', () => {
  const at = (picture: Picture, ping: number, channel: number, bin: number, beam = 0) =>
    placeOf(picture, { ping, channel, beam, bin })!;
  it('has the newest at the right edge of a cone', () => {
    const { picture } = draw(source('cone'), VIEW, 240, 160);
    expect(at(picture, 39, 0, 10).x).toBeGreaterThan(238);
    expect(at(picture, 30, 0, 10).x).toBeLessThan(at(picture, 31, 0, 10).x);
  });
  it('has the newest on top of the side fans, port left, starboard right', () => {
    const { picture } = draw(source('sideFans'), VIEW, 240, 160);
    expect(at(picture, 39, 0, 10).y).toBeLessThan(2);
    expect(at(picture, 30, 0, 10).y).toBeGreaterThan(at(picture, 31, 0, 10).y);
    expect(at(picture, 39, 0, 10).x).toBeLessThan(120);
    expect(at(picture, 39, 1, 10).x).toBeGreaterThan(120);
    expect(at(picture, 39, 0, 40).x).toBeLessThan(at(picture, 39, 0, 10).x);
  });
  it('gives one side alone the whole width', () => {
    const view = { ...VIEW, sides: 'port' as const };
    const { picture } = draw(source('sideFans'), view, 240, 160);
    expect(at(picture, 39, 0, 1).x).toBeGreaterThan(230);
    expect(placeOf(picture, { ping: 39, channel: 1, beam: 0, bin: 1 })).toBeNull();
  });
  it('has what lies ahead of the mount at the right of a sector', () => {
    const { picture } = draw(source('sector'), VIEW, 240, 160);
    expect(at(picture, 39, 0, 30, 28).x).toBeGreaterThan(at(picture, 39, 0, 30, 2).x);
    expect(at(picture, 39, 0, 40, 15).y).toBeGreaterThan(at(picture, 39, 0, 10, 15).y);
  });
});

describe('scrolling', () => {
  // Levels that differ everywhere, so that a column in the wrong place shows.
  const varied = (instrument: 'cone' | 'sideFans') => {
    const from = source(instrument);
    from.levelsCdb.forEach((_, i) => (from.levelsCdb[i] = 12_000 + ((i * 7919) % 6000)));
    return from;
  };
  it.each([
    ['cone', 7, {}],
    ['cone', 16, {}],
    ['cone', 33.3, {}],
    ['cone', 21, { noiseFilter: 2, crossTalkFilter: true }],
    ['sideFans', 7, {}],
    ['sideFans', 27, { noiseFilter: 1 }],
  ] as const)(
    '%s at %d px/s is the old picture moved and what is new',
    (instrument, px, change) => {
      const view = { ...VIEW, scrollPxPerS: px, ...change };
      const [width, height] = [120, 90];
      let old: { picture: Picture; pixels: Uint32Array } | null = null;
      for (const end of [20, 21, 22, 25, 31, 40]) {
        const now = { ...varied(instrument), end };
        const whole = draw(now, view, width, height, end);
        const scrolled = old && scrolledSince(old.picture, whole.picture, view);
        if (old && scrolled) {
          const { byPx, from, to } = scrolled;
          const pixels = new Uint32Array(width * height);
          const isAlong = instrument === 'cone';
          for (let y = 0; y < height; y++) {
            for (let x = 0; x < width; x++) {
              const [fromX, fromY] = isAlong ? [x + byPx, y] : [x, y - byPx];
              if (fromX < width && fromY >= 0) {
                pixels[y * width + x] = old.pixels[fromY * width + fromX];
              }
            }
          }
          const strip = new Uint32Array(isAlong ? (to - from) * height : width * (to - from));
          renderPicture(now, view, whole.picture, strip, { from, to });
          for (let k = 0; k < strip.length; k++) {
            const [x, y] = isAlong
              ? [from + (k % (to - from)), Math.floor(k / (to - from))]
              : [k % width, from + Math.floor(k / width)];
            pixels[y * width + x] = strip[k];
          }
          expect(pixels).toEqual(whole.pixels);
        }
        old = whole;
      }
    },
  );
  it('is drawn whole when something else changes', () => {
    const from = source('cone');
    const old = pictureOf(from, VIEW, 100, 80, 20);
    const wider = pictureOf(from, { ...VIEW, bottomM: 12 }, 100, 80, 21);
    expect(scrolledSince(old, wider, VIEW)).toBeNull();
    expect(scrolledSince(pictureOf(from, VIEW, 100, 80, 30), old, VIEW)).toBeNull();
  });
});

describe('filters act on what is shown, not on what is stored', () => {
  const dash = source('cone', [{ ping: 20, bin: 25 }]);
  const arch = source(
    'cone',
    Array.from({ length: 9 }, (_, i) => ({ ping: 16 + i, bin: 25 })),
  );
  const shows = (from: EchoSource, change: Partial<View>) =>
    lit(draw(from, { ...VIEW, ...change }, 240, 160).pixels).length > 0;
  it('cross-talk: takes a dash of one ping, leaves an arch', () => {
    expect(shows(dash, {})).toBe(true);
    expect(shows(dash, { crossTalkFilter: true })).toBe(false);
    expect(shows(arch, { crossTalkFilter: true })).toBe(true);
  });
  it('noise: the stronger, the longer a mark must last', () => {
    const three = source(
      'cone',
      [19, 20, 21].map((ping) => ({ ping, bin: 25 })),
    );
    expect(shows(three, { noiseFilter: 1 })).toBe(true);
    expect(shows(three, { noiseFilter: 3 })).toBe(false);
    expect(shows(arch, { noiseFilter: 3 })).toBe(true);
  });
  it('surface: hides what is nearer than its depth', () => {
    expect(shows(arch, { surfaceFilterM: 4 })).toBe(true);
    expect(shows(arch, { surfaceFilterM: 6 })).toBe(false);
  });
  it('contrast: drops what is weak and leaves the strongest', () => {
    const grey = source('cone');
    grey.levelsCdb.fill(13_500);
    const brightness = (contrastDb: number) =>
      draw(grey, { ...VIEW, contrastDb }, 60, 40).pixels[20 * 60 + 30] & 255;
    expect(brightness(20)).toBeLessThan(brightness(0));
    expect(shows(arch, { contrastDb: 30 })).toBe(true);
  });
  it('gain over range: all laws agree at ten metres, and part beyond', () => {
    const even = source('cone');
    even.levelsCdb.fill(13_000);
    const level = (tvgLaw: View['tvgLaw'], y: number) =>
      draw(even, { ...VIEW, tvgLaw, bottomM: 20 }, 40, 200).pixels[y * 40 + 20] & 255;
    expect(Math.abs(level(20, 100) - level(40, 100))).toBeLessThan(3);
    expect(level(20, 20)).toBeGreaterThan(level(40, 20));
  });
});

describe('frames of the sector', () => {
  const middle = { channel: 0, ping: 39, bin: 30 };
  /** Colour step (0–255) at a place of the picture, and between two beams. */
  const brightness = ({ pixels, picture }: ReturnType<typeof draw>, beam: number) => {
    const { x, y } = placeOf(picture, { ...middle, beam })!;
    return palette(VIEW.paletteId).rgba.indexOf(pixels[Math.floor(y) * 600 + Math.floor(x)]);
  };
  it('leave no steps from beam to beam: between two lies what is between their levels', () => {
    const from = source('sector');
    const [weak, strong] = [13_000, 15_000];
    from.levelsCdb.fill(weak);
    const stride = 30 * 50;
    const at = (39 % CAPACITY) * stride;
    from.levelsCdb.fill(strong, at + 16 * 50, at + 30 * 50);
    const drawn = draw(from, VIEW, 600, 400);
    const [dark, light] = [brightness(drawn, 14), brightness(drawn, 17)];
    expect(light).toBeGreaterThan(dark + 60);
    expect(brightness(drawn, 15.5)).toBeCloseTo((dark + light) / 2, -1);
    expect(brightness(drawn, 15.25)).toBeCloseTo(dark + (light - dark) / 4, -1);
    // Within half a beam of the edge there is nothing beyond to look at.
    expect(brightness(drawn, -0.4)).toBe(brightness(drawn, 0));
  });
  it('glow on: a flash is as strong as its share of the frames since', () => {
    const flash = source('sector', [{ ping: 30, row: 15, bin: 30 }]);
    const share = 0.5;
    const view = { ...VIEW, persistence: share };
    const at = 15 * 50 + 30;
    const levelAt = (ping: number) => {
      const { levels, at: base } = pingReader(flash, view, 0)!(ping);
      return levels[base + at];
    };
    const weights = Array.from({ length: 7 }, (_, back) => share ** back);
    const sum = weights.reduce((total, weight) => total + weight);
    for (const after of [0, 1, 3, 6]) {
      const wanted = STRONG + 1000 * Math.log10(weights[after] / sum);
      expect(Math.abs(levelAt(30 + after) - wanted)).toBeLessThan(8);
    }
    expect(levelAt(37)).toBeLessThan(WEAK + 8);
    expect(levelAt(29)).toBeLessThan(WEAK + 8);
    expect(pingReader(flash, VIEW, 0)).toBeNull();
  });
});

describe('zoom', () => {
  it('enlarges a window about its middle, within the range', () => {
    const view: View = { ...VIEW, zoom: 'window', zoomFactor: 4, zoomMiddleM: 6 };
    expect(settledView(source('cone'), view, 40, 40)).toMatchObject({ topM: 4.75, bottomM: 7.25 });
    const low = settledView(source('cone'), { ...view, zoomMiddleM: 10 }, 40, 40);
    expect([low.topM, low.bottomM]).toEqual([7.5, 10]);
  });
  it('hangs on the bottom: a sloping bed lies level, and cells keep their names', () => {
    // A bed that falls a cell every four pings, as the stated depths do.
    const bed = (ping: number) => Math.round((5 + 0.05 * ping - 0.3) / 0.2);
    const from = source(
      'cone',
      Array.from({ length: 40 }, (_, ping) => ({ ping, bin: bed(ping) })),
    );
    const view = settledView(from, { ...VIEW, zoom: 'bottom', zoomFactor: 2 }, 40, 40);
    const { picture, pixels } = draw(from, view, 60, 200);
    const rowsLit = new Set(lit(pixels).map((i) => Math.floor(i / 60)));
    expect(Math.max(...rowsLit) - Math.min(...rowsLit)).toBeLessThanOrEqual(16);
    const at = placeOf(picture, { ping: 38, channel: 0, beam: 0, bin: bed(38) })!;
    expect(pointAt(picture, from, at.x, at.y)).toMatchObject({ ping: 38, bin: bed(38) });
  });
});

describe('automatics', () => {
  it('gain brings the loudest of most pings to the strongest colour', () => {
    const from = source(
      'cone',
      Array.from({ length: 40 }, (_, ping) => ({ ping, bin: 30 })),
    );
    from.levelsCdb.forEach((level, i) => level === STRONG && (from.levelsCdb[i] = 13_000));
    const gainDb = automaticGainDb(from, VIEW, 40);
    const brightest = (gain: number) =>
      Math.max(...draw(from, { ...VIEW, gainDb: gain }, 60, 100).pixels.map((p) => p & 255));
    const white = palette('drizzle').rgba[255] & 255;
    expect(brightest(gainDb + 2)).toBe(white);
    expect(brightest(gainDb - 4)).toBeLessThan(white);
  });
  it('range holds the bottom with room beneath it', () => {
    const { bottomM } = settledView(source('cone'), { ...VIEW, autoRange: true }, 40, 40);
    expect(bottomM).toBeGreaterThan(5 + 0.05 * 39);
    expect(bottomM).toBeLessThan(12);
  });
});

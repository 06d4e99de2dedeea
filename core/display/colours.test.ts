import { describe, expect, it } from 'vitest';
import { cellsPerPing, type EchogramInfo } from '../sounding';
import { type EchoSource } from './paint';
import { pictureOf, placeOf, placeOfSpot, renderPicture, spotAt } from './picture';
import { viewOf } from './view';

const channel = (name: 'cone' | 'port' | 'starboard') => ({
  name,
  frequencyHz: 2e5,
  beamwidthDeg: 20,
  acrossBeamwidthDeg: null,
  rangeCellM: 0.1,
  absorptionDbPerM: 0,
  sourceLevelDb: 0,
  noiseLevelDb: 0,
  beamAnglesDeg: [0],
});
const infoOf = (instrument: 'cone' | 'sideFans'): EchogramInfo => ({
  instrument,
  channels: instrument === 'cone' ? [channel('cone')] : [channel('port'), channel('starboard')],
  binCount: 50,
  rangeStepM: 0.1,
  draftM: 0,
  soundSpeedMps: 1480,
  pingRateHz: 10,
});
const view = viewOf({ gainDb: 40, paletteId: 'linen', topM: 0, bottomM: 5, scrollPxPerS: 40 });

describe('an echo of colours', () => {
  it('shows each cell where a level of the same cell would be shown', () => {
    for (const instrument of ['cone', 'sideFans'] as const) {
      const info = infoOf(instrument);
      const pings = 30;
      const colours = new Uint32Array(pings * cellsPerPing(info)).fill(0xff101010);
      const shown = { ping: 27, channel: info.channels.length - 1, beam: 0, bin: 20 };
      const row = shown.ping * info.channels.length + shown.channel;
      colours[row * info.binCount + shown.bin] = 0xff00ff00;
      const levelsCdb = new Int16Array(0);
      const source: EchoSource = {
        info,
        levelsCdb,
        colours,
        capacity: pings,
        first: 0,
        end: pings,
      };
      // Four pixels a ping and four a cell.
      const picture = pictureOf(source, view, 400, 200, pings);
      const pixels = new Uint32Array(400 * 200);
      renderPicture(source, view, picture, pixels);
      const green = [...pixels.keys()].filter((i) => (pixels[i] & 0xff00) === 0xff00);
      expect(green).toHaveLength(16);
      const middle = placeOf(picture, shown)!;
      const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length;
      expect(mean(green.map((i) => (i % 400) + 0.5))).toBeCloseTo(middle.x, 6);
      expect(mean(green.map((i) => Math.floor(i / 400) + 0.5))).toBeCloseTo(middle.y, 6);
    }
  });
  it('lets a spot be found again at its place, with its fractions', () => {
    for (const instrument of ['cone', 'sideFans'] as const) {
      const info = infoOf(instrument);
      const source: EchoSource = {
        info,
        levelsCdb: new Int16Array(0),
        capacity: 30,
        first: 0,
        end: 30,
      };
      const picture = pictureOf(source, view, 400, 200, 30);
      const spot = spotAt(picture, 0, 123.25, 71.5);
      const place = placeOfSpot(picture, 0, spot)!;
      expect(place.x).toBeCloseTo(123.25, 6);
      expect(place.y).toBeCloseTo(71.5, 6);
    }
  });
});

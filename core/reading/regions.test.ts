import { describe, expect, it } from 'vitest';
import { sound, testRequest, testScene, fishAt } from '../../tests/fixtures/scene';
import { echoTransform, viewOf } from '../display';
import { isAtLeast } from './evidence';
import { judgeTruth } from './visibility';
import {
  type Calibration,
  calibrationFault,
  framedToSpot,
  fromFramed,
  NO_CALIBRATION,
  pictureColours,
  pictureEcho,
  type PictureFrame,
  spotToFramed,
  toFramed,
} from './calibration';
import { calibrationOf, pictureView, recalibrated, regionsOnPicture } from './ofPictures';
import {
  contentsOf,
  difficultyOf,
  drawnBottomM,
  type DrawnRegion,
  drawnRegionSchema,
  movedBy,
  outlineOf,
  shapeWith,
  statedTruth,
} from './regions';
import { measure, cursorAt } from './measure';

const request = testRequest(testScene({ targets: [fishAt('f', -14, 0.3, 6)] }), { pingCount: 60 });
const { info, block } = sound(request);
const view = viewOf({ gainDb: 40, paletteId: 'linen', topM: 0, bottomM: 15, scrollPxPerS: 20 });
const judged = judgeTruth({
  info,
  targets: request.scene.targets,
  rows: block.truth,
  track: block.track,
  firstPing: 0,
  tone: view,
});

const drawn = (change: Partial<DrawnRegion> & Pick<DrawnRegion, 'shape'>): DrawnRegion =>
  drawnRegionSchema.parse({ id: 'r', channel: 0, label: 'fish', name: '', ...change });
const spots = (...places: [number, number][]) =>
  places.map(([ping, bin]) => ({ ping, beam: 0, bin }));

describe('regions drawn by hand', () => {
  it('cover the cells of their shape, ping by ping', () => {
    const box = outlineOf(shapeWith('box', spots([9, 40], [4, 20])), info);
    expect(box.map(({ ping }) => ping)).toEqual([4, 5, 6, 7, 8, 9]);
    expect(box[0]).toMatchObject({ firstBin: 20, lastBin: 40 });
    // A right-angled triangle: as high as it has gone along.
    const triangle = outlineOf(shapeWith('polygon', spots([0, 0], [10, 0], [10, 100])), info);
    expect(triangle[4]).toMatchObject({ ping: 4, firstBin: 0, lastBin: 50 });
    const line = outlineOf(shapeWith('line', spots([0, 100], [10, 200])), info);
    expect(line[5].firstBin).toBeCloseTo(148, 0);
    expect(line[5].lastBin).toBeCloseTo(161, 0);
    expect(outlineOf(shapeWith('point', spots([5.5, 60.5])), info)).toHaveLength(3);
  });
  it('move as a whole and stay on the echo', () => {
    const shape = shapeWith('line', spots([0, 2], [10, 30]));
    const up = movedBy(shape, { ping: 3, beam: 0, bin: -10 }, info);
    expect(up.spots).toEqual(spots([3, 0], [13, 28]));
    const down = movedBy(shape, { ping: 0, beam: 0, bin: 1e6 }, info);
    expect(Math.max(...down.spots.map(({ bin }) => bin))).toBe(info.binCount);
  });
  it('join what the simulation knows, which can be left out or called otherwise', () => {
    const regions = [
      drawn({ shape: shapeWith('point', spots([5, 60])), species: 'pike' }),
      drawn({ id: 's', shape: shapeWith('point', spots([5, 60])), certainty: 'unsure' }),
    ];
    const all = statedTruth(judged, { changes: [], regions }, info);
    expect(all.map(({ name, verdict }) => [name, verdict])).toEqual([
      [judged[0].name, 'visible'],
      ['fish, pike', 'visible'],
      ['fish', 'attached'],
    ]);
    const change = { targetId: 'f', leftOut: false, label: 'wood' as const, name: 'a branch' };
    expect(statedTruth(judged, { changes: [change], regions: [] }, info)[0]).toMatchObject({
      label: 'wood',
      name: 'a branch',
    });
    const out = { ...change, leftOut: true };
    expect(statedTruth(judged, { changes: [out], regions: [] }, info)).toEqual([]);
  });
  it('say what can be seen, how hard it is, and where the bottom lies', () => {
    const bottom = drawn({
      label: 'bottomHard',
      shape: shapeWith('line', spots([0, 100], [10, 200])),
    });
    expect(drawnBottomM([bottom], info, 4)).toBeCloseTo(145 * info.rangeStepM, 6);
    expect(drawnBottomM([bottom], info, 30)).toBeNull();
    const truth = statedTruth(judged, { changes: [], regions: [bottom] }, info);
    expect(contentsOf(truth)).toEqual(['fish']);
    const clear = difficultyOf([{ ...judged[0], signalToBackgroundDb: 40 }]);
    const faint = difficultyOf([{ ...judged[0], signalToBackgroundDb: 7 }]);
    const beside = { ...judged[0], label: 'wood' as const, targetId: 'w' };
    expect([clear, faint]).toEqual([1, 4]);
    expect(difficultyOf([{ ...judged[0], signalToBackgroundDb: 40 }, beside])).toBe(2);
  });
  it('are known as well as their evidence is', () => {
    expect(isAtLeast('netted', 'caught')).toBe(true);
    expect(isAtLeast('camera', 'caught')).toBe(false);
    expect(isAtLeast('simulated', 'caught')).toBe(true);
    expect(isAtLeast('opinion', 'knownStructure')).toBe(false);
  });
});

const SIZE = { width: 400, height: 300 };
const DOWN: Calibration = {
  ...NO_CALIBRATION,
  range: { a: { x: 10, y: 50, m: 1 }, b: { x: 10, y: 250, m: 11 } },
  along: { aPx: 100, bPx: 300, seconds: 20, metres: 30 },
  depthM: 9,
};
const SIDE: Calibration = {
  ...NO_CALIBRATION,
  instrument: 'sideFans',
  range: { a: { x: 150, y: 0, m: 0 }, b: { x: 350, y: 40, m: 25 } },
  along: { aPx: 0, bPx: 100, seconds: 50, metres: 75 },
  depthM: 5,
};
const SECTOR: Calibration = {
  ...NO_CALIBRATION,
  instrument: 'sector',
  range: { a: { x: 200, y: 20, m: 0 }, b: { x: 200, y: 220, m: 10 } },
};

describe('a calibrated picture', () => {
  it('has the scale that two taps give it', () => {
    const { info: of, track } = pictureEcho(DOWN, SIZE);
    expect(of.rangeStepM).toBeCloseTo(0.05, 9);
    // The surface lies at line 30; the last line is 13.5 m deep.
    expect(of.binCount).toBe(270);
    expect(of.pingRateHz).toBeCloseTo(10, 9);
    expect(track.speedMps[0]).toBeCloseTo(1.5, 5);
    expect(track.alongM[100]).toBeCloseTo(15, 4);
    expect(pictureEcho(SIDE, SIZE).info).toMatchObject({ rangeStepM: 0.125, binCount: 250 });
  });
  it('is measured with the tools of any echo', () => {
    const echo = pictureEcho(SIDE, SIZE);
    const at = (x: number, y: number) => {
      const { channel, ping, bin } = framedToSpot(SIDE, SIZE, { x, y });
      const point = { channel, ping: Math.floor(ping), beam: 0, bin: Math.floor(bin) };
      return cursorAt(echo.info, echo.track, point.ping, point);
    };
    // 12 m and 16 m slant to starboard, 5 m of water: 10.91 and 15.20 m over the ground.
    const rows = measure({
      info: echo.info,
      a: at(150 + 96, 100),
      b: at(150 + 128, 100),
      latest: { timeS: echo.track.timeS[299], alongM: echo.track.alongM[299] },
      units: 'metric',
      pxPerM: 8,
      pxPerTrackM: 1,
      fishLengthM: 0.3,
    });
    const value = (id: string) => rows.find((row) => row.id === id)?.value;
    expect(value('across')).toBeCloseTo(15.2 - 10.91, 1);
    expect(value('height')).toBeCloseTo((5 * 4) / 16, 1);
    expect(value('behind')).toBeCloseTo(99 * 0.75, 2);
    // Nothing that is not known is told: no beam width, no footprint.
    expect(value('footprint')).toBeUndefined();
  });
  it('maps every place to a spot and back, whatever the view', () => {
    for (const calibration of [DOWN, SIDE, SECTOR]) {
      for (const place of [
        { x: 210, y: 120 },
        { x: 120.5, y: 200.25 },
      ]) {
        const { channel, ...spot } = framedToSpot(calibration, SIZE, place);
        const back = spotToFramed(calibration, SIZE, channel, spot);
        expect(back.x).toBeCloseTo(place.x, 6);
        expect(back.y).toBeCloseTo(place.y, 6);
      }
    }
    expect(framedToSpot(SIDE, SIZE, { x: 100, y: 10 }).channel).toBe(0);
    expect(framedToSpot(SIDE, SIZE, { x: 200, y: 10 }).channel).toBe(1);
  });
  it('gives its colours to the cells they lie in', () => {
    const rgba = new Uint32Array(SIZE.width * SIZE.height).fill(0xff000000);
    rgba[130 * SIZE.width + 70] = 0xff0000ff;
    const at = { x: 70.5, y: 130.5 };
    for (const calibration of [DOWN, SIDE]) {
      const { info: of } = pictureEcho(calibration, SIZE);
      const colours = pictureColours(calibration, SIZE, rgba);
      const { channel, ping, bin } = framedToSpot(calibration, SIZE, at);
      const row = Math.floor(ping) * of.channels.length + channel;
      expect(colours.indexOf(0xff0000ff)).toBe(row * of.binCount + Math.floor(bin));
    }
  });
  it('says why a calibration cannot be', () => {
    const range = DOWN.range!;
    const bad = (a: object, b: object) =>
      calibrationFault(
        { ...DOWN, range: { a: { ...range.a, ...a }, b: { ...range.b, ...b } } },
        SIZE,
      );
    expect(calibrationFault(DOWN, SIZE)).toBeNull();
    expect(bad({ y: 250 }, {})).toMatch(/same place/);
    expect(bad({ m: 12 }, {})).toMatch(/deeper/);
    expect(bad({}, { m: 1.001 })).toMatch(/20 cm/);
    expect(bad({ m: 0, y: 295 }, { m: 2, y: 299 })).toMatch(/surface lies under/);
  });
  it('keeps its regions in place when it is framed and scaled anew', () => {
    const raw = { widthPx: 500, heightPx: 400 };
    const from: PictureFrame = { rotateDeg: 0, crop: { x: 40, y: 30, ...SIZE }, newest: 'right' };
    const to: PictureFrame = {
      rotateDeg: 3,
      crop: { x: 60, y: 20, width: 300, height: 280 },
      newest: 'left',
    };
    const place = { x: 230, y: 170 };
    const round = fromFramed(to, raw, toFramed(to, raw, place));
    expect(round.x).toBeCloseTo(place.x, 9);
    expect(round.y).toBeCloseTo(place.y, 9);
    const { channel: _, ...spot } = framedToSpot(DOWN, from.crop, toFramed(from, raw, place));
    const region = drawn({ shape: shapeWith('point', [spot]) });
    const next: Calibration = {
      ...DOWN,
      range: { a: { x: 0, y: 10, m: 0 }, b: { x: 0, y: 200, m: 12 } },
    };
    const [moved] = recalibrated(
      [region],
      raw,
      { frame: from, calibration: DOWN },
      { frame: to, calibration: next },
    );
    const back = fromFramed(to, raw, spotToFramed(next, to.crop, 0, moved.shape.spots[0]));
    expect(back.x).toBeCloseTo(place.x, 6);
    expect(back.y).toBeCloseTo(place.y, 6);
  });
  it('of our own drawing has the scale and the truth of the echo it shows', () => {
    const picture = echoTransform(info, view, 300, 240, 60);
    const calibration = calibrationOf(picture, { info, track: block.track });
    const echo = pictureEcho(calibration, { width: 300, height: 240 });
    expect(echo.info.rangeStepM * 240).toBeCloseTo(15, 6);
    expect(echo.track.speedMps[0]).toBeCloseTo(block.track.speedMps[0], 3);
    const [region] = regionsOnPicture(judged, [], picture, calibration);
    const bins = region.shape.spots.map(({ bin }) => bin * echo.info.rangeStepM);
    expect(Math.min(...bins)).toBeGreaterThan(5.4);
    expect(Math.max(...bins)).toBeLessThan(6.6);
  });
  it('of our own drawing that hangs on the bottom claims no scale of depth', () => {
    const picture = { ...echoTransform(info, view, 300, 240, 60), liftOf: () => 3 };
    const calibration = calibrationOf(picture, { info, track: block.track });
    expect(calibration.range).toBeNull();
    expect(calibration.along).not.toBeNull();
  });
  it('is shown whole, from its first line to its last', () => {
    // Line 30 is the surface of DOWN, the last line lies at 13.5 m; what is above the water is left out.
    expect(pictureView(DOWN, SIZE)).toMatchObject({ topM: 0, scrollPxPerS: 10 });
    expect(pictureView(DOWN, SIZE).bottomM).toBeCloseTo(13.5, 6);
    expect(pictureView(SIDE, SIZE).bottomM).toBeCloseTo(31.25, 6);
    const deep: Calibration = {
      ...DOWN,
      range: { a: { x: 0, y: 0, m: 20 }, b: { x: 0, y: 200, m: 40 } },
    };
    expect(pictureView(deep, SIZE).topM).toBeCloseTo(20, 6);
    expect(pictureView(deep, SIZE).bottomM).toBeCloseTo(50, 6);
  });
});

import { describe, expect, it } from 'vitest';
import { NO_CALIBRATION, wholeFrame } from './calibration';
import {
  atSpeed,
  calibrated,
  draftSpeedMps,
  dragged,
  framed,
  ofInstrument,
  type PictureDraft,
  placed,
} from './pictureDraft';

const SIZE = { widthPx: 800, heightPx: 600 };
const draftOf = (instrument: 'cone' | 'sideFans' | 'sector' = 'cone'): PictureDraft => ({
  frame: wholeFrame(SIZE.widthPx, SIZE.heightPx),
  calibration: { ...NO_CALIBRATION, instrument },
});

describe('two marks', () => {
  it('are put one after the other, the second kept where there is one', () => {
    const first = placed(draftOf(), 'a', { x: 100, y: 50 });
    expect(first.next).toBe('b');
    // Until it is put, the second lies half a picture farther.
    expect(first.draft.calibration.range).toEqual({
      a: { x: 100, y: 50, m: 0 },
      b: { x: 100, y: 350, m: 10 },
    });
    const second = placed(first.draft, 'b', { x: 120, y: 400 });
    expect(second.next).toBeNull();
    expect(second.draft.calibration.range).toMatchObject({ a: { y: 50 }, b: { y: 400, m: 10 } });
    const again = placed(second.draft, 'a', { x: 0, y: 20 });
    expect(again.draft.calibration.range).toMatchObject({ a: { y: 20 }, b: { y: 400 } });
  });
  it('are moments across the picture, and down it where it lies abeam', () => {
    const at = { x: 200, y: 90 };
    expect(placed(draftOf(), 'from', at).draft.calibration.along).toMatchObject({
      aPx: 200,
      bPx: 300,
    });
    const abeam = placed(draftOf('sideFans'), 'from', at);
    expect(abeam.draft.calibration.along).toMatchObject({ aPx: 90, bPx: 190 });
    const { draft } = placed(abeam.draft, 'to', { x: 0, y: 400 });
    expect(draft.calibration.along).toMatchObject({ aPx: 90, bPx: 400 });
    expect(dragged(draft, 'from', { x: 0, y: 60 }).calibration.along!.aPx).toBe(60);
  });
  it('can be dragged once they are there', () => {
    const bare = draftOf();
    expect(dragged(bare, 'a', { x: 1, y: 2 })).toBe(bare);
    const { draft } = placed(bare, 'a', { x: 100, y: 50 });
    const moved = dragged(calibrated(draft, { depthM: 8 }), 'b', { x: 7, y: 9 });
    expect(moved.calibration.range!.b).toEqual({ x: 7, y: 9, m: 10 });
    expect(moved.calibration.depthM).toBe(8);
  });
});

describe('a frame', () => {
  it('takes its marks along, so that they stay on the same place of the picture', () => {
    const { draft } = placed(draftOf(), 'a', { x: 100, y: 50 });
    const cropped = framed(draft, SIZE, { crop: { x: 40, y: 10, width: 400, height: 300 } });
    expect(cropped.calibration.range!.a.x).toBeCloseTo(60, 6);
    expect(cropped.calibration.range!.a.y).toBeCloseTo(40, 6);
    const back = framed(cropped, SIZE, { crop: draft.frame.crop });
    expect(back.calibration.range!.a.x).toBeCloseTo(100, 6);
  });
  it('of another view lies otherwise, and its scale is set anew', () => {
    const { draft } = placed(draftOf(), 'a', { x: 100, y: 50 });
    const aside = ofInstrument(draft, 'sideFans');
    expect(aside).toMatchObject({
      frame: { newest: 'top' },
      calibration: { instrument: 'sideFans', range: null },
    });
    expect(ofInstrument(aside, 'cone').frame.newest).toBe('right');
  });
});

describe('a speed', () => {
  const along = { aPx: 0, bPx: 100, seconds: 20, metres: null };
  it('fills in the way or the time, whichever is missing', () => {
    const timed = calibrated(draftOf(), { along });
    expect(draftSpeedMps(timed)).toBe(0);
    const known = atSpeed(timed, 1.5);
    expect(known.calibration.along!.metres).toBe(30);
    expect(draftSpeedMps(known)).toBe(1.5);
    const way = calibrated(draftOf(), { along: { ...along, seconds: null, metres: 30 } });
    expect(atSpeed(way, 1.5).calibration.along!.seconds).toBe(20);
  });
  it('of nothing changes nothing', () => {
    expect(atSpeed(draftOf(), NaN)).toEqual(draftOf());
    const bare = draftOf();
    expect(atSpeed(bare, 2)).toBe(bare);
    expect(atSpeed(calibrated(bare, { along }), 0).calibration.along).toEqual(along);
  });
});

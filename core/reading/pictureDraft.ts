/** Framing and scaling a picture, step by step, before any of it is kept. */
import { type Instrument, isAbeam } from '../sounding';
import {
  type Calibration,
  fromFramed,
  type PictureFrame,
  type PicturePoint,
  toFramed,
} from './calibration';

export interface PictureDraft {
  frame: PictureFrame;
  calibration: Calibration;
}

/** Marks of the scale, `a` and `b`, and the two moments along the track. */
export type Placing = 'a' | 'b' | 'from' | 'to';

interface PictureSize {
  widthPx: number;
  heightPx: number;
}

const NEXT: Record<Placing, Placing | null> = { a: 'b', b: null, from: 'to', to: null };
/** What a mark is taken to stand for until it is said. */
const USUAL_M = 10;
const USUAL_APART_PX = 100;

const alongPx = ({ calibration }: PictureDraft, { x, y }: PicturePoint) =>
  isAbeam(calibration.instrument) ? y : x;

export const calibrated = (draft: PictureDraft, change: Partial<Calibration>): PictureDraft => ({
  ...draft,
  calibration: { ...draft.calibration, ...change },
});

/** Marks stay on the same place of the picture when its frame changes. */
export function framed(
  draft: PictureDraft,
  size: PictureSize,
  change: Partial<PictureFrame>,
): PictureDraft {
  const { frame, calibration } = draft;
  const next = { ...frame, ...change };
  const move = ({ x, y }: PicturePoint) => toFramed(next, size, fromFramed(frame, size, { x, y }));
  const movePx = (px: number) =>
    alongPx(draft, move(isAbeam(calibration.instrument) ? { x: 0, y: px } : { x: px, y: 0 }));
  const { range, along } = calibration;
  return {
    frame: next,
    calibration: {
      ...calibration,
      range: range && { a: { ...range.a, ...move(range.a) }, b: { ...range.b, ...move(range.b) } },
      along: along && { ...along, aPx: movePx(along.aPx), bPx: movePx(along.bPx) },
    },
  };
}

/** Another view lies otherwise: its scale is to be set anew. */
export function ofInstrument({ frame, calibration }: PictureDraft, instrument: Instrument) {
  const side = frame.newest === 'left' ? ('left' as const) : ('right' as const);
  return {
    frame: { ...frame, newest: isAbeam(instrument) ? ('top' as const) : side },
    calibration: { ...calibration, instrument, range: null, along: null },
  };
}

/** A mark put down, and the one to be put next. */
export function placed(
  draft: PictureDraft,
  placing: Placing,
  at: PicturePoint,
): { draft: PictureDraft; next: Placing | null } {
  const { frame, calibration } = draft;
  const { crop } = frame;
  const { range, along } = calibration;
  const put = (change: Partial<Calibration>) => ({
    draft: calibrated(draft, change),
    next: NEXT[placing],
  });
  const px = alongPx(draft, at);
  const { aPx = 0, bPx = px + USUAL_APART_PX } = along ?? {};
  const path = { seconds: null, metres: null, ...along };
  switch (placing) {
    case 'a': {
      const away = isAbeam(calibration.instrument)
        ? { x: at.x + crop.width / 4, y: at.y }
        : { x: at.x, y: at.y + crop.height / 2 };
      const b = range?.b ?? { ...away, m: USUAL_M };
      return put({ range: { a: { ...at, m: range?.a.m ?? 0 }, b } });
    }
    case 'b': {
      const a = range?.a ?? { x: crop.width / 2, y: 0, m: 0 };
      return put({ range: { a, b: { ...at, m: range?.b.m ?? USUAL_M } } });
    }
    case 'from':
      return put({ along: { ...path, aPx: px, bPx } });
    case 'to':
      return put({ along: { ...path, aPx, bPx: px } });
  }
}

/** A mark dragged. */
export function dragged(draft: PictureDraft, mark: Placing, at: PicturePoint): PictureDraft {
  const { range, along } = draft.calibration;
  if (mark === 'a' || mark === 'b') {
    return range
      ? calibrated(draft, { range: { ...range, [mark]: { ...range[mark], ...at } } })
      : draft;
  }
  const px = alongPx(draft, at);
  return along
    ? calibrated(draft, { along: { ...along, [mark === 'from' ? 'aPx' : 'bPx']: px } })
    : draft;
}

/** Speed over the way between the two moments, m/s; 0 where time or way is not known. */
export function draftSpeedMps({ calibration: { along } }: PictureDraft): number {
  return along?.seconds && along.metres ? along.metres / along.seconds : 0;
}

/** A speed fills in what is missing of time and way. */
export function atSpeed(draft: PictureDraft, mps: number): PictureDraft {
  const { along } = draft.calibration;
  if (!along || !(mps > 0)) return draft;
  if (along.seconds) return calibrated(draft, { along: { ...along, metres: mps * along.seconds } });
  return along.metres
    ? calibrated(draft, { along: { ...along, seconds: along.metres / mps } })
    : draft;
}

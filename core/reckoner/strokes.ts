/** A drawing as lines and words at the scale of a picture, so that screen and paper draw alike. */
import { degToRad } from '../units';
import type { Drawing, Look, Shape, Spot } from './card';

/** Metres to pixels (or points of paper), the frame in the middle of what there is. */
export interface Scale {
  at: (spot: Spot) => Spot;
  back: (px: Spot) => Spot;
  px: (metres: number) => number;
}

export function scaleOf(
  [left, top, right, bottom]: Drawing['frame'],
  widthPx: number,
  heightPx: number,
): Scale {
  const pxPerM = Math.min(widthPx / (right - left), heightPx / (bottom - top));
  const x0 = widthPx / 2 - ((left + right) / 2) * pxPerM;
  const y0 = heightPx / 2 - ((top + bottom) / 2) * pxPerM;
  return {
    at: ([x, y]) => [x0 + x * pxPerM, y0 + y * pxPerM],
    back: ([x, y]) => [(x - x0) / pxPerM, (y - y0) / pxPerM],
    px: (metres) => metres * pxPerM,
  };
}

export interface Stroke {
  points: Spot[];
  isClosed: boolean;
  look: Look | 'boat' | 'span';
}
export interface Words {
  at: Spot;
  text: string;
  anchor: 'start' | 'middle';
}

const LEAST_FISH_PX = 8;
const LEAST_BOAT_PX = 26;
const LEAST_RING_PX = 2.5;
const TICK_PX = 5;
const STEPS = 48;

/** Of a fish that looks left, from its nose; shares of half its length. */
const FISH: readonly Spot[] = [
  [-1, 0],
  [-0.75, -0.16],
  [-0.35, -0.26],
  [0.1, -0.2],
  [0.62, -0.04],
  [1, -0.25],
  [1, 0.25],
  [0.62, 0.04],
  [0.1, 0.2],
  [-0.35, 0.26],
  [-0.75, 0.16],
];
const BOAT: readonly Spot[] = [
  [-1, -0.36],
  [1, -0.36],
  [0.72, 0.09],
  [-0.85, 0.09],
];

const round = (centre: Spot, radius: number, fromRad: number, toRad: number): Spot[] =>
  Array.from({ length: STEPS + 1 }, (_, i) => {
    const rad = fromRad + ((toRad - fromRad) * i) / STEPS;
    return [centre[0] + radius * Math.sin(rad), centre[1] + radius * Math.cos(rad)];
  });

const grown = (shape: readonly Spot[], [x, y]: Spot, half: number): Spot[] =>
  shape.map(([dx, dy]) => [x + dx * half, y + dy * half]);

export function strokesOf(shape: Shape, scale: Scale): Stroke[] {
  switch (shape.kind) {
    case 'area':
    case 'line':
      return [
        { points: shape.points.map(scale.at), isClosed: shape.kind === 'area', look: shape.look },
      ];
    case 'arc': {
      const points = round(
        shape.centre,
        shape.radiusM,
        degToRad(shape.fromDeg),
        degToRad(shape.toDeg),
      );
      return [{ points: points.map(scale.at), isClosed: false, look: shape.look }];
    }
    case 'ring': {
      const radius = Math.max(LEAST_RING_PX, scale.px(shape.radiusM));
      return [
        {
          points: round(scale.at(shape.at), radius, 0, 2 * Math.PI),
          isClosed: true,
          look: shape.look,
        },
      ];
    }
    case 'fish': {
      const half = Math.max(LEAST_FISH_PX, scale.px(shape.lengthM)) / 2;
      return [{ points: grown(FISH, scale.at(shape.at), half), isClosed: true, look: 'thing' }];
    }
    case 'boat': {
      const half = Math.max(LEAST_BOAT_PX, scale.px(shape.lengthM)) / 2;
      return [{ points: grown(BOAT, scale.at(shape.at), half), isClosed: true, look: 'boat' }];
    }
    case 'span': {
      const [from, to] = [scale.at(shape.from), scale.at(shape.to)];
      const long = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
      const across: Spot = [
        (-(to[1] - from[1]) / long) * TICK_PX,
        ((to[0] - from[0]) / long) * TICK_PX,
      ];
      const tick = ([x, y]: Spot): Stroke => ({
        ...{ isClosed: false, look: 'span' },
        points: [
          [x - across[0], y - across[1]],
          [x + across[0], y + across[1]],
        ],
      });
      return [{ points: [from, to], isClosed: false, look: 'span' }, tick(from), tick(to)];
    }
    case 'text':
      return [];
  }
}

export function wordsOf(shape: Shape, scale: Scale): Words | null {
  if (shape.kind === 'text') return { at: scale.at(shape.at), text: shape.text, anchor: 'start' };
  if (shape.kind !== 'span' || shape.text === '') return null;
  const [from, to] = [scale.at(shape.from), scale.at(shape.to)];
  const isUpright = Math.abs(to[1] - from[1]) > Math.abs(to[0] - from[0]);
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  return isUpright
    ? { at: [x + TICK_PX + 3, y + 4], text: shape.text, anchor: 'start' }
    : { at: [x, y - TICK_PX - 2], text: shape.text, anchor: 'middle' };
}

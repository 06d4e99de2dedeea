/** A card of the reckoner: one sum done in the head on the water, with its numbers, a drawing at true proportions, and words. */
import type { Trial } from '../atlas/trial';
import type { SkillId } from '../drills/skills';
import { format, formatNumber, LENGTH, SPEED, TEMPERATURE, type UnitSystem } from '../units';

/** What a page knows that a card can begin with, in SI. */
export interface Surroundings {
  depthM: number;
  speedMps: number;
  beamDeg: number;
  rangeM: number;
  pictureHeightPx: number;
  pingRateHz: number;
}

export interface Field {
  label: string;
  quantity: 'length' | 'speed' | 'temperature' | 'angle' | 'time' | 'plain';
  /** In SI, as are the limits. */
  usual: number;
  min: number;
  max: number;
  decimals?: number;
  /** Of plain numbers. */
  unit?: string;
  /** Begins with what the page one is on knows. */
  from?: keyof Surroundings;
}

export interface Options {
  label: string;
  usual: string;
  options: readonly { value: string; label: string }[];
}

/** Metres right and down; the surface is at y = 0 in a section. */
export type Spot = readonly [x: number, y: number];
export type Look =
  | 'water'
  | 'ground'
  | 'beam'
  | 'sound'
  | 'thing'
  | 'shadow'
  | 'seen'
  | 'line'
  | 'quiet';

export type Shape =
  | { kind: 'area' | 'line'; points: readonly Spot[]; look: Look }
  /** Degrees from straight down, to the right positive. */
  | { kind: 'arc'; centre: Spot; radiusM: number; fromDeg: number; toDeg: number; look: Look }
  | { kind: 'fish' | 'boat'; at: Spot; lengthM: number }
  | { kind: 'ring'; at: Spot; radiusM: number; look: Look }
  /** A line between two ticks, with what is between them. */
  | { kind: 'span'; from: Spot; to: Spot; text: string }
  | { kind: 'text'; at: Spot; text: string };

/** Something of the drawing that can be taken by hand. */
export interface Handle {
  field: string;
  at: Spot;
  /** The value of its field, in SI, when it is put there. */
  valueAt: (at: Spot) => number;
}

export interface Drawing {
  /** Left, top, right, bottom, m. */
  frame: readonly [number, number, number, number];
  shapes: Shape[];
  handles: Handle[];
  /** In words, for who does not see it. */
  alt: string;
}

/** Levels or the like against range. */
export interface Curves {
  xLabel: string;
  yLabel: string;
  lines: { name: string; points: { x: number; y: number }[]; isThreshold?: boolean }[];
  alt: string;
}

export interface Worked {
  /** The first is what was asked for. */
  results: { label: string; text: string; si: number }[];
  /** The sum with its numbers, a line a result that has one. */
  sums: string[];
  meaning: string;
  drawing?: Drawing;
  curves?: Curves;
}

/** Numbers in the reader's units. */
export interface Say {
  units: UnitSystem;
  /** `3.5 m` */
  length: (metres: number, decimals?: number) => string;
  /** `3.5` */
  bare: (metres: number, decimals?: number) => string;
  speed: (mps: number) => string;
  bareSpeed: (mps: number) => string;
  temperature: (celsius: number) => string;
  /** `20°` */
  angle: (degrees: number) => string;
  /** `45 s` or `12 min` */
  time: (seconds: number) => string;
  number: (value: number, decimals?: number) => string;
  area: (squareMetres: number) => string;
  /** In a sum: `metre` */
  lengthWord: string;
}

const MINUTE_S = 60;
const MINUTES_FROM_S = 180;

export const sayIn = (units: UnitSystem): Say => ({
  units,
  length: (metres, decimals = 1) => format(LENGTH[units], metres, decimals),
  bare: (metres, decimals = 1) => formatNumber(LENGTH[units].show(metres), decimals),
  speed: (mps) => format(SPEED[units], mps, 1),
  bareSpeed: (mps) => formatNumber(SPEED[units].show(mps), 1),
  temperature: (celsius) => format(TEMPERATURE[units], celsius, 1),
  angle: (degrees) => `${formatNumber(degrees, Number.isInteger(degrees) ? 0 : 1)}°`,
  time: (seconds) =>
    seconds < MINUTES_FROM_S
      ? `${formatNumber(seconds, seconds < 10 ? 1 : 0)} s`
      : `${formatNumber(seconds / MINUTE_S, 0)} min`,
  number: (value, decimals = 1) => formatNumber(value, decimals),
  area: (squareMetres) => {
    const { show, unit } = LENGTH[units];
    return `${formatNumber(show(show(squareMetres)), 0)} ${unit}²`;
  },
  lengthWord: units === 'metric' ? 'metre' : 'foot',
});

export interface CardOf<F extends string, C extends string> {
  id: string;
  name: string;
  /** Words by which it is looked for. */
  words: string;
  /** The sum in letters. */
  formula: string;
  /** The usual slip. */
  slip: string;
  skill: SkillId;
  /** Where it can hurt someone. */
  caution?: string;
  fields: Record<F, Field>;
  choices?: Record<C, Options>;
  work: (values: Record<F, number>, chosen: Record<C, string>, say: Say) => Worked;
  /** That very case on an echo. */
  show?: (values: Record<F, number>, chosen: Record<C, string>) => Trial & { caption: string };
}
export type Card = CardOf<string, string>;

/** Its own names of fields are checked here; whoever lists cards need not know them. */
export const card = <F extends string, C extends string = never>(of: CardOf<F, C>): Card =>
  of as unknown as Card;

const FAR_M = 1e4;
/** Pieces that several drawings are made of. */
export const section = {
  /** Water and level ground, as far as one sees. */
  water: (depthM: number): Shape[] => [
    section.band('water', 0, depthM),
    section.band('ground', depthM, FAR_M),
  ],
  band: (look: Look, fromM: number, toM: number): Shape => ({
    ...{ kind: 'area', look },
    points: [
      [-FAR_M, fromM],
      [FAR_M, fromM],
      [FAR_M, toM],
      [-FAR_M, toM],
    ],
  }),
  /** Seen from above. */
  plan: (look: Look): Shape => section.band(look, -FAR_M, FAR_M),
  boat: (x = 0): Shape => ({ kind: 'boat', at: [x, 0], lengthM: 4.5 }),
};

export const length = (
  label: string,
  usual: number,
  min: number,
  max: number,
  more: Partial<Field> = {},
): Field => ({ label, quantity: 'length', usual, min, max, ...more });

export const DEPTH = length('Depth', 12, 1, 100, { from: 'depthM' });
export const BEAM: Field = {
  ...{ label: 'Beam, whole angle', quantity: 'angle', usual: 20, min: 4, max: 90, decimals: 0 },
  from: 'beamDeg',
};
export const SPEED_FIELD: Field = {
  ...{ label: 'Speed', quantity: 'speed', usual: 1.5, min: 0.2, max: 5 },
  from: 'speedMps',
};

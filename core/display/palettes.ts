/**
 * Palettes from weak to strong, built in OKLCH so that lightness runs one way only: a stronger echo
 * is always lighter (or, on a light ground, darker), whatever colours an eye can tell apart.
 */
import {
  type Color,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  formatHex,
  interpolate,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeRgb,
  type Oklch,
  useMode as addSpace,
} from 'culori/fn';

export const PALETTE_IDS = [
  'rockpool',
  'harebell',
  'bracken',
  'hoarfrost',
  'drizzle',
  'linen',
  'pencil',
  'rowan',
] as const;
export type PaletteId = (typeof PALETTE_IDS)[number];

interface PaletteDefinition {
  name: string;
  hint: string;
  /** [position 0–1, lightness, chroma, hue in degrees] */
  stops: [number, number, number, number][];
}

const DEFINITIONS: Record<PaletteId, PaletteDefinition> = {
  rockpool: {
    name: 'Rockpool',
    hint: 'Many hues: small steps are easy to tell.',
    stops: [
      [0, 0.13, 0.03, 265],
      [0.06, 0.2, 0.07, 262],
      [0.26, 0.4, 0.1, 240],
      [0.45, 0.57, 0.1, 195],
      [0.62, 0.72, 0.14, 145],
      [0.78, 0.83, 0.15, 95],
      [0.9, 0.89, 0.1, 65],
      [1, 0.96, 0.03, 60],
    ],
  },
  harebell: {
    name: 'Harebell',
    hint: 'Blue to rose: every eye keeps its order.',
    stops: [
      [0, 0.13, 0.03, 280],
      [0.06, 0.2, 0.07, 282],
      [0.35, 0.42, 0.15, 290],
      [0.6, 0.6, 0.15, 335],
      [0.8, 0.77, 0.11, 25],
      [1, 0.96, 0.03, 80],
    ],
  },
  bracken: {
    name: 'Bracken',
    hint: 'Brown to straw: calm, for long looking.',
    stops: [
      [0, 0.13, 0.02, 50],
      [0.06, 0.2, 0.035, 50],
      [0.35, 0.42, 0.085, 45],
      [0.65, 0.66, 0.11, 65],
      [0.85, 0.83, 0.11, 88],
      [1, 0.97, 0.04, 100],
    ],
  },
  hoarfrost: {
    name: 'Hoarfrost',
    hint: 'To white: weak echoes keep many steps.',
    stops: [
      [0, 0.13, 0.025, 210],
      [0.06, 0.21, 0.04, 210],
      [0.4, 0.53, 0.075, 205],
      [0.75, 0.8, 0.07, 195],
      [1, 0.985, 0.01, 180],
    ],
  },
  drizzle: {
    name: 'Drizzle',
    hint: 'Greys only: shape before strength.',
    stops: [
      [0, 0.13, 0.012, 250],
      [0.06, 0.2, 0.015, 250],
      [1, 0.97, 0.005, 90],
    ],
  },
  linen: {
    name: 'Linen',
    hint: 'Dark on light: for bright sun.',
    stops: [
      [0, 0.96, 0.015, 85],
      [0.06, 0.91, 0.025, 85],
      [0.4, 0.7, 0.07, 200],
      [0.7, 0.46, 0.1, 250],
      [1, 0.18, 0.06, 280],
    ],
  },
  pencil: {
    name: 'Pencil',
    hint: 'Greys on white: for paper and shadows.',
    stops: [
      [0, 0.985, 0, 90],
      [0.06, 0.95, 0.002, 90],
      [1, 0.15, 0.008, 260],
    ],
  },
  rowan: {
    name: 'Rowan',
    hint: 'Only the hardest returns are red.',
    stops: [
      [0, 0.13, 0.008, 40],
      [0.06, 0.2, 0.01, 40],
      [0.7, 0.55, 0.012, 40],
      [0.8, 0.71, 0.13, 38],
      [1, 0.85, 0.13, 60],
    ],
  },
};

const PALETTE_SIZE = 256;

/** Eyes that a palette can be seen with: the usual ones, and three that lack a sort of cone cell. */
export const EYES = ['usual', 'noRed', 'noGreen', 'noBlue'] as const;
export type Eye = (typeof EYES)[number];

/** Machado, Oliveira and Fernandes 2009, at full severity. */
const SEEN_BY: Record<Eye, (colour: Color) => Color> = {
  usual: (colour) => colour,
  noRed: filterDeficiencyProt(1) as (colour: Color) => Color,
  noGreen: filterDeficiencyDeuter(1) as (colour: Color) => Color,
  noBlue: filterDeficiencyTrit(1) as (colour: Color) => Color,
};

export interface Palette {
  id: PaletteId;
  name: string;
  hint: string;
  /** Weak to strong, '#rrggbb'. */
  hex: string[];
  /** The same as the bytes of a canvas, RGBA in memory order on little-endian machines. */
  rgba: Uint32Array;
  /** The weakest colour is light: what is drawn over it must be dark. */
  isLight: boolean;
}

// Only the spaces on the way from OKLCH to a screen; the whole library is a sixth of a page's weight.
export const toRgb = addSpace(modeRgb);
addSpace(modeLrgb);
addSpace(modeOklab);
addSpace(modeOklch);

function build(id: PaletteId, eye: Eye): Palette {
  const { name, hint, stops } = DEFINITIONS[id];
  const at = interpolate(
    stops.map(([position, l, c, h]): [Oklch, number] => [{ mode: 'oklch', l, c, h }, position]),
    'oklch',
  );
  const colours = Array.from({ length: PALETTE_SIZE }, (_, i) =>
    SEEN_BY[eye](at(i / (PALETTE_SIZE - 1))),
  );
  const byte = (share: number) => Math.round(255 * Math.min(1, Math.max(0, share)));
  const rgba = Uint32Array.from(colours, (colour) => {
    const { r, g, b } = toRgb(colour);
    return ((255 << 24) | (byte(b) << 16) | (byte(g) << 8) | byte(r)) >>> 0;
  });
  const hex = Array.from(rgba, (v) =>
    formatHex({
      mode: 'rgb',
      r: (v & 255) / 255,
      g: ((v >> 8) & 255) / 255,
      b: ((v >> 16) & 255) / 255,
    }),
  );
  return { id, name, hint, hex, rgba, isLight: stops[0][1] > 0.5 };
}

const built = new Map<string, Palette>();

/** A palette as an eye sees it. */
export function palette(id: PaletteId, eye: Eye = 'usual'): Palette {
  const key = `${id} ${eye}`;
  let result = built.get(key);
  if (!result) built.set(key, (result = build(id, eye)));
  return result;
}

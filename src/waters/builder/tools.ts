import type { BrushTool, Feature, SedimentName } from '@core/bottom';
import type { NewThing } from '@core/builder';
import type { TargetKindName } from '@core/targets';

export type ToolName = 'select' | 'relief' | 'shapes' | 'sediment' | 'things' | 'life' | 'section';

export interface ToolState {
  tool: ToolName;
  brush: BrushTool;
  radiusM: number;
  strengthM: number;
  levelDepthM: number;
  sediment: SedimentName;
  shape: Feature['kind'];
  thing: TargetKindName;
  snapM: number;
  life: LifeChoice;
}

export interface LifeChoice {
  kind: 'fish' | 'bait';
  species: string;
  count: number;
  leastLengthM: number;
  mostLengthM: number;
  /** Depth band under the surface. */
  topM: number;
  bottomM: number;
  /** Radius of the area they are spread over. */
  spreadM: number;
  heightM: number;
  behaviour: 'hold' | 'cruise' | 'school';
}

export const FIRST_TOOLS: ToolState = {
  tool: 'select',
  brush: 'lower',
  radiusM: 12,
  strengthM: 0.5,
  levelDepthM: 5,
  sediment: 'gravel',
  shape: 'hump',
  thing: 'tree',
  snapM: 0,
  life: {
    kind: 'fish',
    species: 'perch',
    count: 5,
    leastLengthM: 0.2,
    mostLengthM: 0.35,
    topM: 2,
    bottomM: 5,
    spreadM: 6,
    heightM: 1.5,
    behaviour: 'hold',
  },
};

/** What the tap of a kind puts down, to be turned and sized after. */
export const NEW_THINGS: Record<
  Exclude<TargetKindName, 'fish' | 'baitSchool'>,
  { words: string; make: (xM: number, yM: number) => NewThing }
> = {
  tree: { words: 'Tree', make: (xM, yM) => ({ kind: 'tree', xM, yM, heightM: 4 }) },
  log: { words: 'Log', make: (xM, yM) => ({ kind: 'log', xM, yM, lengthM: 5 }) },
  stump: {
    words: 'Stump',
    make: (xM, yM) => ({ kind: 'stump', xM, yM, radiusM: 0.3, heightM: 0.6 }),
  },
  brushPile: {
    words: 'Brush pile',
    make: (xM, yM) => ({ kind: 'brushPile', xM, yM, radiusM: 1.5, heightM: 1.5 }),
  },
  weedBed: {
    words: 'Weed bed',
    make: (xM, yM) => ({ kind: 'weedBed', xM, yM, radiusM: 6, heightM: 0.8 }),
  },
  weedStalk: { words: 'Weed stalk', make: (xM, yM) => ({ kind: 'weedStalk', xM, yM, heightM: 2 }) },
  boulder: { words: 'Boulder', make: (xM, yM) => ({ kind: 'boulder', xM, yM, radiusM: 0.8 }) },
  rockPile: {
    words: 'Stone heap',
    make: (xM, yM) => ({ kind: 'rockPile', xM, yM, radiusM: 3, heightM: 1 }),
  },
  wall: { words: 'Wall', make: (xM, yM) => ({ kind: 'wall', xM, yM, lengthM: 20, heightM: 1 }) },
  foundation: {
    words: 'Foundation',
    make: (xM, yM) => ({ kind: 'foundation', xM, yM, lengthM: 10, widthM: 7 }),
  },
  road: { words: 'Road', make: (xM, yM) => ({ kind: 'road', xM, yM, lengthM: 60 }) },
  piling: { words: 'Piling', make: (xM, yM) => ({ kind: 'piling', xM, yM, radiusM: 0.3 }) },
  pier: { words: 'Pier', make: (xM, yM) => ({ kind: 'pier', xM, yM, lengthM: 14 }) },
  pontoon: { words: 'Pontoon', make: (xM, yM) => ({ kind: 'pontoon', xM, yM, lengthM: 10 }) },
  boatHull: {
    words: 'Sunken boat',
    make: (xM, yM) => ({ kind: 'boatHull', xM, yM, lengthM: 5, beamM: 1.8 }),
  },
  wreckRibs: {
    words: 'Wreck with ribs',
    make: (xM, yM) => ({ kind: 'wreckRibs', xM, yM, lengthM: 16, beamM: 4.5 }),
  },
  rope: {
    words: 'Rope',
    make: (xM, yM) => ({ kind: 'rope', xM, yM, depthM: 0.5, lengthM: 6, slopeDeg: 75 }),
  },
  culvert: {
    words: 'Culvert',
    make: (xM, yM) => ({ kind: 'culvert', xM, yM, lengthM: 6, radiusM: 0.6 }),
  },
  bubblePatch: {
    words: 'Bubbles under the surface',
    make: (xM, yM) => ({ kind: 'bubblePatch', xM, yM, radiusM: 3, depthM: 1.5, count: 250 }),
  },
  bubbleVent: { words: 'Gas vent', make: (xM, yM) => ({ kind: 'bubbleVent', xM, yM }) },
  wake: { words: 'Wake', make: (xM, yM) => ({ kind: 'wake', xM, yM, lengthM: 40 }) },
  leaves: { words: 'Drifting leaves', make: (xM, yM) => ({ kind: 'leaves', xM, yM, radiusM: 5 }) },
  lure: { words: 'Lure', make: (xM, yM) => ({ kind: 'lure', xM, yM, depthM: 3 }) },
  sphere: {
    words: 'Calibration sphere',
    make: (xM, yM) => ({ kind: 'sphere', xM, yM, depthM: 4, radiusM: 0.019 }),
  },
};

export const SHAPE_WORDS: Record<
  Feature['kind'],
  { words: string; hint: string; isPath: boolean }
> = {
  hump: { words: 'Hump', hint: 'A rounded rise; a negative height makes a hole.', isPath: false },
  dropOff: {
    words: 'Drop-off',
    hint: 'A step along a line; deeper to the right of its heading.',
    isPath: false,
  },
  point: { words: 'Point', hint: 'A ridge running out along its heading.', isPath: false },
  channel: {
    words: 'Channel',
    hint: 'Tap its bends one after the other, then Finish.',
    isPath: true,
  },
  ditch: { words: 'Ditch', hint: 'Tap its bends one after the other, then Finish.', isPath: true },
  nests: { words: 'Nests', hint: 'Rows of round dimples that fish have fanned.', isPath: false },
  ripple: { words: 'Sand ripples', hint: 'Even ridges over a round area.', isPath: false },
};

export function newShape(kind: Feature['kind'], points: { x: number; y: number }[]): Feature {
  const { x: xM, y: yM } = points[0];
  switch (kind) {
    case 'hump':
      return { kind, xM, yM, radiusM: 20, heightM: 3 };
    case 'dropOff':
      return { kind, xM, yM, headingDeg: 0, dropM: 3, widthM: 12 };
    case 'point':
      return { kind, xM, yM, headingDeg: 90, lengthM: 50, widthM: 20, heightM: 3 };
    case 'channel':
      return { kind, pathM: points, widthM: 20, depthM: 3 };
    case 'ditch':
      return { kind, pathM: points, widthM: 2, depthM: 1 };
    case 'nests':
      return {
        kind,
        xM,
        yM,
        rows: 3,
        perRow: 5,
        spacingM: 1.8,
        radiusM: 0.5,
        depthM: 0.15,
        headingDeg: 0,
      };
    case 'ripple':
      return { kind, xM, yM, radiusM: 20, wavelengthM: 2, heightM: 0.12, headingDeg: 0 };
  }
}

/** To the nearest multiple of the snap; to the centimetre when it is off. */
export const snapped = (value: number, snapM: number) =>
  snapM > 0 ? Math.round(value / snapM) * snapM : Math.round(100 * value) / 100;

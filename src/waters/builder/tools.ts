import type { BrushTool, Feature, SedimentName } from '@core/bottom';
import type { TargetKindName } from '@core/targets';

export type ToolName = 'select' | 'relief' | 'shapes' | 'sediment' | 'things' | 'life' | 'section';

export interface ToolState {
  tool: ToolName;
  brush: BrushTool;
  /** The finer grid that brushes work on, by its index; the whole bottom's where it is null. */
  patch: number | null;
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
  patch: null,
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

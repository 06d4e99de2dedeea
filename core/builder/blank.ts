import { type Bottom, MAX_GRID_NODES, planeBottom, type SedimentName } from '../bottom';
import { type WaterContent, waterContentSchema } from '../waters';

export interface BlankChoice {
  name: string;
  widthM: number;
  heightM: number;
  cellM: number;
  depthM: number;
  sediment: SedimentName;
}

/** How many nodes a blank water would have, along and up. */
export function blankNodes({
  widthM,
  heightM,
  cellM,
}: Pick<BlankChoice, 'widthM' | 'heightM' | 'cellM'>) {
  return {
    columns: Math.max(4, Math.round(widthM / cellM) + 1),
    rows: Math.max(4, Math.round(heightM / cellM) + 1),
  };
}

/** Why a blank water cannot be made, or null when it can. */
export function blankFault(choice: BlankChoice): string | null {
  const { columns, rows } = blankNodes(choice);
  if (columns * rows > MAX_GRID_NODES || columns > 2000 || rows > 2000) {
    return `${columns} × ${rows} nodes are too many; choose a coarser spacing.`;
  }
  return null;
}

/** A flat, empty water to build on, with one pass across its middle. */
export function blankWater(choice: BlankChoice): WaterContent {
  const { columns, rows } = blankNodes(choice);
  const { cellM } = choice;
  const bottom: Bottom = {
    ...planeBottom({ depthM: choice.depthM, sediment: choice.sediment, halfSizeM: 8 }),
    originM: { x: 0, y: 0 },
    cellM,
    columns,
    rows,
    depthsCm: new Array<number>(columns * rows).fill(Math.round(100 * choice.depthM)),
    sedimentCells: new Array<number>(columns * rows).fill(0),
  };
  return withBottom(choice.name, bottom, 'Built from nothing.');
}

/** A water around a bottom, with one pass across its middle. */
export function withBottom(name: string, bottom: Bottom, description: string): WaterContent {
  const { originM, cellM } = bottom;
  const widthM = (bottom.columns - 1) * cellM;
  const y = originM.y + ((bottom.rows - 1) * cellM) / 2;
  return waterContentSchema.parse({
    name,
    description,
    scene: {
      seed: 1,
      water: { temperatureC: 15, salinityPsu: 0, thermocline: null },
      bottom,
      targets: [],
    },
    passes: [
      {
        id: 'across',
        name: 'Across the middle',
        hint: 'West to east.',
        routeM: [
          { x: originM.x + 0.05 * widthM, y },
          { x: originM.x + 0.95 * widthM, y },
        ],
      },
    ],
  });
}

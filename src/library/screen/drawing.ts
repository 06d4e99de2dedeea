/** Drawing regions of truth: one state for pointer and keyboard. */
import { useState } from 'react';
import type { EchoPoint } from '@core/display';
import {
  type DrawnRegion,
  drawnRegionSchema,
  type RegionLabel,
  type RegionShape,
  shapeWith,
  type Spot,
} from '@core/reading';
import { createId } from '@/storage/database';

export const DRAW_TOOLS = [
  {
    id: 'select',
    name: 'Select',
    key: '1',
    hint: 'Tap a region to choose it; drag it or its handles. Arrows nudge it.',
  },
  { id: 'point', name: 'Point', key: '2', hint: 'Tap the mark you mean.' },
  { id: 'box', name: 'Box', key: '3', hint: 'Drag from corner to corner, or tap two corners.' },
  {
    id: 'polygon',
    name: 'Polygon',
    key: '4',
    hint: 'Tap its corners; F or a tap on the first one closes it.',
  },
  { id: 'lasso', name: 'Lasso', key: '5', hint: 'Draw round it by hand.' },
  {
    id: 'line',
    name: 'Line',
    key: '6',
    hint: 'For bottom and shadow: trace it, or tap along it and press F.',
  },
] as const;
type DrawTool = (typeof DRAW_TOOLS)[number]['id'];

/** A tap so near the first corner closes the polygon, in cells. */
const CLOSE_CELLS = 4;

export interface Drawing {
  tool: DrawTool;
  /** Begun, not yet a region. */
  spots: Spot[];
  channel: number;
  choose: (tool: DrawTool) => void;
  /** A tap, or Enter at the cursor. */
  tap: (point: EchoPoint) => void;
  /** A whole shape at once, as a pointer draws it. */
  finish: (spots: Spot[], channel: number) => void;
  /** Ends a polygon or a line where it stands. */
  close: () => void;
  /** Takes the last corner back, or all. */
  back: () => void;
  cancel: () => void;
}

const KIND: Record<Exclude<DrawTool, 'select'>, RegionShape['kind']> = {
  point: 'point',
  box: 'box',
  polygon: 'polygon',
  lasso: 'polygon',
  line: 'line',
};
const LEAST_SPOTS = { point: 1, box: 2, polygon: 3, line: 2 };

/** @param onDrawn told each finished region */
export function useDrawing(label: RegionLabel, onDrawn: (region: DrawnRegion) => void): Drawing {
  const [tool, setTool] = useState<DrawTool>('select');
  const [spots, setSpots] = useState<Spot[]>([]);
  const [channel, setChannel] = useState(0);

  const finish = (drawn: Spot[], inChannel: number) => {
    setSpots([]);
    if (tool === 'select') return;
    const kind = KIND[tool];
    if (drawn.length < LEAST_SPOTS[kind]) return;
    onDrawn(
      drawnRegionSchema.parse({
        id: createId('region'),
        channel: inChannel,
        shape: shapeWith(kind, drawn),
        label,
        name: '',
      }),
    );
  };

  const tap = ({ ping, beam, bin, channel: tapped }: EchoPoint) => {
    if (tool === 'select' || tool === 'lasso') return;
    // A region lies on one side of the side fans; a tap on the other begins anew.
    const begun = spots.length > 0 && tapped === channel ? spots : [];
    const spot = { ping: ping + 0.5, beam: beam + 0.5, bin: bin + 0.5 };
    setChannel(tapped);
    const first = begun[0];
    const closes =
      tool === 'polygon' &&
      begun.length >= 3 &&
      Math.hypot(spot.ping - first.ping, spot.bin - first.bin) < CLOSE_CELLS;
    if (closes) finish(begun, tapped);
    else if (tool === 'point') finish([spot], tapped);
    else if (tool === 'box' && begun.length === 1) finish([begun[0], spot], tapped);
    else setSpots([...begun, spot]);
  };

  return {
    tool,
    spots,
    channel,
    choose: (next) => {
      setTool(next);
      setSpots([]);
    },
    tap,
    finish,
    close: () => finish(spots, channel),
    back: () => setSpots(spots.slice(0, -1)),
    cancel: () => setSpots([]),
  };
}

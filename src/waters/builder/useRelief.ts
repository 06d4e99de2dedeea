import { useCallback, useMemo, useRef, useState } from 'react';
import {
  cutRect,
  dabDepth,
  dabSediment,
  featureDepthsM,
  type GridRect,
  unionRect,
} from '@core/bottom';
import type { Change, Edit } from '@core/builder';
import { bottomEdit, gridAlone } from '@core/builder';
import { chartGrid, type ChartGrid } from '@core/chart';
import type { WaterContent } from '@core/waters';
import type { ToolState } from './tools';

const BRUSH_LABELS = {
  raise: 'raise the bottom',
  lower: 'lower the bottom',
  smooth: 'smooth the bottom',
  level: 'level the bottom',
  roughen: 'roughen the bottom',
};

interface Stroke {
  base: Float32Array;
  sediment: Uint8Array;
  rect: GridRect | null;
  last: { x: number; y: number };
}

/** Copies a rectangle of the relief, shapes laid over it, to what is on screen. */
function showRect(
  shown: Float32Array,
  columns: number,
  rect: GridRect,
  base: Float32Array,
  features: Float32Array | null,
): void {
  for (let row = rect.row0; row <= rect.row1; row++) {
    for (let column = rect.column0; column <= rect.column1; column++) {
      const node = row * columns + column;
      shown[node] = Math.max(0, base[node] + (features ? features[node] : 0));
    }
  }
}

/**
 * The relief under the brush: the grid on screen, changed in place while a stroke lasts, and the stroke as
 * one edit when it ends.
 */
export function useRelief(content: WaterContent, tools: ToolState, apply: (edit: Edit) => void) {
  const whole = content.scene.bottom;
  const patch = whole.patches?.[tools.patch ?? -1] ? tools.patch : null;
  const bottom = useMemo(() => gridAlone(whole, patch), [whole, patch]);
  const onGrid = useMemo(() => (patch === null ? {} : { patch }), [patch]);
  const grid = useMemo<ChartGrid>(() => chartGrid(bottom), [bottom]);
  const [version, setVersion] = useState(0);
  const stroke = useRef<Stroke | null>(null);
  const [liveSediment, setLiveSediment] = useState<Uint8Array | null>(null);

  const dab = useCallback(
    (to: { x: number; y: number }) => {
      const current = stroke.current!;
      const stepM = Math.max(bottom.cellM / 2, tools.radiusM / 4);
      const lengthM = Math.hypot(to.x - current.last.x, to.y - current.last.y);
      const steps = Math.max(1, Math.floor(lengthM / stepM));
      const features = featureDepthsM(bottom);
      for (let i = 1; i <= steps; i++) {
        const xM = current.last.x + (i / steps) * (to.x - current.last.x);
        const yM = current.last.y + (i / steps) * (to.y - current.last.y);
        if (tools.tool === 'sediment') {
          const value = bottom.sediments.indexOf(tools.sediment);
          const rect = dabSediment(
            bottom,
            current.sediment,
            xM,
            yM,
            tools.radiusM,
            value < 0 ? bottom.sediments.length : value,
          );
          current.rect = unionRect(current.rect, rect);
          continue;
        }
        const rect = dabDepth(
          { ...bottom, depthsM: current.base },
          {
            tool: tools.brush,
            xM,
            yM,
            radiusM: tools.radiusM,
            strength: tools.strengthM,
            levelDepthM: tools.levelDepthM,
          },
        );
        current.rect = unionRect(current.rect, rect);
        if (!rect) continue;
        showRect(grid.depthsM, bottom.columns, rect, current.base, features);
      }
      current.last = to;
      setVersion((old) => old + 1);
    },
    [bottom, grid, tools],
  );

  const finish = useCallback(() => {
    const current = stroke.current;
    stroke.current = null;
    setLiveSediment(null);
    if (!current?.rect) return;
    const { rect } = current;
    if (tools.tool === 'sediment') {
      const isNew = !bottom.sediments.includes(tools.sediment);
      const change: Change = {
        part: 'sedimentCells',
        ...onGrid,
        rect,
        before: cutRect(bottom.sedimentCells, bottom.columns, rect),
        after: cutRect(current.sediment, bottom.columns, rect),
      };
      const label = `paint ${tools.sediment}`;
      apply({
        label,
        mergeKey: null,
        changes: [
          ...(isNew
            ? bottomEdit(content, label, { sediments: [...bottom.sediments, tools.sediment] })
                .changes
            : []),
          change,
        ],
      });
      return;
    }
    const after = cutRect(current.base, bottom.columns, rect).map((depthM) =>
      Math.round(100 * depthM),
    );
    apply({
      label: BRUSH_LABELS[tools.brush],
      mergeKey: null,
      changes: [
        {
          part: 'depthsCm',
          ...onGrid,
          rect,
          before: cutRect(bottom.depthsCm, bottom.columns, rect),
          after,
        },
      ],
    });
  }, [apply, bottom, content, tools, onGrid]);

  const onDraw = useCallback(
    (point: { x: number; y: number }, phase: 'start' | 'move' | 'end') => {
      if (phase === 'start') {
        stroke.current = {
          base: Float32Array.from(bottom.depthsCm, (depthCm) => depthCm / 100),
          sediment: Uint8Array.from(bottom.sedimentCells),
          rect: null,
          last: point,
        };
        if (tools.tool === 'sediment') setLiveSediment(stroke.current.sediment);
        dab(point);
      } else if (stroke.current && phase === 'move') dab(point);
      else if (stroke.current) finish();
    },
    [bottom, dab, finish, tools.tool],
  );

  return { grid, version, onDraw, sedimentCells: liveSediment ?? bottom.sedimentCells };
}

import type { Feature } from '@core/bottom';
import type { KnownSpot, WaterContent } from '@core/waters';
import { describeTarget, type Target } from '@core/targets';
import type { ChartPoint } from '@/ui/chart/ChartView';
import { PathDraft, SectionLine, SpotPin } from '@/ui/chart/chartMarks';
import { Handle } from '@/ui/chart/Handle';
import type { Projection } from '@/ui/chart/projection';
import { Things, ThingShape } from '@/ui/chart/Things';
import { SHAPE_WORDS, type ToolState } from './tools';

export type Selection =
  | { part: 'thing'; id: string }
  | { part: 'shape'; index: number }
  | { part: 'spot'; id: string }
  | null;

interface Line {
  from: ChartPoint;
  to: ChartPoint;
}

interface BuildOverlayProps {
  content: WaterContent;
  at: Projection;
  tools: ToolState;
  selection: Selection;
  path: ChartPoint[];
  section: Line;
  snap: (value: number) => number;
  onSelect: (selection: Selection) => void;
  onMoveTarget: (target: Target, xM: number, yM: number, gesture: string) => void;
  onMoveShape: (index: number, shape: Feature, gesture: string) => void;
  onMoveSpot: (spot: KnownSpot, xM: number, yM: number, gesture: string) => void;
  onMoveSection: (line: Line) => void;
  onDelete: () => void;
}

/** What lies over the plan: things, shapes, spots, the section's line, a path being drawn. */
export function BuildOverlay(props: BuildOverlayProps) {
  const { content, at, tools, selection, path, section, snap, onSelect, onDelete } = props;
  const { targets, bottom } = content.scene;
  // Under a brush the chart is for strokes; things only show.
  const canPick = tools.tool !== 'relief' && tools.tool !== 'sediment' && tools.tool !== 'section';
  const stepM = tools.snapM || 1;
  return (
    <>
      {tools.tool === 'section' && (
        <SectionLine section={section} at={at} onMove={props.onMoveSection} />
      )}
      {bottom.features.map((shape, index) => {
        const isSelected = selection?.part === 'shape' && selection.index === index;
        return (
          <ShapeMark
            key={index}
            shape={shape}
            at={at}
            selected={isSelected}
            canPick={canPick}
            snap={snap}
            stepM={stepM}
            onSelect={() => onSelect({ part: 'shape', index })}
            onMove={(moved, gesture) => props.onMoveShape(index, moved, gesture)}
            onDelete={onDelete}
          />
        );
      })}
      {canPick ? (
        targets.map((target) => {
          const [x, y] = at.toPx(target.xM, target.yM);
          const isSelected = selection?.part === 'thing' && selection.id === target.id;
          return (
            <Handle
              key={target.id}
              at={at}
              xM={target.xM}
              yM={target.yM}
              label={describeTarget(target)}
              selected={isSelected}
              stepM={stepM}
              onSelect={() => onSelect({ part: 'thing', id: target.id })}
              onMove={(xM, yM, gesture) => props.onMoveTarget(target, xM, yM, gesture)}
              onDelete={onDelete}
            >
              <circle cx={x} cy={y} r={9} fill="transparent" />
              <ThingShape target={target} at={at} lit={isSelected} />
            </Handle>
          );
        })
      ) : (
        <Things targets={targets} at={at} />
      )}
      {content.spots.map((spot) => {
        const [x, y] = at.toPx(spot.xM, spot.yM);
        const isSelected = selection?.part === 'spot' && selection.id === spot.id;
        const shown = <SpotPin x={x} y={y} name={spot.name} selected={isSelected} />;
        return canPick ? (
          <Handle
            key={spot.id}
            at={at}
            xM={spot.xM}
            yM={spot.yM}
            label={`Known spot: ${spot.name}`}
            selected={isSelected}
            stepM={stepM}
            onSelect={() => onSelect({ part: 'spot', id: spot.id })}
            onMove={(xM, yM, gesture) => props.onMoveSpot(spot, xM, yM, gesture)}
            onDelete={onDelete}
          >
            {shown}
          </Handle>
        ) : (
          <g key={spot.id} pointerEvents="none" opacity={0.6}>
            {shown}
          </g>
        );
      })}
      {path.length > 0 && <PathDraft points={path} at={at} />}
    </>
  );
}

interface ShapeMarkProps {
  shape: Feature;
  at: Projection;
  selected: boolean;
  canPick: boolean;
  snap: (value: number) => number;
  stepM: number;
  onSelect: () => void;
  onMove: (shape: Feature, gesture: string) => void;
  onDelete: () => void;
}

/** Outline of a shape, with handles for its place or for the bends of its path. */
function ShapeMark(props: ShapeMarkProps) {
  const { shape, at, selected, canPick, snap, stepM, onSelect, onMove, onDelete } = props;
  const { words } = SHAPE_WORDS[shape.kind];
  const stroke = selected ? 'var(--live)' : 'var(--map-line)';
  const handle = (
    xM: number,
    yM: number,
    label: string,
    move: (x: number, y: number) => Feature,
  ) => {
    const [x, y] = at.toPx(xM, yM);
    const body = (
      <rect
        x={x - 5}
        y={y - 5}
        width={10}
        height={10}
        rx={2}
        fill="var(--card)"
        stroke={stroke}
        strokeWidth={1.8}
      />
    );
    if (!canPick) return null;
    return (
      <Handle
        key={label}
        at={at}
        xM={xM}
        yM={yM}
        label={label}
        selected={selected}
        stepM={stepM}
        onSelect={onSelect}
        onMove={(x, y, gesture) => onMove(move(snap(x), snap(y)), gesture)}
        onDelete={onDelete}
      >
        {body}
      </Handle>
    );
  };
  if ('pathM' in shape) {
    const points = shape.pathM.map(({ x, y }) => at.toPx(x, y).join()).join(' ');
    return (
      <>
        <polyline
          points={points}
          fill="none"
          stroke={stroke}
          strokeOpacity={0.7}
          strokeDasharray="4 4"
          pointerEvents="none"
        />
        {shape.pathM.map((bend, i) =>
          handle(bend.x, bend.y, `${words}, bend ${i + 1}`, (x, y) => ({
            ...shape,
            pathM: shape.pathM.map((old, n) => (n === i ? { x, y } : old)),
          })),
        )}
      </>
    );
  }
  const [x, y] = at.toPx(shape.xM, shape.yM);
  const radius = 'radiusM' in shape && shape.kind !== 'nests' ? shape.radiusM / at.metresPerPx : 0;
  return (
    <>
      {radius > 0 && (
        <circle
          cx={x}
          cy={y}
          r={radius}
          fill="none"
          stroke={stroke}
          strokeOpacity={0.6}
          strokeDasharray="4 4"
          pointerEvents="none"
        />
      )}
      {'headingDeg' in shape && (
        <line
          transform={`translate(${x} ${y}) rotate(${shape.headingDeg - (at.upRad * 180) / Math.PI})`}
          y1={0}
          y2={-22}
          stroke={stroke}
          strokeWidth={2}
          pointerEvents="none"
        />
      )}
      {handle(shape.xM, shape.yM, words, (xM, yM) => ({ ...shape, xM, yM }))}
    </>
  );
}

/** The drawn regions with their handles, over the picture. */
import { useDrag } from '@use-gesture/react';
import { type ReactNode, useRef, useState } from 'react';
import simplify from 'simplify-js';
import { channelAt, type Picture, placeOfSpot, spotAt } from '@core/display';
import { type DrawnRegion, type RegionShape, shapeWith } from '@core/reading';
import type { Drawing } from './drawing';

interface DrawLayerProps {
  picture: Picture;
  regions: readonly DrawnRegion[];
  chosenId: string | null;
  drawing: Drawing;
  /** Of a picture of one channel, the one that is shown. */
  channel: number;
  onChoose: (id: string | null) => void;
  onReshape: (id: string, shape: RegionShape) => void;
}

const INK = '#fffdf8';
const HALO = '#05070d';
const CHOSEN = '#ff8a6b';
const HANDLE_PX = 6;
/** A line is grasped so far beside it. */
const GRASP_PX = 14;
/** A press that moves no farther is a tap. */
const TAP_PX = 4;
/** A hand's tremble that is left out of a lasso. */
const TREMBLE_PX = 2;
const MOST_CORNERS = 400;
const POINT_RADIUS_PX = 9;

interface Px {
  x: number;
  y: number;
}
const moved = ({ x, y }: Px, by: Px): Px => ({ x: x + by.x, y: y + by.y });

export function DrawLayer(props: DrawLayerProps) {
  const { picture, chosenId, drawing, onChoose } = props;
  // A sector shows one frame: what was marked on another is not on it.
  const regions = props.regions.filter(
    ({ shape }) =>
      picture.kind !== 'polar' || Math.floor(shape.spots[0].ping) === picture.endPing - 1,
  );
  const [path, setPath] = useState<Px[]>([]);
  const svgRef = useRef<SVGSVGElement>(null);
  const { tool, spots, channel } = drawing;
  const isDragTool = tool === 'box' || tool === 'lasso' || tool === 'line';
  const placed = spots.flatMap((spot) => placeOfSpot(picture, channel, spot) ?? []);

  const finish = (drawn: Px[]) => {
    const side = channelAt(picture, drawn[0].x, props.channel);
    const kept = tool === 'box' ? drawn : simplify(drawn, TREMBLE_PX, true);
    const even = kept.filter((_, i) => i % Math.ceil(kept.length / MOST_CORNERS) === 0);
    drawing.finish(
      even.map(({ x, y }) => spotAt(picture, side, x, y)),
      side,
    );
  };
  const bindDraw = useDrag(
    ({ xy, initial, last, tap }) => {
      const box = svgRef.current!.getBoundingClientRect();
      const on = ([x, y]: [number, number]): Px => ({ x: x - box.left, y: y - box.top });
      const begun = path.length > 0 ? path : [on(initial)];
      const drawn = tool === 'box' ? [begun[0], on(xy)] : [...begun, on(xy)];
      if (last && !tap) finish(drawn);
      setPath(last ? [] : drawn);
    },
    // The click that ends a drag is filtered out with the taps: it is no tap on the picture.
    { enabled: isDragTool, filterTaps: true, tapsThreshold: TAP_PX, threshold: TAP_PX },
  );

  return (
    <div className="absolute inset-0" data-testid="draw-layer">
      <svg
        ref={svgRef}
        width={picture.widthPx}
        height={picture.heightPx}
        aria-hidden="true"
        {...bindDraw()}
        className={`touch-none ${tool === 'select' || isDragTool ? '' : 'pointer-events-none'}`}
        onPointerDownCapture={(event) => {
          if (tool === 'select' && event.target === event.currentTarget) onChoose(null);
        }}
      >
        {regions.map((region) => (
          <RegionShapes
            key={region.id}
            {...props}
            region={region}
            isChosen={region.id === chosenId}
            isOpen={tool === 'select'}
          />
        ))}
        {placed.length > 0 && <Path points={placed} isClosed={false} stroke={CHOSEN} />}
        {placed.map(({ x, y }, i) => (
          <circle key={i} cx={x} cy={y} r={4} fill={CHOSEN} pointerEvents="none" />
        ))}
        {path.length > 1 && (
          <Path
            points={tool === 'box' ? cornersOf(boxOf(path[0], path[1])) : path}
            isClosed={tool !== 'line'}
            stroke={CHOSEN}
          />
        )}
      </svg>
    </div>
  );
}

const boxOf = (a: Px, b: Px) => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.abs(b.x - a.x),
  height: Math.abs(b.y - a.y),
});

const cornersOf = ({ x, y, width, height }: ReturnType<typeof boxOf>): Px[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];

const pathOf = (points: readonly Px[], isClosed: boolean) =>
  `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}${isClosed ? 'Z' : ''}`;

/** A line legible on any palette: dark under light. */
function Path({ points, isClosed, stroke }: { points: Px[]; isClosed: boolean; stroke: string }) {
  const d = pathOf(points, isClosed);
  return (
    <g fill="none" strokeLinejoin="round" pointerEvents="none">
      <path d={d} stroke={HALO} strokeWidth={4} opacity={0.6} />
      <path d={d} stroke={stroke} strokeWidth={2} />
    </g>
  );
}

interface GraspProps {
  isOpen: boolean;
  isMovable: boolean;
  onGrasp: () => void;
  /** Where it has been dragged, as it goes and at the end. */
  onDrag: (by: Px) => void;
  onDragEnd: (by: Px) => void;
  children: ReactNode;
}

/** Something that is chosen by a press and moved by a drag. */
function Grasp({ isOpen, isMovable, onGrasp, onDrag, onDragEnd, children }: GraspProps) {
  const bind = useDrag(
    ({ movement: [x, y], last, event }) => {
      event.stopPropagation();
      if (last) onDragEnd({ x, y });
      else onDrag({ x, y });
    },
    { enabled: isMovable, threshold: 1 },
  );
  return (
    <g
      {...bind()}
      className={isMovable ? 'cursor-move touch-none' : ''}
      pointerEvents={isOpen ? 'all' : 'none'}
      onPointerDownCapture={onGrasp}
    >
      {children}
    </g>
  );
}

interface RegionShapesProps extends DrawLayerProps {
  region: DrawnRegion;
  isChosen: boolean;
  /** Can be chosen and moved. */
  isOpen: boolean;
}

function RegionShapes(props: RegionShapesProps) {
  const { picture, region, isChosen, isOpen, onChoose, onReshape } = props;
  const { id, channel, shape } = region;
  const [dragged, setDragged] = useState<Px[] | null>(null);
  const places = shape.spots.map((spot) => placeOfSpot(picture, channel, spot));
  if (places.some((place) => place === null)) return null;
  const kept = places as Px[];
  const points = dragged ?? kept;
  const isMovable = isOpen && isChosen;
  const reshape = (to: Px[]) => {
    setDragged(null);
    const spots = to.map(({ x, y }) => spotAt(picture, channel, x, y));
    onReshape(id, shapeWith(shape.kind, spots));
  };
  /** @param moveBy what a drag by so much makes of the shape */
  const grasp = (moveBy: (by: Px) => Px[]) => ({
    isOpen,
    isMovable,
    onGrasp: () => onChoose(id),
    onDrag: (by: Px) => setDragged(moveBy(by)),
    onDragEnd: (by: Px) => (by.x === 0 && by.y === 0 ? setDragged(null) : reshape(moveBy(by))),
  });
  const whole = grasp((by) => kept.map((point) => moved(point, by)));
  const stroke = isChosen ? CHOSEN : INK;

  if (shape.kind === 'point') {
    const [{ x, y }] = points;
    const ring = { cx: x, cy: y, r: POINT_RADIUS_PX };
    return (
      <Grasp {...whole}>
        <circle {...ring} fill="none" stroke={HALO} strokeWidth={5} opacity={0.6} />
        <circle {...ring} fill="none" stroke={stroke} strokeWidth={2.5} />
      </Grasp>
    );
  }
  const isBox = shape.kind === 'box';
  const isClosed = isBox || shape.kind === 'polygon';
  const outline = isBox ? cornersOf(boxOf(points[0], points[1])) : points;
  const handlesOf = (corners: Px[]) =>
    isBox ? boxHandles(boxOf(corners[0], corners[1])) : pointHandles(corners);
  const drawn = handlesOf(points);
  return (
    <>
      <Path points={outline} isClosed={isClosed} stroke={stroke} />
      <Grasp {...whole}>
        <path
          d={pathOf(outline, isClosed)}
          fill={isClosed ? 'transparent' : 'none'}
          stroke="transparent"
          strokeWidth={GRASP_PX}
        />
      </Grasp>
      {isMovable &&
        handlesOf(kept).map(({ moveBy }, i) => (
          <Grasp key={i} {...grasp(moveBy)}>
            <circle
              cx={drawn[i].at.x}
              cy={drawn[i].at.y}
              r={HANDLE_PX}
              fill={CHOSEN}
              stroke={HALO}
            />
          </Grasp>
        ))}
    </>
  );
}

interface ShapeHandle {
  at: Px;
  moveBy: (by: Px) => Px[];
}

const pointHandles = (points: readonly Px[]): ShapeHandle[] =>
  points.map((at, i) => ({
    at,
    moveBy: (by) => points.map((point, k) => (k === i ? moved(point, by) : point)),
  }));

/** At corners and middles of its sides; each moves the sides that it lies on. */
function boxHandles({ x, y, width, height }: ReturnType<typeof boxOf>): ShapeHandle[] {
  const [left, top, right, bottom] = [x, y, x + width, y + height];
  return [0, 0.5, 1].flatMap((across) =>
    [0, 0.5, 1]
      .filter((down) => across !== 0.5 || down !== 0.5)
      .map((down) => ({
        at: { x: x + across * width, y: y + down * height },
        moveBy: (by: Px) => [
          { x: left + (across === 0 ? by.x : 0), y: top + (down === 0 ? by.y : 0) },
          { x: right + (across === 1 ? by.x : 0), y: bottom + (down === 1 ? by.y : 0) },
        ],
      })),
  );
}

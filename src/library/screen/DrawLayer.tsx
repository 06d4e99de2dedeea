/** The drawn regions with their handles, over the picture. */
import type Konva from 'konva';
import { useEffect, useRef, useState } from 'react';
import { Circle, Layer, Line, Rect, Stage, Transformer } from 'react-konva';
import simplify from 'simplify-js';
import { channelAt, type Picture, placeOfSpot, spotAt } from '@core/display';
import { type DrawnRegion, type RegionShape, shapeWith, type Spot } from '@core/reading';
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
/** A press that moves no farther is a tap. */
const TAP_PX = 4;
/** A hand's tremble that is left out of a lasso. */
const TREMBLE_PX = 2;
const MOST_CORNERS = 400;

interface Px {
  x: number;
  y: number;
}

export default function DrawLayer(props: DrawLayerProps) {
  const { picture, chosenId, drawing, onChoose } = props;
  // A sector shows one frame: what was marked on another is not on it.
  const regions = props.regions.filter(
    ({ shape }) =>
      picture.kind !== 'polar' || Math.floor(shape.spots[0].ping) === picture.endPing - 1,
  );
  const [path, setPath] = useState<Px[]>([]);
  const draggedRef = useRef(false);
  const { tool, spots, channel } = drawing;
  const isDragTool = tool === 'box' || tool === 'lasso' || tool === 'line';
  const placed = spots.flatMap((spot) => placeOfSpot(picture, channel, spot) ?? []);

  const at = (event: Konva.KonvaEventObject<PointerEvent>): Px | null =>
    event.target.getStage()?.getPointerPosition() ?? null;
  const start = (event: Konva.KonvaEventObject<PointerEvent>) => {
    if (tool === 'select') {
      if (event.target === event.target.getStage()) onChoose(null);
      return;
    }
    const place = at(event);
    if (isDragTool && place) setPath([place]);
  };
  const move = (event: Konva.KonvaEventObject<PointerEvent>) => {
    const place = at(event);
    if (path.length === 0 || !place) return;
    setPath(tool === 'box' ? [path[0], place] : [...path, place]);
  };
  const end = () => {
    const reach = Math.max(0, ...path.map(({ x, y }) => Math.hypot(x - path[0].x, y - path[0].y)));
    draggedRef.current = reach > TAP_PX;
    if (reach > TAP_PX) {
      const side = channelAt(picture, path[0].x, props.channel);
      const kept = tool === 'box' ? path : simplify(path, TREMBLE_PX, true);
      const even = kept.filter((_, i) => i % Math.ceil(kept.length / MOST_CORNERS) === 0);
      drawing.finish(
        even.map(({ x, y }) => spotAt(picture, side, x, y)),
        side,
      );
    }
    setPath([]);
  };

  return (
    <div
      className="absolute inset-0"
      data-testid="draw-layer"
      // A drag has drawn its shape; the click that ends it is no tap.
      onClick={(event) => {
        if (draggedRef.current) event.stopPropagation();
        draggedRef.current = false;
      }}
    >
      <Stage
        width={picture.widthPx}
        height={picture.heightPx}
        listening={tool === 'select' || isDragTool}
        onPointerDown={start}
        onPointerMove={move}
        onPointerUp={end}
      >
        <Layer>
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
            <Circle key={i} x={x} y={y} radius={4} fill={CHOSEN} listening={false} />
          ))}
          {path.length > 1 &&
            (tool === 'box' ? (
              <Rect
                x={Math.min(path[0].x, path[1].x)}
                y={Math.min(path[0].y, path[1].y)}
                width={Math.abs(path[1].x - path[0].x)}
                height={Math.abs(path[1].y - path[0].y)}
                stroke={CHOSEN}
                strokeWidth={2}
                listening={false}
              />
            ) : (
              <Path points={path} isClosed={tool === 'lasso'} stroke={CHOSEN} />
            ))}
        </Layer>
      </Stage>
    </div>
  );
}

const flat = (points: readonly Px[]) => points.flatMap(({ x, y }) => [x, y]);

/** A line legible on any palette: dark under light. */
function Path({ points, isClosed, stroke }: { points: Px[]; isClosed: boolean; stroke: string }) {
  return (
    <>
      <Line
        points={flat(points)}
        closed={isClosed}
        stroke={HALO}
        strokeWidth={4}
        opacity={0.6}
        listening={false}
      />
      <Line
        points={flat(points)}
        closed={isClosed}
        stroke={stroke}
        strokeWidth={2}
        listening={false}
      />
    </>
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
  const boxRef = useRef<Konva.Rect>(null);
  const handlesRef = useRef<Konva.Transformer>(null);
  useEffect(() => {
    if (isChosen && isOpen && boxRef.current) handlesRef.current?.nodes([boxRef.current]);
  }, [isChosen, isOpen, shape]);
  const places = shape.spots.map((spot) => placeOfSpot(picture, channel, spot));
  if (places.some((place) => place === null)) return null;
  const points = places as Px[];
  const stroke = isChosen ? CHOSEN : INK;
  const spotOf = ({ x, y }: Px): Spot => spotAt(picture, channel, x, y);
  const reshape = (moved: Px[]) => onReshape(id, shapeWith(shape.kind, moved.map(spotOf)));
  const choose = () => onChoose(id);
  const common = {
    draggable: isOpen && isChosen,
    onPointerDown: choose,
    listening: isOpen,
  };
  const shift = (event: Konva.KonvaEventObject<DragEvent>) => {
    const node = event.target;
    const by = { x: node.x(), y: node.y() };
    node.position({ x: 0, y: 0 });
    reshape(points.map(({ x, y }) => ({ x: x + by.x, y: y + by.y })));
  };

  if (shape.kind === 'box') {
    const [a, b] = points;
    const box = {
      x: Math.min(a.x, b.x),
      y: Math.min(a.y, b.y),
      width: Math.abs(b.x - a.x),
      height: Math.abs(b.y - a.y),
    };
    const keep = () => {
      const node = boxRef.current!;
      const width = node.width() * node.scaleX();
      const height = node.height() * node.scaleY();
      const from = node.position();
      node.scale({ x: 1, y: 1 });
      reshape([from, { x: from.x + width, y: from.y + height }]);
    };
    return (
      <>
        <Rect {...box} stroke={HALO} strokeWidth={4} opacity={0.6} listening={false} />
        <Rect
          ref={boxRef}
          {...box}
          {...common}
          fill="rgba(255,253,248,0.001)"
          stroke={stroke}
          strokeWidth={2}
          strokeScaleEnabled={false}
          onDragEnd={keep}
          onTransformEnd={keep}
        />
        {isChosen && isOpen && (
          <Transformer
            ref={handlesRef}
            rotateEnabled={false}
            flipEnabled={false}
            keepRatio={false}
            anchorSize={11}
            anchorStroke={HALO}
            anchorFill={CHOSEN}
            borderStroke={CHOSEN}
          />
        )}
      </>
    );
  }
  if (shape.kind === 'point') {
    const [{ x, y }] = points;
    return (
      <Circle
        x={x}
        y={y}
        radius={9}
        {...common}
        fill="rgba(255,253,248,0.001)"
        stroke={stroke}
        strokeWidth={2.5}
        shadowColor={HALO}
        shadowBlur={4}
        onDragEnd={(event) => reshape([event.target.position()])}
      />
    );
  }
  const isClosed = shape.kind === 'polygon';
  return (
    <>
      <Path points={points} isClosed={isClosed} stroke={stroke} />
      <Line
        points={flat(points)}
        closed={isClosed}
        {...common}
        stroke="rgba(0,0,0,0.001)"
        strokeWidth={14}
        fill={isClosed ? 'rgba(255,253,248,0.001)' : undefined}
        onDragEnd={shift}
      />
      {isChosen &&
        isOpen &&
        points.map(({ x, y }, i) => (
          <Circle
            key={i}
            x={x}
            y={y}
            radius={HANDLE_PX}
            fill={CHOSEN}
            stroke={HALO}
            draggable
            onDragEnd={(event) =>
              reshape(points.map((point, k) => (k === i ? event.target.position() : point)))
            }
          />
        ))}
    </>
  );
}

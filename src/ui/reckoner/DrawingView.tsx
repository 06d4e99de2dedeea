/** The drawing of a card: at one scale, and with what can be taken by hand. */
import { useDrag } from '@use-gesture/react';
import { useRef, useState } from 'react';
import {
  type Card,
  type Drawing,
  type Handle,
  type Scale,
  scaleOf,
  type Shape,
  type Spot,
  type Stroke,
  strokesOf,
  wordsOf,
} from '@core/reckoner';
import { HaloText } from '@/ui/HaloText';
import { useElementSize } from '@/ui/useElementSize';

const LOOKS: Record<Stroke['look'], string> = {
  water: 'fill-(--map-shallow) stroke-none',
  ground: 'fill-(--map-bed) stroke-none',
  beam: 'fill-action/20 stroke-action',
  sound: 'fill-none stroke-live',
  thing: 'fill-ink stroke-ink',
  shadow: 'fill-ink/45 stroke-ink',
  seen: 'fill-(--map-band)/45 stroke-(--map-band-edge)',
  line: 'fill-none stroke-ink',
  quiet: 'fill-none stroke-outline',
  boat: 'fill-card stroke-ink',
  span: 'fill-none stroke-ink',
};
const IS_DASHED = new Set<Stroke['look']>(['line', 'quiet']);
const WIDE = new Set<Stroke['look']>(['sound', 'thing', 'shadow']);

const listed = (points: readonly Spot[]) =>
  points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');

function Piece({ shape, scale }: { shape: Shape; scale: Scale }) {
  const words = wordsOf(shape, scale);
  return (
    <>
      {strokesOf(shape, scale).map(({ points, isClosed, look }, i) => {
        const drawn = {
          points: listed(points),
          strokeWidth: WIDE.has(look) ? 2.5 : 1.2,
          strokeDasharray: IS_DASHED.has(look) ? '5 4' : undefined,
        };
        return isClosed ? (
          <polygon key={i} className={LOOKS[look]} {...drawn} />
        ) : (
          <polyline key={i} className={`${LOOKS[look]} fill-none`} {...drawn} />
        );
      })}
      {words && (
        <HaloText
          halo="var(--card)"
          className={`fill-ink text-xs ${shape.kind === 'span' ? 'font-semibold' : ''}`}
          x={words.at[0]}
          y={words.at[1]}
          textAnchor={words.anchor}
        >
          {words.text}
        </HaloText>
      )}
    </>
  );
}

interface GripProps {
  handle: Handle;
  field: Card['fields'][string];
  value: number;
  scale: Scale;
  onHold: (isHeld: boolean) => void;
  onChange: (field: string, value: number) => void;
}

const KEY_SHARE = 0.02;

/** A place of the drawing that carries a number. */
function Grip({ handle, field, value, scale, onHold, onChange }: GripProps) {
  const [x, y] = scale.at(handle.at);
  const grabbed = useRef<Spot>([0, 0]);
  const set = (wanted: number) => {
    if (!Number.isFinite(wanted)) return;
    const digits = 10 ** (field.decimals ?? 1);
    const kept = Math.min(field.max, Math.max(field.min, Math.round(wanted * digits) / digits));
    if (kept !== value) onChange(handle.field, kept);
  };
  const bind = useDrag(({ first, last, movement: [mx, my] }) => {
    if (first) {
      grabbed.current = [x, y];
      onHold(true);
    }
    set(handle.valueAt(scale.back([grabbed.current[0] + mx, grabbed.current[1] + my])));
    if (last) onHold(false);
  });
  return (
    <circle
      {...bind()}
      role="slider"
      tabIndex={0}
      aria-label={field.label}
      aria-valuemin={field.min}
      aria-valuemax={field.max}
      aria-valuenow={value}
      className="chart-handle cursor-grab touch-none fill-live stroke-card active:cursor-grabbing"
      strokeWidth={2}
      cx={x}
      cy={y}
      r={8}
      onKeyDown={(event) => {
        const step = Math.max(10 ** -(field.decimals ?? 1), KEY_SHARE * Math.abs(value));
        const by = { ArrowUp: step, ArrowRight: step, ArrowDown: -step, ArrowLeft: -step }[
          event.key
        ];
        if (by === undefined) return;
        event.preventDefault();
        set(value + by);
      }}
    />
  );
}

interface DrawingViewProps {
  drawing: Drawing;
  card: Card;
  values: Record<string, number>;
  onChange: (field: string, value: number) => void;
}

export function DrawingView({ drawing, card, values, onChange }: DrawingViewProps) {
  const [box, { width, height }] = useElementSize<HTMLDivElement>();
  // While something is dragged the scale stands still under the hand.
  const [held, setHeld] = useState<Drawing['frame'] | null>(null);
  const scale = scaleOf(held ?? drawing.frame, width, height);
  return (
    <div ref={box} className="h-72 overflow-hidden rounded-md border border-hairline bg-card">
      {width > 0 && (
        <svg width={width} height={height} role="group" aria-label={drawing.alt}>
          {drawing.shapes.map((shape, i) => (
            <Piece key={i} shape={shape} scale={scale} />
          ))}
          {drawing.handles.map((handle) => (
            <Grip
              key={handle.field}
              handle={handle}
              field={card.fields[handle.field]}
              value={values[handle.field]}
              scale={scale}
              onHold={(isHeld) => setHeld(isHeld ? drawing.frame : null)}
              onChange={onChange}
            />
          ))}
        </svg>
      )}
    </div>
  );
}

import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { ReactNode } from 'react';
import { z } from 'zod';
import { type Bin, BINS, framesOn } from '@core/drills';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { type KindProps, type KindView, outlinedOn } from './kindView';

const stateSchema = z.object({ bins: z.record(z.string(), z.enum(BINS)) });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'sort', State>;

/** The key that sends the mark in hand there. */
const BIN_KEYS: Record<string, Bin> = { f: 'fish', b: 'bait', s: 'structure', r: 'rubbish' };

function Stage({ item, ground, units, lines, label, view }: Props) {
  const [screen] = ground.screens;
  return (
    <ScreenPicture
      screen={screen}
      units={units}
      label={label}
      view={view ?? undefined}
      frames={lines.length > 0 ? [] : framesOn(item, ground, 0)}
      outlined={outlinedOn(lines, 0)}
    />
  );
}

function Chip({
  id,
  number,
  disabled,
  onSend,
}: {
  id: string;
  number: number;
  disabled: boolean;
  onSend: (bin: Bin) => void;
}) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id,
    disabled,
  });
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      disabled={disabled}
      aria-label={`Mark ${number}`}
      onKeyDown={(event) => {
        const bin = BIN_KEYS[event.key.toLowerCase()];
        if (bin && !event.ctrlKey && !event.metaKey) {
          event.preventDefault();
          onSend(bin);
          return;
        }
        (listeners?.onKeyDown as ((event: unknown) => void) | undefined)?.(event);
      }}
      className={`grid size-8 touch-none place-items-center rounded-full border border-outline bg-card font-bold ${isDragging ? 'z-10 shadow-lg' : ''}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      {number}
    </button>
  );
}

function Box({
  id,
  name,
  hotkey,
  children,
}: {
  id: string;
  name: string;
  hotkey?: string;
  children: ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <div
      ref={setNodeRef}
      role="group"
      aria-label={name}
      className={`flex min-h-13 flex-wrap items-center gap-1.5 rounded-md border px-2 py-1.5 ${isOver ? 'border-action bg-well' : 'border-hairline'}`}
    >
      <span className="w-20 shrink-0 font-semibold">
        {name}
        {hotkey && <span className="ml-1 text-xs font-normal text-ink-2">{hotkey}</span>}
      </span>
      {children}
    </div>
  );
}

function Form({ item, state, onState, committed }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );
  const send = (targetId: string, bin: Bin | null) => {
    const { [targetId]: _, ...rest } = state.bins;
    onState({ bins: bin ? { ...rest, [targetId]: bin } : rest });
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const bin = BINS.find((one) => one === over.id) ?? null;
    send(String(active.id), bin);
  };
  const chipsIn = (bin: Bin | null) =>
    item.targetIds.flatMap((targetId, i) =>
      (state.bins[targetId] ?? null) === bin
        ? [
            <Chip
              key={targetId}
              id={targetId}
              number={i + 1}
              disabled={committed !== null}
              onSend={(to) => send(targetId, to)}
            />,
          ]
        : [],
    );
  return (
    <DndContext sensors={sensors} onDragEnd={onDragEnd}>
      <div className="flex flex-col gap-1.5">
        {!committed && (
          <p className="text-ink-2">
            Drag each number into its box, or focus it and press the box’s letter.
          </p>
        )}
        <Box id="unsorted" name="to sort">
          {chipsIn(null)}
        </Box>
        {BINS.map((bin) => (
          <Box key={bin} id={bin} name={bin} hotkey={bin[0].toUpperCase()}>
            {chipsIn(bin)}
          </Box>
        ))}
      </div>
    </DndContext>
  );
}

export const sortView: KindView<'sort', State> = {
  stateSchema,
  isViewable: true,
  asksMany: true,
  initial: { bins: {} },
  given: ({ bins }, item) =>
    item.targetIds.every((id) => bins[id]) ? { kind: 'sort', bins } : null,
  Stage,
  Form,
};

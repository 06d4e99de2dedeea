/** A list whose order is changed by dragging, or with the keyboard: Space takes hold, arrows move. */
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from '@/ui/icons';
import type { ReactNode } from 'react';

interface SortableListProps<T> {
  label: string;
  items: readonly T[];
  idOf: (item: T) => string;
  /** What the handle moves, for screen readers. */
  nameOf: (item: T) => string;
  onOrder: (items: T[]) => void;
  children: (item: T, index: number) => ReactNode;
}

function Row({ id, name, children }: { id: string; name: string; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      className={`flex items-center gap-1.5 rounded-md border bg-card px-1.5 py-1 ${isDragging ? 'z-10 border-action shadow-lg' : 'border-hairline'}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        className="grid size-7 shrink-0 cursor-grab touch-none place-items-center rounded-sm text-ink-2 hover:bg-well"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
      >
        <GripVertical size={16} aria-hidden="true" />
      </button>
      {children}
    </li>
  );
}

export function SortableList<T>(props: SortableListProps<T>) {
  const { label, items, idOf, nameOf, onOrder, children } = props;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = items.map(idOf);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const from = ids.indexOf(String(active.id));
    const to = ids.indexOf(String(over.id));
    if (from >= 0 && to >= 0) onOrder(arrayMove([...items], from, to));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol aria-label={label} className="flex flex-col gap-1.5">
          {items.map((item, index) => (
            <Row key={idOf(item)} id={idOf(item)} name={nameOf(item)}>
              {children(item, index)}
            </Row>
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

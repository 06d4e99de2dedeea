/** What a user writes on the chart of a water, the way back through it, and its keeping. */
import type { PassPlan } from '@core/pass';
import { type History, NO_HISTORY, type Step, stepped, type Way, withStep } from '@core/history';
import type { LineKind, LineRecord, MarkRecord, SpotRecord, WaterRecord } from '@core/records';
import { type ChartNotes, newLine, type NoteRecord, putNote } from '@/storage/chartNotes';
import { openWater, saveWater } from '@/storage/waters';
import { showToast } from '@/ui/toast';
import { createStore, type StoreApi } from 'zustand/vanilla';

/** A note before and after; null before it was made, or once it is gone. */
export interface NoteChange {
  before: NoteRecord | null;
  after: NoteRecord | null;
}

interface NoteStep extends Step {
  notes: NoteChange[];
  passes: { before: PassPlan[]; after: PassPlan[] } | null;
}

export interface NotebookState {
  water: WaterRecord;
  notes: ChartNotes;
  history: History<NoteStep>;
  failed: boolean;
}

const SAVE_AFTER_MS = 300;

const TABLES = { mark: 'marks', line: 'lines', spot: 'spots' } as const;

function withNote(notes: ChartNotes, id: string, note: NoteRecord | null, like: NoteRecord) {
  const table = TABLES[like.schema];
  const list = notes[table] as NoteRecord[];
  const isHere = list.some((old) => old.id === id);
  const next = note
    ? isHere
      ? list.map((old) => (old.id === id ? note : old))
      : [...list, note]
    : list.filter((old) => old.id !== id);
  return { ...notes, [table]: next as (MarkRecord | LineRecord | SpotRecord)[] } as ChartNotes;
}

function reversed(step: NoteStep): NoteStep {
  return {
    ...step,
    notes: step.notes.map(({ before, after }) => ({ before: after, after: before })),
    passes: step.passes && { before: step.passes.after, after: step.passes.before },
  };
}

const joinedSteps = (last: NoteStep, next: NoteStep): NoteStep => ({
  ...next,
  notes: joined(last.notes, next.notes),
  passes: next.passes && { ...next.passes, before: (last.passes ?? next.passes).before },
});

/** The same note, changed by two steps in a row, as one change. */
function joined(first: NoteChange[], second: NoteChange[]): NoteChange[] {
  const idOf = ({ before, after }: NoteChange) => (after ?? before)!.id;
  const rest = second.filter((change) => !first.some((old) => idOf(old) === idOf(change)));
  return [
    ...first.map((old) => {
      const later = second.find((change) => idOf(change) === idOf(old));
      return later ? { before: old.before, after: later.after } : old;
    }),
    ...rest,
  ];
}

export class Notebook {
  readonly store: StoreApi<NotebookState>;
  private readonly unsaved = new Map<string, NoteRecord>();
  private passesUnsaved = false;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private written: Promise<void> = Promise.resolve();
  private writing = 0;

  constructor(water: WaterRecord, notes: ChartNotes) {
    this.store = createStore(() => ({ water, notes, history: NO_HISTORY, failed: false }));
  }

  change(label: string, notes: NoteChange[], mergeKey: string | null = null): void {
    this.take({ label, mergeKey, notes, passes: null });
  }

  /** A note changed in place. */
  edit<T extends NoteRecord>(label: string, before: T, change: Partial<T>, key: string | null) {
    const after = { ...before, ...change, updatedAtMs: Date.now() };
    this.change(label, [{ before, after }], key);
  }

  setPasses(
    label: string,
    after: PassPlan[],
    mergeKey: string | null = null,
    notes: NoteChange[] = [],
  ) {
    const before = this.store.getState().water.content.passes;
    this.take({ label, mergeKey, notes, passes: { before, after } });
  }

  addLine(kind: LineKind, pointsM: LineRecord['pointsM']): LineRecord {
    const { water, notes } = this.store.getState();
    const line = newLine({
      waterId: water.id,
      name: `${kind === 'track' ? 'Track' : 'Line'} ${notes.lines.length + 1}`,
      kind,
      note: '',
      pointsM,
    });
    this.change(`add ${line.name}`, [{ before: null, after: line }]);
    return line;
  }

  readonly step = (way: Way): void => {
    const found = stepped(this.store.getState().history, way);
    if (!found) return;
    this.apply(way === 'undo' ? reversed(found.step) : found.step);
    this.store.setState({ history: found.history });
  };

  /** Says what was done, with its way back. */
  tell(message: string): void {
    showToast({ message, action: { label: 'Undo', run: this.undoOfLast() } });
  }

  /** A way back for the step just made, which does nothing once more has been changed. */
  undoOfLast(): () => void {
    const last = () => this.store.getState().history.past.at(-1);
    const step = last();
    return () => {
      if (step && last() === step) this.step('undo');
    };
  }

  private take(step: NoteStep): void {
    this.apply(step, step.mergeKey !== null);
    const { history } = this.store.getState();
    this.store.setState({ history: withStep(history, step, joinedSteps) });
  }

  /** @param soon waits for the pause in a drag before passes are stored with their whole water */
  private apply(step: NoteStep, soon = false): void {
    let { notes, water } = this.store.getState();
    for (const { before, after } of step.notes) {
      const like = (after ?? before)!;
      notes = withNote(notes, like.id, after, like);
      // What is gone stays in the browser as deleted, so that backups of elsewhere do not bring it back.
      this.unsaved.set(
        like.id,
        after ?? { ...like, deletedAtMs: Date.now(), updatedAtMs: Date.now() },
      );
    }
    if (step.passes) {
      water = { ...water, content: { ...water.content, passes: step.passes.after } };
      this.passesUnsaved = true;
    }
    this.store.setState({ notes, water });
    if (this.timer) clearTimeout(this.timer);
    if (soon && this.passesUnsaved) {
      this.timer = setTimeout(() => void this.flush(), SAVE_AFTER_MS);
    } else {
      void this.flush();
    }
  }

  isUnsaved = (): boolean => this.unsaved.size > 0 || this.passesUnsaved || this.writing > 0;

  /** Stores what is not stored yet, after what is being stored. */
  flush = (): Promise<void> => {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    this.writing++;
    this.written = this.written.then(() => this.write()).finally(() => this.writing--);
    return this.written;
  };

  private async write(): Promise<void> {
    const notes = [...this.unsaved.values()];
    this.unsaved.clear();
    const { passesUnsaved } = this;
    this.passesUnsaved = false;
    try {
      for (const note of notes) await putNote(note);
      if (passesUnsaved) {
        // Only the passes are this page's; the builder may have changed the rest meanwhile.
        const { water } = this.store.getState();
        const stored = await openWater(water.id);
        const base = stored.ok ? stored.value : water;
        await saveWater(base, { ...base.content, passes: water.content.passes });
      }
      this.store.setState({ failed: false });
    } catch {
      for (const note of notes) if (!this.unsaved.has(note.id)) this.unsaved.set(note.id, note);
      this.passesUnsaved ||= passesUnsaved;
      this.store.setState({ failed: true });
    }
  }
}

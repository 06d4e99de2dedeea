/** A water being built: its content, the way back through its edits, and its keeping in the browser. */
import { applyEdit, type Edit, joinedEdits, revertEdit } from '@core/builder';
import { type History, NO_HISTORY, stepped, type Way, withStep } from '@core/history';
import { type WaterRecord } from '@core/records';
import { waterContentSchema, type WaterContent } from '@core/waters';
import { saveWater } from '@/storage/waters';
import { createStore, type StoreApi } from 'zustand/vanilla';

export interface BuildState {
  content: WaterContent;
  history: History<Edit>;
  saving: 'saved' | 'waiting' | 'failed';
  /** Why the last edit was not made. */
  refusal: string | null;
}

const SAVE_AFTER_MS = 400;

export class BuildSession {
  readonly store: StoreApi<BuildState>;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(private water: WaterRecord) {
    this.store = createStore(() => ({
      content: water.content,
      history: NO_HISTORY,
      saving: 'saved' as const,
      refusal: null,
    }));
  }

  /** Makes an edit, unless what came of it could not be stored; says then why. */
  readonly apply = (edit: Edit): void => {
    const { content, history } = this.store.getState();
    const next = applyEdit(content, edit);
    // Strokes over the grid stay within its limits by themselves; checking 300,000 nodes each time is slow.
    const isStroke = edit.changes.every((change) => 'rect' in change);
    const fault = isStroke ? null : firstFault(next);
    if (fault) {
      this.store.setState({ refusal: fault });
      return;
    }
    this.store.setState({
      content: next,
      history: withStep(history, edit, joinedEdits),
      refusal: null,
    });
    this.saveSoon();
  };

  readonly step = (way: Way): void => {
    const { content, history } = this.store.getState();
    const found = stepped(history, way);
    if (!found) return;
    const turn = way === 'undo' ? revertEdit : applyEdit;
    this.store.setState({
      content: turn(content, found.step),
      history: found.history,
      refusal: null,
    });
    this.saveSoon();
  };

  isUnsaved = (): boolean => this.store.getState().saving !== 'saved';

  /** Stores what is not stored yet. */
  flush = async (): Promise<void> => {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.store.getState().saving === 'saved') return;
    const { content } = this.store.getState();
    try {
      this.water = await saveWater(this.water, content);
      if (this.store.getState().content === content) this.store.setState({ saving: 'saved' });
    } catch {
      this.store.setState({ saving: 'failed' });
    }
  };

  private saveSoon(): void {
    this.store.setState({ saving: 'waiting' });
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), SAVE_AFTER_MS);
  }
}

/** The large arrays are left out: they are as they were, or were checked where they came from. */
function firstFault(content: WaterContent): string | null {
  const { bottom } = content.scene;
  const small = {
    ...content,
    scene: {
      ...content.scene,
      bottom: {
        ...bottom,
        columns: 4,
        rows: 4,
        depthsCm: bottom.depthsCm.slice(0, 16),
        sedimentCells: new Array<number>(16).fill(0),
      },
    },
  };
  const parsed = waterContentSchema.safeParse(small);
  if (parsed.success) return null;
  const { path, message } = parsed.error.issues[0];
  return `${path.slice(1).join(', ') || path.join(', ')}: ${message}`;
}

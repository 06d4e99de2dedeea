/** What a person has set at the bench: the setup with its way back, the layout, and presenter notes. */
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { PassRun } from '@core/pass';
import type { Layout, Setup } from '@core/setup';
import type { BenchRun } from './benchRun';

interface Step {
  /** What was done, as the undo button says it. */
  label: string;
  /** Moves of one slider in a row are one step. */
  mergeKey: string | null;
  setup: Setup;
  /** The way before a turn; null where the way stayed. */
  pass: PassRun | null;
}

export interface DeskState {
  setup: Setup;
  past: Step[];
  future: Step[];
  layout: Layout;
  ownLayouts: Layout[];
  notes: string;
}

const MOST_STEPS = 200;
const MERGE_WITHIN_MS = 1500;

export class Desk {
  readonly store: StoreApi<DeskState>;
  private changedMs = 0;

  constructor(
    private readonly run: BenchRun,
    start: Pick<DeskState, 'setup' | 'layout' | 'ownLayouts' | 'notes'>,
  ) {
    this.store = createStore(() => ({ ...start, past: [], future: [] }));
  }

  /** A change of the setup that can be taken back. */
  readonly change = (label: string, setup: Setup, mergeKey: string | null = null): void => {
    const { past, setup: before } = this.store.getState();
    const nowMs = performance.now();
    const last = past.at(-1);
    const merges =
      mergeKey !== null && last?.mergeKey === mergeKey && nowMs - this.changedMs < MERGE_WITHIN_MS;
    this.changedMs = nowMs;
    const step: Step = { label, mergeKey, setup: before, pass: null };
    this.store.setState({
      setup,
      past: merges ? past : [...past, step].slice(-MOST_STEPS),
      future: [],
    });
    this.run.setSetup(setup);
  };

  /** A turn of the boat, or another change of its way. */
  readonly steer = (label: string, turn: () => void): void => {
    const { past, setup } = this.store.getState();
    const { pass } = this.run.store.getState();
    turn();
    this.store.setState({
      past: [...past, { label, mergeKey: null, setup, pass }].slice(-MOST_STEPS),
      future: [],
    });
  };

  readonly undo = (): void => {
    const { past, future } = this.store.getState();
    const step = past.at(-1);
    if (!step) return;
    this.store.setState({
      past: past.slice(0, -1),
      future: [...future, this.presentAs(step)],
    });
    this.take(step);
  };

  readonly redo = (): void => {
    const { past, future } = this.store.getState();
    const step = future.at(-1);
    if (!step) return;
    this.store.setState({
      past: [...past, this.presentAs(step)],
      future: future.slice(0, -1),
    });
    this.take(step);
  };

  private presentAs(step: Step): Step {
    const { setup } = this.store.getState();
    return { ...step, setup, pass: step.pass && this.run.store.getState().pass };
  }

  private take({ setup, pass }: Step): void {
    this.changedMs = 0;
    this.store.setState({ setup });
    if (pass) this.run.setPass(pass);
    this.run.setSetup(setup);
  }

  readonly setLayout = (layout: Layout): void => {
    this.store.setState({ layout });
    this.run.show(layout.instruments);
  };
}

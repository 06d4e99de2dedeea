/** What a person has set at the bench: the setup with its way back, the layout, and presenter notes. */
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  type History,
  joinedTurns,
  NO_HISTORY,
  stepped,
  type Turn,
  type Way,
  withStep,
} from '@core/history';
import type { PassRun } from '@core/pass';
import type { Layout, Setup } from '@core/setup';
import type { BenchRun } from './benchRun';

interface Place {
  setup: Setup;
  /** The way; null where a step left it as it was. */
  pass: PassRun | null;
}

export interface DeskState {
  setup: Setup;
  history: History<Turn<Place>>;
  layout: Layout;
  ownLayouts: Layout[];
  notes: string;
}

export class Desk {
  readonly store: StoreApi<DeskState>;

  constructor(
    private readonly run: BenchRun,
    start: Pick<DeskState, 'setup' | 'layout' | 'ownLayouts' | 'notes'>,
  ) {
    this.store = createStore(() => ({ ...start, history: NO_HISTORY }));
  }

  /** A change of the setup that can be taken back. */
  readonly change = (label: string, setup: Setup, mergeKey: string | null = null): void => {
    this.record(label, mergeKey, this.here(false), { setup, pass: null });
    this.run.setSetup(setup);
    this.store.setState({ setup });
  };

  /** A turn of the boat, or another change of its way. */
  readonly steer = (label: string, turn: () => void): void => {
    const before = this.here(true);
    turn();
    this.record(label, null, before, this.here(true));
  };

  readonly step = (way: Way): void => {
    const found = stepped(this.store.getState().history, way);
    if (!found) return;
    const [to, from] =
      way === 'undo' ? (['before', 'after'] as const) : (['after', 'before'] as const);
    const { setup, pass } = found.step[to];
    // The boat has sailed on since: the way is kept as it is now, not as it was when the step was made.
    const left = { ...found.step, [from]: this.here(pass !== null) };
    const put = (steps: readonly Turn<Place>[]) =>
      steps.map((step) => (step === found.step ? left : step));
    const { past, future } = found.history;
    if (pass) this.run.setPass(pass);
    this.run.setSetup(setup);
    this.store.setState({ setup, history: { past: put(past), future: put(future) } });
  };

  private here(withPass: boolean): Place {
    const { setup } = this.store.getState();
    return { setup, pass: withPass ? this.run.store.getState().pass : null };
  }

  private record(label: string, mergeKey: string | null, before: Place, after: Place): void {
    const turn = { label, mergeKey, before, after, atMs: performance.now() };
    const { history } = this.store.getState();
    this.store.setState({ history: withStep(history, turn, joinedTurns) });
  }

  readonly setLayout = (layout: Layout): void => {
    this.store.setState({ layout });
    this.run.show(layout.instruments);
  };
}

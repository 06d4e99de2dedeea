/** What the bench does at a key, once: the keys work from this list, and the page of keys shows it. */
import { INSTRUMENTS } from '@core/sounding';
import type { BenchSession } from './session';
import { TURN_DEG } from './SteerControls';
import { toggled } from './layouts';

interface Command {
  /** As the page of keys shows them. */
  keys: string;
  does: string;
  acts: Record<string, (session: BenchSession) => void>;
}

const SKIP_S = 5;

export const COMMANDS: readonly Command[] = [
  { keys: 'Space', does: 'freeze, go on', acts: { ' ': (session) => session.toggleFreeze() } },
  {
    keys: '← →',
    does: 'one ping back, forward',
    acts: {
      ArrowLeft: ({ run, instrument }) => run.step(instrument, -1),
      ArrowRight: ({ run, instrument }) => run.step(instrument, 1),
    },
  },
  {
    keys: 'PgUp PgDn',
    does: 'five seconds back, forward',
    acts: {
      PageUp: ({ run }) => run.seek(run.store.getState().shownS - SKIP_S),
      PageDown({ run }) {
        const { timeS, shownS } = run.store.getState();
        run.seek(Math.min(timeS, shownS + SKIP_S));
      },
    },
  },
  { keys: 'End', does: 'to the live edge', acts: { End: ({ run }) => run.toLiveEdge() } },
  {
    keys: '7 8',
    does: 'slower, faster',
    acts: {
      '7': (session) => session.choosePace(-1),
      '8': (session) => session.choosePace(1),
    },
  },
  { keys: 'E', does: 'reveal, hide', acts: { e: (session) => session.toggleReveal() } },
  {
    keys: 'K',
    does: 'mark: then tap, or Enter',
    acts: { k: (session) => session.set({ marking: !session.store.getState().marking }) },
  },
  {
    keys: '⇧K',
    does: 'circle back to the last mark',
    acts: { '⇧K': (session) => session.circleBack() },
  },
  {
    keys: 'R',
    does: 'record what is on the screen',
    acts: { r: (session) => session.recordShown() },
  },
  // The undo button has it.
  { keys: 'U', does: 'undo', acts: {} },
  {
    keys: '1 … 5',
    does: 'pictures on and off',
    acts: Object.fromEntries(
      INSTRUMENTS.map((name, i) => [
        String(i + 1),
        ({ desk }: BenchSession) => desk.setLayout(toggled(desk.store.getState().layout, name)),
      ]),
    ),
  },
  {
    keys: ', .',
    does: 'turn to port, to starboard',
    acts: {
      ',': (session) => session.turn(-TURN_DEG),
      '.': (session) => session.turn(TURN_DEG),
    },
  },
  { keys: 'X', does: 'stop the boat, go on', acts: { x: (session) => session.stopOrGo() } },
  { keys: 'M', does: 'match the scroll to the boat', acts: { m: (session) => session.match() } },
];

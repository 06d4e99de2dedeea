import { Fish, Play } from '@/ui/icons';
import { useEffect, useRef } from 'react';
import { z } from 'zod';
import { liveStartPing } from '@core/drills';
import { formatNumber } from '@core/units';
import { Button } from '@/ui/Button';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { detectionFigures, type KindProps, type KindView, outlinedOn } from './kindView';

const stateSchema = z.object({
  presses: z.array(z.number()).max(500),
  /** The newest ping when it last stood; null before it began. */
  at: z.number().nullable(),
  /** When it stood there and ran on, on the clock of this page; null while it stands, and after a reload. */
  sinceMs: z
    .unknown()
    .optional()
    .transform((): number | null => null),
});
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'callLive', State>;

const KEEP_EVERY_MS = 1000;

function newestPing(item: Props['item'], screen: Props['ground']['screens'][number], state: State) {
  const end = screen.firstPing + screen.pingCount;
  const from = state.at ?? liveStartPing(screen);
  if (state.sinceMs === null) return from;
  const passedS = (performance.now() - state.sinceMs) / 1000;
  return Math.min(end, from + passedS * item.rate * screen.info.pingRateHz);
}

function Stage({ item, ground, units, state, onState, committed, lines, label, view }: Props) {
  const [screen] = ground.screens;
  const end = screen.firstPing + screen.pingCount;
  const running = state.sinceMs !== null;
  const latest = useRef({ state, onState });
  useEffect(() => {
    latest.current = { state, onState };
  });
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => {
      const now = latest.current;
      const at = newestPing(item, screen, now.state);
      now.onState({ ...now.state, at, sinceMs: at < end ? performance.now() : null });
    }, KEEP_EVERY_MS);
    return () => clearInterval(timer);
  }, [running, item, screen, end]);
  const live = () => Math.floor(newestPing(item, screen, latest.current.state));
  return (
    <ScreenPicture
      screen={screen}
      units={units}
      label={label}
      view={view ?? undefined}
      reads={committed ? 'all' : 'none'}
      endPing={committed ? end : Math.floor(state.at ?? liveStartPing(screen))}
      live={running && !committed ? live : undefined}
      outlined={outlinedOn(lines, 0)}
    />
  );
}

type Running = Pick<Props, 'item' | 'ground' | 'state' | 'onState'>;

function run({ ground, state, onState }: Running) {
  const [screen] = ground.screens;
  const from = state.at ?? liveStartPing(screen);
  onState({ ...state, at: from, sinceMs: performance.now() });
}

function call({ item, ground, state, onState }: Running) {
  if (state.sinceMs === null) return;
  const ping = newestPing(item, ground.screens[0], state);
  onState({ ...state, presses: [...state.presses, ping] });
}

function Form(props: Props) {
  const { item, ground, state, committed } = props;
  const [screen] = ground.screens;
  const end = screen.firstPing + screen.pingCount;
  const isOver = state.at !== null && state.at >= end;
  if (committed) return null;
  const leftS = (end - (state.at ?? liveStartPing(screen))) / screen.info.pingRateHz / item.rate;
  return (
    <div className="flex flex-col gap-2">
      <p className="text-ink-2">
        Call as soon as a fish shows at the right edge: press Space, or the button. Bubbles and bait
        are no fish.
      </p>
      {state.sinceMs !== null ? (
        <Button look="primary" hotkey="Space" onClick={() => call(props)}>
          <Fish size={16} aria-hidden="true" /> Fish!
        </Button>
      ) : (
        <Button look="primary" disabled={isOver} onClick={() => run(props)}>
          <Play size={16} aria-hidden="true" />{' '}
          {isOver ? 'It has run' : state.at === null ? 'Let it run' : 'Go on'}
        </Button>
      )}
      <p className="figures text-sm text-ink-2" role="status">
        {state.presses.length} called,{' '}
        {isOver ? 'the pass is over' : `${formatNumber(Math.max(0, leftS), 0)} s to go`}
      </p>
    </div>
  );
}

export const callLiveView: KindView<'callLive', State> = {
  stateSchema,
  isViewable: true,
  asksMany: true,
  figures: ({ hits, missed, falseMarks, strays }) =>
    detectionFigures(hits.length, missed.length, falseMarks.length + strays.length),
  initial: { presses: [], at: null, sinceMs: null },
  given: ({ presses, at, sinceMs }) =>
    at !== null && sinceMs === null ? { kind: 'callLive', presses } : null,
  commitLabel: ({ presses }) => (presses.length === 0 ? 'No fish passed' : null),
  stateFrom: ({ presses }) => ({ presses, at: null, sinceMs: null }),
  hotkeys: (props) => ({ ' ': () => call(props) }),
  Stage,
  Form,
};

/** A lure in the hand, and the fish that judge it. */
import { Fish } from '@/ui/icons';
import { type PointerEvent, useEffect, useRef } from 'react';
import { depthAtM } from '@core/bottom';
import {
  heldDepthM,
  type Lure,
  lureCadencePerMin,
  lureJigged,
  lureMoved,
  lureTaken,
  targetMotions,
  targetSchema,
} from '@core/targets';
import { format, formatNumber, LENGTH } from '@core/units';
import { Button } from '@/ui/Button';
import type { Tool } from '../tool';
import { type HeldLure, inHand } from '../heldLure';
import type { BenchKit } from '../kit';

const LURE_ID = 'bench-lure';
const GUEST_ID = 'bench-guest';
const NEAR_M = 4;
const STEP_M = 0.15;
/** The hand is told so often; a ping of the column is not much shorter. */
const TELL_MS = 120;

interface JigToolProps {
  kit: BenchKit;
  held: HeldLure | null;
  onHold: (held: HeldLure | null) => void;
}

/** The lure of the water under the boat, as it has moved so far, or one let down now. */
function takeLure(kit: BenchKit): HeldLure {
  const { run, snapshot, water } = kit;
  const { timeS } = snapshot;
  const pose = run.poseAt(timeS);
  const targets = run.targets();
  const near = targets.find(
    (target): target is Lure =>
      target.kind === 'lure' && Math.hypot(target.xM - pose.xM, target.yM - pose.yM) < NEAR_M,
  );
  if (!near) {
    const depthM = Math.max(0.6, 0.75 * depthAtM(water.scene.bottom, pose.xM, pose.yM));
    const lure = targetSchema.parse({
      id: LURE_ID,
      kind: 'lure',
      xM: pose.xM,
      yM: pose.yM,
      depthM,
      track: [{ timeS, depthM }],
    }) as Lure;
    return { lure, guest: null };
  }
  const motion = targetMotions(targets)[targets.indexOf(near)];
  return { lure: lureTaken(near, motion, timeS), guest: null };
}

export function JigTool({ kit, held, onHold }: JigToolProps) {
  const { run, snapshot, water, units, sounder, setup, desk, instrument } = kit;
  const toldRef = useRef(0);
  const tellTimer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(tellTimer.current), []);
  const heldRef = useRef(held);
  useEffect(() => {
    heldRef.current = held;
  });
  const bedM = held ? depthAtM(water.scene.bottom, held.lure.xM, held.lure.yM) : 1;

  /** The run is told at once, or when the last word to it is old enough. */
  const tell = (next: HeldLure) => {
    heldRef.current = next;
    onHold(next);
    clearTimeout(tellTimer.current);
    const send = () => {
      toldRef.current = performance.now();
      run.setInHand(inHand(heldRef.current));
    };
    const waitMs = TELL_MS - (performance.now() - toldRef.current);
    if (waitMs <= 0) send();
    else tellTimer.current = setTimeout(send, waitMs);
  };
  /** The lure goes to a depth within so many seconds. */
  const moveTo = (depthM: number, withinS = 0.25) => {
    const now = heldRef.current;
    if (!now) return;
    tell({ ...now, lure: lureMoved(now.lure, run.now().timeS, depthM, bedM, withinS) });
  };
  const step = (byM: number) => {
    const now = heldRef.current;
    if (now) moveTo(heldDepthM(now.lure) + byM);
  };
  const twitch = () => {
    const now = heldRef.current;
    if (now) tell({ ...now, lure: lureJigged(now.lure, run.now().timeS) });
  };
  const take = () => {
    if (held) {
      clearTimeout(tellTimer.current);
      onHold(null);
      run.setInHand([]);
    } else {
      const taken = takeLure(kit);
      onHold(taken);
      run.setInHand(inHand(taken));
      run.go();
    }
  };
  const invite = () => {
    if (!held) return;
    const fish = targetSchema.parse({
      id: GUEST_ID,
      kind: 'fish',
      species: 'perch',
      lengthM: 0.32,
      xM: held.lure.xM + 1.2,
      yM: held.lure.yM + 0.8,
      depthM: Math.max(0.5, Math.min(bedM - 0.4, held.lure.depthM + 1.5)),
      behaviour: { kind: 'judgeLure', lureId: held.lure.id, fromS: run.now().timeS },
    });
    tell({ ...held, guest: fish });
  };

  const actions = useRef({ step, twitch });
  useEffect(() => {
    actions.current = { step, twitch };
  });
  useEffect(() => {
    if (!held) return;
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const target = event.target;
      if (
        target instanceof HTMLElement &&
        target.closest('input, textarea, select, [role="slider"], [role="application"]')
      ) {
        return;
      }
      if (event.key === 'ArrowUp') actions.current.step(-STEP_M);
      else if (event.key === 'ArrowDown') actions.current.step(STEP_M);
      else if (event.key === 'j') actions.current.twitch();
      else return;
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    window.addEventListener('keydown', onKeyDown, { capture: true });
    return () => window.removeEventListener('keydown', onKeyDown, { capture: true });
  }, [held]);

  const drag = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    moveTo(((event.clientY - box.top) / box.height) * bedM, 0.1);
  };
  const depthM = held ? heldDepthM(held.lure) : 0;
  const cadence = held ? lureCadencePerMin(targetMotions([held.lure])[0], snapshot.timeS) : 0;
  const setBearing = (bearingDeg: number) =>
    desk.change('Mount turned', {
      ...setup,
      sounders: { ...setup.sounders, sector: { ...setup.sounders.sector, bearingDeg } },
    });
  const setAim = (aimDeg: number) =>
    desk.change('Mount aimed', {
      ...setup,
      sounders: { ...setup.sounders, sector: { ...setup.sounders.sector, aimDeg } },
    });
  return (
    <div className="flex h-full gap-6">
      <div className="flex w-56 shrink-0 flex-col gap-2">
        <Button look={held ? 'plain' : 'primary'} onClick={take} disabled={!kit.ring}>
          {held ? 'Put the rod down' : 'Take the rod'}
        </Button>
        {held && (
          <>
            <div className="grid grid-cols-3 gap-1.5">
              <Button onClick={() => step(-STEP_M)} hotkey="↑">
                Up
              </Button>
              <Button onClick={() => step(STEP_M)} hotkey="↓">
                Down
              </Button>
              <Button onClick={twitch} hotkey="J">
                Jig
              </Button>
            </div>
            <Button onClick={invite} disabled={held.guest !== null}>
              <Fish size={16} aria-hidden="true" /> Put a curious perch in
            </Button>
          </>
        )}
      </div>
      {held && (
        <div
          className="relative w-16 shrink-0 cursor-ns-resize touch-none overflow-hidden rounded-md border border-hairline bg-[#dfe8e6]"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            drag(event);
          }}
          onPointerMove={drag}
          data-testid="rod"
          data-lure={held.lure.id}
          aria-hidden="true"
        >
          <div
            className="absolute left-1/2 w-px bg-[#22303a]"
            style={{ top: 0, height: `${(100 * depthM) / bedM}%` }}
          />
          <div
            className="absolute left-1/2 size-2.5 -translate-x-1/2 -translate-y-1/2 rotate-45 bg-[#b83a20]"
            style={{ top: `${(100 * depthM) / bedM}%` }}
          />
        </div>
      )}
      <div className="flex min-w-0 flex-1 flex-col gap-1.5">
        {held ? (
          <p data-testid="lure-line">
            <b>Lure at {format(LENGTH[units], depthM, 1)}</b>, {formatNumber(cadence, 0)} lifts a
            minute. Drag it, or use the keys.
          </p>
        ) : (
          <p className="text-ink-2">
            Over a hole or at anchor, take the rod: the lure on the picture obeys your hand, and
            nothing else does.
          </p>
        )}
        <p className="text-xs text-ink-2">
          How the fish judge, a plain model: a cadence within a factor of two of the one a fish
          likes draws it in; a pause after working holds it for some six seconds; a lift of more
          than about a metre, or a hand far too quick, frightens it; near the lure its patience ends
          and it goes away for as long. It grows stronger on the picture as it nears the axis.
        </p>
        <p className="text-xs text-ink-2">
          {water.conditions.iceM > 0 &&
            'On real ice: its thickness varies, follow local ice advice, never go alone. '}
          Fish brought up from about 10 m and deeper may not survive release: fish shallower, and
          keep to local rules and seasons.
        </p>
        {sounder.instrument === 'sector' && instrument === 'sector' && (
          <div className="flex flex-wrap items-center gap-2">
            <span className="font-semibold">Mount points</span>
            {[0, 90, 180, -90].map((bearing) => (
              <Button
                key={bearing}
                aria-pressed={sounder.bearingDeg === bearing}
                className={sounder.bearingDeg === bearing ? 'border-action' : ''}
                onClick={() => setBearing(bearing)}
              >
                {{ 0: 'fore', 90: 'starboard', 180: 'aft', '-90': 'port' }[bearing]}
              </Button>
            ))}
            <Button
              aria-pressed={sounder.aimDeg === 0}
              onClick={() => setAim(sounder.aimDeg === 0 ? 55 : 0)}
            >
              {sounder.aimDeg === 0 ? 'Aim outward' : 'Aim straight down'}
            </Button>
          </div>
        )}
      </div>
    </div>
  );
}

export const jigTool: Tool = {
  id: 'jig',
  name: 'Jig',
  key: 'J',
  panel: ({ kit, session, state }) => (
    <JigTool kit={kit} held={state.held} onHold={(held) => session.set({ held })} />
  ),
};

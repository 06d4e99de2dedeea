/** The moment in space, turned by hand or by keys; drawn when it is opened, and told in words. */
import { useDrag, useWheel } from '@use-gesture/react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { type Bottom, depthAtM } from '@core/bottom';
import type { Pose } from '@core/pass';
import { type Space, spaceAround } from '@core/reading';
import type { Rig, Sounder } from '@core/sounding';
import { describeTarget, type Target } from '@core/targets';
import { format, inUnits, LENGTH, type UnitSystem } from '@core/units';
import type { View } from './SpaceScene';

const SpaceScene = lazy(() =>
  import('./SpaceScene').then(({ SpaceScene: scene }) => ({ default: scene })),
);

interface SpaceViewProps {
  bottom: Bottom;
  targets: readonly Target[];
  sounder: Sounder;
  rig: Rig;
  pose: Pose;
  units: UnitSystem;
  lit: string | null;
  /** The one number of a thing, written at it. */
  numberOf?: (targetId: string) => number | undefined;
  rangeM: number | null;
  onLight: (targetId: string | null) => void;
}

const LIMITS = { up: [-0.25, 1.5], distance: [3, 400] } as const;
const RAD_PER_PX = 0.008;
const KEY_RAD = 0.12;
const ZOOM = 1.15;
const LEAST_REACH_M = 8;

const within = (value: number, [least, most]: readonly [number, number]) =>
  Math.min(most, Math.max(least, value));

/** As far as the sounder sees, and not much farther. */
function reachOf({ instrument, rangeM }: Sounder, depthM: number): number {
  if (instrument === 'sideFans') return Math.max(LEAST_REACH_M, 1.05 * rangeM);
  if (instrument === 'sector') return Math.max(LEAST_REACH_M, Math.min(rangeM, 2.5 * depthM));
  return Math.max(LEAST_REACH_M, 1.4 * depthM);
}

function wordsOf({ things }: Space, units: UnitSystem): string {
  const length = (metres: number) => format(LENGTH[units], metres, 1);
  const near = [...things]
    .sort((a, b) => Math.hypot(a.at[0], a.at[1]) - Math.hypot(b.at[0], b.at[1]))
    .slice(0, 8)
    .map(
      ({ target, at }) =>
        `${inUnits(describeTarget(target), units)}, ${length(Math.hypot(at[0], at[1]))} away, ${length(at[2])} deep`,
    );
  return near.length > 0
    ? `Around the boat: ${near.join('; ')}.`
    : 'Around the boat lies nothing but water and bottom.';
}

export function SpaceView(props: SpaceViewProps) {
  const { bottom, targets, sounder, rig, pose, units, lit, numberOf, rangeM, onLight } = props;
  const [view, setView] = useState<Omit<View, 'distanceM'> & { zoom: number }>({
    turnRad: 0.6,
    upRad: 0.45,
    zoom: 1,
  });
  const space = useMemo(() => {
    const depthM = depthAtM(bottom, pose.xM, pose.yM);
    const reachM = reachOf(sounder, depthM);
    return { reachM, depthM, ...spaceAround({ bottom, targets, sounder, rig, pose, reachM }) };
  }, [bottom, targets, sounder, rig, pose]);
  const turned = (byTurn: number, byUp: number) =>
    setView((old) => ({
      ...old,
      turnRad: old.turnRad + byTurn,
      upRad: within(old.upRad + byUp, LIMITS.up),
    }));
  const zoomed = (by: number) =>
    setView((old) => ({ ...old, zoom: within(old.zoom * by, [0.2, 6]) }));
  const drag = useDrag(({ delta: [dx, dy] }) => turned(-dx * RAD_PER_PX, dy * RAD_PER_PX));
  const wheel = useWheel(({ delta: [, dy] }) => zoomed(dy > 0 ? ZOOM : 1 / ZOOM));
  const keys: Record<string, () => void> = {
    ArrowLeft: () => turned(-KEY_RAD, 0),
    ArrowRight: () => turned(KEY_RAD, 0),
    ArrowUp: () => turned(0, KEY_RAD),
    ArrowDown: () => turned(0, -KEY_RAD),
    '+': () => zoomed(1 / ZOOM),
    '=': () => zoomed(1 / ZOOM),
    '-': () => zoomed(ZOOM),
  };
  const named = space.things.find(({ target }) => target.id === lit);
  const distanceM = within(2.1 * space.reachM * view.zoom, LIMITS.distance);
  return (
    // oxlint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- a picture that is turned by keys
    <div
      {...drag()}
      {...wheel()}
      role="application"
      aria-roledescription="space view"
      aria-label={`The water in space; arrow keys turn it, plus and minus go nearer and farther. ${wordsOf(space, units)}`}
      // oxlint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- its keys need the focus
      tabIndex={0}
      data-testid="space"
      className="relative h-full w-full touch-none overflow-hidden rounded-md border border-hairline focus-visible:-outline-offset-2"
      onKeyDown={(event) => {
        const act = keys[event.key];
        if (!act) return;
        event.preventDefault();
        event.stopPropagation();
        act();
      }}
    >
      <Suspense fallback={<p className="p-4 text-ink-2">Opening the space view…</p>}>
        <SpaceScene
          space={space}
          view={{ turnRad: view.turnRad, upRad: view.upRad, distanceM }}
          middleM={0.45 * space.depthM}
          reachM={space.reachM}
          lit={lit}
          numberOf={numberOf}
          rangeM={rangeM}
          onLight={onLight}
        />
      </Suspense>
      {named && (
        <p className="pointer-events-none absolute bottom-1 left-2 rounded-md bg-card/90 px-2 text-sm">
          {numberOf?.(named.target.id) !== undefined && <b>{numberOf(named.target.id)} </b>}
          {inUnits(describeTarget(named.target), units)}
        </p>
      )}
    </div>
  );
}

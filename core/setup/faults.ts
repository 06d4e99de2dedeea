/**
 * Faults to teach with. Each is a thing that goes wrong on boats, put in where it goes wrong: in the rig,
 * in what is sent, in how the boat is driven, or in how the echo is shown. The picture follows from it.
 */
import type { PassRun } from '../pass';
import { type Instrument, INSTRUMENTS, type Rig, type Sounder, TRAITS } from '../sounding';
import { VIEW_LIMITS, type View } from '../display';
import { FAULT_IDS, type FaultId } from './faultIds';
import type { Setup } from './setup';

export interface Fault {
  id: FaultId;
  name: string;
  /** What gives it away on the picture. */
  sign: string;
  /** What mends it. */
  remedy: string;
  /** Pictures on which it can be found. */
  shows: readonly Instrument[];
  rig?: (rig: Rig) => Rig;
  sounder?: (sounder: Sounder) => Sounder;
  view?: (view: View) => View;
  /** How the boat is driven, all along the pass. */
  pass?: (pass: PassRun) => PassRun;
}

const ALL = INSTRUMENTS;
const SCROLLING: readonly Instrument[] = ['cone', 'downFan', 'sideFans', 'column'];

const STOP_EVERY_S = 10;
const STOP_FOR_S = 4;
const STOPS = 60;
/** Share of the pings that an instrument is left when another is given nearly all. */
const STARVED_SHARE = 0.12;
const HARD_TURN_RADIUS_M = 3;
const SWERVE_EVERY_M = 28;
const SWERVE_M = 9;

/** A boat that stops every few seconds on the way it was to sail. */
function stopStart(pass: PassRun): PassRun {
  const { speedMps } = pass.speedChanges.at(-1)!;
  const speedChanges = Array.from({ length: STOPS }, (_, i) => [
    { fromTimeS: i * STOP_EVERY_S, speedMps },
    { fromTimeS: i * STOP_EVERY_S + STOP_EVERY_S - STOP_FOR_S, speedMps: 0 },
  ]).flat();
  return {
    ...pass,
    speedChanges: [...speedChanges, { fromTimeS: STOPS * STOP_EVERY_S, speedMps }],
  };
}

/** Faults that can be found on these pictures and are not in yet; a boat that stays put is not driven. */
export function findableFaults(
  { faults }: Pick<Setup, 'faults'>,
  instruments: readonly Instrument[],
  staysPut: boolean,
): FaultId[] {
  return FAULT_IDS.filter((id) => {
    const { shows, pass } = FAULTS[id];
    const isIn = faults.some((fault) => fault.id === id);
    return !isIn && shows.some((name) => instruments.includes(name)) && !(staysPut && pass);
  });
}

/** The same way sailed in hard swerves from side to side. */
function swerving(pass: PassRun): PassRun {
  const routeM = pass.routeM.slice(1).flatMap((to, leg) => {
    const from = pass.routeM[leg];
    const lengthM = Math.hypot(to.x - from.x, to.y - from.y);
    const swerves = Math.max(1, Math.round(lengthM / SWERVE_EVERY_M));
    return Array.from({ length: swerves }, (_, i) => {
      const share = (i + 0.5) / swerves;
      const side = (i % 2 === 0 ? 1 : -1) * Math.min(SWERVE_M, lengthM / 4);
      return {
        x: from.x + share * (to.x - from.x) + (side * (to.y - from.y)) / Math.max(1, lengthM),
        y: from.y + share * (to.y - from.y) - (side * (to.x - from.x)) / Math.max(1, lengthM),
      };
    });
  });
  return {
    ...pass,
    routeM: [pass.routeM[0], ...routeM, pass.routeM.at(-1)!].slice(0, 500),
    turnRadiusM: HARD_TURN_RADIUS_M,
  };
}

const isFan = (sounder: Sounder) => TRAITS[sounder.instrument].isFan;

export const FAULTS: Record<FaultId, Fault> = {
  tilted: {
    id: 'tilted',
    shows: ['cone', 'column', 'sector'],
    name: 'Transducer tilted forward',
    sign: 'Arches come in halves, and the bottom looks deeper and thicker than it is.',
    remedy: 'Level the transducer fore and aft, then look at a fish on both sides of the arch.',
    rig: (rig) => ({ ...rig, tiltDeg: 12 }),
  },
  rolled: {
    id: 'rolled',
    shows: ['sideFans'],
    name: 'Transducer rolled to one side',
    sign: 'One side of the side fans starts late or dark, and upright things lean alike.',
    remedy: 'Level the transducer athwart: both sides must find the bottom at the same range.',
    rig: (rig) => ({ ...rig, rollDeg: 12 }),
  },
  air: {
    id: 'air',
    shows: ALL,
    name: 'Air over the transducer',
    sign: 'The whole picture pales and comes back in gusts, the bottom too.',
    remedy:
      'Mount it deeper or in cleaner water, slow down, and wipe bubbles and weed off its face.',
    rig: (rig) => ({ ...rig, airFilm: { lossDb: 16, gusts: 0.9 } }),
  },
  crossTalk: {
    id: 'crossTalk',
    shows: ALL,
    name: 'Cross-talk from another sounder',
    sign: 'Regular dashes that slant through the picture, a step farther with each ping.',
    remedy: 'Switch one sounder off or change its frequency; then try the cross-talk filter.',
    rig: (rig) => ({
      ...rig,
      interference: [{ repetitionHz: 11.37, levelDb: 128, pulseLengthS: 0.0003, phaseS: 0.013 }],
    }),
  },
  electrical: {
    id: 'electrical',
    shows: ALL,
    name: 'Electrical noise',
    sign: 'Rows of specks at all ranges, stronger downward where the gain over time lifts them.',
    remedy: 'Run the sounder off its own battery and away from pumps and motor leads; fuse it.',
    rig: (rig) => ({ ...rig, electricalNoise: { levelDb: 122, repetitionHz: 130 } }),
  },
  stopStart: {
    id: 'stopStart',
    shows: SCROLLING,
    name: 'Stop-start driving',
    sign: 'Shapes are drawn out into stripes where the boat stood, squeezed where it went on.',
    remedy: 'Hold one speed. A steady slow boat reads better than a quick one that stops.',
    pass: stopStart,
  },
  hardTurn: {
    id: 'hardTurn',
    shows: ['sideFans'],
    name: 'Hard turns while scanning',
    sign: 'The outer side is fanned apart, the inner folds over itself; straight things bend.',
    remedy: 'Scan in straight lanes and leave what was seen in the turn unread.',
    pass: swerving,
  },
  gainFull: {
    id: 'gainFull',
    shows: ALL,
    name: 'Gain on full',
    sign: 'Snow everywhere, and everything in the strongest colour.',
    remedy: 'Take the gain to the middle, up until open water speckles, then back a little.',
    view: (view) => ({ ...view, gainDb: 76, autoGain: false }),
  },
  filterLeft: {
    id: 'filterLeft',
    shows: SCROLLING,
    name: 'Noise filter left on',
    sign: 'A clean picture without small fish: what lasts only few pings is gone.',
    remedy: 'Switch the filters off unless something troubles the picture.',
    view: (view) => ({ ...view, noiseFilter: VIEW_LIMITS.noiseFilter.max, crossTalkFilter: true }),
  },
  starved: {
    id: 'starved',
    shows: ['downFan', 'sideFans'],
    name: 'A mode that starves the fans',
    sign: 'The fans come in coarse bars: another instrument takes nearly all the pings.',
    remedy: 'Leave the special mode; give the fans their pings back.',
    sounder: (sounder) =>
      isFan(sounder)
        ? { ...sounder, pingRateHz: Math.max(0.2, STARVED_SHARE * sounder.pingRateHz) }
        : sounder,
  },
  wrongRange: {
    id: 'wrongRange',
    shows: SCROLLING,
    name: 'Range far too wide',
    sign: 'The bottom lies in the upper third and fish are single pixels.',
    remedy: 'Bring the lower limit to just under the bottom or the fish.',
    view: (view) => ({
      ...view,
      autoRange: false,
      topM: 0,
      bottomM: Math.min(VIEW_LIMITS.depthM.max, 3 * view.bottomM),
    }),
  },
  scrollMismatch: {
    id: 'scrollMismatch',
    shows: SCROLLING,
    name: 'Scroll that does not match the speed',
    sign: 'Everything is drawn out along the track: marks are mush, round things are long.',
    remedy: 'Match the scroll to the boat, or choose a mismatch on purpose.',
    view: (view) => ({
      ...view,
      scrollPxPerS: Math.min(VIEW_LIMITS.scrollPxPerS.max, 5 * view.scrollPxPerS),
    }),
  },
};

const active = ({ faults }: Pick<Setup, 'faults'>) => faults.map(({ id }) => FAULTS[id]);

/** Every instrument's value changed alike. */
function forEach<T>(of: Record<Instrument, T>, change: (value: T) => T): Record<Instrument, T> {
  return Object.fromEntries(INSTRUMENTS.map((name) => [name, change(of[name])])) as Record<
    Instrument,
    T
  >;
}

/** What the sounders really send and how they really sit, with the faults of a setup in them. */
export function withFaults(setup: Setup): Setup {
  const faults = active(setup);
  if (faults.length === 0) return setup;
  const rig = faults.reduce((changed, fault) => fault.rig?.(changed) ?? changed, setup.rig);
  const sounders = forEach<Sounder>(setup.sounders, (sounder) =>
    faults.reduce((changed, fault) => fault.sounder?.(changed) ?? changed, sounder),
  );
  return { ...setup, rig, sounders: sounders as Setup['sounders'] };
}

/** The way as it is driven with the faults of a setup. */
export function passWithFaults(pass: PassRun, setup: Pick<Setup, 'faults'>): PassRun {
  return active(setup).reduce((driven, fault) => fault.pass?.(driven) ?? driven, pass);
}

/**
 * Puts a fault in. One of the picture goes into the controls themselves, where it can be seen and moved
 * back; what they were is kept for when the fault is taken out.
 */
export function putFault(setup: Setup, id: FaultId, secret: boolean): Setup {
  if (setup.faults.some((fault) => fault.id === id)) return setup;
  const { view } = FAULTS[id];
  const before = view ? setup.views : null;
  return {
    ...setup,
    views: view ? (forEach<View>(setup.views, view) as Setup['views']) : setup.views,
    faults: [...setup.faults, { id, secret, before }],
  };
}

/** Takes a fault out; controls that still stand where it put them go back. */
export function removeFault(setup: Setup, id: FaultId): Setup {
  const fault = setup.faults.find((candidate) => candidate.id === id);
  if (!fault) return setup;
  const { view } = FAULTS[id];
  const { before } = fault;
  const views =
    view && before
      ? (Object.fromEntries(
          INSTRUMENTS.map((name) => {
            const was = before[name];
            const put = view(was);
            const changed = (Object.keys(put) as (keyof View)[]).filter(
              (key) => put[key] !== was[key] && setup.views[name][key] === put[key],
            );
            const back = Object.fromEntries(changed.map((key) => [key, was[key]]));
            return [name, { ...setup.views[name], ...back }];
          }),
        ) as Setup['views'])
      : setup.views;
  return { ...setup, views, faults: setup.faults.filter((candidate) => candidate.id !== id) };
}

/** Whether a fault of the picture still stands in an instrument's controls; others stay until taken out. */
export function stillStands(setup: Setup, id: FaultId, instrument: Instrument): boolean {
  const fault = setup.faults.find((candidate) => candidate.id === id);
  const { view } = FAULTS[id];
  if (!fault) return false;
  if (!view || !fault.before) return true;
  const was = fault.before[instrument];
  const put = view(was);
  return (Object.keys(put) as (keyof View)[]).some(
    (key) => put[key] !== was[key] && setup.views[instrument][key] === put[key],
  );
}

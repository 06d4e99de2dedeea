import { exp, hypot, log10 } from '../numeric';
import { hash32, hashText, smoothNoise } from '../random';
import { type Target, targetMotions } from '../targets';
import { fromDb } from '../units/decibel';
import type { PulseBox } from './pulseBox';
import { absorptionDbPerM } from '../water';
import type { Interference, Rig } from './rig';
import type { Scene } from './scene';

/** A spike of the wiring is short against any pulse. */
const SPIKE_LENGTH_S = 0.00004;
/** Air comes and goes with the waves that bring it. */
const GUST_PERIOD_S = 1.4;
const AIR_SEED = 0xa15;
/** A receiver hears a sounder whose frequency is within this share of its own. */
const HEARD_BAND = 0.12;
/** What comes level through the water meets the receiver's side lobes; our rule, dB. */
const SIDE_LOBE_DB = -25;
const NEAREST_M = 1;

/** A source that keeps its own time: how loud it is at a time and a place, dB re 1 µPa. */
interface Source {
  repetitionHz: number;
  pulseLengthS: number;
  phaseS: number;
  levelDb: (timeS: number, xM: number, yM: number) => number;
}

const steady = ({ levelDb, ...clock }: Interference): Source => ({
  ...clock,
  levelDb: () => levelDb,
});

/** The sounders of boats under way, by spherical spreading and absorption on the way here. */
function passingSounders({ targets, water }: Scene, frequencyHz: number): Source[] {
  const isHeard = (target: Target) =>
    target.kind === 'passingBoat' &&
    target.sounder !== null &&
    Math.abs(target.sounder.frequencyHz / frequencyHz - 1) <= HEARD_BAND;
  if (!targets.some(isHeard)) return [];
  const motions = targetMotions(targets);
  return targets.flatMap((target, i) => {
    if (!isHeard(target) || target.kind !== 'passingBoat') return [];
    const { repetitionHz, pulseLengthS, sideLevelDb } = target.sounder!;
    const absorptionDb = absorptionDbPerM(frequencyHz, water.temperatureC, water.salinityPsu);
    const sentDb = sideLevelDb + SIDE_LOBE_DB;
    return [
      {
        repetitionHz,
        pulseLengthS,
        phaseS: (hashText(target.id) % 1000) / (1000 * repetitionHz),
        levelDb: (timeS: number, xM: number, yM: number) => {
          const moved = motions[i]!(timeS);
          const awayM = hypot(target.xM + moved.eastM - xM, target.yM + moved.northM - yM);
          const rangeM = Math.max(NEAREST_M, awayM);
          return sentDb - 20 * log10(rangeM) - absorptionDb * rangeM;
        },
      },
    ];
  });
}

/**
 * What other sounders and the boat's wiring add to a ping: pulses that keep their own time, so they
 * land at another range in every ping and draw slanting dashes.
 */
export interface Disturbance {
  /** Adds mean energy, (µPa)², already scaled for the pulse, to a row of cells heard at a place. */
  addTo: (
    energy: Float64Array,
    offset: number,
    timeS: number,
    place: { xM: number; yM: number },
  ) => void;
  /** Share of two-way acoustic energy that passes the film of air at a time; 1 without one. */
  airShare: (timeS: number) => number;
  isQuiet: boolean;
}

/** @param box the receiver's pulse on the record: each burst arrives at its level after it */
export function disturbance(
  scene: Scene,
  rig: Rig,
  frequencyHz: number,
  soundSpeedMps: number,
  rangeStepM: number,
  box: Pick<PulseBox, 'cells' | 'pulseCells' | 'spreadScale'>,
): Disturbance {
  const sources = [...rig.interference.map(steady), ...passingSounders(scene, frequencyHz)];
  if (rig.electricalNoise) {
    const { repetitionHz, levelDb } = rig.electricalNoise;
    sources.push(steady({ repetitionHz, levelDb, pulseLengthS: SPIKE_LENGTH_S, phaseS: 0.0013 }));
  }
  const { cells, pulseCells, spreadScale } = box;
  const cellsPerS = soundSpeedMps / 2 / rangeStepM;
  const windowS = cells / cellsPerS;
  return {
    isQuiet: sources.length === 0,
    addTo: (energy, offset, timeS, { xM, yM }) => {
      for (const { repetitionHz, levelDb, pulseLengthS, phaseS } of sources) {
        const everyS = 1 / repetitionHz;
        const lengthCells = Math.max(1, pulseLengthS * cellsPerS);
        const perCell =
          (spreadScale * fromDb(levelDb(timeS, xM, yM))) / Math.min(pulseCells, lengthCells);
        let burst = Math.ceil((timeS - phaseS - pulseLengthS) / everyS);
        for (; ; burst++) {
          const afterS = phaseS + burst * everyS - timeS;
          if (afterS >= windowS) break;
          const first = Math.max(0, Math.floor(afterS * cellsPerS));
          const end = Math.min(cells, Math.ceil(afterS * cellsPerS + lengthCells));
          for (let i = first; i < end; i++) energy[offset + i] += perCell;
        }
      }
    },
    airShare: (timeS) => {
      if (!rig.airFilm) return 1;
      const { lossDb, gusts } = rig.airFilm;
      const gust = smoothNoise(hash32(AIR_SEED), timeS / GUST_PERIOD_S);
      return fromDb(-lossDb * exp(gusts * gust * 1.5));
    },
  };
}

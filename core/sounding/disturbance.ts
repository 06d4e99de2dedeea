import { exp } from '../numeric';
import { hash32, smoothNoise } from '../random';
import { fromDb } from '../units/decibel';
import type { PulseBox } from './pulseBox';
import type { Interference, Rig } from './rig';

/** A spike of the wiring is short against any pulse. */
const SPIKE_LENGTH_S = 0.00004;
/** Air comes and goes with the waves that bring it. */
const GUST_PERIOD_S = 1.4;
const AIR_SEED = 0xa15;

/**
 * What other sounders and the boat's wiring add to a ping: pulses that keep their own time, so they
 * land at another range in every ping and draw slanting dashes.
 */
export interface Disturbance {
  /** Adds mean energy, (µPa)², already scaled for the pulse, to a row of cells. */
  addTo: (energy: Float64Array, offset: number, timeS: number) => void;
  /** Share of two-way acoustic energy that passes the film of air at a time; 1 without one. */
  airShare: (timeS: number) => number;
  isQuiet: boolean;
}

/** @param box the receiver's pulse on the record: each burst arrives at its level after it */
export function disturbance(
  rig: Rig,
  soundSpeedMps: number,
  rangeStepM: number,
  box: Pick<PulseBox, 'cells' | 'pulseCells' | 'spreadScale'>,
): Disturbance {
  const sources: Interference[] = [...rig.interference];
  if (rig.electricalNoise) {
    sources.push({
      repetitionHz: rig.electricalNoise.repetitionHz,
      levelDb: rig.electricalNoise.levelDb,
      pulseLengthS: SPIKE_LENGTH_S,
      phaseS: 0.0013,
    });
  }
  const { cells, pulseCells, spreadScale } = box;
  const cellsPerS = soundSpeedMps / 2 / rangeStepM;
  const windowS = cells / cellsPerS;
  return {
    isQuiet: sources.length === 0,
    addTo: (energy, offset, timeS) => {
      for (const { repetitionHz, levelDb, pulseLengthS, phaseS } of sources) {
        const everyS = 1 / repetitionHz;
        const lengthCells = Math.max(1, pulseLengthS * cellsPerS);
        const perCell = (spreadScale * fromDb(levelDb)) / Math.min(pulseCells, lengthCells);
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

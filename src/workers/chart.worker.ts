/** Heavy work of the chart and the builder, off the page: contours, coverage, generating. */
import { generateWater } from '@core/builder';
import { contourLines } from '@core/chart';
import { coverageOf } from '@core/planning';
import { expose, transfer } from 'comlink';

const chartWork = {
  contourLines: (...input: Parameters<typeof contourLines>) => {
    const levels = contourLines(...input);
    return transfer(
      levels,
      levels.flatMap(({ rings }) => rings.map((ring) => ring.buffer as ArrayBuffer)),
    );
  },
  coverageOf,
  generateWater,
};
export type ChartWork = typeof chartWork;

expose(chartWork);

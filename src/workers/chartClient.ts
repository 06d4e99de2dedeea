import { type Remote, wrap } from 'comlink';
import type { ChartWork } from './chart.worker';

let running: { worker: Worker; work: Remote<ChartWork> } | null = null;

/** The chart's worker; one a page, begun when first needed. */
export function chartWork(): Remote<ChartWork> {
  if (!running) {
    const worker = new Worker(new URL('./chart.worker.ts', import.meta.url), { type: 'module' });
    running = { worker, work: wrap<ChartWork>(worker) };
  }
  return running.work;
}

/** Gives up whatever it is at; answers on their way never come. */
export function cancelChartWork(): void {
  running?.worker.terminate();
  running = null;
}

// What `npm test` tells beside what passed: the slowest tests, processor time, the share of tests.
import { readdirSync, readFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './shell.mjs';

export const slowestOf = (tests, count) =>
  [...tests].sort((a, b) => b.seconds - a.seconds).slice(0, count);

/** Seconds in which some core of this machine worked, since it was started. */
export const processorS = () =>
  cpus().reduce((sum, { times }) => sum + times.user + times.nice + times.sys + times.irq, 0) /
  1000;

const CODE = /\.(ts|tsx|astro|mjs|js|css)$/;
const TEST = /(^tests\/|\.(test|long|spec)\.tsx?$)/;
const FOLDERS = ['core', 'src', 'perf', 'scripts', 'tests'];

/** Seconds in which this machine's cores waited for those of others on the same computer; 0 where it is not told. */
export function stolenS() {
  try {
    const [, ...ticks] = readFileSync('/proc/stat', 'utf8').split('\n', 1)[0].split(/\s+/);
    return Number(ticks[7]) / 100;
  } catch {
    return 0;
  }
}

/** Lines that are not blank, in all code and in what tests it. */
export function countLines() {
  const lines = { all: 0, tests: 0 };
  for (const folder of FOLDERS) {
    for (const entry of readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })) {
      if (!entry.isFile() || !CODE.test(entry.name)) continue;
      const path = join(entry.parentPath, entry.name);
      const count = readFileSync(path, 'utf8').match(/^.*\S.*$/gm)?.length ?? 0;
      lines.all += count;
      if (TEST.test(path.slice(ROOT.length))) lines.tests += count;
    }
  }
  return lines;
}

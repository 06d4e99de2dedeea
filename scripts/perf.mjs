// `npm run perf [-- --json]`: bundles perf/bench.ts as the application's own build would, and runs it;
// then, without --json, measures the built Bench in the browser.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { browserFigures } from './lib/browserFigures.mjs';
import { runBundled } from './lib/bundled.mjs';
import { roomFigures } from './lib/roomFigures.mjs';
import { installChromium, installPackages, ROOT } from './lib/shell.mjs';

await installPackages();
const code = await runBundled('perf/bench.ts', process.argv.slice(2), ['--expose-gc']);
if (code === 0 && !process.argv.includes('--json')) {
  if (existsSync(join(ROOT, 'dist/server/entry.mjs'))) {
    await installChromium();
    await browserFigures();
    await roomFigures();
  } else {
    console.log('No build: the figures of the browser are left out. `npm run build` first.');
  }
}
process.exit(code);

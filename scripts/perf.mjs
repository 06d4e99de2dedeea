// `npm run perf [-- --json]`: bundles perf/bench.ts as the application's own build would, and runs it;
// then, without --json, measures the built Bench in the browser.
import { build } from 'vite';
import { existsSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installChromium, installPackages, ROOT, run } from './lib/shell.mjs';
import { browserFigures } from './lib/browserFigures.mjs';

await installPackages();
const scratch = mkdtempSync(join(tmpdir(), 'wise-ripple-perf-'));
await build({
  root: ROOT,
  configFile: false,
  logLevel: 'error',
  ssr: { noExternal: true },
  build: { ssr: join(ROOT, 'perf/bench.ts'), outDir: scratch, emptyOutDir: true, minify: false },
});
const [bundle] = readdirSync(scratch).filter((name) => statSync(join(scratch, name)).isFile());
const code = await run(process.execPath, [
  '--expose-gc',
  join(scratch, bundle),
  ...process.argv.slice(2),
]);
rmSync(scratch, { recursive: true, force: true });
if (code === 0 && !process.argv.includes('--json')) {
  if (existsSync(join(ROOT, 'dist/server/entry.mjs'))) {
    await installChromium();
    await browserFigures();
  } else {
    console.log('No build: the figures of the browser are left out. `npm run build` first.');
  }
}
process.exit(code);

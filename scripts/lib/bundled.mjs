// Runs a script that is written in TypeScript, with all of core/ in it, as the application's build would.
import { build } from 'vite';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, run } from './shell.mjs';

/** @returns exit code */
export async function runBundled(entry, args = [], nodeArgs = []) {
  const scratch = mkdtempSync(join(tmpdir(), 'wise-ripple-script-'));
  try {
    await build({
      root: ROOT,
      configFile: false,
      publicDir: false,
      logLevel: 'error',
      ssr: { noExternal: true },
      build: { ssr: join(ROOT, entry), outDir: scratch, emptyOutDir: true, minify: false },
    });
    const [bundle] = readdirSync(scratch).filter((name) => statSync(join(scratch, name)).isFile());
    return await run(process.execPath, [...nodeArgs, join(scratch, bundle), ...args]);
  } finally {
    rmSync(scratch, { recursive: true, force: true });
  }
}

// Runs a script that is written in TypeScript, with all of core/ in it, as the application's build would.
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, run } from './shell.mjs';

/**
 * A script in one file: all it depends on, and nothing else. Vite declares the whole process "production", so
 * what tests must not call it.
 * @returns its path in a folder that is there no more when `use` is done
 */
export async function withBundle(entry, use) {
  // Loaded here: nothing may be installed yet when a script starts.
  const { build } = await import('vite');
  const outDir = mkdtempSync(join(tmpdir(), 'wise-ripple-script-'));
  try {
    await build({
      root: ROOT,
      configFile: false,
      publicDir: false,
      logLevel: 'error',
      ssr: { noExternal: true },
      build: { ssr: join(ROOT, entry), outDir, emptyOutDir: true, minify: false },
    });
    const [name] = readdirSync(outDir).filter((file) => /\.m?js$/.test(file));
    return await use(join(outDir, name));
  } finally {
    rmSync(outDir, { recursive: true, force: true });
  }
}

/** @returns exit code */
export const runBundled = (entry, args = [], nodeArgs = []) =>
  withBundle(entry, (script) => run(process.execPath, [...nodeArgs, script, ...args]));

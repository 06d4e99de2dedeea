// The demo library is not kept with the sources: it follows from them, seed by seed.
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, run } from './shell.mjs';

const folder = () => join(ROOT, 'public', 'demo');

/** Of every file the library follows from. */
function sourcesHash() {
  const hash = createHash('sha256');
  const walk = (from) => {
    for (const entry of readdirSync(from, { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const path = join(from, entry.name);
      if (entry.isDirectory()) walk(path);
      else if (/\.ts$/.test(entry.name) && !/\.test\.ts$/.test(entry.name)) {
        hash.update(entry.name).update(readFileSync(path));
      }
    }
  };
  walk(join(ROOT, 'core'));
  hash.update(readFileSync(join(ROOT, 'scripts', 'lib', 'demoLibrary.ts')));
  return hash.digest('hex');
}

/** @param anew also when the sources are as they were */
export async function demoData({ anew = false, list = false } = {}) {
  const hash = sourcesHash();
  const stamp = join(folder(), 'made-from.txt');
  if (!anew && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  console.log('Sounding the demo library…');
  // Loaded here: nothing is installed yet when the scripts start.
  const { build } = await import('vite');
  const scratch = mkdtempSync(join(tmpdir(), 'wise-ripple-demo-'));
  await build({
    root: ROOT,
    configFile: false,
    publicDir: false,
    logLevel: 'error',
    ssr: { noExternal: true },
    build: {
      ssr: join(ROOT, 'scripts/lib/demoLibrary.ts'),
      outDir: scratch,
      emptyOutDir: true,
      minify: false,
    },
  });
  const [bundle] = readdirSync(scratch).filter((name) => /\.m?js$/.test(name));
  const args = [join(scratch, bundle), folder(), ...(list ? ['--list'] : [])];
  const code = await run(process.execPath, args);
  rmSync(scratch, { recursive: true, force: true });
  if (code !== 0) {
    console.error('The demo library could not be made; see the messages above.');
    process.exit(code);
  }
  writeFileSync(stamp, hash);
}

// `npm run demo-data [-- --anew | --list]`: sounds the demo library from its seeds into public/demo, unless what
// is there was made from the same sources. A process of its own: Vite declares the whole of one "production".
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installPackages, ROOT, run } from './lib/shell.mjs';

const FOLDER = join(ROOT, 'public', 'demo');
const STAMP = join(FOLDER, 'made-from.txt');
const list = process.argv.includes('--list');
const anew = list || process.argv.includes('--anew');

/** What sounds the library, in one file: all it depends on, and nothing else. */
async function bundle(outDir) {
  // Loaded here: nothing may be installed yet when this script starts.
  const { build } = await import('vite');
  await build({
    root: ROOT,
    configFile: false,
    publicDir: false,
    logLevel: 'error',
    ssr: { noExternal: true },
    build: {
      ssr: join(ROOT, 'scripts/lib/demoLibrary.ts'),
      outDir,
      emptyOutDir: true,
      minify: false,
    },
  });
  const [name] = readdirSync(outDir).filter((file) => /\.m?js$/.test(file));
  return join(outDir, name);
}

await installPackages();
const scratch = mkdtempSync(join(tmpdir(), 'wise-ripple-demo-'));
try {
  const script = await bundle(scratch);
  const hash = createHash('sha256').update(readFileSync(script)).digest('hex');
  if (anew || !existsSync(STAMP) || readFileSync(STAMP, 'utf8') !== hash) {
    console.log('Sounding the demo library…');
    process.exitCode = await run(process.execPath, [script, FOLDER, ...(list ? ['--list'] : [])]);
    if (process.exitCode === 0) writeFileSync(STAMP, hash);
    else console.error('The demo library could not be made; see the messages above.');
  }
} finally {
  rmSync(scratch, { recursive: true, force: true });
}

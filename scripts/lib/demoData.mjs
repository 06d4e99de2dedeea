// The demo library is not kept with the sources: it follows from them, seed by seed.
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, run } from './shell.mjs';

const folder = () => join(ROOT, 'public', 'demo');

/** What sounds the library, in one file: all it depends on, and nothing else. */
async function bundle(outDir) {
  // Loaded here: nothing is installed yet when the scripts start.
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

/** @param anew also when it would come out as it is */
export async function demoData({ anew = false, list = false } = {}) {
  const stamp = join(folder(), 'made-from.txt');
  const scratch = mkdtempSync(join(tmpdir(), 'wise-ripple-demo-'));
  try {
    const script = await bundle(scratch);
    const hash = createHash('sha256').update(readFileSync(script)).digest('hex');
    if (!anew && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
    console.log('Sounding the demo library…');
    const code = await run(process.execPath, [script, folder(), ...(list ? ['--list'] : [])]);
    if (code !== 0) {
      console.error('The demo library could not be made; see the messages above.');
      process.exit(code);
    }
    writeFileSync(stamp, hash);
  } finally {
    rmSync(scratch, { recursive: true, force: true });
  }
}

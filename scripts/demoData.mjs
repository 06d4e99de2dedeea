// `npm run demo-data [-- --anew | --list]`: sounds the demo library from its seeds into public/demo, unless what
// is there was made from the same sources.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { withBundle } from './lib/bundled.mjs';
import { installPackages, ROOT, run } from './lib/shell.mjs';

const FOLDER = join(ROOT, 'public', 'demo');
const STAMP = join(FOLDER, 'made-from.txt');
const list = process.argv.includes('--list');
const anew = list || process.argv.includes('--anew');

await installPackages();
await withBundle('scripts/lib/demoLibrary.ts', async (script) => {
  const hash = createHash('sha256').update(readFileSync(script)).digest('hex');
  if (!anew && existsSync(STAMP) && readFileSync(STAMP, 'utf8') === hash) return;
  console.log('Sounding the demo library…');
  process.exitCode = await run(process.execPath, [script, FOLDER, ...(list ? ['--list'] : [])]);
  if (process.exitCode === 0) writeFileSync(STAMP, hash);
  else console.error('The demo library could not be made; see the messages above.');
});

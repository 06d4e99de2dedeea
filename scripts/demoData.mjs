// `npm run demo-data [-- --anew | --list]`: sounds the demo library from its seeds into public/demo, unless what
// is there was made from the same sources. A part each core.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
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
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(join(FOLDER, 'echo'), { recursive: true });
  const parts = Array.from({ length: availableParallelism() }, (_, part) => part);
  const codes = await Promise.all(
    parts.map((part) =>
      run(
        process.execPath,
        [script, FOLDER, part, parts.length, ...(list ? ['--list'] : [])].map(String),
      ),
    ),
  );
  process.exitCode = Math.max(...codes);
  if (process.exitCode !== 0) {
    console.error('The demo library could not be made; see the messages above.');
    return;
  }
  const partFile = (part) => join(FOLDER, `part-${part}.json`);
  const records = parts
    .flatMap((part) => JSON.parse(readFileSync(partFile(part), 'utf8')))
    .sort((a, b) => b.createdAtMs - a.createdAtMs);
  for (const part of parts) rmSync(partFile(part));
  const lessons = JSON.parse(readFileSync(join(FOLDER, 'lessons.json'), 'utf8'));
  rmSync(join(FOLDER, 'lessons.json'));
  const collections = lessons
    .map(({ skills, ...collection }) => ({
      ...collection,
      screenIds: records
        .filter((one) => one.skills.some((id) => skills.includes(id)))
        .map(({ id }) => id),
    }))
    .filter(({ screenIds }) => screenIds.length > 0);
  writeFileSync(join(FOLDER, 'collections.json'), JSON.stringify(collections));
  writeFileSync(join(FOLDER, 'screens.json'), JSON.stringify(records));
  writeFileSync(STAMP, hash);
  console.log(`${records.length} demo screens`);
});

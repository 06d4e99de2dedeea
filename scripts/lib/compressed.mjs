// An Astro integration: lays a brotli-compressed copy beside each text file of the build. Packed once at its best
// it is a seventh smaller than what can be packed while someone waits, and the server does nothing for it.
import { readFile, writeFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import { filesOf } from './gate.mjs';

const pack = promisify(brotliCompress);
const TEXT = new Set(['.js', '.css', '.json', '.svg', '.txt', '.webmanifest']);
/** Beyond it the last percents take ten seconds. */
const LARGE_BYTES = 1_000_000;

async function packed(file) {
  const content = await readFile(file);
  const quality = content.length > LARGE_BYTES ? 9 : constants.BROTLI_MAX_QUALITY;
  const params = { [constants.BROTLI_PARAM_QUALITY]: quality };
  await writeFile(`${file}.br`, await pack(content, { params }));
}

export const compressed = () => ({
  name: 'compressed',
  hooks: {
    'astro:build:done': async ({ dir }) => {
      const files = filesOf(fileURLToPath(dir)).filter(({ file }) => TEXT.has(extname(file)));
      await Promise.all(files.map(({ file }) => packed(file)));
    },
  },
});

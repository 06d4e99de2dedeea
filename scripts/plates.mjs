// `npm run plates [-- <id of a demo screen without “demo-”> …]`: a contact sheet of scenes and views, as PNG
// into .plates/, to be looked at after any change to core/sounding. docs/testing.md says what to look for.
import { join } from 'node:path';
import { runBundled } from './lib/bundled.mjs';
import { installPackages, ROOT } from './lib/shell.mjs';

await installPackages();
const asked = process.argv.slice(2);
process.exit(
  await runBundled('scripts/lib/plates.ts', [join(ROOT, '.plates', 'sheet.png'), ...asked]),
);

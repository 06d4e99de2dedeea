/** Sounds the demo library and writes it where the application serves it; run by `npm run demo-data`. */
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_SCREENS, DEMO_TIME_MS, DEMO_WATERS } from '../../core/demo';
import { soundDemoScreen } from '../../core/demo/soundDemoScreen';
import { writeEchoFile } from '../../core/formats';

const folder = process.argv[2];
const isTold = process.argv.includes('--list');
rmSync(folder, { recursive: true, force: true });
mkdirSync(join(folder, 'echo'), { recursive: true });

const waters = Object.fromEntries(Object.entries(DEMO_WATERS).map(([id, make]) => [id, make()]));
let bytes = 0;
const records = DEMO_SCREENS.map((screen, index) => {
  const { record, echo } = soundDemoScreen(screen, waters[screen.waterId], DEMO_TIME_MS - index);
  const file = writeEchoFile(echo);
  bytes += file.length;
  writeFileSync(join(folder, 'echo', `${record.echoId}.wrec`), file);
  if (isTold) {
    const { contents, difficulty, nothingHere } = record;
    console.log(
      `${record.id.padEnd(26)} ${(file.length / 1000).toFixed(0).padStart(4)} kB  ${difficulty}  ${contents!.join(' ')}${nothingHere === null ? '' : `  EMPTY: ${nothingHere}`}`,
    );
  }
  return record;
});
writeFileSync(join(folder, 'screens.json'), JSON.stringify(records));
console.log(`${records.length} demo screens, ${(bytes / 1e6).toFixed(1)} MB of echoes`);

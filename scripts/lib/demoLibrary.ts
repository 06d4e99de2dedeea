/** Sounds a part of the demo library and writes it where the application serves it; run by `npm run demo-data`. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_SCREENS, DEMO_TIME_MS, DEMO_WATERS } from '../../core/demo';
import { makeDemoClass } from '../../core/demo/demoClass';
import { soundDemoScreen } from '../../core/demo/soundDemoScreen';
import { writeEchoFile } from '../../core/formats';
import { newRecord } from '../../core/records';
import { LESSONS } from '../../core/teaching';

const [folder, part, parts] = process.argv.slice(2);
const isTold = process.argv.includes('--list');

const waters = Object.fromEntries(Object.entries(DEMO_WATERS).map(([id, make]) => [id, make()]));
const mine = [...DEMO_SCREENS.entries()].filter(
  ([index]) => index % Number(parts) === Number(part),
);
const records = mine.map(([index, screen]) => {
  const { record, echo } = soundDemoScreen(screen, waters[screen.waterId], DEMO_TIME_MS - index);
  const file = writeEchoFile(echo);
  writeFileSync(join(folder, 'echo', `${record.echoId}.wrec`), file);
  if (isTold) {
    const { contents, difficulty, nothingHere } = record;
    console.log(
      `${record.id.padEnd(26)} ${(file.length / 1000).toFixed(0).padStart(4)} kB  ${difficulty}  ${contents!.join(' ')}${nothingHere === null ? '' : `  EMPTY: ${nothingHere}`}`,
    );
  }
  return record;
});
writeFileSync(join(folder, `part-${part}.json`), JSON.stringify(records));
if (part === '0') {
  // A collection for each lesson; which screens belong to it is known when all parts are there.
  const lessons = LESSONS.map(({ id, name, skills }, index) => ({
    ...newRecord('collection', `demo-${id}`, DEMO_TIME_MS),
    name: `Lesson ${index + 1}: ${name}`,
    note: '',
    skills,
  }));
  writeFileSync(join(folder, 'lessons.json'), JSON.stringify(lessons));
}
if (Number(part) === Number(parts) - 1) {
  const { group, results } = makeDemoClass(waters, DEMO_TIME_MS);
  writeFileSync(join(folder, 'class.json'), JSON.stringify([group, ...results]));
}

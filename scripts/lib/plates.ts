/** Draws a contact sheet of scenes × views for the eye; run by `npm run plates`. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { encode } from 'fast-png';
import { DEMO_SCREENS, DEMO_WATERS } from '../../core/demo';
import { soundDemoScreen } from '../../core/demo/soundDemoScreen';
import { drawWholeStretch } from '../../core/display';

const PLATE = { width: 420, height: 300 };
const COLUMNS = 3;
const GAP = 6;
/** Thirty of the demo library: every instrument over grounds and lives that differ most. */
const USUAL_IDS = [
  'side-lane side-mill side-bridge side-brush side-timber w-dock-covered s-wreck-south s-sand-waves v-nests',
  'down-brush down-timber down-slope down-wreck s-heads-down',
  'slope brush channel creek s-heads s-ledges m-wedge v-two-bottoms summer',
  'hole-basin hole-crib hole-edge',
  'sector-bridge sector-reef sector-crib sector-weed',
].flatMap((row) => row.split(' '));

const [, , file, ...asked] = process.argv;
const chosen = (asked.length > 0 ? asked : USUAL_IDS).map((id) => {
  const screen = DEMO_SCREENS.find((one) => one.id === `demo-${id}`);
  if (screen) return screen;
  const ids = DEMO_SCREENS.map((one) => one.id.replace('demo-', ''));
  console.error(`The demo library has no screen "${id}". There are: ${ids.join(', ')}.`);
  process.exit(1);
});

const rows = Math.ceil(chosen.length / COLUMNS);
const width = COLUMNS * (PLATE.width + GAP);
const height = rows * (PLATE.height + GAP);
const sheet = new Uint32Array(width * height).fill(0xff404040);
chosen.forEach((screen, index) => {
  const { record, echo } = soundDemoScreen(screen, DEMO_WATERS[screen.waterId](), 0);
  if (record.source.kind !== 'simulated') return;
  const { firstPing, pingCount, source } = record;
  const stretch = {
    info: source.info,
    firstPing,
    pingCount,
    levelsCdb: echo.levelsCdb,
    colours: null,
    bottomDepthM: echo.track.bottomDepthM,
  };
  const pixels = new Uint32Array(PLATE.width * PLATE.height);
  drawWholeStretch(stretch, record.view, PLATE.width, PLATE.height, pixels);
  const left = (index % COLUMNS) * (PLATE.width + GAP);
  const top = Math.floor(index / COLUMNS) * (PLATE.height + GAP);
  for (let y = 0; y < PLATE.height; y++) {
    sheet.set(pixels.subarray(y * PLATE.width, (y + 1) * PLATE.width), (top + y) * width + left);
  }
  console.log(
    `${index % COLUMNS === 0 ? `row ${index / COLUMNS + 1}: ` : '  '}${screen.id}, ${record.name}`,
  );
});
mkdirSync(dirname(file), { recursive: true });
writeFileSync(file, encode({ width, height, channels: 4, data: new Uint8Array(sheet.buffer) }));
console.log(file);

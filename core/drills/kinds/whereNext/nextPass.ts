/** Which pass next, past a mark seen once: lines on the chart, judged by what side fans would resolve from them. */
import { z } from 'zod';
import { depthAtM } from '../../../bottom';
import { cos, hypot, sin } from '../../../numeric';
import { swath } from '../../../planning';
import { type RandomSource, shuffled } from '../../../random';
import type { WaterContent } from '../../../waters';
import { labelOf, type ReadingLabel } from '../../../targets';
import { format, formatNumber, LENGTH, type UnitSystem } from '../../../units';
import { BOAT, CHOICES, type Judged, type Topic } from './topic';

const point = z.object({ x: z.number(), y: z.number() });

export const nextPassSchema = z.object({
  about: z.literal('nextPass'),
  targetId: z.string().min(1),
  lines: z
    .array(z.object({ from: point, to: point, rangeM: z.number().min(5).max(200) }))
    .min(2)
    .max(4),
});
type NextPass = z.infer<typeof nextPassSchema>;
type Line = NextPass['lines'][number];

/** Width of the picture of one side, px. */
const SIDE_PX = 400;
/** Drawn smaller than this a thing has no shape; our rule. */
const LEAST_PX = 8;
const LINE_M = 70;
const STEP_M = 5;

const SIDE_DEG = 50;
const sweepOf = ({ rangeM }: Line) => ({
  ...{ instrument: 'sideFans' as const, acrossDeg: SIDE_DEG, overlapShare: 0 },
  rangeM,
});

function thingOf({ targetId }: Pick<NextPass, 'targetId'>, { scene, name }: WaterContent) {
  const target = scene.targets.find(({ id }) => id === targetId);
  if (!target || !('heightM' in target)) throw new Error(`${name} has no thing "${targetId}".`);
  return target;
}

/** Distance of a place from a line that is sailed, m, and the shallowest water under it. */
function alongLine({ from, to }: Line, place: { xM: number; yM: number }, water: WaterContent) {
  const lengthM = hypot(to.x - from.x, to.y - from.y);
  const east = (to.x - from.x) / lengthM;
  const north = (to.y - from.y) / lengthM;
  const passedM = (place.xM - from.x) * east + (place.yM - from.y) * north;
  const acrossM = Math.abs((place.xM - from.x) * north - (place.yM - from.y) * east);
  let leastM = Infinity;
  for (let m = 0; m <= lengthM; m += STEP_M) {
    leastM = Math.min(leastM, depthAtM(water.scene.bottom, from.x + m * east, from.y + m * north));
  }
  const abeam = { x: from.x + passedM * east, y: from.y + passedM * north };
  return { acrossM, leastM, depthM: depthAtM(water.scene.bottom, abeam.x, abeam.y) };
}

type Verdict = 'aground' | 'overhead' | 'beyond' | 'coarse' | 'shows';

/** What a line comes to, with what decides it. */
function tryLine(line: Line, question: NextPass, water: WaterContent) {
  const thing = thingOf(question, water);
  const way = alongLine(line, thing, water);
  const { nearM, farM } = swath(sweepOf(line), way.depthM);
  const pxPerM = SIDE_PX / line.rangeM;
  const verdict = ((): Verdict => {
    if (way.leastM < BOAT.draftM + BOAT.marginM) return 'aground';
    if (way.acrossM < nearM) return 'overhead';
    if (way.acrossM > farM) return 'beyond';
    return thing.heightM * pxPerM < LEAST_PX ? 'coarse' : 'shows';
  })();
  return { ...way, pxPerM, verdict };
}

function judgeLine(
  line: Line,
  i: number,
  question: NextPass,
  water: WaterContent,
  units: UnitSystem,
): Judged {
  const { acrossM, leastM, depthM, pxPerM, verdict } = tryLine(line, question, water);
  const length = LENGTH[units];
  // A metre or a foot, as the reader has it.
  const pixels = formatNumber(pxPerM / length.show(1), 0);
  const why: Record<Verdict, string> = {
    aground: `There is only ${format(length, Math.max(0, leastM))} of water on the way.`,
    overhead: 'Nearly overhead: no shadow falls, and the fans hardly look there.',
    beyond: 'That is beyond the range: it is not on the picture.',
    coarse: `With so much range ${format(length, length.read(1), 0)} has ${pixels} pixels: too few for a shape.`,
    shows: `Out to the side and well within the range: it shows its face, and its shadow says how tall it is. ${format(length, length.read(1), 0)} has ${pixels} pixels.`,
  };
  return {
    text: `Line ${'ABCD'[i]}, side fans, ${format(length, line.rangeM, 0)} a side`,
    isAccepted: verdict === 'shows',
    because: `It passes ${format(length, acrossM, 0)} beside the mark, ${format(length, depthM, 0)} of water under it. ${why[verdict]}`,
  };
}

const judge = (question: NextPass, water: WaterContent, units: UnitSystem) =>
  question.lines.map((line, i) => judgeLine(line, i, question, water, units));

const LEAST_HEIGHT_M = 0.8;
const LEAST_DEPTH_M = 3;
const TRIES = 40;
/** What a cone draws as a thick mark on the bottom. */
const HARD: readonly ReadingLabel[] = ['wood', 'rock', 'built'];

function make(water: WaterContent, random: RandomSource): NextPass | null {
  const { bottom, targets } = water.scene;
  const things = targets.filter(
    (target) =>
      'heightM' in target &&
      target.heightM >= LEAST_HEIGHT_M &&
      HARD.includes(labelOf(target)) &&
      depthAtM(bottom, target.xM, target.yM) >= LEAST_DEPTH_M + target.heightM,
  );
  if (things.length === 0) return null;
  const thing = things[random.index(things.length)];
  const depthM = depthAtM(bottom, thing.xM, thing.yM);
  const round = (value: number) => Math.round(10 * value) / 10;
  const drawn = (): Line => {
    const headingRad = random.between(0, 2 * Math.PI);
    const acrossM = [0.15, 1, 1.5, 2, 4, 6][random.index(6)] * depthM;
    const rangeM = Math.max(10, Math.round([2, 3, 9][random.index(3)] * depthM));
    const end = (alongM: number) => ({
      x: round(thing.xM + acrossM * cos(headingRad) + alongM * sin(headingRad)),
      y: round(thing.yM - acrossM * sin(headingRad) + alongM * cos(headingRad)),
    });
    return { from: end(-LINE_M / 2), to: end(LINE_M / 2), rangeM };
  };
  const lines = Array.from({ length: TRIES }, drawn).filter(
    ({ from, to, rangeM }) =>
      // Nobody draws a line over land on purpose, nor asks for more than the fans can do.
      rangeM <= 60 && [from, to].every(({ x, y }) => depthAtM(bottom, x, y) > 0),
  );
  const asked: NextPass = { about: 'nextPass', targetId: thing.id, lines };
  // One for each verdict: the first that shows it, and as many ways to miss it as there are.
  const byVerdict = new Map<Verdict, Line>();
  for (const line of lines) {
    const { verdict } = tryLine(line, asked, water);
    if (!byVerdict.has(verdict)) byVerdict.set(verdict, line);
  }
  const good = byVerdict.get('shows');
  byVerdict.delete('shows');
  const bad = [...byVerdict.values()].slice(0, CHOICES - 1);
  if (!good || bad.length < 2) return null;
  return { ...asked, lines: shuffled([good, ...bad], random) };
}

export const nextPass: Topic<NextPass> = {
  make,
  judge,
  ask: () =>
    'Something hard was seen once at the cross. Which pass next shows what it is and how tall?',
  options: ({ lines }) => lines.length,
  skill: () => 'sideRange',
  difficulty: 0.5,
  situation: (question, water, units) => [
    `At the cross ${format(LENGTH[units], depthAtM(water.scene.bottom, thingOf(question, water).xM, thingOf(question, water).yM))} of water; on the cone it was one thick mark on the bottom.`,
  ],
};

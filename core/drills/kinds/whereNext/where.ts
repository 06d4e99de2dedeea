/** Where first: places of a chart, by the season. */
import { z } from 'zod';
import { depthAtM } from '../../../bottom';
import { applySeason, lifeNear, readSeason, suitsSeason } from '../../../builder/season';
import { hypot } from '../../../numeric';
import { type RandomSource, shuffled } from '../../../random';
import type { WaterContent } from '../../../waters';
import { format, formatNumber, LENGTH, TEMPERATURE, type UnitSystem } from '../../../units';
import { waterWords } from '../waterWords';
import { CHOICES, type Judged, type Topic } from './topic';

export const whereSchema = z.object({
  about: z.literal('where'),
  conditions: z.object({
    airDailyC: z.array(z.number()).max(30),
    hourOfDay: z.number().min(0).max(24),
    iceM: z.number().min(0).max(2),
  }),
  places: z
    .array(z.object({ x: z.number(), y: z.number() }))
    .min(2)
    .max(4),
});
type Where = z.infer<typeof whereSchema>;

const NEAR_M = 30;
/** A place so close to a suitable one is as good. */
const NEXT_TO_M = 12;
/** A school of bait draws more fish than its own mark. */
const BAIT_WEIGHT = 3;
const DEFENSIBLE_SHARE = 0.7;
const POOR_SHARE = 0.34;
const SEASONS = [
  { airDailyC: [13, 12, 13, 12, 5, 4, 3], iceM: 0 },
  { airDailyC: [5, 4, 5, 6, 13, 14, 15], iceM: 0 },
  { airDailyC: [19, 20, 19, 20, 19, 20, 20], iceM: 0 },
];
const TRIES = 60;

const inSeason = (water: WaterContent, { conditions }: Pick<Where, 'conditions'>): WaterContent => {
  const changed = { ...water, conditions: { ...water.conditions, ...conditions } };
  const { targets } = applySeason(changed);
  return { ...changed, scene: { ...changed.scene, targets } };
};

function judgeWhere(question: Where, water: WaterContent, units: UnitSystem): Judged[] {
  const moved = inSeason(water, question);
  const found = question.places.map((place) => lifeNear(moved, place, NEAR_M));
  const scores = found.map(({ fish, bait }) => fish.near + BAIT_WEIGHT * bait.near);
  const best = Math.max(...scores);
  const suits = suitsSeason(moved, question.places, NEXT_TO_M);
  return question.places.map((place, i) => {
    const depth = format(LENGTH[units], depthAtM(water.scene.bottom, place.x, place.y));
    return {
      text: `Place ${'ABCD'[i]}, ${depth} deep`,
      // Where life is, and where by the rules it might as well be.
      isAccepted: (best > 0 && scores[i] >= DEFENSIBLE_SHARE * best) || suits[i],
      because: `${found[i].bait.near} schools of bait and ${found[i].fish.near} fish within ${format(LENGTH[units], NEAR_M, 0)} of it.`,
    };
  });
}

function makeWhere(water: WaterContent, random: RandomSource): Where | null {
  const { originM, cellM, columns, rows } = water.scene.bottom;
  const conditions = {
    ...SEASONS[random.index(SEASONS.length)],
    hourOfDay: [6, 11, 15, 20][random.index(4)],
  };
  const moved = inSeason(water, { conditions });
  if (readSeason(moved).state === 'steady') return null;
  const tried = Array.from({ length: TRIES }, () => ({
    x: Math.round(originM.x + random.between(0.06, 0.94) * columns * cellM),
    y: Math.round(originM.y + random.between(0.06, 0.94) * rows * cellM),
  })).filter(({ x, y }) => depthAtM(water.scene.bottom, x, y) > 1);
  // Life itself is a candidate, or a small water would seldom give a place worth naming.
  for (const { kind, xM, yM } of moved.scene.targets) {
    if (kind === 'baitSchool') tried.push({ x: Math.round(xM), y: Math.round(yM) });
  }
  const suits = suitsSeason(moved, tried, 2 * NEXT_TO_M);
  const scored = shuffled(
    tried.map((place, i) => ({ place, suits: suits[i] })),
    random,
  )
    .map(({ place, suits: isSuited }) => {
      const { fish, bait } = lifeNear(moved, place, NEAR_M);
      return { place, isSuited, score: fish.near + BAIT_WEIGHT * bait.near };
    })
    .sort((a, b) => b.score - a.score);
  const best = scored[0];
  if (!best || best.score < 4) return null;
  const places = [best.place];
  for (const { place, score, isSuited } of shuffled(scored, random)) {
    const clear = places.every((one) => hypot(one.x - place.x, one.y - place.y) > 2 * NEAR_M);
    const isPoor = score <= POOR_SHARE * best.score && !isSuited;
    if (isPoor && clear) places.push(place);
    if (places.length === CHOICES) break;
  }
  if (places.length < CHOICES) return null;
  return { about: 'where', conditions, places: shuffled(places, random) };
}

export const where: Topic<Where> = {
  make: makeWhere,
  judge: judgeWhere,
  ask: () => 'Where do you look first?',
  options: ({ places }) => places.length,
  skill: () => 'chart',
  difficulty: 0.4,
  situation({ conditions }, { scene }, units) {
    const { show, unit } = TEMPERATURE[units];
    const degrees = (celsius: number) => formatNumber(show(celsius), 0);
    return [
      `Air, day by day: ${conditions.airDailyC.map(degrees).join(', ')} ${unit}`,
      ...waterWords(scene.water, conditions.hourOfDay, units),
    ];
  },
  rule(question, water) {
    const { title, answer } = readSeason(inSeason(water, question));
    return { title, text: answer };
  },
};

import { z } from 'zod';
import { featureSchema } from '../bottom';
import { placeStocks, stockSchema } from '../life';
import { passPlanSchema } from '../pass';
import { hashText } from '../random';
import { sceneAtLevel, sceneSchema } from '../sounding';
import { SCENE_ORIGIN } from '../units';
import { conditionsSchema, waterColumnSchema, waterLevelM } from '../water';

const placeShape = { xM: z.number(), yM: z.number() };
const pointSchema = z.object({ x: z.number(), y: z.number() });

/** A place in the water that its maker knows is worth a lesson. */
const knownSpotSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(80),
  ...placeShape,
  /** What is there; for the instructor. */
  truth: z.string().max(400).default(''),
  /** What a student can practise there. */
  task: z.string().max(400).default(''),
});
export type KnownSpot = z.infer<typeof knownSpotSchema>;

/** A day of its year that one can choose instead of the one it stands at. */
const waterDaySchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(80),
  note: z.string().max(400).default(''),
  conditions: conditionsSchema,
  water: waterColumnSchema,
  /** What has moved on the bottom by that day, on top of it as charted: sand goes, a bar lies elsewhere. */
  features: z.array(featureSchema).max(40).optional(),
});
export type WaterDay = z.infer<typeof waterDaySchema>;

/** Of `WaterContent.days`, and another hour of it. */
export const dayChoiceSchema = z.object({
  dayId: z.string().max(64).nullable().default(null),
  hourOfDay: z.number().min(0).max(24).nullable().default(null),
});
export type DayChoice = z.infer<typeof dayChoiceSchema>;
/** As the water itself stands. */
export const OWN_DAY: DayChoice = { dayId: null, hourOfDay: null };

/** A water as people know it: a name, what is in it, its conditions, and passes worth sailing. */
export const waterContentSchema = z.object({
  name: z.string().trim().min(1).max(80),
  description: z.string().max(4000),
  /** Where x and y are zero. */
  origin: z
    .object({
      latitudeDeg: z.number().min(-80).max(80),
      longitudeDeg: z.number().min(-180).max(180),
    })
    .default(SCENE_ORIGIN),
  /** With the water at the level of the chart. */
  scene: sceneSchema,
  conditions: conditionsSchema.prefault({}),
  /** Where a creek comes in, and how far up it is water: bait moves along it with the season. */
  creek: z.object({ mouth: pointSchema, head: pointSchema }).nullable().default(null),
  spots: z.array(knownSpotSchema).max(200).default([]),
  passes: z.array(passPlanSchema).min(1).max(200),
  /** Life that stands where its rules put it on a day, beside what is placed by hand. */
  stocks: z.array(stockSchema).max(60).default([]),
  days: z.array(waterDaySchema).max(24).default([]),
});
export type WaterContent = z.infer<typeof waterContentSchema>;

const otherDays = new WeakMap<WaterContent, Map<string, WaterContent>>();

/** The water on another of its days, or at another hour; as it is where that day is not among its own. */
export function onDay(content: WaterContent, choice: DayChoice | undefined): WaterContent {
  if (!choice || (choice.dayId === null && choice.hourOfDay === null)) return content;
  let known = otherDays.get(content);
  if (!known) otherDays.set(content, (known = new Map()));
  const key = `${choice.dayId} ${choice.hourOfDay}`;
  let found = known.get(key);
  if (!found) known.set(key, (found = makeDay(content, choice)));
  return found;
}

function makeDay(content: WaterContent, { dayId, hourOfDay }: DayChoice): WaterContent {
  const day = content.days.find(({ id }) => id === dayId);
  if (!day && hourOfDay === null) return content;
  const conditions = day?.conditions ?? content.conditions;
  const { bottom } = content.scene;
  const moved = day?.features ?? [];
  return {
    ...content,
    conditions: hourOfDay === null ? conditions : { ...conditions, hourOfDay },
    scene: {
      ...content.scene,
      water: day?.water ?? content.scene.water,
      bottom: moved.length > 0 ? { ...bottom, features: [...bottom.features, ...moved] } : bottom,
    },
  };
}

const today = new WeakMap<WaterContent, WaterContent>();

/** The water as a boat finds it at its hour: chart depths and the level on top of them, and all that lives in it. */
export function waterToday(content: WaterContent): WaterContent {
  const levelM = waterLevelM(content.conditions);
  if (levelM === 0 && content.stocks.length === 0) return content;
  let found = today.get(content);
  if (!found) {
    const risen = sceneAtLevel(content.scene, levelM);
    const { seed, bottom, targets, water } = risen;
    const { conditions, stocks } = content;
    const life = placeStocks({
      ...{ seed, bottom, targets, water, conditions, stocks },
      charted: content.scene.bottom,
    }).flatMap((group) => group.targets);
    found = { ...content, scene: { ...risen, targets: [...targets, ...life] } };
    today.set(content, found);
  }
  return found;
}

const marks = new WeakMap<WaterContent, number>();

/** A water's mark: the same as long as nothing that is sounded or asked about changed. */
export function waterMark(water: WaterContent): number {
  let mark = marks.get(water);
  if (mark === undefined) {
    const { scene, conditions, passes, stocks, days } = water;
    // Waters without life of their own keep the mark they had before there was any.
    const life = stocks.length + days.length > 0 ? [stocks, days] : [];
    mark = hashText(JSON.stringify([scene, conditions, passes, ...life]));
    marks.set(water, mark);
  }
  return mark;
}

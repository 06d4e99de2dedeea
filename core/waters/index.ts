import { z } from 'zod';
import { passPlanSchema } from '../pass';
import { sceneAtLevel, sceneSchema } from '../sounding';
import { SCENE_ORIGIN } from '../units';
import { conditionsSchema, waterLevelM } from '../water';

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
});
export type WaterContent = z.infer<typeof waterContentSchema>;

const today = new WeakMap<WaterContent, WaterContent>();

/** The water as a boat finds it at its hour: chart depths and the level on top of them. */
export function waterToday(content: WaterContent): WaterContent {
  const levelM = waterLevelM(content.conditions);
  if (levelM === 0) return content;
  let risen = today.get(content);
  if (!risen) {
    risen = { ...content, scene: sceneAtLevel(content.scene, levelM) };
    today.set(content, risen);
  }
  return risen;
}

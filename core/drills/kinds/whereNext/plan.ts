/** Which plan: passes by their purpose. */
import { z } from 'zod';
import { depthAtM } from '../../../bottom';
import { passPlanSchema, sweepSchema } from '../../../pass';
import { adviseOn, type Purpose, PURPOSES } from '../../../planning';
import { type RandomSource, shuffled } from '../../../random';
import type { WaterContent } from '../../../waters';
import { format, LENGTH, MPS_PER_KMH, SPEED, type UnitSystem } from '../../../units';
import { BOAT, CHOICES, type Judged, type Topic } from './topic';

export const planSchema = z.object({
  about: z.literal('plan'),
  purpose: z.enum(PURPOSES),
  passId: z.string(),
  plans: z
    .array(z.object({ speedMps: passPlanSchema.shape.speedMps, sweep: sweepSchema }))
    .min(2)
    .max(4),
});
type Plan = z.infer<typeof planSchema>;

const PLAN_WORDS: Record<Purpose, string> = {
  search: 'search this water for structure and bait',
  fish: 'find fish along this pass',
  inspect: 'see what the things along this pass are',
  jig: 'watch a lure here',
};

const SWEEP_WORDS = {
  cone: (range: string) => `Cone, watching to ${range}`,
  downFan: (range: string) => `Down fan, watching to ${range}`,
  sideFans: (range: string) => `Side fans, ${range} a side`,
};

function judgePlan(question: Plan, water: WaterContent, units: UnitSystem): Judged[] {
  const pass = water.passes.find(({ id }) => id === question.passId);
  if (!pass) throw new Error(`${water.name} has no pass "${question.passId}".`);
  return question.plans.map(({ speedMps, sweep }) => {
    const advice = adviseOn(
      { routeM: pass.routeM, speedMps, sweep, holding: pass.holding },
      question.purpose,
      water.scene.bottom,
      BOAT,
    );
    const grave = advice.filter((one) => one.grave);
    const range = format(LENGTH[units], sweep.rangeM, 0);
    return {
      text: `${SWEEP_WORDS[sweep.instrument](range)}, ${format(SPEED[units], speedMps, 0)}`,
      isAccepted: grave.length === 0,
      because:
        grave[0]?.text ??
        advice[0]?.text ??
        'Nothing in the rules of this water speaks against it.',
    };
  });
}

function makePlan(water: WaterContent, random: RandomSource): Plan | null {
  const passes = water.passes.filter(({ holding }) => holding.kind === 'sail');
  if (passes.length === 0) return null;
  const pass = passes[random.index(passes.length)];
  const purposes: Purpose[] = ['search', 'fish', 'inspect'];
  const purpose = purposes[random.index(purposes.length)];
  const depths = pass.routeM.map(({ x, y }) => depthAtM(water.scene.bottom, x, y));
  const depthM = Math.max(4, ...depths);
  const speeds = [0.8, 3, 4.5, 6, 8, 13, 17];
  const sides = [0.7, 2, 3, 5, 8].map((times) => Math.round(times * depthM));
  const downs = [0.7, 1.2, 4].map((times) => Math.round(times * depthM));
  const all: Plan['plans'] = speeds.flatMap((kmh) => [
    ...sides.map((rangeM) => ({
      speedMps: kmh * MPS_PER_KMH,
      sweep: { instrument: 'sideFans' as const, rangeM, acrossDeg: 50, overlapShare: 0.3 },
    })),
    ...downs.map((rangeM) => ({
      speedMps: kmh * MPS_PER_KMH,
      sweep: { instrument: 'cone' as const, rangeM, acrossDeg: 20, overlapShare: 0.3 },
    })),
  ]);
  const fit = shuffled(all, random).slice(0, 24);
  const asked: Plan = { about: 'plan', purpose, passId: pass.id, plans: fit };
  const judged = judgePlan(asked, water, 'metric');
  const good = fit.filter((_, i) => judged[i].isAccepted).slice(0, 1 + random.index(2));
  const bad = fit.filter((_, i) => !judged[i].isAccepted).slice(0, CHOICES - good.length);
  if (good.length === 0 || good.length + bad.length < CHOICES) return null;
  return { about: 'plan', purpose, passId: pass.id, plans: shuffled([...good, ...bad], random) };
}

export const plan: Topic<Plan> = {
  make: makePlan,
  judge: judgePlan,
  ask: ({ purpose }) => `You want to ${PLAN_WORDS[purpose]}. Which plan?`,
  options: ({ plans }) => plans.length,
  skill: () => 'chart',
  difficulty: 0.2,
  situation: ({ passId }, { passes }) => [
    `Along “${passes.find(({ id }) => id === passId)?.name ?? ''}”`,
  ],
};

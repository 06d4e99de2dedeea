/**
 * Wendholm Reservoir, a made-up water of 3 by 2 km: a dammed river valley with two arms, a marina in one of them.
 * Large enough that things have to be looked for. West is the dam, east is where the river comes in.
 */
import { type WaterContent, waterContentSchema } from '../../waters';
import { bottom, northXM, SEED } from './bottom';
import { DAYS, STOCKS, summerWater } from './life';
import { PASSES } from './passes';
import { SPOTS } from './spots';
import { targets } from './things';

export function wendholm(): WaterContent {
  return waterContentSchema.parse({
    name: 'Wendholm Reservoir',
    description:
      'A dammed river valley, three by two kilometres. The old river winds from the east to the dam, steep and rocky on the outside of its bends, shelving within. An arm runs north, with the marina and the slipway; another runs south-east to a flat with stumps. Before the dam a road crossed the valley: its bridge piers, a culvert and a mill still stand. Anglers have sunk brush in fourteen places and remember most of them.\n\nHere things have to be looked for. Study the chart, choose a stretch, sail it, mark, go round again. Life moves with the day: choose one at the head of the bench.',
    origin: { latitudeDeg: 50.62, longitudeDeg: 15.18 },
    scene: { seed: SEED, water: summerWater, bottom: bottom(), targets: targets() },
    conditions: DAYS[0].conditions,
    creek: {
      mouth: { x: Math.round(northXM(1150)), y: 1150 },
      head: { x: Math.round(northXM(1850)), y: 1850 },
    },
    spots: SPOTS,
    stocks: STOCKS,
    days: DAYS,
    passes: PASSES,
  });
}

/** What stands or lies on the ground, from right above: each way by the cone and by the down fan. */
import { type DemoScreen, type ScreenExtra, screensOf } from './demoScreen';

interface Over {
  waterId: DemoScreen['waterId'];
  id: string;
  passId: string;
  what: string;
  /** What the cone shows of it, and what the fan. */
  cone: string;
  downFan: string;
  extra: ScreenExtra;
}

const OVER: Over[] = [
  {
    waterId: 'hollin-reservoir',
    id: 'timber-over',
    passId: 'over-timber',
    what: 'Standing trees',
    cone: 'Each trunk is a hump of its own width and more, one run into the next: the cone has seen it long before and long after.',
    downFan: 'Trunks stand apart, with branches between and water under the crowns.',
    extra: { endAlongM: 74, rangeM: 18 },
  },
  {
    waterId: 'hollin-reservoir',
    id: 'stumps-over',
    passId: 'over-stumps',
    what: 'Stumps in eleven metres',
    cone: 'Knobs on the bottom line, no more: as well a stone as a stump.',
    downFan: 'Short and upright, each with its foot on the ground.',
    extra: { endAlongM: 44, rangeM: 16, tags: ['look-alike'] },
  },
  {
    waterId: 'hollin-reservoir',
    id: 'works-over',
    passId: 'over-lane',
    what: 'Culvert and field walls',
    cone: 'A long low rise, then a round one: wall or pipe, the cone cannot say.',
    downFan: 'Walls have a top and two sides; before the pipe’s mouth the ground is washed out.',
    extra: { endAlongM: 112, rangeM: 18, pings: 700 },
  },
  {
    waterId: 'wendholm',
    id: 'mill-over',
    passId: 'over-mill',
    what: 'Mill and field wall',
    cone: 'Low rises on even mud, hard on top, their ends smeared.',
    downFan: 'A flat top, straight sides, and mud right up to them: a wall.',
    extra: { endAlongM: 62, rangeM: 14, day: { dayId: 'july-noon', hourOfDay: null } },
  },
  {
    waterId: 'tarvo-sound',
    id: 'boat-over',
    passId: 'over-boat',
    what: 'A sunken boat',
    cone: 'A rounded rise on the sand, wider than the boat is.',
    downFan: 'Keel up: smooth, short, and nothing grows from it.',
    extra: { endAlongM: 40, rangeM: 28 },
  },
  {
    waterId: 'tarvo-sound',
    id: 'kelp-over',
    passId: 'over-kelp',
    what: 'Kelp on the shelf',
    cone: 'A veil grows out of the ground, and the bottom beneath it is weaker.',
    downFan: 'Stalks and gaps; the ground shows through.',
    extra: { endAlongM: 66, rangeM: 16 },
  },
  {
    waterId: 'maren-estuary',
    id: 'hull-over',
    passId: 'over-hull',
    what: 'The old barge',
    cone: 'A rounded rise off the slope, its foot lost in the smear.',
    downFan: 'A long body clear of the slope, rounded at its end.',
    extra: { endAlongM: 44, rangeM: 10, day: { dayId: 'slack', hourOfDay: null } },
  },
];

export const OVER_SCREENS: DemoScreen[] = OVER.flatMap((over) => {
  const screen = screensOf(over.waterId);
  const { id, passId, what, cone, downFan, extra } = over;
  return [
    screen(`${id}-cone`, 'cone', passId, `${what}, from above`, cone, extra),
    screen(`${id}-down`, 'downFan', passId, `${what}, by the down fan`, downFan, extra),
  ];
});

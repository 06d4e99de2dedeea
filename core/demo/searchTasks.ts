/** Searches that are shipped, from one bay in twenty minutes to a whole arm. */
import { type SearchTask, searchTaskSchema } from '../search';

const corners = (...points: [number, number][]) => points.map(([x, y]) => ({ x, y }));

export const SEARCH_TASKS: SearchTask[] = [
  {
    id: 'search-mouth',
    name: 'Brush at the mouth of the north arm',
    waterId: 'wendholm',
    day: { dayId: 'july-noon', hourOfDay: null },
    purpose:
      'Somebody sank brush about the two points where the north arm meets the river, and does not say where. Find it in twenty minutes, before others launch.',
    wanted: [{ words: 'brush piles', kinds: ['brushPile'] }],
    areaM: corners([880, 990], [1420, 960], [1400, 1115], [950, 1120]),
    startM: { x: 1120, y: 1180 },
    minutes: 20,
    debrief:
      'Two lanes with side fans see most of it. Who goes round each dark patch at once runs out of minutes.',
  },
  {
    id: 'search-road',
    name: 'What was built in the valley',
    waterId: 'wendholm',
    day: { dayId: 'gates', hourOfDay: null },
    purpose:
      'An old map shows a road over the river, a mill beside it, and water led under the road. Find culvert, mill and field walls: fish will hold there while the gates run.',
    wanted: [{ words: 'culvert, mill and walls', kinds: ['culvert', 'foundation', 'wall'] }],
    areaM: corners([1490, 560], [1850, 560], [1850, 720], [1490, 720]),
    startM: { x: 1480, y: 760 },
    minutes: 25,
    debrief:
      'A road is a line: cross it once, then follow it. What crosses it is found on the way.',
  },
  {
    id: 'search-dusk',
    name: 'Where have they gone at dusk?',
    waterId: 'wendholm',
    day: { dayId: 'july-dusk', hourOfDay: null },
    purpose:
      'At noon the bait hung on the layer before the north arm. The light goes: find bait between the river and the marina.',
    wanted: [{ words: 'schools of bait', kinds: ['baitSchool'] }],
    areaM: corners([1080, 1120], [1260, 1120], [1270, 1480], [1130, 1480]),
    startM: { x: 1180, y: 1100 },
    minutes: 20,
    debrief: 'They have not gone far. A wider beam finds schools sooner than a finer one.',
  },
  {
    id: 'search-arm',
    name: 'The whole south arm',
    waterId: 'wendholm',
    day: { dayId: 'march', hourOfDay: null },
    purpose:
      'Forty-five minutes for an arm of eight hundred metres, full of standing timber. Which of all that wood is brush that somebody sank?',
    wanted: [{ words: 'brush piles', kinds: ['brushPile'] }],
    areaM: corners(
      [1960, 830],
      [2110, 830],
      [2190, 620],
      [2300, 480],
      [2220, 430],
      [2080, 560],
      [2010, 690],
    ),
    startM: { x: 2060, y: 860 },
    minutes: 45,
    debrief:
      'A tree throws one long thin shadow, brush a low ragged one. From two sides they cannot be mistaken.',
  },
].map((task) => searchTaskSchema.parse(task));

/** The shipped course: eight meetings in the order in which the work is done on the water. */
import { SKILLS, type SkillId } from '../drills/skills';
import type { Meeting, MeetingPart } from '../records';
import { LESSONS } from './lessons';

interface Plan {
  title: string;
  note: string;
  lessons: string[];
  pages: SkillId[];
}

const PLANS: Plan[] = [
  {
    title: 'What the screen is',
    note: 'Where now is, and what the picture is made of. Take the first test before anything is explained.',
    lessons: ['lesson-now', 'lesson-bottom'],
    pages: ['nowAndHistory', 'depthScale', 'hardness'],
  },
  {
    title: 'The chart, the day and the rig',
    note: 'Choose where to look before the boat leaves, and see that the transducer sits well. One reads, another keeps the lookout.',
    lessons: ['lesson-chart', 'lesson-rig'],
    pages: ['chart', 'distortions'],
  },
  {
    title: 'The controls, one at a time',
    note: 'Gain, range and scroll: move one, say what changed, put it back.',
    lessons: ['lesson-gain', 'lesson-range-scroll'],
    pages: ['gain', 'rangeAndZoom', 'scroll'],
  },
  {
    title: 'Fish, bait and what is neither',
    note: 'Arches, schools, bubbles. An empty screen is an answer, too.',
    lessons: ['lesson-arches', 'lesson-bait', 'lesson-empty'],
    pages: ['archAndSpeed', 'sizeCues', 'baitAndFish', 'clutter', 'empties'],
  },
  {
    title: 'Two beams, two pictures',
    note: 'Wide and narrow, cone and down fan: no mark is believed on one picture alone.',
    lessons: ['lesson-cone', 'lesson-two-views'],
    pages: ['frequency', 'downFan', 'nearBottom'],
  },
  {
    title: 'To the side: shape and shadow',
    note: 'Slant range, shadows, and what wood, rock and built things look like from beside.',
    lessons: ['lesson-side'],
    pages: ['sideGeometry', 'shadows', 'sideRange', 'wood', 'rock', 'built'],
  },
  {
    title: 'Search, and put it on the chart',
    note: 'Lanes, both sides, a mark with its error. Searching stays inside the marked water; local rules come first.',
    lessons: ['lesson-search', 'lesson-place'],
    pages: ['position'],
  },
  {
    title: 'Hold, verify, and look back',
    note: 'The column and the live sector; what it turned out to be goes into the log. The second test, and what came of the first.',
    lessons: ['lesson-hold'],
    pages: ['column', 'sector'],
  },
];

const slug = (text: string) => text.toLowerCase().replace(/[^a-z0-9]+/g, '-');

export const SHIPPED_MEETINGS: Meeting[] = PLANS.map(({ title, note, lessons, pages }) => ({
  ...{ id: slug(title), title, note, atMs: null },
  parts: [
    ...lessons.map((of): MeetingPart => ({
      ...{ id: of, kind: 'lesson', of, test: null },
      name: LESSONS.find((lesson) => lesson.id === of)!.name,
    })),
    ...pages.map((of): MeetingPart => ({
      ...{ id: `page-${of}`, kind: 'page', of, name: SKILLS[of], test: null },
    })),
  ],
}));

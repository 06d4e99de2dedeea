/** The lessons that are shipped, in the order in which the work is done on the water: show, try, ask. */
import type { ItemKindName } from '../drills/items';
import type { SkillId } from '../drills/skills';
import { type LessonRecord, type LessonStep, newRecord, type Plate } from '../records';
import type { ControlId } from '../setup';
import { plate } from './plates';

interface Lesson {
  id: string;
  name: string;
  summary: string;
  minutes: number;
  skills: SkillId[];
  steps: LessonStep[];
}

let counter = 0;
const stepId = () => `step-${++counter}`;

const show = (title: string, text: string, ...plates: Plate[]): LessonStep => ({
  id: stepId(),
  kind: 'show',
  title,
  text,
  plates,
});

const tryIt = (title: string, text: string, plate: Plate, controls: ControlId[]): LessonStep => ({
  id: stepId(),
  kind: 'try',
  title,
  text,
  plate,
  controls,
});

const ask = (
  title: string,
  text: string,
  skills: SkillId[],
  count: number,
  kinds: ItemKindName[] = [],
): LessonStep => ({
  id: stepId(),
  kind: 'ask',
  title,
  text,
  items: [],
  make: { skills, kinds, count, difficulty: null },
});

const SLOPE = 'slope';

const LESSONS_IN_ORDER: Lesson[] = [
  {
    id: 'lesson-now',
    name: 'What is now, and how deep',
    summary: 'The newest edge, the scale, and how far behind the boat a mark lies.',
    minutes: 8,
    skills: ['nowAndHistory', 'depthScale'],
    steps: [
      show(
        'The screen is a diary',
        'Every column is one ping. The **right edge is now**; everything to its left has been passed. The school of bait on this screen lies well behind the boat.',
        plate(SLOPE, 'A pass over the slope of Hollin Reservoir.'),
      ),
      show(
        'What was there',
        'The same screen with the water opened. Say to yourself which of these marks you would still be over if you stopped **now**.',
        plate(SLOPE, 'Outlined: what the simulation knows.', { revealed: true }),
      ),
      tryIt(
        'Change the scale, not the water',
        'Move **range**. The bottom line moves on the screen, the depth does not. Bring the lower limit to just under the bottom.',
        plate('slope-wide', 'The range is far too wide.'),
        ['range'],
      ),
      show(
        'How far behind?',
        'Distance behind = **speed × time since**. At 1.5 m/s a mark of ten seconds ago lies 15 m astern. Seconds are not metres.',
        plate('channel', 'Move the cursor over a mark: it tells when it was heard.'),
      ),
      ask(
        'Five questions',
        'Depths and distances behind the boat.',
        ['nowAndHistory', 'depthScale'],
        5,
        ['measure', 'callLive'],
      ),
    ],
  },
  {
    id: 'lesson-chart',
    name: 'Before the boat moves: the chart',
    summary: 'Where to look first, by shape, season and the last days’ weather.',
    minutes: 6,
    skills: ['chart'],
    steps: [
      show(
        'What a chart promises',
        'Contours close together are a drop. Look for **points, humps, outside bends of a channel**, and where a channel comes nearest a flat. Here the boat crosses from the flat into the channel.',
        plate('channel', 'Down the side of the channel.'),
      ),
      show(
        'What the weather moves',
        'Shallow water cools and warms fast, deep water slowly.\n\n- **Cold snap**: bait tight and deep, near the creek mouth.\n- **Warm days**: scattered up the creek and out on the flats.\n- **Summer**: on and just above the thermocline.\n\nWhat left has not gone far.',
        plate('summer', 'Across Lake Ismo in summer.', { revealed: true }),
      ),
      show(
        'Correct the chart first',
        'Offset = **measured depth − charted depth**, taken at launch. Charts of this program are for training, never for navigation.',
      ),
      ask('Where first, and which plan?', 'Several answers may be defended.', ['chart'], 5, [
        'whereNext',
      ]),
    ],
  },
  {
    id: 'lesson-rig',
    name: 'Is the rig right?',
    summary: 'Tilt, air, cross-talk, noise, turns: pictures that the boat makes, not the water.',
    minutes: 8,
    skills: ['distortions', 'clutter'],
    steps: [
      show(
        'Half arches',
        'Both pictures are of the same fish. On the second the transducer **looks ahead**: arches come in halves and the bottom is thicker.',
        plate(SLOPE, 'Level.'),
        plate('slope-tilted', 'Tilted forward.'),
      ),
      show(
        'Air and noise',
        'Air over the face pales **everything**, the bottom too, in gusts. Noise from wiring is the same at every depth.',
        plate('slope-air', 'Air.'),
        plate('slope-electrical', 'Electrical noise.'),
      ),
      tryIt(
        'A filter is not a repair',
        'Another sounder pings beside this one. Put the **cross-talk filter** on and off. What does it take away beside the dashes?',
        plate('slope-cross-talk', 'Two sounders at once.'),
        ['crossTalkFilter', 'noiseFilter', 'gain'],
      ),
      show(
        'Turning and stopping',
        'Side fans need a straight, steady boat. A hard turn fans one side apart and folds the other; a stop draws stripes.',
        plate('side-turn', 'A hard turn.'),
        plate('side-stop-start', 'Stop and start.'),
      ),
      ask('What is wrong?', 'Sometimes nothing is.', ['distortions', 'clutter'], 5, [
        'whatIsWrong',
      ]),
    ],
  },
  {
    id: 'lesson-bottom',
    name: 'Bottom first',
    summary: 'Hard, soft, thick, thin: the bottom is what calibrates the colours.',
    minutes: 6,
    skills: ['hardness'],
    steps: [
      show(
        'Hard and soft at one gain',
        'Same sounder, same gain. **Hard** is strong and thick with a long bright tail. **Soft** is thin and blurred.',
        plate('hump', 'Gravel rising from sand.'),
        plate('far-flat', 'Mud and silt.'),
      ),
      tryIt(
        'Lower the gain',
        'Take **gain** down until the bottom just holds. Hard ground goes last. A soft layer over it goes first.',
        plate('hump', 'Where does the gravel begin?'),
        ['gain'],
      ),
      show(
        'A second bottom',
        'Hard ground answers twice: the second bottom lies at **twice the depth**, a little less over a slope, and is twice as steep. It is no deeper water.',
        plate('hump', 'With room under the bottom.', { view: { bottomM: 22 } }),
      ),
      ask('Harder or softer?', 'Compare two bottoms at one setting.', ['hardness'], 4, ['whichIs']),
    ],
  },
  {
    id: 'lesson-gain',
    name: 'Gain, on a frozen picture',
    summary: 'Up to the noise, then back; what too much and too little cost.',
    minutes: 7,
    skills: ['gain'],
    steps: [
      show(
        'Too much, too little',
        'The echo is the same on both. On full, everything is in the strongest colour; too low, fish and bait are gone.',
        plate('slope-full', 'On full.'),
        plate('slope-thin', 'Too low.'),
      ),
      tryIt(
        'Tune it yourself',
        'The picture stands still, so one thing changes at a time. Bring **gain** up until open water speckles, then back a little. Then look at what **contrast** does.',
        plate('slope-full', 'Start from full.'),
        ['gain', 'contrast'],
      ),
      show(
        'Schools of gain',
        'Automatic first; from the middle; up to the noise and back; as low as shows the lure. Each wins somewhere: automatic over changing depths, the middle as a habit, the noise when nothing weak may be missed, the lure over one spot.',
      ),
      ask(
        'Name it and mend it',
        'Move the controls until fish and bait stand out best.',
        ['gain'],
        5,
      ),
    ],
  },
  {
    id: 'lesson-arches',
    name: 'Arches, speed and size',
    summary: 'Why a fish is an arch, a dot or a worm, and what tells its size.',
    minutes: 8,
    skills: ['archAndSpeed', 'sizeCues'],
    steps: [
      show(
        'Far, near, far',
        'The beam is a cone. A fish enters at its edge, **far and weak**; passes the axis, **near and strong**; leaves again. That is the arch.',
        plate(SLOPE, 'Arches under the school.', { revealed: true }),
      ),
      show(
        'Speed, not size',
        'The same fish at three times the speed, and crawling. **Length is time in the beam.**',
        plate('slope-fast', 'Fast: dots.', { pings: 420 }),
        plate('slope-crawl', 'Crawling: worms.', { pings: 420 }),
      ),
      show(
        'What size does',
        'A larger fish is **stronger and thicker**. But a fish on the axis is also stronger than one beside it: compare at like depth, and pass again.',
        plate('summer-basin', 'Fish at different depths.', { revealed: true }),
      ),
      ask(
        'Find them, and compare',
        'Mark fish; say which is bigger.',
        ['archAndSpeed', 'sizeCues'],
        5,
      ),
    ],
  },
  {
    id: 'lesson-range-scroll',
    name: 'Range and scroll',
    summary: 'Pixels for the fish you seek, and shapes that are true.',
    minutes: 7,
    skills: ['rangeAndZoom', 'scroll'],
    steps: [
      show(
        'Pixels',
        'A range three times too wide leaves a fish a **ninth** of its pixels.',
        plate('slope-wide', 'Too wide.'),
        plate(SLOPE, 'Just under the bottom.'),
      ),
      tryIt(
        'Set the range',
        'Bring the lower limit to just under the bottom. Stop before the bottom leaves the picture.',
        plate('slope-wide', 'Use “range”.'),
        ['range', 'zoom'],
      ),
      tryIt(
        'Match the scroll',
        'A metre along the track should be as long as a metre of depth. Watch the stones get round.',
        plate('brush-squeezed', 'Squeezed.'),
        ['scroll'],
      ),
      show(
        'A mismatch on purpose',
        'Fastest makes small fish stand out at speed. Slow keeps more of the way in view, and in deep water loses nothing. **Match** is for shapes.',
      ),
      ask('Mend the picture', 'Name what is wrong, then mend it.', ['rangeAndZoom', 'scroll'], 5),
    ],
  },
  {
    id: 'lesson-bait',
    name: 'Bait, fish, and what only looks like them',
    summary: 'Grain, gap and root; layers, weed, wake.',
    minutes: 8,
    skills: ['baitAndFish', 'clutter'],
    steps: [
      show(
        'Grain',
        'Bait is many small echoes: a **grainy cloud that hangs free**. Fish are single marks beside and under it.',
        plate(SLOPE, 'A school over the slope.'),
        plate('down-slope', 'The same under the down fan.'),
      ),
      show(
        'Three questions',
        'Attached? Even depth everywhere? Does it move? Weed has a **root**, a thermocline lies **at one depth on both views**, bait drifts and bunches.',
        plate('side-kelp', 'Kelp on a ledge: soft edges, hardly a shadow.', { revealed: true }),
        plate('summer', 'A layer in summer.'),
      ),
      tryIt(
        'Do not switch the surface off blindly',
        'Move the **surface filter**. What else goes with the clutter?',
        plate('sprat', 'Sprat under the surface.'),
        ['surfaceFilter', 'gain'],
      ),
      ask('Sort them', 'Fish, bait, structure, rubbish.', ['baitAndFish', 'clutter'], 5, [
        'sort',
        'whatIsThis',
        'tapAll',
      ]),
    ],
  },
  {
    id: 'lesson-two-views',
    name: 'Two views side by side',
    summary: 'Cone and down fan over the same way: what each is blind to.',
    minutes: 8,
    skills: ['downFan', 'wood'],
    steps: [
      show(
        'The same way twice',
        'The cone draws the brush as one lump, the down fan draws **branches**. The perch beside it is an arch here, a dash there.',
        plate('brush', 'Cone.', { pings: 252 }),
        plate('down-brush', 'Down fan.'),
      ),
      show(
        'Opened',
        'What was there.',
        plate('brush', 'Cone.', { pings: 252, revealed: true }),
        plate('down-brush', 'Down fan.', { revealed: true }),
      ),
      tryIt(
        'The fan is easily overdriven',
        'Bring the **gain** down until branches come apart.',
        plate('down-full', 'Gain on full.'),
        ['gain', 'contrast'],
      ),
      ask(
        'Find it again',
        'Marks from one view on the other, wood and fish apart.',
        ['downFan', 'wood'],
        5,
      ),
    ],
  },
  {
    id: 'lesson-cone',
    name: 'How wide is the beam?',
    summary: 'Footprint, frequency, and what hides close to the bottom.',
    minutes: 7,
    skills: ['frequency', 'nearBottom'],
    steps: [
      show(
        'A third of the depth',
        'At 20° the beam is about **a third of the depth** wide at the bottom: 2·d·tan(θ/2). Anything in it is drawn under the boat.',
        plate(SLOPE, '200 kHz.'),
        plate('slope-83', '83 kHz: wider.'),
      ),
      show(
        'The dead zone',
        'The bottom straight below is nearer than the bottom at the beam’s edge. A fish close to the ground out there is **inside the bottom echo**: hidden, and not your fault.',
        plate('hump', 'Over a slope more is hidden.', { revealed: true }),
      ),
      tryIt(
        'Hang the picture on the bottom',
        'Set **zoom** to bottom and look for a thin gap under a bump.',
        plate(SLOPE, 'Bream close to the mud.'),
        ['zoom', 'gain'],
      ),
      ask('Work it out', 'Footprints, heights over the bottom.', ['frequency', 'nearBottom'], 5),
    ],
  },
  {
    id: 'lesson-side',
    name: 'Side fans: geometry and shadows',
    summary: 'The dark middle, slant range, and what a shadow says.',
    minutes: 10,
    skills: ['sideGeometry', 'shadows'],
    steps: [
      show(
        'The dark middle is water',
        'Its half width is the **depth**. The first bright edge is the bottom straight below. The scale is slant range.',
        plate('side-lane', 'A drowned lane.'),
      ),
      show(
        'Shadow first',
        'A shadow that **touches** its echo: it stands on the bottom. A **gap**: it hangs.\n\nHeight = h·(R end − R near) ÷ R end.',
        plate('side-bridge', 'Piers.', { revealed: true }),
      ),
      tryIt(
        'Raise the contrast',
        'Move **contrast** up: weak echoes go, shadows jump out.',
        plate('side-timber', 'Standing timber.'),
        ['contrast', 'gain'],
      ),
      ask('Measure and name', 'Use the shadows.', ['sideGeometry', 'shadows'], 5),
    ],
  },
  {
    id: 'lesson-search',
    name: 'Search wide, then close in',
    summary: 'Range a side, speed, and what is man-made.',
    minutes: 8,
    skills: ['sideRange', 'built', 'rock'],
    steps: [
      show(
        'Too far, near enough',
        'The same four walls at 60 m and at 15 m a side. Search wide and steady; **come back slowly with the range pulled in**.',
        plate('side-wide', '60 m a side.'),
        plate('side-near', '15 m a side.'),
      ),
      show(
        'Straight, square, evenly spaced',
        'Nature seldom repeats, and seldom draws two long edges that meet in a point. What people build does.',
        plate('side-wreck', 'An old coaster.', { revealed: true }),
      ),
      show(
        'Not directly over it',
        'Pass where the shadow is long, then from the other side. Speed changes spoil a picture more than a gentle turn. Keep off private structures and moored lines.',
        plate('side-mill', 'The mill.'),
      ),
      ask(
        'Structure',
        'Nearest, what it is, which range to begin with.',
        ['sideRange', 'built', 'rock'],
        5,
      ),
    ],
  },
  {
    id: 'lesson-place',
    name: 'Put the buoy on it',
    summary: 'From a mark on the side fans to a place on the chart.',
    minutes: 8,
    skills: ['position'],
    steps: [
      show(
        'Square to the course, then',
        'Find the **ping** at which the mark stands and the boat’s place and course **then**. Go out square to it by √(R² − h²).',
        plate('side-wreck', 'Going out.'),
      ),
      show(
        'From the other side',
        'At the same range from both sides? It lies between the tracks. A second look **halves the doubt**.',
        plate('side-wreck', 'Going out.'),
        plate('side-wreck-back', 'Coming back.'),
      ),
      show(
        'Then creep up on it',
        'Drop the mark, circle back, put a buoy, creep until it appears at the newest edge of the cone. Someone else keeps the lookout.',
        plate('drift-wreck', 'Over the wreck, on the cone.'),
      ),
      ask('On the chart', 'Graded against the mark’s own uncertainty.', ['position'], 4, [
        'placeIt',
      ]),
    ],
  },
  {
    id: 'lesson-hold',
    name: 'Over one spot: column and sector',
    summary: 'Lure, fish and response; movement in the live sector.',
    minutes: 8,
    skills: ['column', 'sector'],
    steps: [
      show(
        'The lure obeys the hand',
        'Through a hole in the ice: a level line is the lure. Lines that come and go are fish; **stronger means nearer the axis**.',
        plate('hole-basin', 'Over the basin.', { revealed: true }),
      ),
      tryIt(
        'As low as shows the lure',
        'Bring the **gain** down until the lure just stays.',
        plate('hole-bar-full', 'Gain on full.'),
        ['gain'],
      ),
      show(
        'One plane only',
        'The sector looks in one plane and turns with the mount. **What moves is alive.**',
        plate('sector-bridge', 'Piers ahead.'),
        plate('sector-bridge-later', 'The boat has swung.'),
      ),
      ask(
        'Who is there?',
        'Ice varies: follow local ice advice, never go alone.',
        ['column', 'sector'],
        5,
      ),
    ],
  },
  {
    id: 'lesson-empty',
    name: 'Nothing here, move on',
    summary: 'Empty water, said surely: the commonest right answer of the day.',
    minutes: 6,
    skills: ['empties'],
    steps: [
      show(
        'A good picture of nothing',
        'A clean bottom, dark water at a middle gain. Nothing is broken. **Say so, and go.**',
        plate('far-flat', 'Cone.'),
        plate('side-empty', 'Side fans.'),
      ),
      tryIt(
        'More gain makes no fish',
        'Turn the **gain** up. First come specks, a dot or a short dash each: flakes and plankton, where the water has them. Then noise: at every depth, and never twice in one place. Neither is a fish.',
        plate('far-flat', 'Nothing but water and bottom.'),
        ['gain'],
      ),
      ask('Empty or not?', 'Stray marks show over-reading.', ['empties', 'archAndSpeed'], 6, [
        'tapAll',
        'callLive',
      ]),
    ],
  },
];

/** As records, so that a copy can be changed like any other. */
export const LESSONS: LessonRecord[] = LESSONS_IN_ORDER.map((lesson) => ({
  ...newRecord('lesson', lesson.id, 0),
  name: lesson.name,
  summary: lesson.summary,
  minutes: lesson.minutes,
  skills: lesson.skills,
  steps: lesson.steps,
}));

/** The lesson in which a skill is taught. */
export const lessonOf = (skill: SkillId): LessonRecord | null =>
  LESSONS.find(({ skills }) => skills.includes(skill)) ?? null;

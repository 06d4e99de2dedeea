/** What is printed: each document as blocks, made of the same questions, screens and truth as the pages. */
import {
  askOf,
  BINS,
  CANNOT_TELL,
  CHOICE_LETTERS,
  choicesOf,
  CONFIDENCE_STEPS,
  type DrillScreen,
  explainAnswer,
  framesOn,
  type Figures,
  gradeAnswer,
  type Ground,
  type Item,
  type ItemKindName,
  kindName,
  QUANTITIES,
  rightAnswer,
  rightWords,
  type SkillId,
  SKILLS,
} from '@core/drills';
import { VIEW_LIMITS } from '@core/display';
import type { DrillRecord, LessonRecord, Plate } from '@core/records';
import { type Card, CARDS, sayIn } from '@core/reckoner';
import { type AtlasPlate, GLOSSARY, HANDBOOK, plateOf } from '@core/teaching';
import { formatNumber, LENGTH, type UnitSystem } from '@core/units';
import type { WaterContent } from '@core/waters';
import { openGround, openPlate } from '@/storage/drillScreens';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { paperFigure, shapeOf } from './figures';
import type { Block, Figure } from './pdf';

const WIDE_PT = 487;

export interface Printing {
  units: UnitSystem;
  /** 0–1 */
  onShare: (share: number) => void;
  signal: AbortSignal;
}

/** Needs a chart to tap, controls to move, or a picture that runs. */
const ON_SCREEN_ONLY: ReadonlySet<ItemKindName> = new Set(['placeIt', 'settingsRace', 'callLive']);

const screenAlt = ({ info, track }: DrillScreen, what: string) => {
  const seconds = track.timeS[track.timeS.length - 1] - track.timeS[0];
  return `${INSTRUMENT_NAME[info.instrument]}, ${Math.round(info.channels[0].frequencyHz / 1000)} kHz, ${formatNumber(seconds, 0)} s: ${what}`;
};

const figureHeight = (figure: Figure, widthPt = WIDE_PT) =>
  (widthPt * figure.heightPx) / figure.widthPx;

function figuresOf(item: Item, ground: Ground, units: UnitSystem): Block[] {
  return ground.screens.map((screen, i): Block => {
    const isOne = ground.screens.length === 1;
    const figure = paperFigure(screen, {
      ...{ units, shape: isOne ? shapeOf(screen) : 0.3 },
      framed: framesOn(item, ground, i),
      alt: screenAlt(screen, askOf(item)),
      caption: isOne ? '' : `Screen ${CHOICE_LETTERS[i]}`,
    });
    return { kind: 'figure', figure, heightPt: figureHeight(figure) };
  });
}

/** What is written under a question. */
function toFillIn(item: Item, ground: Ground, units: UnitSystem): Block[] {
  const choices = choicesOf(item, ground, units).map(({ text }) => text);
  if (choices.length > 0) return [{ kind: 'ticks', options: choices }];
  if (item.kind === 'measure') {
    return [
      { kind: 'text', text: QUANTITIES[item.quantity].help, isSmall: true },
      { kind: 'ticks', options: [`It is ............ ${LENGTH[units].unit}`, CANNOT_TELL] },
    ];
  }
  if (item.kind === 'tapAll') {
    return [
      { kind: 'text', text: 'Ring each one on the picture.', isSmall: true },
      { kind: 'ticks', options: ['There is none'] },
    ];
  }
  if (item.kind === 'sort') {
    return [
      {
        ...{ kind: 'table', head: ['Mark', ...BINS] },
        rows: item.targetIds.map((_, i) => [String(i + 1), ...BINS.map(() => '')]),
        shares: [0.12, ...BINS.map(() => 0.88 / BINS.length)],
      },
    ];
  }
  return [{ kind: 'blanks', count: 2 }];
}

async function eachQuestion(
  items: readonly Item[],
  { onShare, signal }: Printing,
  draw: (item: Item, ground: Ground, number: number) => Block[],
): Promise<Block[]> {
  const blocks: Block[] = [];
  for (const [i, item] of items.entries()) {
    signal.throwIfAborted();
    const number = i + 1;
    if (ON_SCREEN_ONLY.has(item.kind)) {
      const text = `${number}. “${kindName(item.kind)}” is asked on the screen only.`;
      blocks.push({ kind: 'text', text, isSmall: true });
    } else {
      const ground = await openGround(item);
      blocks.push(
        ...(ground.ok
          ? draw(item, ground.value, number)
          : [
              {
                kind: 'text' as const,
                text: `${number}. Left out: ${ground.error}.`,
                isSmall: true,
              },
            ]),
      );
    }
    onShare(number / items.length);
  }
  return blocks;
}

/** Pictures with blanks, and a grid for the answers at the end. */
export async function worksheet(drill: DrillRecord, printing: Printing): Promise<Block[]> {
  const { units } = printing;
  const questions = await eachQuestion(drill.items, printing, (item, ground, number) => [
    {
      kind: 'together',
      blocks: [
        { kind: 'heading', text: `${number}. ${askOf(item)}` },
        ...figuresOf(item, ground, units),
        ...toFillIn(item, ground, units),
        { kind: 'text', text: 'How sure are you?', isSmall: true },
        { kind: 'ticks', options: [...CONFIDENCE_STEPS] },
      ],
    },
  ]);
  return [
    {
      kind: 'title',
      text: drill.name,
      note: 'Name: ........................................   Date: ....................',
    },
    {
      kind: 'text',
      text: 'Look at the whole picture first. Tick or write your answer, and say how sure you are: a guess that is called a guess costs nothing. “Nothing here” is an answer, too.',
    },
    ...questions,
    { kind: 'page' },
    { kind: 'heading', text: 'Answers' },
    {
      ...{ kind: 'table', head: ['No.', 'Answer', 'How sure', 'Right'] },
      rows: drill.items.map((_, i) => [String(i + 1), '', '', '']),
      shares: [0.1, 0.5, 0.25, 0.15],
    },
  ];
}

/** The right answers, and why. */
export async function answerKey(drill: DrillRecord, printing: Printing): Promise<Block[]> {
  const { units } = printing;
  const rows: string[][] = [];
  const rest = await eachQuestion(drill.items, printing, (item, ground, number) => {
    const right = rightAnswer(item, ground);
    const lines = right
      ? explainAnswer(item, right, gradeAnswer(item, right, ground), ground, units)
      : [];
    rows.push([
      String(number),
      askOf(item),
      rightWords(item, ground, units),
      lines.map(({ title, text }) => `${title}. ${text}`).join('\n'),
    ]);
    return [];
  });
  return [
    {
      kind: 'title',
      text: `Key: ${drill.name}`,
      note: 'For the instructor. What the water held, and what shows it.',
    },
    {
      ...{ kind: 'table', head: ['No.', 'Asked', 'Right', 'Why'], rows },
      shares: [0.07, 0.26, 0.22, 0.45],
    },
    ...rest,
  ];
}

const SEEN_MOST = 9;

async function plateFigure(
  plate: Plate & { water?: WaterContent },
  units: UnitSystem,
  share = 1,
): Promise<Figure | null> {
  const opened = await openPlate(plate);
  if (!opened.ok) return null;
  const screen = opened.value;
  const seen = plate.revealed
    ? screen.regions.filter(({ verdict, outline }) => verdict === 'visible' && outline.length > 0)
    : [];
  const framed = seen.slice(0, SEEN_MOST).map((region, i) => ({ region, badge: String(i + 1) }));
  const names = framed.map(({ region, badge }) => `${badge} ${region.name}`).join(', ');
  const caption = [plate.caption, names].filter(Boolean).join(' ');
  return paperFigure(screen, {
    ...{ units, framed, caption, share, shape: shapeOf(screen) },
    alt: screenAlt(screen, caption || 'a plate of the handbook'),
  });
}

async function plateBlocks(plates: readonly Plate[], units: UnitSystem): Promise<Block[]> {
  const blocks: Block[] = [];
  for (const plate of plates) {
    const figure = await plateFigure(plate, units);
    if (figure) blocks.push({ kind: 'figure', figure, heightPt: figureHeight(figure) });
  }
  return blocks;
}

const SEEN_SHARE = 0.5;
const SEEN_PT = 118;

/** Things by themselves, two to a row, each named by its caption. */
async function seenBlocks(seen: readonly AtlasPlate[], units: UnitSystem): Promise<Block[]> {
  const figures: Figure[] = [];
  for (const plate of seen) {
    const figure = await plateFigure(plateOf(plate), units, SEEN_SHARE);
    if (figure) figures.push(figure);
  }
  return figures.flatMap((figure, i): Block[] =>
    i % 2 === 0
      ? [{ kind: 'figures', figures: [figure, ...figures.slice(i + 1, i + 2)], heightPt: SEEN_PT }]
      : [],
  );
}

/** Pages of the handbook with their plates: what to look for, what it is taken for, what decides. */
export async function readingPlates(
  skills: readonly SkillId[],
  { units, onShare, signal }: Printing,
): Promise<Block[]> {
  const blocks: Block[] = [];
  for (const [i, skill] of skills.entries()) {
    signal.throwIfAborted();
    const { is, look, taken, decides, sum, set, note, plates, seen } = HANDBOOK[skill];
    if (i > 0) blocks.push({ kind: 'page' });
    blocks.push(
      { kind: 'title', text: SKILLS[skill], note: '' },
      { kind: 'text', text: is },
      { kind: 'heading', text: 'Look for' },
      { kind: 'text', text: look },
      { kind: 'heading', text: 'It is taken for' },
      { kind: 'text', text: taken },
      { kind: 'heading', text: 'What decides' },
      { kind: 'text', text: decides },
      ...(sum
        ? [
            { kind: 'heading' as const, text: 'The sum' },
            { kind: 'text' as const, text: sum },
          ]
        : []),
      { kind: 'heading', text: 'What to set' },
      { kind: 'text', text: set },
      ...(await seenBlocks(seen, units)),
      ...(await plateBlocks(plates, units)),
      ...(note ? [{ kind: 'text' as const, text: note, isSmall: true }] : []),
    );
    onShare((i + 1) / skills.length);
  }
  return blocks;
}

const LADDER_STEP_DB = 8;
const LADDER = [0, 1, 2, 3, 4, 5];

/** One echo under six gains, to be put into order or talked over. */
export function gainLadder(screen: DrillScreen, name: string, units: UnitSystem): Block[] {
  // Two steps under the screen's own, as far as there are six.
  const { min, max } = VIEW_LIMITS.gainDb;
  const highestFirstDb = max - LADDER_STEP_DB * (LADDER.length - 1);
  const lowestDb = Math.max(min, Math.min(highestFirstDb, screen.view.gainDb - 2 * LADDER_STEP_DB));
  const figures = LADDER.map((step) => {
    const gainDb = lowestDb + LADDER_STEP_DB * step;
    return paperFigure(screen, {
      ...{ units, gainDb, share: 0.5, shape: 0.62 },
      caption: `Gain ${formatNumber(gainDb, 0)} dB`,
      alt: screenAlt(screen, `the same echo under a gain of ${formatNumber(gainDb, 0)} dB`),
    });
  });
  const pairs = [0, 2, 4].map((i) => figures.slice(i, i + 2));
  return [
    {
      kind: 'title',
      text: `Gain, step by step: ${name}`,
      note: `${formatNumber(LADDER_STEP_DB, 0)} dB a step. The echo is the same on all six.`,
    },
    ...pairs.map((two): Block => ({ kind: 'figures', figures: two, heightPt: 148 })),
    {
      kind: 'text',
      text: 'From which step on can the weakest mark be seen? At which does the water begin to hide it? Which would you fish with, and why?',
    },
    { kind: 'blanks', count: 3 },
  ];
}

/** Without the marks of emphasis and lists that the page draws. */
const plain = (markdown: string) =>
  markdown
    .replaceAll(/\*\*?([^*]+)\*\*?/g, '$1')
    .replaceAll(/\[([^\]]+)\]\([^)]+\)/g, '$1')
    .replaceAll(/^#+ /gm, '')
    .replaceAll(/^[-*] /gm, '• ');

/** A lesson with the pictures as they were shown. */
export async function handout(
  lesson: LessonRecord,
  { units, onShare, signal }: Printing,
): Promise<Block[]> {
  const blocks: Block[] = [{ kind: 'title', text: lesson.name, note: lesson.summary }];
  for (const [i, step] of lesson.steps.entries()) {
    signal.throwIfAborted();
    blocks.push({ kind: 'heading', text: `${i + 1}. ${step.title}` });
    if (step.text) blocks.push({ kind: 'text', text: plain(step.text) });
    const plates = step.kind === 'show' ? step.plates : step.kind === 'try' ? [step.plate] : [];
    blocks.push(...(await plateBlocks(plates, units)));
    if (step.kind === 'ask') {
      for (const item of step.items) blocks.push({ kind: 'text', text: `• ${askOf(item)}` });
    }
    onShare((i + 1) / lesson.steps.length);
  }
  return blocks;
}

/** What a student can read, with how much each figure rests on. */
export function studentReport(name: string, figures: Figures, group: string): Block[] {
  const { right, skills } = figures;
  return [
    { kind: 'title', text: `Report: ${name}`, note: group },
    {
      kind: 'text',
      text: `${right.count} of ${right.of} answers were right. Ability is told for each skill: 0 is a middling reader, one step more is a class better. The interval holds the true figure in 95 of 100 cases; with few answers it is wide, and says little.`,
    },
    {
      ...{ kind: 'table', head: ['Skill', 'Ability', '95 % interval', 'Answers'] },
      rows: skills.map(({ skill, theta, sd, trials }) => [
        SKILLS[skill],
        formatNumber(theta, 1),
        `${formatNumber(theta - 1.96 * sd, 1)} to ${formatNumber(theta + 1.96 * sd, 1)}`,
        String(trials),
      ]),
      shares: [0.46, 0.16, 0.24, 0.14],
    },
    {
      kind: 'text',
      text: 'What comes next: the weakest skill with enough answers to tell. Read its handbook page, take its lesson, then five new pictures.',
      isSmall: true,
    },
  ];
}

/** The sums that are done in the head on the water. */
export const arithmeticCard = (): Block[] => [
  {
    kind: 'title',
    text: 'The arithmetic of the screen',
    note: 'To be kept in the boat. One person reads, another keeps the lookout.',
  },
  {
    ...{ kind: 'table', head: ['For', 'The sum'] },
    rows: CARDS.map(({ name, formula }) => [name, formula]),
    shares: [0.26, 0.74],
  },
];

/** The words of the trade, on paper. */
export const glossary = (): Block[] => [
  { kind: 'title', text: 'Words and what they mean', note: '' },
  {
    ...{ kind: 'table', head: ['Word', 'What it means'], shares: [0.3, 0.7] },
    rows: GLOSSARY.map(({ term, also, means }) => [[term, ...also].join(', '), means]),
  },
];

/** One card of the reckoner, with the numbers that stand in it. */
export function reckonedCard(
  card: Card,
  values: Record<string, number>,
  chosen: Record<string, string>,
  units: UnitSystem,
): Block[] {
  const { results, sums, meaning, drawing } = card.work(values, chosen, sayIn(units));
  return [
    { kind: 'title', text: card.name, note: card.formula },
    ...(drawing ? [{ kind: 'drawing' as const, drawing, heightPt: 230 }] : []),
    {
      ...{ kind: 'table', head: ['What comes of it', ''], shares: [0.6, 0.4] },
      rows: results.map(({ label, text }) => [label, text]),
    },
    { kind: 'list', items: sums },
    { kind: 'text', text: meaning },
    { kind: 'text', text: `The usual slip: ${card.slip}` },
    ...(card.caution ? [{ kind: 'text' as const, text: card.caution, isSmall: true }] : []),
  ];
}

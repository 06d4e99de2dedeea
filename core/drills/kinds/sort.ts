/** Put the marks of a screen into fish, bait, structure and rubbish. */
import { isPolar } from '../../sounding';
import { z } from 'zod';
import { cueWords } from '../../reading';
import { shuffled } from '../../random';
import { regionOf, seenOn } from '../drillScreen';
import {
  answerBase,
  difficultyOfEcho,
  gradeBase,
  itemBase,
  type ItemKind,
  line,
  sentence,
  CERTAIN,
} from '../itemBase';
import { cueGround } from '../drawn';
import { type Bin, binOf, BINS } from '../lookAlikes';
import { apart, canBeRead, isCut, isDrawnAs } from '../plain';
import { refKey } from '../recipe';

const sortItem = z.object({
  ...itemBase,
  kind: z.literal('sort'),
  targetIds: z.array(z.string().min(1)).min(3).max(8),
});
type SortItem = z.infer<typeof sortItem>;

const sortAnswer = z.object({
  ...answerBase,
  kind: z.literal('sort'),
  bins: z.record(z.string(), z.enum(BINS)),
});
type SortAnswer = z.infer<typeof sortAnswer>;

const sortGrade = z.object({
  ...gradeBase,
  kind: z.literal('sort'),
  sorted: z.array(
    z.object({ targetId: z.string(), truth: z.enum(BINS), said: z.enum(BINS).nullable() }),
  ),
});
type SortGrade = z.infer<typeof sortGrade>;

const MOST = 7;
const LEAST = 4;

export const sortSchemas = { item: sortItem, answer: sortAnswer, grade: sortGrade };

export const sortMarks: ItemKind<SortItem, SortAnswer, SortGrade> = {
  name: 'Sort',
  trains: ['clutter', 'baitAndFish', 'rock'],
  needs: ['screen'],

  make({ refs, ground, random }) {
    const [screen] = ground.screens;
    if (ground.screens.length !== 1 || isPolar(screen.info.instrument)) return [];
    const fit = apart(
      shuffled(
        seenOn(screen).filter(
          (region) =>
            binOf(region.label) &&
            !isCut(screen, region) &&
            canBeRead(screen, region) &&
            isDrawnAs(screen, region, binOf),
        ),
        random,
      ),
    );
    // One of each bin first, then whatever else there is.
    const chosen = BINS.flatMap((bin) =>
      fit.filter(({ label }) => binOf(label) === bin).slice(0, 2),
    );
    for (const region of fit) if (!chosen.includes(region)) chosen.push(region);
    const regions = chosen.slice(0, MOST);
    const bins = new Set(regions.map(({ label }) => binOf(label)));
    if (regions.length < LEAST || bins.size < 2) return [];
    const hardest = Math.max(...regions.map((region) => difficultyOfEcho(region)));
    return [
      {
        kind: 'sort',
        id: `sort:${refKey(refs[0])}`,
        screens: refs,
        skill: bins.has('rubbish') ? 'clutter' : bins.has('bait') ? 'baitAndFish' : 'rock',
        difficulty: Math.min(3, hardest + 0.1 * regions.length),
        targetIds: shuffled(regions, random).map(({ targetId }) => targetId),
      },
    ];
  },

  unseal: (answer, { targetIds }) => ({
    ...answer,
    bins: Object.fromEntries(
      Object.entries(answer.bins).map(([id, bin]) => [targetIds[id] ?? id, bin]),
    ),
  }),

  ask: () => 'Sort the numbered marks.',

  frames: ({ targetIds }) =>
    targetIds.map((targetId, i) => ({ screen: 0, targetId, badge: String(i + 1) })),

  options: () => 0,

  said: ({ targetIds }, { bins }) =>
    targetIds.map((id, i) => `${i + 1} ${bins[id] ?? 'left'}`).join(', '),

  right(item, ground) {
    const { sorted } = sortMarks.grade(item, { kind: item.kind, bins: {}, ...CERTAIN }, ground);
    const bins = Object.fromEntries(sorted.map(({ targetId, truth }) => [targetId, truth]));
    return { kind: item.kind, bins };
  },

  trials: (_item, _answer, grade) => ({
    sorting: grade.sorted.map(({ truth, said }) => ({ truth, said: said ?? 'unsorted' })),
  }),

  grade(item, answer, { screens: [screen] }) {
    const sorted = item.targetIds.map((targetId) => ({
      targetId,
      truth: binOf(regionOf(screen, targetId).label) ?? ('rubbish' as Bin),
      said: answer.bins[targetId] ?? null,
    }));
    const good = sorted.filter(({ truth, said }) => truth === said).length;
    return {
      kind: 'sort',
      right: good === sorted.length,
      score: good / sorted.length,
      sorted,
    };
  },

  explain(item, answer, grade, { screens: [screen] }, units) {
    return grade.sorted.map(({ targetId, truth, said }) => {
      const region = regionOf(screen, targetId);
      const right = truth === said;
      return line(
        right ? 'right' : 'missed',
        right ? `${truth}: ${region.name}` : `${truth}, not ${said ?? 'unsorted'}: ${region.name}`,
        sentence(cueWords(region, cueGround(screen), units)),
        { region },
      );
    });
  },
};

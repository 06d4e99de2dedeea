/** Tap every mark of one sort; "nothing here" is an answer. */
import { isPolar } from '../../sounding';
import { z } from 'zod';
import {
  CUE,
  cueWords,
  isScenery,
  LABEL_NAMES,
  REGION_LABELS,
  type RegionLabel,
  type TruthRegion,
  verdictText,
} from '../../reading';
import {
  answerBase,
  clampDifficulty,
  difficultyOfEcho,
  type Explained,
  gradeBase,
  itemBase,
  type ItemKind,
  line,
  sentence,
  counted,
  CERTAIN,
} from '../itemBase';
import { cueGround } from '../drawn';
import { isPlainlyEmpty, regionOf } from '../drillScreen';
import { isPlainOn } from '../plain';
import { refKey } from '../recipe';
import { skillOfMark } from '../skills';

const tapAllItem = z.object({
  ...itemBase,
  kind: z.literal('tapAll'),
  label: z.enum(REGION_LABELS),
});
export type TapAllItem = z.infer<typeof tapAllItem>;

const markSchema = z.object({
  ping: z.number(),
  bin: z.number(),
  channel: z.int().min(0).default(0),
});
export type Mark = z.infer<typeof markSchema>;

const tapAllAnswer = z.object({
  ...answerBase,
  kind: z.literal('tapAll'),
  marks: z.array(markSchema).max(500),
  /** How far a tap may miss, from the scale of the picture it was made on. */
  tolerance: z.object({ pings: z.number().min(0), bins: z.number().min(0) }),
});
export type TapAllAnswer = z.infer<typeof tapAllAnswer>;

const marked = z.array(z.object({ targetId: z.string(), mark: z.int() }));
const tapAllGrade = z.object({
  ...gradeBase,
  kind: z.literal('tapAll'),
  hits: marked,
  missed: z.array(z.string()),
  /** Marks on a look-alike that could be seen. */
  falseMarks: marked,
  /** Marks on nothing: shown, but no trial. */
  strays: z.array(z.int()),
  /** Asked for, but grown to the bottom or a further mark on the same one: neither helps nor hurts. */
  tolerated: marked,
  /** Asked for, but nobody could have seen it. */
  notCounted: z.array(z.string()),
  lookAlikes: z.int(),
});
export type TapAllGrade = z.infer<typeof tapAllGrade>;

export interface Tolerance {
  pings: number;
  bins: number;
}

const LEAST_TOLERANCE_CELLS = 3;
const TOLERANCE_PX = 12;

/** A tap may miss by the larger of three cells and twelve pixels. */
export function tapTolerance(pxPerPing: number, pxPerBin: number): Tolerance {
  return {
    pings: Math.max(LEAST_TOLERANCE_CELLS, TOLERANCE_PX / pxPerPing),
    bins: Math.max(LEAST_TOLERANCE_CELLS, TOLERANCE_PX / pxPerBin),
  };
}

/**
 * How far a mark lies from a region, in tolerances: 0 inside it, up to 1 still counts. Distance is
 * taken to each ping's stretch of the outline as an ellipse of the two tolerances.
 */
export function missDistance(region: TruthRegion, mark: Mark, tolerance: Tolerance): number {
  if (region.channel !== mark.channel) return Infinity;
  let least = Infinity;
  for (const { ping, firstBin, lastBin } of region.outline) {
    const dp = (mark.ping - ping) / tolerance.pings;
    const outside = Math.max(firstBin - mark.bin, mark.bin - (lastBin + 1), 0);
    const db = outside / tolerance.bins;
    least = Math.min(least, dp * dp + db * db);
  }
  return Math.sqrt(least);
}

/** The region a mark was meant for: the nearest within tolerance, those of the asked label first. */
function regionAt(
  regions: TruthRegion[],
  mark: Mark,
  tolerance: Tolerance,
  prefer: (region: TruthRegion) => boolean,
): TruthRegion | null {
  let best: TruthRegion | null = null;
  let bestRank = Infinity;
  for (const region of regions) {
    const distance = missDistance(region, mark, tolerance);
    if (distance > 1) continue;
    const rank = (prefer(region) ? 0 : 10) + distance;
    if (rank < bestRank) {
      best = region;
      bestRank = rank;
    }
  }
  return best;
}

/**
 * Gives as many marks as can be a target of their own, the nearest first: where two lie on one another, a mark on each finds
 * both, whichever was set first. Augmenting paths, Kuhn 1955.
 * @returns ids of targets by the index of their mark
 */
function handOut(
  marks: readonly Mark[],
  signals: readonly TruthRegion[],
  tolerance: Tolerance,
): Map<number, string> {
  const near = marks.map((mark) =>
    signals
      .map(({ targetId }, i) => ({ targetId, away: missDistance(signals[i], mark, tolerance) }))
      .filter(({ away }) => away <= 1)
      .toSorted((a, b) => a.away - b.away),
  );
  const markOf = new Map<string, number>();
  const place = (mark: number, tried: Set<string>): boolean =>
    near[mark].some(({ targetId }) => {
      if (tried.has(targetId)) return false;
      tried.add(targetId);
      const before = markOf.get(targetId);
      if (before !== undefined && !place(before, tried)) return false;
      markOf.set(targetId, mark);
      return true;
    });
  marks.forEach((_, mark) => place(mark, new Set()));
  return new Map([...markOf].map(([targetId, mark]) => [mark, targetId]));
}

/** Sorts worth asking for. */
const ASKED: RegionLabel[] = ['fish', 'bait', 'wood', 'rock', 'built'];

const EVERY: Partial<Record<RegionLabel, string>> = {
  fish: 'every fish',
  bait: 'every school of bait',
  wood: 'all wood',
  rock: 'all rock',
  built: 'every built thing',
};

/** More than so many of one sort is a test of patience. */
const MOST_SIGNALS = 9;
const EASY_EMPTY = -0.5;

const isLookAlike = (region: TruthRegion, label: RegionLabel) =>
  region.label !== label && region.verdict !== 'hidden' && !isScenery(region.label);

export const tapAllSchemas = { item: tapAllItem, answer: tapAllAnswer, grade: tapAllGrade };

export const tapAll: ItemKind<TapAllItem, TapAllAnswer, TapAllGrade> = {
  name: 'Tap all',
  needs: ['screen'],

  make({ refs, ground }) {
    const [screen] = ground.screens;
    if (ground.screens.length !== 1 || isPolar(screen.info.instrument)) return [];
    return ASKED.flatMap((label): TapAllItem[] => {
      const asked = screen.regions.filter((region) => region.label === label);
      const signals = asked.filter(
        ({ verdict, outline }) => verdict === 'visible' && outline.length > 0,
      );
      const halfSeen = asked.some(
        ({ verdict, outline }) =>
          verdict === 'attached' || (verdict === 'visible' && outline.length === 0),
      );
      // "Nothing here" must be plainly right: what is half seen is no fair question.
      const isEmpty = !halfSeen && label === 'fish' && isPlainlyEmpty(screen, asked);
      if (signals.length === 0 && !isEmpty) return [];
      if (signals.length > MOST_SIGNALS) return [];
      const others = screen.regions.filter(
        (region) =>
          region.label !== label && region.verdict === 'visible' && region.outline.length > 0,
      );
      if (!isPlainOn(screen, label, signals, others)) return [];
      const noise = screen.regions.filter((region) => isLookAlike(region, label)).length;
      const extra = 0.15 * Math.min(8, noise) + 0.1 * signals.length;
      const faintest = signals.reduce<TruthRegion | null>(
        (worst, one) =>
          !worst || one.signalToBackgroundDb < worst.signalToBackgroundDb ? one : worst,
        null,
      );
      const skill = signals.length === 0 ? 'empties' : skillOfMark(label, screen.info.instrument);
      return [
        {
          kind: 'tapAll',
          id: `tapAll:${label}:${refKey(refs[0])}`,
          screens: refs,
          skill,
          difficulty: faintest
            ? difficultyOfEcho(faintest, extra)
            : clampDifficulty(EASY_EMPTY + extra),
          label,
        },
      ];
    });
  },

  unseal: (answer, { firstPing }) => ({
    ...answer,
    marks: answer.marks.map((mark) => ({ ...mark, ping: mark.ping + firstPing })),
  }),

  ask: ({ label }) => `Mark ${EVERY[label] ?? `all ${LABEL_NAMES[label]}`} on this screen.`,

  options: () => 0,

  said: (_item, { marks }) =>
    marks.length === 0 ? 'Nothing here' : counted(marks.length, 'mark', 'marks'),

  right(item, ground) {
    const nothing = {
      ...{ kind: item.kind, marks: [], tolerance: tapTolerance(Infinity, Infinity) },
      ...CERTAIN,
    };
    const marks = tapAll.grade(item, nothing, ground).missed.map((id) => {
      const { peak, channel } = regionOf(ground.screens[0], id);
      return { ping: peak.ping + 0.5, bin: peak.bin + 0.5, channel };
    });
    return { ...nothing, marks };
  },

  trials: (_item, _answer, grade) => ({ detection: grade }),

  grade(item, answer, { screens: [{ regions }] }) {
    const asked = regions.filter((region) => region.label === item.label);
    // By its shadow alone nobody can tap it: it counts neither way.
    const signals = asked.filter(
      ({ verdict, outline }) => verdict === 'visible' && outline.length > 0,
    );
    const lookAlikes = regions.filter((region) => isLookAlike(region, item.label));
    // What nobody could see can neither be hit nor marked falsely; a tap on its place is a stray.
    const seen = regions.filter(
      ({ label, verdict }) => verdict !== 'hidden' && (label === item.label || !isScenery(label)),
    );
    const grade: TapAllGrade = {
      kind: 'tapAll',
      right: false,
      score: 0,
      hits: [],
      missed: [],
      falseMarks: [],
      strays: [],
      tolerated: [],
      notCounted: asked.filter((region) => region.verdict === 'hidden').map((r) => r.targetId),
      lookAlikes: lookAlikes.length,
    };
    const hit = handOut(answer.marks, signals, answer.tolerance);
    const found = new Set(hit.values());
    answer.marks.forEach((mark, index) => {
      const own = hit.get(index);
      if (own !== undefined) {
        grade.hits.push({ targetId: own, mark: index });
        return;
      }
      const region = regionAt(
        seen,
        mark,
        answer.tolerance,
        (candidate) => candidate.label === item.label,
      );
      if (!region) {
        grade.strays.push(index);
      } else if (region.label !== item.label) {
        grade.falseMarks.push({ targetId: region.targetId, mark: index });
      } else {
        grade.tolerated.push({ targetId: region.targetId, mark: index });
      }
    });
    grade.missed = signals.filter((r) => !found.has(r.targetId)).map((r) => r.targetId);
    const wrong = grade.falseMarks.length + grade.strays.length;
    grade.right = grade.missed.length === 0 && wrong === 0;
    // Jaccard: what was found, of all that was there or was marked.
    const all = signals.length + wrong;
    grade.score = all === 0 ? 1 : grade.hits.length / all;
    return grade;
  },

  explain(item, answer, grade, { screens: [screen] }, units) {
    const { regions } = screen;
    const lines: Explained[] = [];
    const about = (
      targetId: string,
      look: Explained['look'],
      word: string,
      text: (region: TruthRegion) => string,
    ) => {
      const region = regions.find((one) => one.targetId === targetId);
      if (region) lines.push(line(look, `${word}: ${region.name}`, text(region), { region }));
    };
    grade.missed.forEach((targetId) =>
      about(targetId, 'missed', 'Missed', (r) => sentence(cueWords(r, cueGround(screen), units))),
    );
    for (const { targetId } of grade.falseMarks) {
      about(targetId, 'false', `Not ${LABEL_NAMES[item.label]}`, (r) => sentence(CUE[r.label]));
    }
    for (const mark of grade.strays) {
      lines.push(
        line(
          'false',
          'Nothing there',
          'No target caused this spot. Shown so that you can look again.',
          { mark },
        ),
      );
    }
    for (const { targetId } of grade.hits) {
      about(targetId, 'right', 'Found', (r) => sentence(cueWords(r, cueGround(screen), units)));
    }
    const tolerated = new Set(grade.tolerated.map(({ targetId }) => targetId));
    for (const { targetId } of grade.hits) tolerated.delete(targetId);
    for (const targetId of tolerated) {
      about(targetId, 'hidden', 'Neither helps nor hurts', (r) => sentence(verdictText(r)));
    }
    for (const targetId of grade.notCounted) {
      about(targetId, 'hidden', 'Hidden, not counted', (r) => sentence(verdictText(r)));
    }
    if (lines.length === 0) {
      lines.push(
        line(
          'right',
          'Nothing here',
          `No ${LABEL_NAMES[item.label]} on this screen, and you marked none. Move on.`,
        ),
      );
    }
    return lines;
  },
};

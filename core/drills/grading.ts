import { isScenery, type TruthRegion } from '../reading';
import type { Answer, Grade, Item, Mark, TapAllGrade } from './items';

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

function gradeTapAll(
  item: Extract<Item, { kind: 'tapAll' }>,
  answer: Extract<Answer, { kind: 'tapAll' }>,
  regions: TruthRegion[],
): TapAllGrade {
  const asked = regions.filter((region) => region.label === item.label);
  const signals = asked.filter((region) => region.verdict === 'visible');
  const lookAlikes = regions.filter(
    ({ label, verdict }) => label !== item.label && verdict !== 'hidden' && !isScenery(label),
  );
  // What nobody could see can neither be hit nor marked falsely; a tap on its place is a stray.
  const seen = regions.filter(
    ({ label, verdict }) => verdict !== 'hidden' && (label === item.label || !isScenery(label)),
  );

  const grade: TapAllGrade = {
    kind: 'tapAll',
    right: false,
    hits: [],
    missed: [],
    falseMarks: [],
    strays: [],
    tolerated: [],
    notCounted: asked.filter((region) => region.verdict === 'hidden').map((r) => r.targetId),
    lookAlikes: lookAlikes.length,
  };
  const found = new Set<string>();
  answer.marks.forEach((mark, index) => {
    const region = regionAt(
      seen,
      mark,
      answer.tolerance,
      (candidate) => candidate.label === item.label && !found.has(candidate.targetId),
    );
    if (!region) {
      grade.strays.push(index);
    } else if (region.label !== item.label) {
      grade.falseMarks.push({ targetId: region.targetId, mark: index });
    } else if (region.verdict === 'visible' && !found.has(region.targetId)) {
      found.add(region.targetId);
      grade.hits.push({ targetId: region.targetId, mark: index });
    } else {
      grade.tolerated.push({ targetId: region.targetId, mark: index });
    }
  });
  grade.missed = signals.filter((r) => !found.has(r.targetId)).map((r) => r.targetId);
  grade.right =
    grade.missed.length === 0 && grade.falseMarks.length === 0 && grade.strays.length === 0;
  return grade;
}

/**
 * Grades an answer against stored truth. The same item, answer and regions always give the same grade.
 * @throws if the answer is of another kind than the item, or the item's target is not in the truth
 */
export function gradeAnswer(item: Item, answer: Answer, regions: TruthRegion[]): Grade {
  if (item.kind === 'tapAll' && answer.kind === 'tapAll') return gradeTapAll(item, answer, regions);
  if (item.kind === 'whatIsThis' && answer.kind === 'whatIsThis') {
    const region = regions.find((candidate) => candidate.targetId === item.targetId);
    if (!region) throw new Error(`Target ${item.targetId} is not in the truth of its screen.`);
    return {
      kind: 'whatIsThis',
      right: answer.label === region.label,
      truth: region.label,
      options: item.options.length,
    };
  }
  throw new Error(`An answer of kind ${answer.kind} cannot answer an item of kind ${item.kind}.`);
}

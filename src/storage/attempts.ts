import { type EvidenceKind, isAtLeast } from '@core/reading';
import { composeDrill, type DrillScreen } from '@core/drills';
import { type AttemptRecord, newRecord } from '@core/records';
import type { Instrument } from '@core/sounding';
import { createId, listRecords, putRecord } from './database';
import { listScreens, openScreen, screenTruth } from './screens';

/** Newest screens a drill is drawn from; more would only slow its start. */
const MAX_SCREENS = 24;
/** Items are about arches and what stands under them; fans and sector want questions of their own. */
const ASKED: Instrument[] = ['cone', 'column'];

/**
 * A new attempt at `count` items from the library, or null when no screen gives a fair question.
 * @param leastEvidence screens known less well are left out
 */
export async function startDrill(
  count: number,
  seed: number,
  leastEvidence: EvidenceKind,
): Promise<AttemptRecord | null> {
  const { screens } = await listScreens();
  const askable = screens.filter(
    ({ instrument, evidence, contents, source }) =>
      ASKED.includes(instrument) &&
      // A picture or a log on which nobody has marked anything yet has no truth to grade by.
      (contents !== null || source.kind === 'simulated') &&
      isAtLeast(evidence.kind, leastEvidence),
  );
  const drillScreens: DrillScreen[] = [];
  for (const screen of askable.slice(0, MAX_SCREENS)) {
    const opened = await openScreen(screen.id);
    if (opened.ok) drillScreens.push({ screenId: screen.id, regions: screenTruth(opened.value) });
  }
  const items = composeDrill(drillScreens, count, seed);
  if (items.length === 0) return null;
  const attempt: AttemptRecord = {
    ...newRecord('attempt', createId('attempt'), Date.now()),
    drillName: `${items.length} from the library`,
    seed,
    items,
    answers: [],
    finishedAtMs: null,
  };
  await putRecord<'attempt'>(attempt);
  return attempt;
}

export async function saveAttempt(attempt: AttemptRecord): Promise<AttemptRecord> {
  const saved = { ...attempt, updatedAtMs: Date.now() };
  await putRecord<'attempt'>(saved);
  return saved;
}

/** Attempts, newest first. */
export async function listAttempts(): Promise<AttemptRecord[]> {
  const { records } = await listRecords('attempt');
  return records
    .filter((attempt) => attempt.deletedAtMs === null)
    .sort((a, b) => b.createdAtMs - a.createdAtMs);
}

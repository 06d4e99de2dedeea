/** A drill from the screens of the library, chosen by how well they are known. */
import { composeDrill, type OpenedScreen } from '@core/drills';
import { randomSource, shuffled } from '@core/random';
import { type EvidenceKind, isAtLeast } from '@core/reading';
import { type AttemptRecord, type ScreenRecord } from '@core/records';
import { randomSeed, startAttempt } from '@/storage/attempts';
import { recordedDrillScreen } from '@/storage/drillScreens';
import { listScreens, openScreen } from '@/storage/screens';

/** Screens a drill is drawn from; more would only slow its start. */
const MAX_SCREENS = 24;

/** A picture or a log on which nobody has marked anything yet has no truth to grade by. */
export const isAskable = ({ contents, source }: ScreenRecord) =>
  contents !== null || source.kind === 'simulated';

/**
 * A new attempt at `count` items from the library, or null when no screen gives a fair question.
 * @param leastEvidence screens known less well are left out
 */
export async function startFromLibrary(
  count: number,
  leastEvidence: EvidenceKind,
): Promise<AttemptRecord | null> {
  const { screens } = await listScreens();
  const seed = randomSeed();
  const fit = screens.filter(
    (screen) =>
      isAskable(screen) &&
      isAtLeast(screen.evidence.kind, leastEvidence) &&
      !screen.tags.includes('bad setting'),
  );
  // Not always the newest, nor neighbours that look alike: any of them.
  const some = shuffled(fit, randomSource(seed));
  const opened: OpenedScreen[] = [];
  for (const { id } of some.slice(0, MAX_SCREENS)) {
    const screen = await openScreen(id);
    if (screen.ok) {
      opened.push({
        ref: { from: 'library', screenId: id },
        screen: recordedDrillScreen(screen.value),
      });
    }
  }
  const items = composeDrill(opened, count, seed);
  if (items.length === 0) return null;
  return startAttempt({
    drillName: `${items.length} from the library`,
    mode: 'drill',
    items,
    seed,
  });
}

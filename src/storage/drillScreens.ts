/** What a question is graded against, from the library or sounded anew. */
import { DEMO_WATERS } from '@core/demo';
import {
  type DrillScreen,
  type Ground,
  type Item,
  type MarkPlace,
  refKey,
  sealedScreen,
  type SealedRef,
  type ScreenRef,
} from '@core/drills';
import { readEchoFile } from '@core/formats';
import { onPicture, type RegionLabel } from '@core/reading';
import { fail, ok, type Plate, type Result, reasonOf } from '@core/records';
import { type WaterContent, waterMark, waterToday } from '@core/waters';
import { ENGINE_VERSION } from '@core/sounding';
import { soundInstead, soundScreen } from '@/workers/drillsClient';
import { getEcho, getRecord } from './database';
import { type OpenScreen, openScreen, screenTrack, screenTruth } from './screens';

/** A recorded screen as drills see it. */
export function recordedDrillScreen(opened: OpenScreen): DrillScreen {
  const { record, echo } = opened;
  const { source } = record;
  const isSimulated = source.kind === 'simulated';
  return {
    waterId: record.waterId,
    waterName: record.waterName,
    info: echo.info,
    track: screenTrack(opened),
    firstPing: record.firstPing,
    pingCount: record.pingCount,
    levelsCdb: echo.levelsCdb,
    colours: echo.colours,
    view: record.view,
    targets: echo.targets,
    regions: onPicture(screenTruth(opened), echo.info, record.view),
    sounder: isSimulated ? source.sounder : null,
    rig: isSimulated ? source.rig : null,
    faults: null,
    mayBeEmpty: record.nothingHere !== null,
    soundView: record.view,
    sediment: null,
  };
}

const shipped = new Map<string, WaterContent>();

function shippedWater(id: string): WaterContent | null {
  if (!(id in DEMO_WATERS)) return null;
  let content = shipped.get(id);
  if (!content) {
    content = DEMO_WATERS[id as keyof typeof DEMO_WATERS]();
    shipped.set(id, content);
  }
  return content;
}

/** The water a question was made over: as it is shipped, or as it is here, whichever bears its mark. */
async function markedWater(id: string, mark: number): Promise<Result<WaterContent, string>> {
  const original = shippedWater(id);
  if (original && waterMark(original) === mark) return ok(original);
  const here = await waterHere(id);
  if (!here.ok || waterMark(here.value) === mark) return here;
  return fail(`${here.value.name} was changed since this was asked: it would show something else`);
}

async function waterHere(id: string): Promise<Result<WaterContent, string>> {
  const read = await getRecord('water', id);
  if (!read.ok) return read;
  return read.value ? ok(read.value.content) : fail('its water is not here');
}

const KEPT = 6;
/** Sounded or opened last; a Map keeps the order in which they came. */
const kept = new Map<string, Promise<Result<DrillScreen, string>>>();

export function openSealed(ref: SealedRef, file: Uint8Array | null): Result<DrillScreen, string> {
  if (!file) return fail('its echo is not here');
  const echo = readEchoFile(file);
  return echo.ok ? ok(sealedScreen(ref, echo.value)) : fail(echo.error.message);
}

async function openNow(ref: ScreenRef): Promise<Result<DrillScreen, string>> {
  if (ref.from === 'library') {
    const opened = await openScreen(ref.screenId);
    return opened.ok ? ok(recordedDrillScreen(opened.value)) : opened;
  }
  if (ref.from === 'sealed') return openSealed(ref, await getEcho(ref.echoId));
  if (ref.engine !== ENGINE_VERSION) {
    return fail('echoes are computed otherwise since this was asked: it would show something else');
  }
  const water = await markedWater(ref.recipe.waterId, ref.waterMark);
  if (!water.ok) return water;
  try {
    return ok(await soundScreen(ref.recipe, ref.recipe.waterId, water.value));
  } catch (error) {
    return fail(reasonOf(error));
  }
}

function openRef(ref: ScreenRef): Promise<Result<DrillScreen, string>> {
  // What is in the library may have been changed meanwhile; what is sounded is always the same.
  if (ref.from === 'library') return openNow(ref);
  const key = refKey(ref);
  const known = kept.get(key);
  if (known) return known;
  const opening = openNow(ref);
  kept.set(key, opening);
  while (kept.size > KEPT) kept.delete(kept.keys().next().value!);
  return opening;
}

/**
 * The screen of a plate, over the water as it was when the plate was made; one that names no state of its
 * water is of a shipped one. A water that was made for it comes along.
 */
export async function openPlate({
  recipe,
  waterMark: mark,
  water,
}: Pick<Plate, 'recipe' | 'waterMark'> & { water?: WaterContent }): Promise<
  Result<DrillScreen, string>
> {
  if (water) {
    try {
      return ok(await soundScreen(recipe, recipe.waterId, water));
    } catch (error) {
      return fail(reasonOf(error));
    }
  }
  const original = shippedWater(recipe.waterId);
  const shippedMark = original && waterMark(original);
  if (mark === undefined && shippedMark === null) {
    return fail('it does not say which state of its water it was made over');
  }
  return openRef({
    from: 'recipe',
    recipe,
    waterMark: mark ?? shippedMark!,
    engine: ENGINE_VERSION,
  });
}

/**
 * The screen of a question as it would be, had one of its marks been something else; null where it is none that can be
 * sounded so.
 */
export async function openInstead(
  [ref]: readonly ScreenRef[],
  place: MarkPlace,
  label: RegionLabel,
): Promise<Result<DrillScreen | null, string>> {
  if (ref.from !== 'recipe' || ref.engine !== ENGINE_VERSION) return ok(null);
  const water = await markedWater(ref.recipe.waterId, ref.waterMark);
  if (!water.ok) return water;
  try {
    return ok(await soundInstead(ref.recipe, ref.recipe.waterId, water.value, place, label));
  } catch (error) {
    return fail(reasonOf(error));
  }
}

/** The mark of a water as it is here now; null where there is none. */
export async function markOfWater(id: string): Promise<number | null> {
  const here = await waterHere(id);
  return here.ok ? waterMark(here.value) : null;
}

/** What lies under the screens, or the chart that is asked about. */
async function waterOf(item: Item): Promise<Result<WaterContent, string>> {
  if ('waterId' in item) return markedWater(item.waterId, item.waterMark);
  const [ref] = item.screens;
  if (ref.from === 'recipe') return markedWater(ref.recipe.waterId, ref.waterMark);
  if (ref.from === 'sealed') return fail('an exam tells nothing of its water');
  const screen = await getRecord('screen', ref.screenId);
  return screen.ok && screen.value ? waterHere(screen.value.waterId) : fail('its screen is gone');
}

export async function openGround(item: Item): Promise<Result<Ground, string>> {
  const screens: DrillScreen[] = [];
  for (const ref of item.screens) {
    const screen = await openRef(ref);
    if (!screen.ok) return screen;
    screens.push(screen.value);
  }
  const water = await waterOf(item);
  // A screen shows what it shows without its water; a chart without water is nothing.
  if (!water.ok && 'waterId' in item) return water;
  return ok({ screens, water: water.ok ? waterToday(water.value) : null });
}

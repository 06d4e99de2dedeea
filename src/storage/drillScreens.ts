/** What a question is graded against, from the library or sounded anew. */
import { DEMO_WATERS } from '@core/demo';
import {
  type DrillScreen,
  type Ground,
  type Item,
  type Recipe,
  refKey,
  type ScreenRef,
  waterMark,
} from '@core/drills';
import { onPicture } from '@core/reading';
import { fail, ok, type Result, type WaterContent, waterToday } from '@core/records';
import { soundScreen } from '@/workers/drillsClient';
import { getRecord } from './database';
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

/**
 * The water a question was made over: as it is here, or as it is shipped where that is the one meant.
 * @param mark null takes the shipped one first, else whatever is here
 */
export async function questionWater(
  id: string,
  mark: number | null,
): Promise<Result<WaterContent, string>> {
  const original = shippedWater(id);
  if (original && (mark === null || waterMark(original) === mark)) return ok(original);
  const read = await getRecord('water', id);
  if (!read.ok) return read;
  if (!read.value) return fail('its water is not here');
  const { content } = read.value;
  if (mark !== null && waterMark(content) !== mark) {
    return fail(`${content.name} was changed since this was asked: it would show something else`);
  }
  return ok(content);
}

const KEPT = 6;
/** Sounded or opened last; a Map keeps the order in which they came. */
const kept = new Map<string, Promise<Result<DrillScreen, string>>>();

async function openNow(ref: ScreenRef): Promise<Result<DrillScreen, string>> {
  if (ref.from === 'library') {
    const opened = await openScreen(ref.screenId);
    return opened.ok ? ok(recordedDrillScreen(opened.value)) : opened;
  }
  const water = await questionWater(ref.recipe.waterId, ref.waterMark);
  if (!water.ok) return water;
  return soundOver(ref.recipe, water.value);
}

async function soundOver(
  recipe: Recipe,
  water: WaterContent,
): Promise<Result<DrillScreen, string>> {
  try {
    return ok(await soundScreen(recipe, recipe.waterId, water));
  } catch (error) {
    return fail(error instanceof Error ? error.message : String(error));
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

/** The screen of a recipe that names no state of its water: a plate of the handbook or of a lesson. */
export async function openPlate(recipe: Recipe): Promise<Result<DrillScreen, string>> {
  const water = await questionWater(recipe.waterId, null);
  if (!water.ok) return water;
  return openRef({ from: 'recipe', recipe, waterMark: waterMark(water.value) });
}

export async function openGround(item: Item): Promise<Result<Ground, string>> {
  const screens: DrillScreen[] = [];
  for (const ref of item.screens) {
    const screen = await openRef(ref);
    if (!screen.ok) return screen;
    screens.push(screen.value);
  }
  if (item.kind === 'whereNext') {
    const water = await questionWater(item.waterId, item.waterMark);
    return water.ok ? ok({ screens, water: waterToday(water.value) }) : water;
  }
  if (item.kind === 'placeIt') {
    const ref = item.screens[0];
    const id = screens[0].waterId;
    const water = await questionWater(id, ref.from === 'recipe' ? ref.waterMark : null);
    return ok({ screens, water: water.ok ? waterToday(water.value) : null });
  }
  return ok({ screens, water: null });
}

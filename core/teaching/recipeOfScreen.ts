import { isAbeam } from '../sounding';
import { DEMO_SCREENS } from '../demo/demoScreens';
import { type Recipe, recipeSchema } from '../drills/recipe';
import { fail, ok, type Result, type ScreenRecord } from '../records';
import { bandOf } from '../setup';
import { demoRecipe } from './plates';

export const isDemoScreen = (id: string) => DEMO_SCREENS.some((screen) => screen.id === id);

/**
 * What to sound for a picture like a recorded one: its stretch of its pass under its view, with the usual
 * rig. The boat must have held one speed and steered nothing by hand.
 */
export function recipeOfScreen(screen: ScreenRecord): Result<Recipe, string> {
  if (isDemoScreen(screen.id)) {
    return ok(demoRecipe(screen.id.replace(/^demo-/, '')));
  }
  const { source, instrument, waterId, firstPing, pingCount, view } = screen;
  if (source.kind !== 'simulated') return fail('only a screen of the bench can be sounded anew');
  const { pass, info, sounder } = source;
  if (pass.speedChanges.length > 1) return fail('the boat changed its speed on it');
  const [{ speedMps }] = pass.speedChanges;
  const stays = pass.holding.kind !== 'sail' || speedMps === 0;
  const endS = (firstPing + pingCount) / info.pingRateHz;
  const bandId = bandOf(sounder)?.id;
  const { gainDb, contrastDb, noiseFilter, crossTalkFilter, surfaceFilterM, paletteId } = view;
  const { topM, bottomM, scrollPxPerS, tvgLaw, autoGain, autoRange, persistence } = view;
  const recipe = recipeSchema.safeParse({
    waterId,
    passId: pass.planId,
    instrument,
    ...(bandId ? { bandId } : {}),
    ...(stays ? { endS } : { speedMps, endAlongM: endS * speedMps }),
    pings: Math.min(1200, pingCount),
    view: {
      gainDb,
      contrastDb,
      noiseFilter,
      crossTalkFilter,
      persistence,
      surfaceFilterM,
      paletteId,
      topM,
      bottomM,
      scrollPxPerS,
      tvgLaw,
      autoGain,
      autoRange,
    },
    ...(isAbeam(instrument) ? { rangeM: sounder.rangeM } : {}),
  });
  return recipe.success ? ok(recipe.data) : fail('its settings cannot be sounded anew');
}

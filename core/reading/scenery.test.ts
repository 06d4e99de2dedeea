import { describe, expect, it } from 'vitest';
import { type AtlasLook, lookAtThing, thingOf, usualLook } from '../atlas';
import { soundRecipe, waterOf } from '../drills/soundRecipe';
import { screenOfRecipe } from '../drills';
import { sceneryOf } from './scenery';
import type { Instrument } from '../sounding';

function shown(thingId: string, instrument: Instrument, change: Partial<AtlasLook> = {}) {
  const { recipe, water } = lookAtThing(thingOf(thingId)!, {
    ...usualLook(instrument, change.depthM),
    ...change,
  });
  const { scene } = waterOf(recipe, water);
  const { setup } = soundRecipe({ ...recipe, pings: 2 }, water);
  const screen = screenOfRecipe(recipe, recipe.waterId, water);
  return sceneryOf({ ...screen, scene, rig: setup.rig });
}

describe('what a screen shows besides its targets', () => {
  it('a thermocline where the layer stands out, and none where there is none', () => {
    expect(shown('thermocline', 'cone', { depthM: 12 })).toContain('thermocline');
    expect(shown('fish', 'cone', { depthM: 12 })).not.toContain('thermocline');
  });
  it('a second bottom where the picture reaches to it, and none where it ends before', () => {
    const reaching = (rangeM: number) => {
      const { recipe, water } = lookAtThing(thingOf('gravelBottom')!, usualLook('cone', 4));
      const whole = { ...recipe, rangeM, view: { ...recipe.view, bottomM: rangeM } };
      const { setup } = soundRecipe({ ...whole, pings: 2 }, water);
      const screen = screenOfRecipe(whole, whole.waterId, water);
      return sceneryOf({ ...screen, scene: water.scene, rig: setup.rig });
    };
    expect(reaching(14)).toContain('secondBottom');
    expect(reaching(6)).not.toContain('secondBottom');
  });
  it('a layer under mud for a low tone alone', () => {
    expect(shown('clayUnderMud', 'cone', { bandId: '50' })).toContain('softLayer');
    expect(shown('clayUnderMud', 'cone', { bandId: '200' })).not.toContain('softLayer');
  });
  it('another sounder, nests, and shadows', () => {
    expect(shown('crossTalk', 'cone')).toContain('crossTalk');
    expect(shown('nests', 'sideFans', { depthM: 3 })).toContain('nest');
    expect(shown('nests', 'cone', { depthM: 3 })).toEqual([]);
    expect(shown('boulder', 'sideFans', { depthM: 5 })).toContain('shadow');
  });
});

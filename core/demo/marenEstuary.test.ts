/** What the estuary promises: a tide that decides where a boat floats, a layer of river water, fish that mind the stream. */
import { describe, expect, it } from 'vitest';
import { depthAtM } from '../bottom';
import { soundRecipe } from '../drills/soundRecipe';
import { metIn } from '../teaching/species';
import { onDay, waterToday } from '../waters';
import { marenEstuary } from '.';

const content = marenEstuary();
const on = (dayId: string, hourOfDay: number | null = null) =>
  waterToday(onDay(content, { dayId, hourOfDay }));
const spot = (id: string) => content.spots.find((one) => one.id === id)!;
const depthOn = (water: ReturnType<typeof on>, id: string) =>
  depthAtM(water.scene.bottom, spot(id).xM, spot(id).yM);

describe('Maren Estuary', () => {
  it('has more than two metres less over its bar six hours after high water', () => {
    const high = depthOn(on('slack', 13), 'bar');
    const low = depthOn(on('slack', 19.2), 'bar');
    expect(high - low).toBeCloseTo(2.2, 1);
    expect(low).toBeLessThan(1);
    expect(high).toBeGreaterThan(2.5);
  });
  it('keeps its passes afloat on each of its days', () => {
    for (const { id } of content.days) {
      const { scene, passes } = on(id);
      for (const { name, routeM } of passes) {
        for (const { x, y } of routeM) {
          expect(depthAtM(scene.bottom, x, y), `${name}, ${id}`).toBeGreaterThan(1);
        }
      }
    }
  });
  it('has its bar elsewhere in September than its chart says', () => {
    const crestXM = (water: typeof content) => {
      const { bottom } = water.scene;
      const depths = Array.from({ length: 80 }, (_, i) => depthAtM(bottom, 150 + 5 * i, 640));
      return 150 + 5 * depths.indexOf(Math.min(...depths.slice(0, 70)));
    };
    const charted = crestXM(content);
    expect(crestXM(onDay(content, { dayId: 'slack', hourOfDay: null }))).toBe(charted);
    const moved = crestXM(onDay(content, { dayId: 'dusk', hourOfDay: null }));
    expect(charted - moved).toBeGreaterThan(20);
    expect(charted - moved).toBeLessThan(120);
  });
  it('is deeper on the outside of a bend than within', () => {
    const { bottom } = content.scene;
    const across = Array.from({ length: 61 }, (_, i) => depthAtM(bottom, 400, 600 + 5 * i));
    const deepest = across.indexOf(Math.max(...across));
    expect(deepest).toBeGreaterThan(across.length / 3);
  });

  const bandOverDb = (dayId: string) => {
    const { info, recording } = soundRecipe(
      {
        waterId: 'maren-estuary',
        passId: 'channel',
        instrument: 'cone',
        pings: 60,
        endAlongM: 380,
        rangeM: 14,
      },
      on(dayId),
    );
    const meanDb = (fromM: number, toM: number) => {
      const [from, to] = [fromM, toM].map((m) => Math.round((m - info.draftM) / info.rangeStepM));
      let sum = 0;
      for (let ping = 0; ping < recording.pingCount; ping++) {
        for (let bin = from; bin < to; bin++) {
          sum += 10 ** (recording.levelsCdb[ping * info.binCount + bin] / 1000);
        }
      }
      return 10 * Math.log10(sum / (to - from));
    };
    return meanDb(2.95, 3.25) - meanDb(4.5, 5);
  };
  it('shows the river lying on the sea at high water, and none of it while the flood runs', () => {
    // Water that is all alike falls with the square of range, too.
    expect(bandOverDb('slack') - bandOverDb('flood')).toBeGreaterThan(6);
    expect(bandOverDb('flood')).toBeLessThan(20 * Math.log10(4.75 / 3.1) + 2);
  });

  it('has its bait along the edge while the stream runs, and in the open at rest', () => {
    const stands = (dayId: string) => {
      const met = metIn('maren-estuary', content).filter(
        (one) => one.dayId === dayId && one.hourOfDay === 12 && one.group.profile.id === 'sprat',
      );
      return new Set(met.map(({ group }) => group.stand.place));
    };
    expect(stands('flood')).toEqual(new Set(['break']));
    expect(stands('slack')).toEqual(new Set(['open']));
  });
});

import { describe, expect, it } from 'vitest';
import { depthAtM } from '../bottom';
import { tarvoSound, wendholm } from '../demo';
import { onDay, waterToday, type WaterContent } from '../waters';
import {
  type Living,
  placeStocks,
  PLACES,
  profileOf,
  PROFILES,
  situationsOf,
  standOf,
  stockSchema,
} from '.';

const reservoir = wendholm();
const HOURS = [5.5, 9, 12.5, 16, 20.5, 23];

const livingOf = (content: WaterContent, stocks = content.stocks): Living => ({
  seed: content.scene.seed,
  bottom: content.scene.bottom,
  charted: content.scene.bottom,
  targets: content.scene.targets,
  water: content.scene.water,
  conditions: content.conditions,
  stocks,
});
const everyDay = (content: WaterContent) =>
  content.days.flatMap(({ id }) =>
    HOURS.map((hourOfDay) => onDay(content, { dayId: id, hourOfDay })),
  );
/** All species of a water's kind, three groups each, at home anywhere. */
const stocksOf = (water: 'fresh' | 'salt') =>
  PROFILES.filter((profile) => profile.water === water).map(({ id }) =>
    stockSchema.parse({ id: `all-${id}`, species: id, groups: 3 }),
  );

describe('profiles', () => {
  it('have names of their own, sizes and bands in order, and a place that waters know', () => {
    expect(new Set(PROFILES.map(({ id }) => id)).size).toBe(PROFILES.length);
    for (const { id, usual, when = {}, lengthM, number } of PROFILES) {
      expect(lengthM[0], id).toBeLessThan(lengthM[1]);
      expect(number[0], id).toBeLessThanOrEqual(number[1]);
      for (const stand of [usual, ...Object.values(when)]) {
        expect(PLACES).toContain(stand.place);
        const { aboveBottomM, underSurfaceM, aboveLayerM } = stand;
        const bands = [aboveBottomM, underSurfaceM, aboveLayerM].filter((band) => band);
        expect(bands, `${id}: ${stand.why}`).toHaveLength(1);
        for (const [low, high] of [stand.bottomM, bands[0]!]) expect(low).toBeLessThan(high);
      }
    }
  });
  it('follow the strongest of what holds on a day', () => {
    const noon = onDay(reservoir, { dayId: 'july-noon', hourOfDay: 12.5 });
    const night = onDay(reservoir, { dayId: 'july-noon', hourOfDay: 23 });
    const cold = onDay(reservoir, { dayId: 'november', hourOfDay: 23 });
    expect(situationsOf(livingOf(noon))).toEqual(['summer']);
    expect(situationsOf(livingOf(cold))).toEqual(['cold', 'night']);
    const zander = profileOf('zander');
    const stood = [noon, night, cold].map((water) => standOf(zander, livingOf(water)));
    expect(stood).toEqual([zander.usual, zander.when!.night, zander.when!.cold]);
  });
});

describe.each([
  ['the reservoir’s own stocks', reservoir, reservoir.stocks],
  ['every fresh-water species', reservoir, stocksOf('fresh')],
  ['every salt-water species', { ...tarvoSound(), days: reservoir.days }, stocksOf('salt')],
])('%s over a year of days and hours', (_, content, stocks) => {
  const placed = everyDay(content).map((water) => {
    const living = livingOf(water, stocks);
    return { living, groups: placeStocks(living) };
  });
  it('are all there, in the numbers and sizes of their kind', () => {
    for (const { groups } of placed) {
      expect(groups).toHaveLength(stocks.reduce((sum, stock) => sum + stock.groups, 0));
      for (const { profile, targets } of groups) {
        const count = targets.reduce((sum, one) => sum + ('count' in one ? one.count : 1), 0);
        expect(count).toBeGreaterThanOrEqual(profile.number[0]);
        expect(count).toBeLessThanOrEqual(profile.number[1]);
        for (const target of targets) {
          const { lengthM } = target as { lengthM: number };
          expect(lengthM).toBeGreaterThanOrEqual(0.88 * profile.lengthM[0]);
          expect(lengthM).toBeLessThanOrEqual(1.14 * profile.lengthM[1]);
        }
      }
    }
  });
  it('stand between ground and surface, and in the band of their stand where there is room', () => {
    for (const { living, groups } of placed) {
      for (const { stand, targets, profile } of groups) {
        for (const target of targets) {
          if (target.kind !== 'fish' && target.kind !== 'baitSchool') continue;
          const groundM = depthAtM(living.bottom, target.xM, target.yM);
          const halfM = target.kind === 'baitSchool' ? target.heightM / 2 : 0.12 * target.lengthM;
          const name = `${profile.id}, ${stand.why}`;
          expect(target.depthM - halfM, name).toBeGreaterThanOrEqual(0.2);
          // Shallower than itself and its room nothing can keep clear.
          if (groundM > 0.4 + 2 * halfM) {
            expect(target.depthM + halfM, name).toBeLessThanOrEqual(groundM);
          }
          const isHunting = groups.some(
            ({ stock }) => stock.follows && target.id.startsWith(stock.id),
          );
          if (target.kind !== 'fish' || !stand.aboveBottomM || isHunting) continue;
          const aboveM = groundM - target.depthM;
          expect(aboveM, name).toBeLessThanOrEqual(stand.aboveBottomM[1] + 1e-9);
          if (groundM > stand.aboveBottomM[1] + 0.5) {
            expect(aboveM, name).toBeGreaterThanOrEqual(stand.aboveBottomM[0] - 1e-9);
          }
        }
      }
    }
  });
  it('choose ground of the depth they like wherever the water has it', () => {
    let suited = 0;
    let all = 0;
    for (const { groups } of placed) {
      for (const { stand, spot, stock } of groups) {
        if (stock.follows) continue;
        all++;
        if (spot.depthM >= stand.bottomM[0] && spot.depthM <= stand.bottomM[1]) suited++;
      }
    }
    expect(suited / all).toBeGreaterThan(0.93);
  });
});

describe('a day has hours', () => {
  const at = (dayId: string, hourOfDay: number | null) =>
    placeStocks(livingOf(onDay(reservoir, { dayId, hourOfDay })));
  const middleOf = (groups: ReturnType<typeof placeStocks>, stockId: string) =>
    groups.filter(({ stock }) => stock.id === stockId).map(({ spot: { xM, yM } }) => ({ xM, yM }));
  it('the same one gives the same places, another hour other ones to those whom light moves', () => {
    expect(at('gates', 10)).toEqual(at('gates', 10));
    expect(middleOf(at('july-noon', 20.5), 'zander')).not.toEqual(
      middleOf(at('july-noon', 12.5), 'zander'),
    );
    // Ruffe care for no hour.
    expect(middleOf(at('july-noon', 20.5), 'ruffe')).toEqual(
      middleOf(at('july-noon', 12.5), 'ruffe'),
    );
  });
  it('they have not gone far: most are found within 400 m of where they stood at noon', () => {
    const [noon, dusk] = [at('july-noon', 12.5), at('july-noon', 20.5)];
    const moved = noon.map(({ spot }, i) =>
      Math.hypot(spot.xM - dusk[i].spot.xM, spot.yM - dusk[i].spot.yM),
    );
    const near = moved.filter((awayM) => awayM < 400).length;
    expect(near / moved.length).toBeGreaterThan(0.8);
    expect(moved.some((awayM) => awayM > 20)).toBe(true);
  });
  it('another level of the water leaves everyone at home', () => {
    const placesOn = (dayId: string) => {
      const { targets } = waterToday(onDay(reservoir, { dayId, hourOfDay: null })).scene;
      return new Map(targets.map(({ id, xM, yM }) => [id.replace(/-\d+$/, ''), { xM, yM }]));
    };
    const [high, low] = [placesOn('july-noon'), placesOn('november')];
    for (const [group, { xM, yM }] of high) {
      const then = /^(ruffe|zander|bream|wels)-\d+$/.test(group) ? low.get(group) : undefined;
      // Each is within 600 m of its home on both days.
      if (then) expect(Math.hypot(then.xM - xM, then.yM - yM), group).toBeLessThan(1250);
    }
    expect([...high.keys()].filter((group) => /^ruffe-/.test(group)).length).toBeGreaterThan(2);
  });
  it('a stream turns them into it, and puts them in the lee of what they stand at', () => {
    const groups = at('gates', 10).filter(
      ({ stand, spot: { coverId } }) => coverId && stand.why.includes('lee'),
    );
    expect(groups.length).toBeGreaterThan(3);
    for (const { targets, spot } of groups) {
      // The stream sets to 265°: the lee lies west.
      expect(targets[0].xM).toBeLessThan(spot.xM);
    }
    const headings = at('gates', 10)
      .flatMap(({ targets }) => targets)
      .flatMap((target) => (target.kind === 'fish' ? [target.headingDeg] : []));
    const into = headings.filter((deg) => Math.cos(((deg - 85) * Math.PI) / 180) > 0.6);
    expect(into.length / headings.length).toBeGreaterThan(0.95);
  });
  it('hunters stand under and beside what they follow', () => {
    const groups = at('july-noon', 12.5);
    const hunting = groups.filter(({ stock }) => stock.follows === 'bleak-lake');
    expect(hunting.length).toBeGreaterThan(2);
    const schools = groups
      .filter(({ stock }) => stock.id === 'bleak-lake')
      .flatMap(({ targets }) => targets);
    for (const fish of hunting.flatMap(({ targets }) => targets)) {
      const over = schools.some(
        (school) =>
          school.kind === 'baitSchool' &&
          Math.hypot(school.xM - fish.xM, school.yM - fish.yM) <= 1.1 * school.radiusM + 1e-9 &&
          school.depthM < (fish as { depthM: number }).depthM,
      );
      expect(over, fish.id).toBe(true);
    }
  });
});

describe('the water of a day', () => {
  it('carries its life behind all that stands there, in an order that does not change', () => {
    const today = waterToday(reservoir);
    const { targets } = reservoir.scene;
    expect(today.scene.targets.slice(0, targets.length)).toEqual(targets);
    expect(today.scene.targets.length).toBeGreaterThan(targets.length + 200);
    expect(waterToday(reservoir)).toBe(today);
    const ids = today.scene.targets.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });
  it('is the water as it stands where no day is chosen or none is known', () => {
    expect(onDay(reservoir, { dayId: null, hourOfDay: null })).toBe(reservoir);
    expect(onDay(reservoir, { dayId: 'never', hourOfDay: null }).conditions).toEqual(
      reservoir.conditions,
    );
    const march = onDay(reservoir, { dayId: 'march', hourOfDay: 8 });
    expect([march.conditions.hourOfDay, march.scene.water.temperatureC]).toEqual([8, 7]);
    expect(onDay(reservoir, { dayId: 'march', hourOfDay: 8 })).toBe(march);
  });
});

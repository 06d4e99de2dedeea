/**
 * Where fish and bait are by season, as rules that can be stated and checked: the last days' air, the
 * water, and the hour move them, each to the nearest place that suits. What left has not gone far.
 * The rules are those of domain knowledge among anglers (shallow water cools and warms fast, deep water
 * slowly), not a model of biology. Life that a water only counts moves by its species (`core/life`).
 */
import { type Bottom, depthAtM } from '../bottom';
import { airTrendC, lightAt, seasonStateOf, type SeasonState } from '../life';
import type { WaterContent } from '../waters';
import { hash32, hashText, randomSource } from '../random';
import type { Target } from '../targets';

export interface SeasonReading {
  state: SeasonState;
  /** Mean of the air over the last three days less that of the days before, °C. */
  trendC: number;
  title: string;
  /** Where to look first, and why. */
  answer: string;
}

export function readSeason(content: WaterContent): SeasonReading {
  const { conditions, creek } = content;
  const trendC = airTrendC(conditions.airDailyC);
  const state = seasonStateOf({ conditions, water: content.scene.water });
  if (state === 'underIce') {
    return {
      state: 'underIce',
      trendC,
      title: 'Under the ice',
      answer:
        'The warmest water, 4 °C, lies at the bottom. Look over the deepest basin, low down, and where a slope runs into it.',
    };
  }
  if (state === 'coldSnap') {
    return {
      state: 'coldSnap',
      trendC,
      title: 'Cold snap',
      answer: creek
        ? 'The flats have cooled, deep water has not. Bait is packed tight and deep near the creek mouth, fish under and beside it.'
        : 'The flats have cooled, deep water has not. Bait is packed tight over the deepest place near by, fish under and beside it.',
    };
  }
  if (state === 'warming') {
    return {
      state: 'warming',
      trendC,
      title: 'Warming',
      answer: creek
        ? 'Shallow water has warmed first. Bait is scattered up the creek and out on the flats, fish at the edges of the flats.'
        : 'Shallow water has warmed first. Bait is scattered over the flats, fish at their edges.',
    };
  }
  if (state === 'summer') {
    return {
      state: 'summer',
      trendC,
      title: 'Summer layering',
      answer:
        lightAt(conditions.hourOfDay) !== 'day'
          ? 'Life sits on and just above the thermocline; in this low light part of it has come in to the edge of the flats.'
          : 'Life sits on and just above the thermocline, over water deeper than it. Under it there is little air and little life.',
    };
  }
  return {
    state: 'steady',
    trendC,
    title: 'Steady weather',
    answer:
      'Nothing has moved them. Look where cover, a drop and food come together, where they were last.',
  };
}

interface Node {
  x: number;
  y: number;
  depthM: number;
}

/** A coarse net of places over the water, enough to choose among. */
function placesIn(bottom: Bottom): Node[] {
  const { originM, cellM, columns, rows } = bottom;
  const step = Math.max(1, Math.round(Math.sqrt((columns * rows) / 2500)));
  const places: Node[] = [];
  for (let row = step; row < rows - step; row += step) {
    for (let column = step; column < columns - step; column += step) {
      const x = originM.x + column * cellM;
      const y = originM.y + row * cellM;
      places.push({ x, y, depthM: depthAtM(bottom, x, y) });
    }
  }
  return places.length > 0
    ? places
    : [{ x: originM.x, y: originM.y, depthM: depthAtM(bottom, originM.x, originM.y) }];
}

const away = (a: { x: number; y: number }, b: { x: number; y: number }) =>
  Math.hypot(a.x - b.x, a.y - b.y);

function distanceToLeg(at: Node, from: { x: number; y: number }, to: { x: number; y: number }) {
  const length2 = (to.x - from.x) ** 2 + (to.y - from.y) ** 2;
  const share =
    length2 === 0
      ? 0
      : Math.min(
          1,
          Math.max(
            0,
            ((at.x - from.x) * (to.x - from.x) + (at.y - from.y) * (to.y - from.y)) / length2,
          ),
        );
  return away(at, { x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) });
}

/** Depth below which a share of the places lies. */
function depthQuantileM(places: Node[], share: number): number {
  const depths = places.map(({ depthM }) => depthM).sort((a, b) => a - b);
  return depths[Math.min(depths.length - 1, Math.floor(share * depths.length))];
}

const FLAT_DEEPEST_M = 4;
const FLAT_SHALLOWEST_M = 1;

/** From so far up its length on, a creek is away from its mouth. */
const UP_CREEK_SHARE = 0.3;

/** The places that suit bait in a state, in groups that schools share out among them, and fish. */
function suitable(content: WaterContent, state: SeasonState): { bait: Node[][]; fish: Node[] } {
  const places = placesIn(content.scene.bottom);
  const { creek } = content;
  const orAll = (some: Node[]) => (some.length > 0 ? some : places);
  switch (state) {
    case 'coldSnap': {
      const leastM = depthQuantileM(places, 0.75);
      const deep = places.filter(({ depthM }) => depthM >= leastM);
      const from = creek?.mouth ?? deep.reduce((a, b) => (b.depthM > a.depthM ? b : a));
      const near = [...deep].sort((a, b) => away(a, from) - away(b, from));
      const count = Math.max(4, Math.round(near.length * 0.12));
      return { bait: [near.slice(0, count)], fish: near.slice(0, 2 * count) };
    }
    case 'warming': {
      const flats = places.filter(
        ({ depthM }) => depthM >= FLAT_SHALLOWEST_M && depthM <= FLAT_DEEPEST_M,
      );
      const upper = creek && {
        x: creek.mouth.x + UP_CREEK_SHARE * (creek.head.x - creek.mouth.x),
        y: creek.mouth.y + UP_CREEK_SHARE * (creek.head.y - creek.mouth.y),
      };
      const up = upper
        ? places.filter(
            (place) => place.depthM > 0.8 && distanceToLeg(place, upper, creek.head) < 25,
          )
        : [];
      const edges = places.filter(({ depthM }) => depthM > 2.5 && depthM < 6);
      const groups = [flats, up].filter((group) => group.length > 0);
      return { bait: groups.length > 0 ? groups : [places], fish: orAll(edges) };
    }
    case 'summer': {
      const layerM = content.scene.water.thermocline?.depthM ?? 5;
      const over = orAll(places.filter(({ depthM }) => depthM > layerM + 1));
      return { bait: [over], fish: over };
    }
    case 'underIce': {
      const leastM = depthQuantileM(places, 0.8);
      const deep = places.filter(({ depthM }) => depthM >= leastM);
      return { bait: [orAll(deep)], fish: orAll(deep) };
    }
    case 'steady':
      return { bait: [places], fish: places };
  }
}

/** Which of some places are among those that suit fish or bait now, or lie next to one. */
export function suitsSeason(
  content: WaterContent,
  places: readonly { x: number; y: number }[],
  withinM: number,
): boolean[] {
  const { bait, fish } = suitable(content, readSeason(content).state);
  const suited = [...bait.flat(), ...fish];
  return places.map((at) => suited.some((place) => away(place, at) <= withinM));
}

const NEAREST_CHOICES = 6;

/**
 * The things of a water with fish and bait where the season puts them. Fish bound to a lure, and all
 * that stands on the bottom, stay; in steady weather everything does.
 */
export function applySeason(content: WaterContent): { targets: Target[]; moved: number } {
  const { state } = readSeason(content);
  const { scene, conditions } = content;
  if (state === 'steady') return { targets: scene.targets, moved: 0 };
  const places = suitable(content, state);
  const layerM = scene.water.thermocline?.depthM ?? 5;
  const lowLight = lightAt(conditions.hourOfDay) !== 'day';
  let moved = 0;
  let schools = 0;
  const targets = scene.targets.map((target): Target => {
    if (target.kind !== 'baitSchool' && target.kind !== 'fish') return target;
    if (target.kind === 'fish' && target.behaviour.kind === 'riseToLure') return target;
    const random = randomSource(hash32(scene.seed, hashText(target.id), hashText(state)));
    const from = { x: target.xM, y: target.yM };
    const suited =
      target.kind === 'fish' ? places.fish : places.bait[schools++ % places.bait.length];
    const choices = suited
      .map((place) => ({ place, awayM: away(place, from) }))
      .sort((a, b) => a.awayM - b.awayM)
      .slice(0, NEAREST_CHOICES);
    const { place } = choices[random.index(choices.length)];
    const spreadM = 0.4 * scene.bottom.cellM;
    const xM = place.x + random.between(-spreadM, spreadM);
    const yM = place.y + random.between(-spreadM, spreadM);
    const bottomM = depthAtM(scene.bottom, xM, yM);
    moved++;
    const fitted = (depthM: number, heightM: number) =>
      Math.min(Math.max(0.3, depthM), Math.max(0.3, bottomM - heightM / 2 - 0.1));
    if (target.kind === 'baitSchool') {
      const tight =
        state === 'coldSnap' || state === 'underIce' ? 0.65 : state === 'warming' ? 1.5 : 1;
      const heightM = Math.min(target.heightM * (tight > 1 ? 0.8 : tight), 0.7 * bottomM);
      const depthM =
        state === 'coldSnap' || state === 'underIce'
          ? bottomM * random.between(0.72, 0.85)
          : state === 'warming'
            ? bottomM * random.between(0.35, 0.6)
            : layerM - random.between(0.3, 1.4);
      return {
        ...target,
        xM,
        yM,
        radiusM: Math.min(50, target.radiusM * tight),
        heightM: Math.max(0.1, heightM),
        depthM: fitted(depthM, heightM),
      };
    }
    const depthM =
      state === 'coldSnap' || state === 'underIce'
        ? bottomM - random.between(0.4, 1.6)
        : state === 'warming'
          ? bottomM - random.between(0.4, 1.2)
          : layerM - random.between(0, 1.5) - (lowLight ? random.between(0, 2) : 0);
    return { ...target, xM, yM, depthM: fitted(depthM, target.lengthM) };
  });
  return { targets, moved };
}

/** How much of the life of a water lies within a distance of a place, seen from above, of how much there is. */
export function lifeNear({ scene }: WaterContent, at: { x: number; y: number }, withinM: number) {
  const count = (kind: 'fish' | 'baitSchool') => {
    const all = scene.targets.filter((target) => target.kind === kind);
    const near = all.filter(({ xM, yM }) => away({ x: xM, y: yM }, at) <= withinM);
    return { near: near.length, all: all.length };
  };
  return { fish: count('fish'), bait: count('baitSchool') };
}

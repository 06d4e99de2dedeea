/**
 * Life that moves by rule: a water says what lives in it, and where that stands at an hour follows from the day, the
 * place and its species' profile. The same day gives the same places; nothing goes farther than it must.
 */
import { z } from 'zod';
import { type Bottom, depthAtM } from '../bottom';
import { atan2, cos, hypot, power, sin } from '../numeric';
import { hash32, hashText, type RandomSource, randomSource } from '../random';
import { type Target, targetSchema } from '../targets';
import { degToRad, radToDeg } from '../units/angle';
import { type Habitat, habitatOf, type Spot } from './habitat';
import { PROFILE_IDS, profileOf, type SpeciesProfile, type Stand } from './profiles';
import { type DayOf, situationsOf, STREAM_MPS } from './situation';

export const stockSchema = z.object({
  id: z.string().min(1).max(40),
  species: z.enum(PROFILE_IDS),
  /** Groups of it, each as its kind keeps together. */
  groups: z.int().min(1).max(60),
  /** Where it is at home; the whole water where nothing is said. */
  home: z
    .object({ xM: z.number(), yM: z.number(), radiusM: z.number().min(10).max(5000) })
    .nullable()
    .default(null),
  /** It hunts these: groups stand under and beside groups of that stock. */
  follows: z.string().max(40).nullable().default(null),
});
export type Stock = z.infer<typeof stockSchema>;

/** Where the rule puts a group, and by which stand. */
export interface PlacedGroup {
  stock: Stock;
  profile: SpeciesProfile;
  stand: Stand;
  spot: Spot;
  targets: Target[];
}

export interface Living extends DayOf {
  seed: number;
  /** At the level of the day, and at that of the chart. */
  bottom: Bottom;
  charted: Bottom;
  /** What stands, lies and hangs there. */
  targets: readonly Target[];
  stocks: readonly Stock[];
}

/** Of the nearest places that suit it a group takes any of so many. */
const CHOICES = 8;
/** Nothing goes farther from its home than this for a better place, m. */
const FAR_M = 600;
/** Depths that suit as well as the best there is. */
const NEAR_ENOUGH_M = 1;
/** No fish is nearer to ground or surface than this, m. */
const CLEAR_M = 0.05;
const UNDER_SURFACE_M = 0.25;
const LARGEST_OF_A_SCHOOL_M = 0.3;
/** A school is so many times as wide as high. */
const SCHOOL_FLATNESS = 2.4;
const LAYER_HEIGHT_M = 1.2;
/** Hunters keep so far under and beside what they hunt, m. */
const HUNT_UNDER_M = [0.6, 2] as const;
/** Deeper than this no boat troubles a fish, m. */
const SAFE_FROM_M = 6;
const MOST_SCHOOL_RADIUS_M = 50;

/** One list, so that the places of open ground are found once. */
const NOTHING: readonly Target[] = [];

const cubeRoot = (x: number) => power(x, 1 / 3);

/** How a species stands on a day: the strongest of what holds that its profile knows of. */
export function standOf(profile: SpeciesProfile, day: DayOf): Stand {
  for (const situation of situationsOf(day)) {
    const stand = profile.when?.[situation];
    if (stand) return stand;
  }
  return profile.usual;
}

/** All groups of a water where its day has them, in the order of its stocks. */
export function placeStocks(living: Living): PlacedGroup[] {
  if (living.stocks.length === 0) return [];
  const habitat = habitatOf(living.bottom, living.targets);
  // Where groups are at home does not change with the level.
  const homes =
    living.charted === living.bottom ? habitat.open : habitatOf(living.charted, NOTHING).open;
  const placed: PlacedGroup[] = [];
  for (const stock of living.stocks) {
    const profile = profileOf(stock.species);
    const stand = standOf(profile, living);
    const hunted = placed.filter(({ stock: other }) => other.id === stock.follows);
    for (let group = 0; group < stock.groups; group++) {
      // Where it lives and what it is do not depend on the day.
      const itself = randomSource(hash32(living.seed, hashText(stock.id), group));
      const home = homeOf(stock, homes, itself);
      const prey = hunted.length > 0 ? hunted[group % hunted.length] : null;
      const day = randomSource(hash32(living.seed, hashText(stock.id), group, hashText(stand.why)));
      const spot = prey?.spot ?? (home && nearestSuited(habitat, stand, home, day));
      if (!spot) continue;
      placed.push({
        stock,
        profile,
        stand,
        spot,
        targets: fishOf(
          `${stock.id}-${group + 1}`,
          profile,
          stand,
          spot,
          prey,
          living,
          itself,
          day,
        ),
      });
    }
  }
  return placed;
}

/** A place of the water within a stock's home; any, where its home holds no water. */
function homeOf({ home }: Stock, open: readonly Spot[], random: RandomSource): Spot | null {
  const within = home
    ? open.filter((spot) => hypot(spot.xM - home.xM, spot.yM - home.yM) <= home.radiusM)
    : open;
  return within.length > 0 ? within[random.index(within.length)] : (open[0] ?? null);
}

/** How far a value lies outside a span; 0 within it. */
export const outsideM = (value: number, [from, to]: readonly [number, number]) =>
  Math.max(0, from - value, value - to);

/** One of the nearest places of the kind whose depth suits; where there is none near enough, of any kind near in depth. */
function nearestSuited(
  habitat: Habitat,
  { place, bottomM }: Stand,
  home: { xM: number; yM: number },
  random: RandomSource,
): Spot | null {
  const awayM = (spot: Spot) => hypot(spot.xM - home.xM, spot.yM - home.yM);
  const isNear = (spot: Spot) => awayM(spot) <= FAR_M;
  let among = habitat[place].filter((spot) => isNear(spot) && outsideM(spot.depthM, bottomM) === 0);
  if (among.length === 0) {
    const open = habitat.open.filter(isNear);
    const leastM = Math.min(...open.map(({ depthM }) => outsideM(depthM, bottomM)));
    among = open.filter(({ depthM }) => outsideM(depthM, bottomM) <= leastM + NEAR_ENOUGH_M);
  }
  const near = among.toSorted((a, b) => awayM(a) - awayM(b)).slice(0, CHOICES);
  return near.length > 0 ? near[random.index(near.length)] : null;
}

/** Depth under the surface at which a stand has its fish over ground of a depth, m. */
export function depthBandM(
  stand: Stand,
  bottomDepthM: number,
  layerM: number | null,
): [number, number] {
  const { aboveBottomM, underSurfaceM, aboveLayerM } = stand;
  if (aboveLayerM) {
    const middleM = layerM ?? 0.45 * bottomDepthM;
    return [middleM - aboveLayerM[1], middleM - aboveLayerM[0]];
  }
  if (underSurfaceM) return [...underSurfaceM];
  const [low, high] = aboveBottomM!;
  return [bottomDepthM - high, bottomDepthM - low];
}

function fishOf(
  id: string,
  profile: SpeciesProfile,
  stand: Stand,
  spot: Spot,
  prey: PlacedGroup | null,
  living: Living,
  itself: RandomSource,
  day: RandomSource,
): Target[] {
  const { bottom, conditions, water } = living;
  const lengthM = itself.between(...profile.lengthM);
  const count = Math.round(itself.between(...profile.number));
  const streamRad = degToRad(conditions.current.towardDeg);
  const hasStream = conditions.current.speedMps >= STREAM_MPS;
  // Beside what they stand at; in a stream on its lee.
  const asideM = spot.coverId ? spot.coverM + day.between(0.3, 1.5) : 0;
  const asideRad = hasStream ? streamRad : day.between(0, 2 * Math.PI);
  const middle = {
    xM: spot.xM + asideM * sin(asideRad) + (spot.coverId ? 0 : day.between(-6, 6)),
    yM: spot.yM + asideM * cos(asideRad) + (spot.coverId ? 0 : day.between(-6, 6)),
  };
  const layerM = water.thermocline?.depthM ?? null;
  const clearDepthM = (xM: number, yM: number, depthM: number, halfM: number) => {
    const lowestM = depthAtM(bottom, xM, yM) - CLEAR_M - halfM;
    return Math.max(UNDER_SURFACE_M + halfM, Math.min(depthM, lowestM));
  };
  const band = depthBandM(stand, depthAtM(bottom, middle.xM, middle.yM), layerM);
  const spacingM = profile.spacingLengths * lengthM * (stand.spread ?? 1);
  const school = prey?.targets.find((target) => target.kind === 'baitSchool');
  if ((profile.form === 'school' || profile.form === 'layer') && lengthM <= LARGEST_OF_A_SCHOOL_M) {
    // count · spacing³ is the volume of the ellipsoid 4/3 π r² h/2.
    const volumeM3 = (3 / (4 * Math.PI)) * count * spacingM * spacingM * spacingM;
    const isLayer = profile.form === 'layer';
    const halfM = isLayer
      ? LAYER_HEIGHT_M / 2
      : cubeRoot(volumeM3 / (SCHOOL_FLATNESS * SCHOOL_FLATNESS));
    const roomM = Math.max(0.1, 0.4 * (depthAtM(bottom, middle.xM, middle.yM) - UNDER_SURFACE_M));
    const heightM = 2 * Math.min(halfM, roomM);
    const radiusM = Math.min(
      MOST_SCHOOL_RADIUS_M,
      Math.max(0.3, Math.sqrt(volumeM3 / (heightM / 2))),
    );
    const schoolDepthM = clearDepthM(middle.xM, middle.yM, day.between(...band), heightM / 2);
    return [
      targetSchema.parse({
        id,
        kind: 'baitSchool',
        species: profile.name,
        count,
        lengthM,
        ...middle,
        depthM: schoolDepthM,
        radiusM,
        heightM,
        speedMps: isLayer ? 0 : profile.speedMps / 2,
        ...shyness(profile, schoolDepthM),
      }),
    ];
  }
  const spreadM = spacingM * cubeRoot(count);
  return Array.from({ length: count }, (_, i) => {
    const size = lengthM * itself.between(0.88, 1.14);
    let place = {
      xM: middle.xM + (count > 1 ? spreadM * day.gaussian() * 0.7 : 0),
      yM: middle.yM + (count > 1 ? spreadM * day.gaussian() * 0.7 : 0),
    };
    let depthM = depthAtOwnPlace(place, stand, bottom, layerM, day);
    if (school?.kind === 'baitSchool') {
      // Under the school and out to its rim, as hunters drive it.
      const way = day.between(0, 2 * Math.PI);
      const outM = school.radiusM * day.between(0.3, 1.1);
      place = { xM: school.xM + outM * sin(way), yM: school.yM + outM * cos(way) };
      depthM = school.depthM + school.heightM / 2 + day.between(...HUNT_UNDER_M);
    }
    return targetSchema.parse({
      id: count > 1 ? `${id}-${i + 1}` : id,
      kind: 'fish',
      species: profile.name,
      lengthM: size,
      ...place,
      depthM: clearDepthM(place.xM, place.yM, depthM, size * 0.12),
      headingDeg: headingOf(hasStream, streamRad, day),
      ...shyness(profile, depthM),
      swimbladder: profile.swimbladder,
      behaviour:
        profile.speedMps > 0 && profile.form !== 'single'
          ? { kind: 'school', group: id, speedMps: profile.speedMps, radiusM: 15 }
          : profile.speedMps > 0
            ? { kind: 'cruise', speedMps: profile.speedMps, radiusM: 12 }
            : { kind: 'hold' },
    });
  });
}

function depthAtOwnPlace(
  { xM, yM }: { xM: number; yM: number },
  stand: Stand,
  bottom: Bottom,
  layerM: number | null,
  random: RandomSource,
): number {
  return random.between(...depthBandM(stand, depthAtM(bottom, xM, yM), layerM));
}

/** Fish give way to a boat the more, the shallower they are; our rule. */
function shyness({ shyM = 0 }: SpeciesProfile, depthM: number): { shyM?: number } {
  const share = Math.max(0, 1 - depthM / SAFE_FROM_M);
  return shyM * share > 0 ? { shyM: shyM * share } : {};
}

/** Into the stream, give or take; any way where there is none. */
function headingOf(hasStream: boolean, streamRad: number, random: RandomSource): number {
  if (!hasStream) return random.between(0, 360);
  const intoRad = streamRad + Math.PI + 0.25 * random.gaussian();
  return (radToDeg(atan2(sin(intoRad), cos(intoRad))) + 360) % 360;
}

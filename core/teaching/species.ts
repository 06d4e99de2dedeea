/**
 * Species as they can be taught: where each stands on the days of the shipped waters, a group of it to look at under
 * several instruments, and how often a careful reader who has nothing but the echo names it rightly.
 */
import { depthAtM } from '../bottom';
import { DEMO_WATERS } from '../demo';
import { recipeSchema } from '../drills/recipe';
import { type PlacedGroup, placeStocks, PROFILES, type SpeciesProfile } from '../life';
import { exp, hypot, ln, square } from '../numeric';
import { hash32, hashText, randomSource } from '../random';
import type { Plate } from '../records';
import { type Instrument, sceneAtLevel } from '../sounding';
import { waterLevelM } from '../water';
import { onDay, type WaterContent } from '../waters';

/** Hours at which each day is looked at. */
const HOURS = [12, 20.5, 23];

/** A group where a day has it. */
export interface Met {
  waterId: string;
  dayId: string;
  hourOfDay: number;
  /** Which group it is, whatever the day. */
  groupId: string;
  group: PlacedGroup;
  /** Of the water there on that day, m. */
  groundM: number;
}

function metOn(waterId: string, content: WaterContent, dayId: string, hourOfDay: number): Met[] {
  const { scene, conditions, stocks } = onDay(content, { dayId, hourOfDay });
  const { seed, bottom, targets, water } = sceneAtLevel(scene, waterLevelM(conditions));
  const charted = content.scene.bottom;
  return placeStocks({ seed, bottom, charted, targets, water, conditions, stocks }).map(
    (group) => ({
      waterId,
      dayId,
      hourOfDay,
      groupId: `${waterId} ${group.targets[0].id.replace(/^(.*-\d+)-\d+$/, '$1')}`,
      group,
      groundM: depthAtM(bottom, group.targets[0].xM, group.targets[0].yM),
    }),
  );
}

/** All groups of a water on all its days, at noon, dusk and night. */
export function metIn(waterId: string, content: WaterContent): Met[] {
  if (content.stocks.length === 0) return [];
  return content.days.flatMap(({ id }) =>
    HOURS.flatMap((hourOfDay) => metOn(waterId, content, id, hourOfDay)),
  );
}

/** How well a length is read from levels, and a number from marks: standard deviations of their logarithms. */
const LENGTH_READ = 0.2;
const NUMBER_READ = 0.3;
const HEIGHT_READ_M = 0.15;
/** Readings so far apart, logarithms but the first, are just told apart: our rule. A school is never taken for single fish. */
const STEPS = { lengthOfFish: 0.3, lengthInSchool: 0.6, number: 0.5, across: 0.6, depth: 0.5 };
const SCHOOL_OR_NOT = 6;

/** What the echo gives of a group, each in steps that a reader can just tell apart. */
function readOf({ group, groundM, groupId, dayId, hourOfDay }: Met): number[] {
  const random = randomSource(hash32(hashText(`${groupId} ${dayId}`), Math.round(10 * hourOfDay)));
  const school = group.targets.find((target) => target.kind === 'baitSchool');
  const fish = group.targets.filter((target) => target.kind === 'fish');
  const depths = fish.map(({ depthM }) => depthM);
  const depthM = school?.depthM ?? depths.reduce((sum, m) => sum + m, 0) / depths.length;
  const lengthM = school?.lengthM ?? fish.reduce((sum, one) => sum + one.lengthM, 0) / fish.length;
  const acrossM = school
    ? 2 * school.radiusM
    : 1 + Math.max(...fish.map(({ xM, yM }) => hypot(xM - fish[0].xM, yM - fish[0].yM)));
  const read = (value: number, spread: number) => ln(value) + spread * random.gaussian();
  const overGroundM = Math.max(0, groundM - depthM + HEIGHT_READ_M * random.gaussian());
  return [
    school ? SCHOOL_OR_NOT : 0,
    // A school’s grain tells hardly anything of its fish.
    school
      ? read(lengthM, 2 * LENGTH_READ) / STEPS.lengthInSchool
      : read(lengthM, LENGTH_READ) / STEPS.lengthOfFish,
    read(school ? 1 : fish.length, NUMBER_READ) / STEPS.number,
    read(acrossM, NUMBER_READ) / STEPS.across,
    ln(overGroundM + 0.3) / STEPS.depth,
    ln(depthM + 0.5) / STEPS.depth,
    ln(groundM + 1) / STEPS.depth,
  ];
}

export interface Told {
  /** Groups judged, each on every day at all hours that are looked at. */
  groups: number;
  rightShare: number;
  /** What it was taken for, the commonest first, with its share. */
  taken: { id: string; share: number }[];
}

/** Steps between two readings. */
const apart = (a: readonly number[], b: readonly number[]) =>
  a.reduce((sum, value, i) => sum + square(value - b[i]), 0);

/**
 * How often each species is named rightly by one who knows how all others of the same sort of water stand and has only
 * readings: a kernel estimate with equal odds for each species, a group never being compared with itself (Silverman
 * 1986, section 6.1).
 */
export function howTold(met: readonly Met[]): Map<string, Told> {
  const read = met.map((one) => ({ one, reading: readOf(one), id: one.group.profile.id }));
  const told = new Map<string, Told>();
  for (const kind of ['fresh', 'salt'] as const) {
    const among = read.filter(({ one }) => one.group.profile.water === kind);
    const ids = [...new Set(among.map(({ id }) => id))];
    const named = new Map(ids.map((id) => [id, new Map<string, number>()]));
    for (const { one, reading, id } of among) {
      let best = { id, density: -1 };
      for (const candidate of ids) {
        let sum = 0;
        let count = 0;
        for (const other of among) {
          if (other.id !== candidate || other.one.groupId === one.groupId) continue;
          sum += exp(-apart(reading, other.reading) / 2);
          count++;
        }
        const density = count > 0 ? sum / count : 0;
        if (density > best.density) best = { id: candidate, density };
      }
      const names = named.get(id)!;
      names.set(best.id, (names.get(best.id) ?? 0) + 1);
    }
    for (const [id, names] of named) {
      const all = [...names.values()].reduce((sum, n) => sum + n, 0);
      told.set(id, {
        groups: new Set(among.filter((other) => other.id === id).map(({ one }) => one.groupId))
          .size,
        rightShare: (names.get(id) ?? 0) / all,
        taken: [...names]
          .filter(([other]) => other !== id)
          .map(([other, n]) => ({ id: other, share: n / all }))
          .toSorted((a, b) => b.share - a.share),
      });
    }
  }
  return told;
}

/** Of the way past a group to each side of it, m, and the depth that a boat wants all along it. */
const HALF_WAY_M = 24;
const AFLOAT_M = 1.2;

interface Look {
  instrument: Instrument;
  caption: string;
  /** Of the way south of the group, m. */
  asideM: number;
  speedMps: number;
  pings: number;
  /** From where to where, as seen from the group’s middle, m. */
  fromM: number;
  toM: number;
}

const PAST = { asideM: 0, speedMps: 1.4, pings: 420, fromM: -HALF_WAY_M, toM: 20 };
const LOOKS: readonly Look[] = [
  { ...PAST, instrument: 'cone', caption: 'Cone, at walking pace.' },
  { ...PAST, instrument: 'downFan', caption: 'Down fan, the same way.' },
  {
    ...PAST,
    instrument: 'sideFans',
    caption: 'Side fans, passing to the south.',
    asideM: 9,
  },
  {
    ...PAST,
    instrument: 'column',
    caption: 'Column, drifting over.',
    speedMps: 0.3,
    pings: 300,
    fromM: -5,
    toM: 3,
  },
  {
    ...PAST,
    instrument: 'sector',
    caption: 'Sector, creeping up.',
    speedMps: 0.4,
    pings: 14,
    fromM: -16,
    toM: -12,
  },
];

function plateOf({ waterId, dayId, hourOfDay, group }: Met, passId: string, look: Look): Plate {
  const { xM, yM } = group.targets[0];
  const { instrument, caption, asideM, speedMps, pings, fromM, toM } = look;
  const y = yM - asideM;
  return {
    recipe: recipeSchema.parse({
      waterId,
      passId,
      routeM: [
        { x: xM + fromM, y },
        { x: xM + HALF_WAY_M, y },
      ],
      day: { dayId, hourOfDay },
      instrument,
      speedMps,
      endAlongM: toM - fromM,
      pings,
    }),
    caption,
    revealed: false,
  };
}

export interface SpeciesPage {
  id: string;
  /** Names of the shipped waters where it lives. */
  waters: string[];
  /** Null where it lives in none of them. */
  told: Told | null;
  plates: Plate[];
  /** Where and when the group of the plates stands: words. */
  where: string;
}

const isAfloat = (content: WaterContent, { group }: Met) => {
  const { xM, yM } = group.targets[0];
  const at = (alongM: number, asideM: number) =>
    depthAtM(content.scene.bottom, xM + alongM, yM - asideM) > AFLOAT_M;
  return [-HALF_WAY_M, 0, HALF_WAY_M].every((alongM) => at(alongM, 0) && at(alongM, 9));
};

/** A page for each species, from some waters: the shipped ones take seconds. */
export function speciesPages(
  makers: Readonly<Record<string, () => WaterContent>> = DEMO_WATERS,
): SpeciesPage[] {
  const waters = new Map(Object.entries(makers).map(([id, make]) => [id, make()]));
  const met = [...waters].flatMap(([id, content]) => metIn(id, content));
  const told = howTold(met);
  return PROFILES.map((profile): SpeciesPage => {
    const own = met.filter(({ group }) => group.profile === profile);
    const lives = [...new Set(own.map(({ waterId }) => waterId))];
    const shown =
      own.find((one) => isUsual(one, profile) && isAfloat(waters.get(one.waterId)!, one)) ??
      own.find((one) => isAfloat(waters.get(one.waterId)!, one));
    const content = shown && waters.get(shown.waterId)!;
    const pass = content?.passes.find(({ holding }) => holding.kind === 'sail');
    const day = shown && content?.days.find(({ id }) => id === shown.dayId);
    return {
      id: profile.id,
      waters: lives.map((id) => waters.get(id)!.name),
      told: told.get(profile.id) ?? null,
      plates: shown && pass ? LOOKS.map((look) => plateOf(shown, pass.id, look)) : [],
      where: shown ? `${content!.name}, ${day!.name}: ${shown.group.stand.why}` : '',
    };
  });
}

const isUsual = ({ group, hourOfDay }: Met, { usual }: SpeciesProfile) =>
  group.stand === usual && hourOfDay === 12;

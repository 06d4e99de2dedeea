/**
 * Makes different, fair questions from waters: chooses where to sail and with what, sounds it, and keeps
 * those questions whose answer can be seen. A seed always gives the same questions.
 */
import { depthAtM } from '../bottom';
import { cos, sin, square } from '../numeric';
import { poseAt, passRunSchema, routeLengthM, type PassPlan } from '../pass';
import { hash32, randomSource, type RandomSource, shuffled } from '../random';
import { waterMark, waterToday, type WaterContent } from '../waters';
import { BANDS, FAULT_IDS, FAULTS, type FaultId, USUAL_GAIN_DB, USUAL_PINGS_HZ } from '../setup';
import { ENGINE_VERSION, INSTRUMENTS, type Instrument, isAbeam, isPolar } from '../sounding';
import { type DrillScreen, regionOf, seenOn, slotOf, whereabouts } from './drillScreen';
import {
  type Item,
  ITEM_KINDS,
  type ItemKindName,
  kindNeeds,
  makeItems,
  targetsNamed,
} from './items';
import { type Recipe, type ScreenRef, USUAL_PINGS } from './recipe';
import { movedRecipe } from './movedRecipe';
import { planOf } from './plan';
import { keepsShares, sortsOf, topicOf } from './shares';
import { SKILL_IDS, SKILL_INSTRUMENTS, type SkillId, skillOfMark } from './skills';
import { labelOf, type ReadingLabel } from '../targets';
import { screenOfRecipe } from './soundRecipe';

export interface GeneratorWater {
  id: string;
  content: WaterContent;
}

/** With the level of its hour. */
type TodaysWater = GeneratorWater & { today: WaterContent };

export interface GeneratorInput {
  waters: readonly GeneratorWater[];
  /** Empty: all. */
  instruments: readonly Instrument[];
  skills: readonly SkillId[];
  kinds: readonly ItemKindName[];
  /** Null: any. */
  difficulty: { from: number; to: number } | null;
  count: number;
  seed: number;
  /** Most questions from one screen. */
  perScreen?: number;
  /** Keys of questions that are not to be made again. */
  known?: readonly string[];
}

/** One step: a screen was sounded, and these questions came of it. */
export interface GeneratorStep {
  items: Item[];
  /** Screens tried so far. */
  tried: number;
}

const PER_SCREEN = 4;
/** So many screens without a new question mean that there are no more. */
const MOST_BARREN = 60;
/** A skill may have so many times its even share. */
const SHARE_KEPT = 2.2;
const ALL = <T>(some: readonly T[], all: readonly T[]) => (some.length > 0 ? some : all);

/** Skills that are trained on pictures with something wrong. */
const FAULT_SKILLS: Partial<Record<SkillId, FaultId[]>> = {
  gain: ['gainFull', 'filterLeft'],
  rangeAndZoom: ['wrongRange'],
  scroll: ['scrollMismatch'],
  clutter: ['crossTalk', 'electrical'],
  distortions: ['tilted', 'rolled', 'air', 'stopStart', 'hardTurn', 'starved'],
};
/** Skills asked about on a chart or in words, at times or always. */
const CHART_SHARE: Partial<Record<SkillId, number>> = {
  chart: 1,
  gain: 0.4,
  sideRange: 0.4,
  frequency: 0.5,
  scroll: 0.4,
};

interface Making {
  input: GeneratorInput;
  /** Planned of each kind. */
  planned: ReadonlyMap<ItemKindName, number>;
  random: RandomSource;
  used: Map<string, number>;
  made: Set<string>;
}

const pick = <T>(list: readonly T[], random: RandomSource): T => list[random.index(list.length)];

const staysPut = ({ holding }: PassPlan) => holding.kind === 'anchor' || holding.kind === 'hole';

/** Passes of a water on which an instrument is used. */
function passesFor(instrument: Instrument, { passes, conditions }: WaterContent): PassPlan[] {
  // Nobody sails under ice, nor sits at a hole without it.
  const fit = passes.filter(({ holding }) => (holding.kind === 'hole') === conditions.iceM > 0);
  if (instrument === 'column') return fit.filter(staysPut);
  if (isPolar(instrument)) return fit.filter(({ holding }) => holding.kind !== 'drift');
  return fit.filter(({ holding }) => holding.kind === 'sail');
}

/** A pass sailed so that metres along it are seconds. */
const atOneMps = (plan: PassPlan) =>
  passRunSchema.parse({
    planId: plan.id,
    routeM: plan.routeM,
    speedChanges: [{ fromTimeS: 0, speedMps: 1 }],
  });

/** How far beside the way something is likely to be on the picture, m. */
const BESIDE_M: Record<Instrument, number> = {
  cone: 2,
  column: 2,
  downFan: 4,
  sideFans: 25,
  sector: 20,
};
const STEP_ALONG_M = 2;
/** So often a stretch is chosen for something that lies on it; the others take what comes. */
const AIMED_SHARE = 0.75;

/** Skills for which a fish is looked for, though its mark is named for another. */
const OF_FISH: readonly SkillId[] = ['sizeCues', 'nearBottom', 'nowAndHistory'];

interface Aim {
  instrument: Instrument;
  skill: SkillId;
}

/** Where along its way a boat comes past what a skill is about, or past one sort of things, m. */
function thingsAlongM(
  plan: PassPlan,
  { instrument, skill }: Aim,
  { scene }: WaterContent,
  random: RandomSource,
): number[] {
  const run = atOneMps(plan);
  const count = Math.floor(routeLengthM(plan.routeM) / STEP_ALONG_M) + 1;
  const places = Array.from({ length: count }, (_, i) => poseAt(run, i * STEP_ALONG_M));
  const found: Partial<Record<ReadingLabel, number[]>> = {};
  for (const target of scene.targets) {
    let nearestM2 = square(BESIDE_M[instrument]);
    let alongM = -1;
    for (let i = 0; i < count; i++) {
      const awayM2 = square(target.xM - places[i].xM) + square(target.yM - places[i].yM);
      if (awayM2 >= nearestM2) continue;
      nearestM2 = awayM2;
      alongM = i * STEP_ALONG_M;
    }
    if (alongM >= 0) (found[labelOf(target)] ??= []).push(alongM);
  }
  const labels = Object.keys(found) as ReadingLabel[];
  const wanted = labels.filter((label) =>
    OF_FISH.includes(skill) ? label === 'fish' : skillOfMark(label, instrument) === skill,
  );
  return labels.length > 0 ? found[pick(ALL(wanted, labels), random)]! : [];
}

/** Where a stretch of a pass ends: mostly so that something lies on it, else anywhere. */
function endOf(
  aim: Aim,
  plan: PassPlan,
  neededM: number,
  today: WaterContent,
  random: RandomSource,
): number {
  const lastM = routeLengthM(plan.routeM) - 1;
  const anywhereM = Math.round(random.between(neededM, lastM));
  if (aim.skill === 'empties' || random.uniform() > AIMED_SHARE) return anywhereM;
  const alongM = thingsAlongM(plan, aim, today, random);
  if (alongM.length === 0) return anywhereM;
  const endM = pick(alongM, random) + random.between(0.2, 0.8) * neededM;
  return Math.round(Math.min(lastM, Math.max(neededM, endM)));
}

/** A stretch of some pass with some band, as one would set it there; null where there is no such pass. */
function recipeFor(
  aim: Aim,
  { id, today }: TodaysWater,
  fault: FaultId | null,
  random: RandomSource,
): Recipe | null {
  const { instrument } = aim;
  const plans = passesFor(instrument, today);
  if (plans.length === 0) return null;
  const plan = pick(plans, random);
  const pings = USUAL_PINGS[instrument];
  const bands = BANDS[instrument];
  const base: Recipe = {
    waterId: id,
    passId: plan.id,
    instrument,
    pings,
    bandId: random.uniform() < 0.5 ? undefined : pick(bands, random).id,
    ...(fault ? { faults: [fault] } : {}),
  };
  if (staysPut(plan)) return { ...base, endS: Math.round(random.between(25, 400)) };
  const lengthM = routeLengthM(plan.routeM);
  const speedMps = Math.round(10 * random.between(0.9, 2.1)) / 10;
  const neededM = Math.min(0.9 * lengthM, (pings / USUAL_PINGS_HZ[instrument]) * speedMps);
  const endAlongM = endOf(aim, plan, neededM, today, random);
  if (endAlongM <= 5) return null;
  const sailed: Recipe = { ...base, speedMps, endAlongM };
  const run = atOneMps(plan);
  const depths = [0, 10, 20, 30, 40].map((backM) => {
    const { xM, yM } = poseAt(run, Math.max(0, endAlongM - backM));
    return depthAtM(today.scene.bottom, xM, yM);
  });
  const deepestM = Math.max(...depths);
  const gainDb = USUAL_GAIN_DB[instrument] + Math.round(random.between(-4, 5));
  if (isAbeam(instrument)) {
    // From twice the depth on, more than half of the picture is bottom.
    const rangeM = Math.min(60, Math.max(15, Math.round(pick([2, 2.6, 3.4], random) * deepestM)));
    return { ...sailed, rangeM, view: { gainDb } };
  }
  const bottomM = Math.max(4, Math.ceil(1.2 * deepestM));
  return { ...sailed, view: { gainDb, bottomM } };
}

const timesOf = ({ used }: Pick<Making, 'used'>, key: string) => used.get(key) ?? 0;

function fits(item: Item, { input }: Making): boolean {
  const { difficulty } = input;
  if (input.skills.length > 0 && !input.skills.includes(item.skill)) return false;
  return !difficulty || (item.difficulty >= difficulty.from && item.difficulty <= difficulty.to);
}

/** Beyond its plan a kind is asked only where so many screens have given nothing. */
const PATIENCE = 3;
const BEYOND_PLAN = 400;
/** What a picture leaves open is rare, and its share small: it comes first where there is one. */
const OPEN_FIRST = 50;
const isLeftOpen = (item: Item) => 'isOpen' in item && item.isOpen === true;

/** The least used kinds and skills first; of one screen each kind once, unless only one is wanted. */
function choose(candidates: Item[], most: number, making: Making, barren: number): Item[] {
  const { random, made, input } = making;
  const pool = shuffled(
    candidates.filter((item) => !made.has(item.id) && fits(item, making)),
    random,
  );
  const chosen: Item[] = [];
  const cost = (item: Item) =>
    3 * timesOf(making, item.kind) +
    2 * timesOf(making, item.skill) +
    4 * timesOf(making, topicOf(item)) -
    (isLeftOpen(item) ? OPEN_FIRST : 0) +
    (isBeyondPlan(item) ? BEYOND_PLAN : 0) +
    (chosen.some(({ kind }) => kind === item.kind) && input.kinds.length !== 1 ? 1000 : 0);
  const isBeyondPlan = ({ kind }: Item) => timesOf(making, kind) >= (making.planned.get(kind) ?? 0);
  const each = input.count / ALL(input.skills, SKILL_IDS).length;
  while (chosen.length < most && pool.length > 0) {
    let best = 0;
    for (let i = 1; i < pool.length; i++) if (cost(pool[i]) < cost(pool[best])) best = i;
    // A kind comes again on one screen only where many are wanted of each.
    if (cost(pool[best]) >= 1000 && chosen.length >= Math.max(2, most / 2)) break;
    const [item] = pool.splice(best, 1);
    const isWanted = input.kinds.length === 1 || input.skills.length === 1;
    if (
      (!isWanted || isLeftOpen(item)) &&
      !keepsShares(item, (key) => timesOf(making, key), input.count)
    )
      continue;
    // Beyond its even share a skill is only asked where a screen would else give nothing.
    if (chosen.length > 0 && timesOf(making, item.skill) > SHARE_KEPT * each + 1) continue;
    if ((chosen.length > 0 || barren < PATIENCE) && isBeyondPlan(item)) continue;
    chosen.push(item);
    made.add(item.id);
    for (const key of sortsOf(item)) making.used.set(key, timesOf(making, key) + 1);
  }
  return chosen;
}

const refOf = (recipe: Recipe, { content }: GeneratorWater): ScreenRef => ({
  from: 'recipe',
  recipe,
  waterMark: waterMark(content),
  engine: ENGINE_VERSION,
});

const LOOK_BACK_M = 40;
/** A boat wants so much water. */
const LEAST_DEPTH_M = 1.5;
/** Closer to the boat than this a target has no other side. */
const LEAST_ASIDE_M = 3;

/** The same target from its other side: a line as far beyond it, sailed the other way. */
function otherSide(
  recipe: Recipe,
  screen: DrillScreen,
  targetId: string,
  { today }: TodaysWater,
): Recipe | null {
  const slot = slotOf(screen, regionOf(screen, targetId).peak.ping);
  const at = whereabouts(screen, targetId, slot);
  if (!at) return null;
  const { xM, yM, headingRad } = screen.track;
  const beyond = { x: 2 * at.xM - xM[slot], y: 2 * at.yM - yM[slot] };
  const east = sin(headingRad[slot]);
  const north = cos(headingRad[slot]);
  const point = (alongM: number) => ({
    x: Math.round(10 * (beyond.x + alongM * east)) / 10,
    y: Math.round(10 * (beyond.y + alongM * north)) / 10,
  });
  const routeM = [point(LOOK_BACK_M), point(-LOOK_BACK_M)];
  const isWet = routeM.every(({ x, y }) => depthAtM(today.scene.bottom, x, y) > LEAST_DEPTH_M);
  if (!isWet || at.awayM < LEAST_ASIDE_M) return null;
  const halfM = ((recipe.pings / USUAL_PINGS_HZ[recipe.instrument]) * (recipe.speedMps ?? 1.5)) / 2;
  return { ...recipe, routeM, endAlongM: Math.round(LOOK_BACK_M + halfM), faults: undefined };
}

/** A second screen to compare with, for skills that want one. */
function partner(
  recipe: Recipe,
  screen: DrillScreen,
  skill: SkillId,
  water: TodaysWater,
  random: RandomSource,
): Recipe | null {
  if (skill === 'hardness' && recipe.instrument === 'cone') {
    const other = recipeFor({ instrument: 'cone', skill }, water, null, random);
    // The same sounder under the same view: only the bottom differs.
    return other && { ...recipe, passId: other.passId, endAlongM: other.endAlongM };
  }
  if (skill === 'downFan' && recipe.instrument === 'downFan') {
    return { ...recipe, instrument: 'cone', bandId: undefined };
  }
  if (skill === 'sideGeometry' && recipe.instrument === 'sideFans') {
    return { ...recipe, instrument: 'cone', bandId: undefined, rangeM: undefined, view: undefined };
  }
  if (skill === 'position') {
    const target = seenOn(screen).find(({ kind, label }) => kind !== null && label !== 'bait');
    return target ? otherSide(recipe, screen, target.targetId, water) : null;
  }
  return null;
}

/** So often a screen of a skill that is about one control is shown with it moved. */
const MOVED_SHARE = 0.4;

/** How the generator is used: every screen that is sounded is a step. */
export function* generateItems(input: GeneratorInput): Generator<GeneratorStep, void, void> {
  const { waters, count: wanted, seed, perScreen = PER_SCREEN } = input;
  if (waters.length === 0) return;
  const kinds = ALL(input.kinds, ITEM_KINDS);
  const instruments = ALL(input.instruments, INSTRUMENTS);
  const skills = ALL(input.skills, SKILL_IDS).filter(
    (skill) =>
      SKILL_INSTRUMENTS[skill].some((one) => instruments.includes(one)) ||
      (CHART_SHARE[skill] !== undefined && needing('chart', kinds).length > 0),
  );
  if (skills.length === 0) return;
  const making: Making = {
    input,
    planned: new Map(planOf(input).rows.map(({ kind, count }) => [kind, count])),
    random: randomSource(seed),
    used: new Map(),
    made: new Set(input.known ?? []),
  };
  const { random } = making;
  const today = waters.map((water): TodaysWater => ({
    ...water,
    today: waterToday(water.content),
  }));
  const times = (key: string) => timesOf(making, key);
  const mayBeEmpty = () => keepsShares({ kind: 'tapAll', skill: 'empties' }, times, wanted);
  let found = 0;
  let barren = 0;
  for (let tried = 1; found < wanted && barren < MOST_BARREN; tried++) {
    const open =
      skills.length > 1 && !mayBeEmpty() ? skills.filter((id) => id !== 'empties') : skills;
    const skill = [...shuffled(open, random)].sort(
      (a, b) => timesOf(making, a) - timesOf(making, b),
    )[barren % Math.min(open.length, 4)];
    const water = pick(today, random);
    const items = stepItems(skill, kinds, instruments, water, making);
    const most = Math.min(perScreen, wanted - found);
    const chosen = choose(items, most, making, barren);
    found += chosen.length;
    barren = chosen.length > 0 ? 0 : barren + 1;
    yield { items: chosen, tried };
  }
}

const needing = (need: ReturnType<typeof kindNeeds>[number], kinds: readonly ItemKindName[]) =>
  kinds.filter((kind) => kindNeeds(kind).includes(need));

/** Nobody works a lure under a boat that sails. */
function isUsual(item: Item, { endAlongM }: Recipe, { targets }: DrillScreen): boolean {
  if (endAlongM === undefined) return true;
  const lures = new Set(targets.filter(({ kind }) => kind === 'lure').map(({ id }) => id));
  return !targetsNamed(item).some((id) => lures.has(id));
}

/** Faults of the picture alone, which its controls mend. */
const ofPicture = (instrument: Instrument) =>
  FAULT_IDS.filter((id) => FAULTS[id].view && FAULTS[id].shows.includes(instrument));

/** So often a picture with something wrong has several things wrong, where a race may be asked. */
const RACE_SHARE = 0.35;

function isRace(fault: FaultId | null, kinds: readonly ItemKindName[], random: RandomSource) {
  if (!fault || !FAULTS[fault].view || !kinds.includes('settingsRace')) return false;
  return kinds.length === 1 || random.uniform() < RACE_SHARE;
}

function stepItems(
  skill: SkillId,
  kinds: readonly ItemKindName[],
  instruments: readonly Instrument[],
  water: TodaysWater,
  { random }: Making,
): Item[] {
  const seeded = () => randomSource(hash32(random.index(1e9)));
  const onChart = random.uniform() < (CHART_SHARE[skill] ?? 0);
  const ofChart = needing('chart', kinds);
  if (ofChart.length > 0 && (onChart || ofChart.length === kinds.length)) {
    return makeItems(ofChart, {
      refs: [],
      ground: { screens: [], water: water.today },
      random: seeded(),
      chart: { waterId: water.id, waterMark: waterMark(water.content) },
    });
  }
  const able = SKILL_INSTRUMENTS[skill].filter((one) => instruments.includes(one));
  const instrument = able.length > 0 ? pick(able, random) : pick(instruments, random);
  const faulty = (FAULT_SKILLS[skill] ?? []).filter((id) => FAULTS[id].shows.includes(instrument));
  const ofFault = needing('fault', kinds);
  const wantsFault =
    ofFault.length > 0 &&
    ((faulty.length > 0 && random.uniform() < 0.8) || ofFault.length === kinds.length);
  const anyFault = FAULT_IDS.filter((id) => FAULTS[id].shows.includes(instrument));
  const fault =
    wantsFault && random.uniform() < 0.8
      ? pick(faulty.length > 0 ? faulty : anyFault, random)
      : null;
  const sailed = recipeFor({ instrument, skill }, water, fault, random);
  if (!sailed) return [];
  const recipe = isRace(fault, ofFault, random)
    ? { ...sailed, faults: shuffled(ofPicture(instrument), random).slice(0, pick([2, 3], random)) }
    : sailed;
  const screen = screenOfRecipe(recipe, water.id, water.content);
  const refs = [refOf(recipe, water)];
  const ground = { screens: [screen], water: water.today };
  // On a picture with something wrong only that is asked.
  const items = makeItems(fault ? ofFault : kinds, { refs, ground, random: seeded() }).filter(
    (item) =>
      // A fair picture is asked about as such only where faults are wanted.
      (wantsFault || !ofFault.includes(item.kind)) && isUsual(item, recipe, screen),
  );
  const changed =
    !fault && kinds.includes('whatChanged') && random.uniform() < MOVED_SHARE
      ? movedRecipe(recipe, skill, random)
      : null;
  if (changed) {
    const other = screenOfRecipe(changed, water.id, water.content);
    items.push(
      ...makeItems(['whatChanged'], {
        refs: [refs[0], refOf(changed, water)],
        ground: { screens: [screen, other], water: water.today },
        random: seeded(),
      }),
    );
  }
  const second = fault || changed ? null : partner(recipe, screen, skill, water, random);
  if (second) {
    const other = screenOfRecipe(second, water.id, water.content);
    // What the cone shows is looked for on the other.
    const isFirst = second.instrument === 'cone' && recipe.instrument !== 'cone';
    const screens = isFirst ? [other, screen] : [screen, other];
    const both = isFirst ? [refOf(second, water), refs[0]] : [refs[0], refOf(second, water)];
    items.push(
      ...makeItems(needing('pair', kinds), {
        refs: both,
        ground: { screens, water: water.today },
        random: seeded(),
      }),
    );
  }
  return items;
}

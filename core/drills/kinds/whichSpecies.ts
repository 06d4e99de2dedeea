/** Which species a framed mark is, where season, depth and form leave only one of those named. */
import { z } from 'zod';
import {
  type DayOf,
  depthBandM,
  outsideM,
  PROFILE_IDS,
  profileOf,
  PROFILES,
  SITUATION_WORDS,
  situationsOf,
  type SpeciesProfile,
  standOf,
} from '../../life';
import type { TruthRegion } from '../../reading';
import { shuffled } from '../../random';
import { format, formatNumber, LENGTH, type UnitSystem } from '../../units';
import type { WaterContent } from '../../waters';
import { depthUnderM } from '../drawn';
import { type DrillScreen, isDownward, regionOf, seenOn, slotOf } from '../drillScreen';
import { answerBase, gradeBase, itemBase, type ItemKind, line } from '../itemBase';
import { readWhatIsThis } from '../plain';
import { refKey } from '../recipe';
import { waterWords } from './waterWords';

const species = z.enum(PROFILE_IDS);
type SpeciesId = z.infer<typeof species>;

const whichSpeciesItem = z.object({
  ...itemBase,
  kind: z.literal('whichSpecies'),
  targetId: z.string().min(1),
  options: z.array(species).min(2).max(4),
});
type WhichSpeciesItem = z.infer<typeof whichSpeciesItem>;

const whichSpeciesAnswer = z.object({ ...answerBase, kind: z.literal('whichSpecies'), species });
type WhichSpeciesAnswer = z.infer<typeof whichSpeciesAnswer>;

const whichSpeciesGrade = z.object({
  ...gradeBase,
  kind: z.literal('whichSpecies'),
  truth: species,
});
type WhichSpeciesGrade = z.infer<typeof whichSpeciesGrade>;

export const whichSpeciesSchemas = {
  item: whichSpeciesItem,
  answer: whichSpeciesAnswer,
  grade: whichSpeciesGrade,
};

const OPTIONS = 4;
/** Read off a picture, a mark that stands as its species does may be out by so much, m. */
const FITS_M = 0.5;
/** And any other species named by at least so much. */
const OUT_M = 1.5;
/** Of a mark that is drawn in another way than the species keeps together. */
const OTHER_FORM_M = 10;
const DIFFICULTY = 0.8;

/** What of a mark speaks for a species, as a picture along the track gives it. */
interface Standing {
  isSchool: boolean;
  /** Middle of the mark, and the ground under it, m under the surface. */
  depthM: number;
  bottomM: number;
}

function readStanding(screen: DrillScreen, { label, outline, peak }: TruthRegion): Standing {
  const { rangeStepM, draftM } = screen.info;
  const own = outline.find(({ ping }) => ping === peak.ping);
  const bin = own ? (own.firstBin + own.lastBin + 1) / 2 : peak.bin + 0.5;
  return {
    isSchool: label === 'bait',
    depthM: bin * rangeStepM + draftM,
    bottomM: depthUnderM(screen, slotOf(screen, peak.ping)),
  };
}

const isSchooling = ({ form }: SpeciesProfile) => form === 'school' || form === 'layer';

const dayOf = ({ conditions, scene }: WaterContent): DayOf => ({ conditions, water: scene.water });

/** Where a species stands on the day of a water, and how deep that is over the ground there, m. */
function standOn(id: SpeciesId, { bottomM }: Standing, water: WaterContent) {
  const profile = profileOf(id);
  const stand = standOf(profile, dayOf(water));
  const layerM = water.scene.water.thermocline?.depthM ?? null;
  return { profile, stand, bandM: depthBandM(stand, bottomM, layerM) };
}

/** How far from where a species stands on such a day a mark is, m. */
function outBy(id: SpeciesId, standing: Standing, water: WaterContent): number {
  const { profile, stand, bandM } = standOn(id, standing, water);
  return (
    (isSchooling(profile) === standing.isSchool ? 0 : OTHER_FORM_M) +
    outsideM(standing.bottomM, stand.bottomM) +
    outsideM(standing.depthM, bandM)
  );
}

/** What a reader answers who knows the species and has the picture and the day; null where it does not decide. */
export function readSpecies(
  { targetId, options }: Pick<WhichSpeciesItem, 'targetId' | 'options'>,
  screen: DrillScreen,
  water: WaterContent,
): SpeciesId | null {
  const standing = readStanding(screen, regionOf(screen, targetId));
  const out = options.map((id) => ({ id, byM: outBy(id, standing, water) }));
  const [first, second] = out.toSorted((a, b) => a.byM - b.byM);
  return first.byM <= FITS_M && second.byM >= OUT_M ? first.id : null;
}

const speciesOf = (screen: DrillScreen, targetId: string): SpeciesId | null => {
  const target = screen.targets.find(({ id }) => id === targetId);
  if (!target || !('species' in target)) return null;
  return PROFILES.find(({ name }) => name === target.species)?.id ?? null;
};

/** What of the day decides, told beside the question. */
export const dayInWords = (water: WaterContent, units: UnitSystem): string[] => [
  ...waterWords(water.scene.water, water.conditions.hourOfDay, units),
  ...situationsOf(dayOf(water)).map((situation) => SITUATION_WORDS[situation]),
];

export const whichSpecies: ItemKind<WhichSpeciesItem, WhichSpeciesAnswer, WhichSpeciesGrade> = {
  name: 'Which species?',
  trains: ['baitAndFish', 'chart'],
  needs: ['screen'],

  make({ refs, ground, random }) {
    const [screen] = ground.screens;
    const { water } = ground;
    if (ground.screens.length !== 1 || !water || !isDownward(screen)) return [];
    return seenOn(screen).flatMap((region): WhichSpeciesItem[] => {
      const { targetId, label } = region;
      const truth = speciesOf(screen, targetId);
      if (
        !truth ||
        readWhatIsThis(screen, region, [label, label === 'bait' ? 'fish' : 'bait']) !== 'told'
      )
        return [];
      const standing = readStanding(screen, region);
      const kin = PROFILES.filter((one) => one.water === profileOf(truth).water);
      const others = shuffled(kin, random)
        .map(({ id }) => id)
        .filter((id) => id !== truth && outBy(id, standing, water) >= OUT_M)
        // Those that are told by where it stands say more than those told by their form.
        .toSorted((a, b) => outBy(a, standing, water) - outBy(b, standing, water));
      const options = shuffled([truth, ...others.slice(0, OPTIONS - 1)], random);
      if (options.length < 3 || readSpecies({ targetId, options }, screen, water) !== truth) {
        return [];
      }
      return [
        {
          kind: 'whichSpecies',
          id: `whichSpecies:${targetId}:${refKey(refs[0])}`,
          screens: refs,
          skill: label === 'bait' ? 'baitAndFish' : 'chart',
          difficulty: DIFFICULTY,
          targetId,
          options,
        },
      ];
    });
  },

  ask: () => 'Which species is the framed mark?',

  frames: ({ targetId }) => [{ screen: 0, targetId, badge: '' }],

  options: ({ options }) => options.length,

  choices: ({ kind, options }) =>
    options.map((one) => ({ text: profileOf(one).name, given: { kind, species: one } })),

  trials: (_item, answer, grade) => ({
    misread:
      answer.species === grade.truth
        ? []
        : [{ truth: profileOf(grade.truth).name, said: profileOf(answer.species).name }],
  }),

  grade(item, answer, { screens: [screen] }) {
    const truth = speciesOf(screen, item.targetId);
    if (!truth) throw new Error('The framed mark is of no known species.');
    const right = answer.species === truth;
    return { kind: 'whichSpecies', right, score: right ? 1 : 0, truth };
  },

  explain({ targetId, options }, answer, { truth, right }, { screens: [screen], water }, units) {
    const region = regionOf(screen, targetId);
    if (!water) return [line(right ? 'right' : 'missed', profileOf(truth).name, '', { region })];
    const length = LENGTH[units];
    const standing = readStanding(screen, region);
    const habit = (id: SpeciesId) => {
      const { profile, stand, bandM } = standOn(id, standing, water);
      const [fromM, toM] = bandM;
      const keeps = isSchooling(profile) ? 'in schools' : 'singly or a few together';
      return `On such a day ${keeps}, ${stand.why}: over this ground ${formatNumber(length.show(Math.max(0, fromM)), 1)} to ${format(length, toM)} deep, where the water is ${formatNumber(length.show(stand.bottomM[0]), 0)} to ${format(length, stand.bottomM[1], 0)}.`;
    };
    const found = `This ${standing.isSchool ? 'school' : 'mark'} is ${format(length, standing.depthM)} deep over ${format(length, standing.bottomM)}.`;
    return [
      line(
        right ? 'right' : 'missed',
        `${right ? 'Right: ' : ''}${profileOf(truth).name}`,
        `${habit(truth)} ${found} An echo alone names no species: of those named only this one fits.`,
        { region },
      ),
      ...options
        .filter((id) => id !== truth)
        .map((id) =>
          line(
            'plain',
            `${profileOf(id).name}: ${isSchooling(profileOf(id)) === standing.isSchool ? 'elsewhere' : 'otherwise'} on such a day`,
            id === answer.species ? habit(id) : '',
          ),
        ),
    ];
  },
};

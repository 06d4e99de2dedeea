/** Put a mark of the side fans on the chart. */
import { isAbeam } from '../../sounding';
import { z } from 'zod';
import {
  combinePlaces,
  deviationsApart,
  ellipse95,
  groundRangeM,
  type PlacedPoint,
  placeOfEcho,
} from '../../reading';
import { hypot } from '../../numeric';
import { format, formatNumber, LENGTH } from '../../units';
import { type DrillScreen, regionOf, seenOn, slotOf, whereabouts } from '../drillScreen';
import {
  answerBase,
  clampDifficulty,
  gradeBase,
  type Ground,
  itemBase,
  type ItemKind,
  line,
} from '../itemBase';
import { refKey } from '../recipe';

const placeItItem = z.object({
  ...itemBase,
  kind: z.literal('placeIt'),
  targetId: z.string().min(1),
});
type PlaceItItem = z.infer<typeof placeItItem>;

const placeItAnswer = z.object({
  ...answerBase,
  kind: z.literal('placeIt'),
  xM: z.number(),
  yM: z.number(),
  /** Screens that were looked at: a second pass makes the place surer. */
  passes: z.int().min(1).max(2),
});
type PlaceItAnswer = z.infer<typeof placeItAnswer>;

const placeItGrade = z.object({
  ...gradeBase,
  kind: z.literal('placeIt'),
  truth: z.object({ xM: z.number(), yM: z.number() }),
  awayM: z.number(),
  /** In standard deviations of the mark's own uncertainty. */
  deviations: z.number(),
  /** East–east, east–north, north–north, m². */
  covarianceM2: z.tuple([z.number(), z.number(), z.number()]),
});
type PlaceItGrade = z.infer<typeof placeItGrade>;

/** Within one deviation full, within two half. Source: the mark's own covariance (docs/physics.md). */
const FULL = 1;
const HALF = 2;
/** A mark right under the boat tells no side. */
const LEAST_OUT = 1.25;

function lookAt(screen: DrillScreen, targetId: string) {
  const region = regionOf(screen, targetId);
  const { ping, bin } = region.peak;
  const slot = slotOf(screen, ping);
  const point = { ping, channel: region.channel, beam: 0, bin };
  const { place, slantM } = placeOfEcho(screen.info, screen.track, slot, point);
  const truth = whereabouts(screen, targetId, slot);
  return { region, slot, place, slantM, truth };
}

/** A place without doubt, as far as the arithmetic can take it. */
const exactly = ({ xM, yM }: { xM: number; yM: number }): PlacedPoint => ({
  xM,
  yM,
  covarianceM2: [1e-6, 0, 1e-6],
});

/** Where the looks place it, together. */
export function placeFrom({ screens }: Ground, targetId: string, passes: number): PlacedPoint {
  const places = screens.slice(0, passes).map((screen) => lookAt(screen, targetId).place);
  return places.length > 1 ? combinePlaces(places) : places[0];
}

export const placeItSchemas = { item: placeItItem, answer: placeItAnswer, grade: placeItGrade };

export const placeIt: ItemKind<PlaceItItem, PlaceItAnswer, PlaceItGrade> = {
  name: 'Place it',
  trains: ['position'],
  needs: ['screen', 'pair'],

  make({ refs, ground }) {
    const { screens } = ground;
    if (screens.length === 0 || screens.length > 2) return [];
    if (screens.some(({ info }) => !isAbeam(info.instrument))) return [];
    return seenOn(screens[0]).flatMap((region): PlaceItItem[] => {
      const { targetId } = region;
      if (region.kind === null) return [];
      const inAll = screens.every((screen) =>
        seenOn(screen).some((one) => one.targetId === targetId),
      );
      if (!inAll) return [];
      const { slot, slantM, place, truth } = lookAt(screens[0], targetId);
      const heightM = screens[0].track.bottomDepthM[slot] - screens[0].info.draftM;
      if (slantM < LEAST_OUT * heightM || !truth) return [];
      // Fair only where a careful reading comes within what is asked.
      // With two looks also by both: what swims between them is nowhere on both.
      const places = [place, placeFrom(ground, targetId, screens.length)];
      if (places.some((one) => deviationsApart(exactly(truth), one) > FULL)) return [];
      return [
        {
          kind: 'placeIt',
          id: `placeIt:${targetId}:${refs.map(refKey).join('|')}`,
          screens: refs,
          skill: 'position',
          difficulty: clampDifficulty(screens.length > 1 ? 0 : 0.6),
          targetId,
        },
      ];
    });
  },

  ask: () => 'Put the framed mark on the chart.',

  options: () => 0,

  said: (_item, { xM, yM }, units) =>
    `${format(LENGTH[units], xM, 0)} east, ${format(LENGTH[units], yM, 0)} north`,

  right({ kind, targetId }, { screens }) {
    const { truth } = lookAt(screens[0], targetId);
    return { kind, ...truth!, passes: screens.length > 1 ? 2 : 1 };
  },

  grade(item, answer, ground) {
    const { truth } = lookAt(ground.screens[0], item.targetId);
    if (!truth) throw new Error('The truth does not know where this target lies.');
    const passes = Math.min(answer.passes, ground.screens.length);
    const { covarianceM2 } = placeFrom(ground, item.targetId, passes);
    const deviations = deviationsApart(
      { xM: answer.xM, yM: answer.yM, covarianceM2 },
      exactly(truth),
    );
    return {
      kind: 'placeIt',
      right: deviations <= HALF,
      score: deviations <= FULL ? 1 : deviations <= HALF ? 0.5 : 0,
      truth: { xM: truth.xM, yM: truth.yM },
      awayM: hypot(answer.xM - truth.xM, answer.yM - truth.yM),
      deviations,
      covarianceM2,
    };
  },

  explain(item, answer, grade, ground, units) {
    const [screen] = ground.screens;
    const { region, slot, slantM } = lookAt(screen, item.targetId);
    const heightM = screen.track.bottomDepthM[slot] - screen.info.draftM;
    const groundM = groundRangeM(slantM, heightM);
    const side = screen.info.channels[region.channel].name;
    const { longM, shortM } = ellipse95(grade.covarianceM2);
    const length = (metres: number) => format(LENGTH[units], metres);
    const n = (metres: number) => formatNumber(LENGTH[units].show(metres), 1);
    return [
      line(
        grade.right ? 'right' : 'missed',
        `${length(grade.awayM)} from ${region.name}`,
        `Its own uncertainty is an ellipse of ${n(longM)} by ${length(shortM)}; you are ${formatNumber(grade.deviations, 1)} standard deviations off.`,
        { region },
      ),
      line(
        'plain',
        'How it is placed',
        `Square to the course at its ping, to ${side}: √(R² − h²) = √(${n(slantM)}² − ${n(heightM)}²) = ${length(groundM)}.`,
      ),
      ...(ground.screens.length > 1 && answer.passes < 2
        ? [
            line(
              'plain',
              'A second pass',
              'From the other side the two looks cross: the uncertainty is about halved.',
            ),
          ]
        : []),
    ];
  },
};

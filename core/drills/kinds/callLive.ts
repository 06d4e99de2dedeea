/** The screen scrolls: call out when a fish passes the newest edge. */
import { z } from 'zod';
import { cueWords, type TruthRegion } from '../../reading';
import { type DrillScreen, isPlainlyEmpty, slotOf, regionOf } from '../drillScreen';
import {
  answerBase,
  clampDifficulty,
  difficultyOfEcho,
  gradeBase,
  itemBase,
  type ItemKind,
  line,
  sentence,
  counted,
  CERTAIN,
} from '../itemBase';
import { cueGround } from '../drawn';
import { formatNumber } from '../../units';
import { isPlainOn } from '../plain';
import { refKey } from '../recipe';

const callLiveItem = z.object({
  ...itemBase,
  kind: z.literal('callLive'),
  /** How much faster than on the water it runs. */
  rate: z.number().min(0.5).max(4),
});
type CallLiveItem = z.infer<typeof callLiveItem>;

const callLiveAnswer = z.object({
  ...answerBase,
  kind: z.literal('callLive'),
  /** The newest ping at each press, with fractions. */
  presses: z.array(z.number()).max(500),
});
type CallLiveAnswer = z.infer<typeof callLiveAnswer>;

const press = z.object({ targetId: z.string(), press: z.int() });
const callLiveGrade = z.object({
  ...gradeBase,
  kind: z.literal('callLive'),
  /** With the time from the first sign of the fish to the press, as it ran, s. */
  hits: z.array(press.extend({ reactionS: z.number() })),
  missed: z.array(z.string()),
  /** Presses while a look-alike passed. */
  falseMarks: z.array(press),
  /** Presses while nothing did. */
  strays: z.array(z.int()),
  lookAlikes: z.int(),
});
type CallLiveGrade = z.infer<typeof callLiveGrade>;

/** After its last ping a call still counts for this fish, s as it runs. */
const GRACE_S = 1.5;
/** Nobody foresees a fish by more than this. */
const EARLY_S = 0.15;
/** Faster than this at a time, nobody can call them one by one. */
const MOST_FISH = 8;

/** So much of the screen stands there before it begins to run. */
const LEAD_SHARE = 0.12;

/** The newest ping when it begins to run: what passed before cannot be called. */
export const liveStartPing = ({
  firstPing,
  pingCount,
}: Pick<DrillScreen, 'firstPing' | 'pingCount'>) => firstPing + Math.round(LEAD_SHARE * pingCount);

interface Passing {
  region: TruthRegion;
  from: number;
  to: number;
}

/** When each region is at the newest edge, in pings. */
function passings(regions: TruthRegion[], screen: DrillScreen, rate: number): Passing[] {
  const { pingRateHz } = screen.info;
  return regions
    .filter(({ outline }) => outline.length > 0 && outline[0].ping >= liveStartPing(screen))
    .map((region) => ({
      region,
      from: region.outline[0].ping - EARLY_S * rate * pingRateHz,
      to: region.outline.at(-1)!.ping + 1 + GRACE_S * rate * pingRateHz,
    }))
    .sort((a, b) => a.from - b.from);
}

const RATE = 1.5;

export const callLiveSchemas = { item: callLiveItem, answer: callLiveAnswer, grade: callLiveGrade };

export const callLive: ItemKind<CallLiveItem, CallLiveAnswer, CallLiveGrade> = {
  name: 'Call it live',
  trains: ['nowAndHistory', 'column', 'empties'],
  needs: ['screen'],

  make({ refs, ground }) {
    const [screen] = ground.screens;
    const { instrument } = screen.info;
    if (ground.screens.length !== 1 || (instrument !== 'cone' && instrument !== 'column')) {
      return [];
    }
    const fish = screen.regions.filter(({ label }) => label === 'fish');
    const seen = fish.filter(
      ({ verdict, outline }) =>
        verdict === 'visible' && outline.length > 0 && outline[0].ping >= liveStartPing(screen),
    );
    const halfSeen = fish.some(({ verdict }) => verdict === 'attached');
    if (halfSeen || seen.length > MOST_FISH || screen.pingCount < 200) return [];
    if (seen.length === 0 && !isPlainlyEmpty(screen, fish)) return [];
    const others = screen.regions.filter(
      ({ label, verdict, outline }) =>
        label !== 'fish' && verdict === 'visible' && outline.length > 0,
    );
    if (!isPlainOn(screen, 'fish', seen, others)) return [];
    const alike = others.length;
    const faintest = seen.reduce((worst, one) => Math.max(worst, difficultyOfEcho(one)), -1.5);
    return [
      {
        kind: 'callLive',
        id: `callLive:${refKey(refs[0])}`,
        screens: refs,
        skill: seen.length === 0 ? 'empties' : instrument === 'column' ? 'column' : 'nowAndHistory',
        difficulty: clampDifficulty(faintest + 0.5 + 0.1 * alike),
        rate: RATE,
      },
    ];
  },

  unseal: (answer, { firstPing }) => ({
    ...answer,
    presses: answer.presses.map((press) => press + firstPing),
  }),

  ask: () => 'Call every fish as it passes the newest edge.',

  options: () => 0,

  said: (_item, { presses }) =>
    presses.length === 0 ? 'No fish passed' : counted(presses.length, 'call', 'calls'),

  right(item, ground) {
    const silent = { kind: item.kind, presses: [], ...CERTAIN };
    const presses = callLive
      .grade(item, silent, ground)
      .missed.map((id) => regionOf(ground.screens[0], id).outline[0].ping + 1);
    return { ...silent, presses };
  },

  trials: (_item, _answer, grade) => ({
    detection: { ...grade, notCounted: [] },
    reactionsS: grade.hits.map(({ reactionS }) => reactionS),
  }),

  grade(item, answer, { screens: [screen] }) {
    const shown = screen.regions.filter(({ verdict }) => verdict === 'visible');
    const fish = passings(
      shown.filter(({ label }) => label === 'fish'),
      screen,
      item.rate,
    );
    const others = passings(
      shown.filter(({ label }) => label !== 'fish'),
      screen,
      item.rate,
    );
    const grade: CallLiveGrade = {
      kind: 'callLive',
      right: false,
      score: 0,
      hits: [],
      missed: [],
      falseMarks: [],
      strays: [],
      lookAlikes: others.length,
    };
    const found = new Set<string>();
    answer.presses.forEach((ping, index) => {
      const within = ({ from, to }: Passing) => ping >= from && ping <= to;
      const hit = fish.find((one) => within(one) && !found.has(one.region.targetId));
      if (hit) {
        found.add(hit.region.targetId);
        const firstPing = hit.region.outline[0].ping;
        const reactionS = Math.max(0, (ping - firstPing) / screen.info.pingRateHz / item.rate);
        grade.hits.push({ targetId: hit.region.targetId, press: index, reactionS });
        return;
      }
      // A second call of the same fish is no false alarm.
      if (fish.some(within)) return;
      const alike = others.find(within);
      if (alike) grade.falseMarks.push({ targetId: alike.region.targetId, press: index });
      else grade.strays.push(index);
    });
    grade.missed = fish
      .filter(({ region }) => !found.has(region.targetId))
      .map(({ region }) => region.targetId);
    const wrong = grade.falseMarks.length + grade.strays.length;
    const all = fish.length + wrong;
    grade.right = grade.missed.length === 0 && wrong === 0;
    grade.score = all === 0 ? 1 : grade.hits.length / all;
    return grade;
  },

  explain(item, answer, grade, { screens: [screen] }, units) {
    const regionFor = (targetId: string) =>
      screen.regions.find((region) => region.targetId === targetId) ?? null;
    const about = (
      targetId: string,
      look: 'right' | 'missed' | 'false',
      title: (name: string) => string,
    ) => {
      const region = regionFor(targetId);
      return region
        ? [
            line(look, title(region.name), sentence(cueWords(region, cueGround(screen), units)), {
              region,
            }),
          ]
        : [];
    };
    const heardAt = (ping: number) => {
      const { timeS } = screen.track;
      return formatNumber(timeS[slotOf(screen, ping)] - timeS[0], 1);
    };
    const lines = [
      ...grade.missed.flatMap((id) => about(id, 'missed', (name) => `Missed: ${name}`)),
      ...grade.falseMarks.flatMap(({ targetId }) =>
        about(targetId, 'false', (name) => `No fish: ${name}`),
      ),
      ...grade.strays.map((index) =>
        line(
          'false',
          'Nothing passed',
          `You called at ${heardAt(answer.presses[index])} s, with no target at the newest edge.`,
        ),
      ),
      ...grade.hits.flatMap(({ targetId, reactionS }) =>
        about(targetId, 'right', (name) => `Called after ${formatNumber(reactionS, 1)} s: ${name}`),
      ),
    ];
    return lines.length > 0
      ? lines
      : [line('right', 'No fish passed', 'And you called none. Most water is like that.')];
  },
};

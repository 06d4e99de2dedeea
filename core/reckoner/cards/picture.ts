/** The picture: its pixels, its time, how fast it may run, and how bright it begins. */
import { trial } from '../../atlas/trial';
import { SEDIMENT_NAMES, SEDIMENTS, type SedimentName } from '../../bottom';
import { matchedScrollPxPerS } from '../../display';
import { FISH_DEPTH_SHARE } from '../../reading';
import { startingGainDb } from '../../setup';
import { type Instrument, maxPingRateHz } from '../../sounding';
import { LENGTH } from '../../units';
import { card, DEPTH, type Field, length, section, SPEED_FIELD } from '../card';

const SOUND_MPS = 1480;

const WINDOW = length('Shown, from top to bottom', 16, 1, 200, { from: 'rangeM' });
const HEIGHT_PX: Field = {
  ...{ label: 'Picture height', quantity: 'plain', usual: 600, min: 60, max: 4000, decimals: 0 },
  ...{ unit: 'px', from: 'pictureHeightPx' },
};

export const pixels = card({
  id: 'pixels',
  name: 'Pixels a metre, and a fish',
  words: 'pixels per metre fish small range zoom how many',
  formula:
    'picture height ÷ range shown; fish: its height (a quarter of its length) × pixels a metre',
  slip: 'The range is opened “to see more”, and every fish shrinks under a pixel.',
  skill: 'rangeAndZoom',
  fields: {
    window: WINDOW,
    height: HEIGHT_PX,
    fish: length('Length of the fish', 0.4, 0.03, 2, { decimals: 2 }),
  },
  work({ window, height, fish }, _, say) {
    const perM = height / window;
    const perUnit = height / LENGTH[say.units].show(window);
    const fishPx = FISH_DEPTH_SHARE * fish * perM;
    return {
      results: [
        { label: `Pixels a ${say.lengthWord}`, text: say.number(perUnit), si: perM },
        { label: 'The fish is high', text: `${say.number(fishPx, 1)} px`, si: fishPx },
      ],
      sums: [
        `${say.number(height, 0)} ÷ ${say.bare(window)} = ${say.number(perUnit)} px a ${say.lengthWord}`,
        `${FISH_DEPTH_SHARE} × ${say.bare(fish, 2)} × ${say.number(perUnit)} = ${say.number(fishPx, 1)} px`,
      ],
      meaning:
        fishPx < 2
          ? 'Less than two pixels: it cannot be told from a speck. Shorten the range or open a window round the fish.'
          : `Half the range gives it ${say.number(2 * fishPx, 1)} pixels. An arch is a little higher, since range adds to it.`,
      drawing: {
        frame: [-window * 0.9, -window * 0.06, window * 0.9, window * 1.04],
        shapes: [
          ...section.water(window * 0.9),
          { kind: 'fish', at: [0, window * 0.45], lengthM: fish },
          {
            kind: 'span',
            from: [-window * 0.75, 0],
            to: [-window * 0.75, window],
            text: `${say.number(height, 0)} px`,
          },
          { kind: 'text', at: [window * 0.03, window * 0.42], text: `${say.number(fishPx, 1)} px` },
        ],
        handles: [{ field: 'window', at: [-window * 0.75, window], valueAt: ([, y]) => y }],
        alt: `The picture is ${say.length(window)} high; the fish in it is drawn at true size.`,
      },
    };
  },
  show: ({ window, fish }) => ({
    ...trial(
      {
        depthM: Math.min(90, 0.9 * window),
        targets: [-6, 0, 6].map((yM, i) => ({
          ...{ id: `fish-${i + 1}`, kind: 'fish', lengthM: fish, headingDeg: 0, xM: 0, yM },
          depthM: Math.max(0.5, Math.min(90, window) * (0.3 + 0.15 * i)),
        })),
      },
      {
        instrument: 'cone',
        rangeM: Math.min(200, Math.max(4, window)),
        view: { topM: 0, bottomM: Math.max(1, window) },
      },
    ),
    caption: 'Three such fish at three depths, under that range.',
  }),
});

export const behind = card({
  id: 'behind',
  name: 'Distance behind, seconds ago',
  words: 'how far back mark passed now history anchor drop',
  formula: 'speed × seconds since it was heard',
  slip: 'The middle of the screen is taken for “here”, and the anchor goes down past the fish.',
  skill: 'nowAndHistory',
  fields: {
    speed: SPEED_FIELD,
    seconds: { label: 'Heard so long ago', quantity: 'time', usual: 10, min: 0, max: 600 },
    depth: DEPTH,
  },
  work({ speed, seconds, depth }, _, say) {
    const backM = speed * seconds;
    const reachM = Math.max(backM * 1.15, depth * 1.6);
    return {
      results: [{ label: 'It lies behind the boat by', text: say.length(backM), si: backM }],
      sums: [`${say.speed(speed)} × ${say.time(seconds)} = ${say.length(backM)}`],
      meaning: `Only the newest edge is now: turn back ${say.length(backM)} along the track to be over it.`,
      drawing: {
        frame: [-reachM, -reachM * 0.09, reachM * 0.12, Math.max(depth * 1.1, reachM * 0.3)],
        shapes: [
          ...section.water(depth),
          section.boat(),
          { kind: 'fish', at: [-backM, depth * 0.6], lengthM: Math.max(0.6, reachM * 0.03) },
          {
            kind: 'span',
            from: [-backM, depth * 0.3],
            to: [0, depth * 0.3],
            text: say.length(backM),
          },
        ],
        handles: [{ field: 'seconds', at: [-backM, depth * 0.6], valueAt: ([x]) => -x / speed }],
        alt: `The boat has sailed ${say.length(backM)} on since it passed over the fish.`,
      },
    };
  },
  show: ({ speed, seconds, depth }) => ({
    ...trial(
      {
        depthM: depth,
        targets: [
          {
            id: 'fish',
            kind: 'fish',
            lengthM: 0.5,
            headingDeg: 0,
            xM: 0,
            yM: 0,
            depthM: 0.6 * depth,
          },
        ],
      },
      {
        instrument: 'cone',
        speedMps: speed,
        wayM: Math.min(100, Math.max(12, 2 * speed * seconds)),
      },
    ),
    caption: 'The right edge is now; the fish was passed so long ago.',
  }),
});

export const scroll = card({
  id: 'scroll',
  name: 'Scroll that matches',
  words: 'scroll speed true shape stretched squeezed match boat speed pixels a second',
  formula: 'pixels a metre × speed',
  slip: 'Slow scroll turns fish into blobs, fast scroll turns a stump into a log.',
  skill: 'scroll',
  fields: {
    speed: SPEED_FIELD,
    window: WINDOW,
    height: HEIGHT_PX,
    now: {
      label: 'Scroll as it stands',
      quantity: 'plain',
      usual: 24,
      min: 1,
      max: 200,
      decimals: 0,
      unit: 'px/s',
    },
  },
  work({ speed, window, height, now }, _, say) {
    const perM = height / window;
    const perUnit = height / LENGTH[say.units].show(window);
    const matched = matchedScrollPxPerS(perM, speed);
    const stretch = now / matched;
    const square = window / 6;
    return {
      results: [
        { label: 'Matching scroll', text: `${say.number(matched, 0)} px/s`, si: matched },
        {
          label: 'Now shapes are',
          text:
            stretch > 1
              ? `${say.number(stretch, 1)} × too long`
              : `${say.number(1 / stretch, 1)} × too short`,
          si: stretch,
        },
      ],
      sums: [
        `${say.number(height, 0)} ÷ ${say.bare(window)} = ${say.number(perUnit)} px a ${say.lengthWord}`,
        `${say.number(perUnit)} × ${say.bare(speed, 2)} a second = ${say.number(matched, 0)} px a second`,
      ],
      meaning:
        'Matched, a length along is drawn as long as the same length down: a round thing is round. Slower shows more of the way at once.',
      drawing: {
        frame: [-square * 0.4, -square * 0.5, square * 6.2, square * 2],
        shapes: [
          section.plan('water'),
          {
            kind: 'area',
            look: 'quiet',
            points: [
              [0, 0],
              [square, 0],
              [square, square],
              [0, square],
            ],
          },
          {
            kind: 'area',
            look: 'seen',
            points: [
              [1.7 * square, 0],
              [(1.7 + Math.min(4, stretch)) * square, 0],
              [(1.7 + Math.min(4, stretch)) * square, square],
              [1.7 * square, square],
            ],
          },
          { kind: 'text', at: [0, 1.45 * square], text: 'as it is' },
          { kind: 'text', at: [1.7 * square, 1.45 * square], text: 'as it is drawn now' },
        ],
        handles: [
          {
            field: 'now',
            at: [(1.7 + Math.min(4, stretch)) * square, 0.5 * square],
            valueAt: ([x]) => matched * Math.max(0.05, x / square - 1.7),
          },
        ],
        alt: `A square thing is drawn ${say.number(stretch, 1)} times as long as it is high.`,
      },
    };
  },
  show: ({ speed, now }) => ({
    ...trial(
      {
        depthM: 8,
        targets: [{ id: 'brush', kind: 'brushPile', radiusM: 1.5, heightM: 2, xM: 0, yM: 0 }],
      },
      {
        instrument: 'downFan',
        speedMps: speed,
        wayM: 16,
        view: { scrollPxPerS: Math.min(120, Math.max(4, now)) },
      },
    ),
    caption:
      'A brush pile, as high as it is wide, under the down fan. A plate shows the whole stretch; at the bench the scroll itself can be turned.',
  }),
});

export const pingLimit = card({
  id: 'pingLimit',
  name: 'Ping limit',
  words: 'pings a second range limit ping rate fast gaps',
  formula: 'c ÷ (2 R)',
  slip: 'A long range is set “to be safe”, and each thing gets fewer pings.',
  skill: 'rangeAndZoom',
  fields: {
    range: length('Range listened to', 40, 1, 200, { from: 'rangeM' }),
    speed: SPEED_FIELD,
  },
  work({ range, speed }, _, say) {
    const most = maxPingRateHz(range, SOUND_MPS);
    const apartM = speed / most;
    const lane = 5 * apartM;
    const dots = Array.from({ length: 9 }, (_unused, i) => (i - 4) * apartM);
    return {
      results: [
        { label: 'Pings a second, at most', text: say.number(most, 1), si: most },
        { label: 'Apart on the ground', text: say.length(apartM, 2), si: apartM },
      ],
      sums: [
        `${say.bare(SOUND_MPS, 0)} ÷ (2 × ${say.bare(range)}) = ${say.number(most, 1)}`,
        `${say.speed(speed)} ÷ ${say.number(most, 1)} = ${say.length(apartM, 2)}`,
      ],
      meaning: `The next ping waits until the last has come back from ${say.length(range)}. Half the range, twice the pings.`,
      drawing: {
        frame: [-lane, -lane * 0.4, lane, lane * 0.4],
        shapes: [
          section.plan('water'),
          {
            kind: 'line',
            look: 'line',
            points: [
              [-9 * lane, 0],
              [9 * lane, 0],
            ],
          },
          ...dots.map(
            (x) => ({ kind: 'ring', at: [x, 0], radiusM: lane * 0.02, look: 'sound' }) as const,
          ),
          {
            kind: 'span',
            from: [0, lane * 0.15],
            to: [apartM, lane * 0.15],
            text: say.length(apartM, 2),
          },
        ],
        handles: [
          { field: 'range', at: [apartM, 0], valueAt: ([x]) => (x * SOUND_MPS) / (2 * speed) },
        ],
        alt: `Pings ${say.length(apartM, 2)} apart along the track.`,
      },
    };
  },
});

const GAIN_DEPTHS_M = [4, 12, 30];
const GAIN_GROUNDS: SedimentName[] = ['mud', 'sand', 'gravel', 'rock'];

export const gainLadder = card({
  id: 'gainLadder',
  name: 'Gain to begin with',
  words: 'gain ladder starting gain depth bottom hard soft mud rock',
  formula:
    'from the middle; 4 dB less over hard ground, 4 more over soft; 3 less in shallows, 3 more in depth',
  slip: 'One gain all day: over rock everything is in one colour, over mud the fish are gone.',
  skill: 'gain',
  fields: { depth: DEPTH },
  choices: {
    instrument: {
      ...{ label: 'Instrument', usual: 'cone' },
      options: [
        { value: 'cone', label: 'Cone' },
        { value: 'downFan', label: 'Down fan' },
        { value: 'sideFans', label: 'Side fans' },
      ],
    },
    ground: {
      ...{ label: 'Bottom', usual: 'sand' },
      options: SEDIMENT_NAMES.map((one) => ({ value: one, label: SEDIMENTS[one].label })),
    },
  },
  work({ depth }, { instrument, ground }, say) {
    const of = (depthM: number, sediment: SedimentName) =>
      startingGainDb(instrument as Instrument, depthM, sediment);
    const gainDb = of(depth, ground as SedimentName);
    return {
      results: [
        { label: 'Begin at', text: `${say.number(gainDb, 0)} dB`, si: gainDb },
        ...GAIN_DEPTHS_M.map((depthM) => ({
          label: `${say.length(depthM, 0)}: ${GAIN_GROUNDS.map((one) => SEDIMENTS[one].label).join(', ')}`,
          text: GAIN_GROUNDS.map((one) => say.number(of(depthM, one), 0)).join(', '),
          si: of(depthM, GAIN_GROUNDS[0]),
        })),
      ],
      sums: [],
      meaning:
        'Then by eye: up until open water just begins to speckle, and back a little. Set anew for another palette.',
      curves: {
        xLabel: 'depth',
        yLabel: 'gain, dB',
        lines: GAIN_GROUNDS.filter((_unused, i) => i !== 1).map((one) => ({
          name: SEDIMENTS[one].label,
          points: Array.from({ length: 40 }, (_unused, i) => ({ x: i + 1, y: of(i + 1, one) })),
        })),
        alt: 'Gain to begin with: in steps with the depth, higher over mud than over rock.',
      },
    };
  },
  show: ({ depth }, { instrument, ground }) => ({
    ...trial(
      {
        ...{ depthM: depth, sediment: ground as SedimentName },
        targets: [
          {
            id: 'fish',
            kind: 'fish',
            lengthM: 0.4,
            headingDeg: 0,
            xM: instrument === 'sideFans' ? depth : 0,
            yM: 0,
            depthM: 0.7 * depth,
          },
        ],
      },
      {
        instrument: instrument as Instrument,
        view: { gainDb: startingGainDb(instrument as Instrument, depth, ground as SedimentName) },
      },
    ),
    caption: 'A fish of 40 cm over that ground at that gain.',
  }),
});

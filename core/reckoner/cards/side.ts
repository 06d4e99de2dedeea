/** Side fans: from slant ranges to the map, and heights from shadows. */
import { trial } from '../../atlas/trial';
import { groundRangeM, heightFromShadowM, heightOffBottomM } from '../../reading';
import { PURPOSE_WORDS, PURPOSES, type Purpose, usualSideRangeM } from '../../setup';
import { radToDeg } from '../../units';
import { card, length, section, type Shape, type Spot, SPEED_FIELD } from '../card';

const HEIGHT = length('Height over the bottom', 6, 0.5, 60, { from: 'depthM' });
const SKY = 0.14;
/** The tallest wall and the longest log that can be laid, m. */
const TALLEST_M = 8;
const LONGEST_M = 20;

/** Straight down 0°, to the right 90°. */
const angleTo = ([x, y]: Spot) => radToDeg(Math.atan2(x, y));

const arc = (radiusM: number, to: Spot): Shape => ({
  ...{ kind: 'arc', centre: [0, 0], radiusM, fromDeg: -4, look: 'sound' },
  toDeg: angleTo(to) + 6,
});
const ray = (to: Spot): Shape => ({ kind: 'line', look: 'line', points: [[0, 0], to] });

/** Room for what lies at a distance to the side of a boat that is so high over the ground. */
const frameFor = (heightM: number, outM: number): [number, number, number, number] => [
  -Math.max(2.6, outM * 0.08),
  -SKY * Math.max(heightM, outM * 0.25),
  outM * 1.08,
  heightM + Math.max(heightM, outM * 0.25) * 0.24,
];

export const slant = card({
  id: 'slant',
  name: 'From slant range to the map',
  words: 'slant ground range distance from the track dark middle water column',
  formula: '√(R² − h²)',
  slip: 'The slant range is taken for the distance on the chart: near the boat that is far too much.',
  skill: 'sideGeometry',
  fields: { height: HEIGHT, range: length('Slant range', 12, 0.5, 200) },
  work({ height, range }, _, say) {
    const groundM = groundRangeM(range, height);
    const inWater = range < height;
    const to: Spot = inWater ? [range * 0.5, range * 0.866] : [groundM, height];
    const outM = Math.max(groundM, height) * 1.1;
    return {
      results: [
        {
          label: 'Distance from the track',
          text: inWater ? 'not to be told' : say.length(groundM),
          si: groundM,
        },
        {
          label: 'Slant is too long by',
          text: inWater ? '–' : say.length(range - groundM),
          si: range - groundM,
        },
      ],
      sums: [
        `√(${say.bare(range)}² − ${say.bare(height)}²) = ${inWater ? 'no such distance' : say.length(groundM)}`,
      ],
      meaning: inWater
        ? `Nearer than the bottom: it hangs in the water, anywhere on that arc, to either depth. A second pass beside it decides.`
        : `On the picture it stands ${say.length(range)} out; on the map it lies ${say.length(groundM)} from the track.`,
      drawing: {
        frame: frameFor(height, outM),
        shapes: [
          ...section.water(height),
          arc(range, to),
          ray(to),
          section.boat(),
          { kind: 'ring', at: to, radiusM: height * 0.03, look: 'thing' },
          ...(inWater
            ? []
            : [
                {
                  kind: 'span',
                  from: [0, height * 1.08],
                  to: [groundM, height * 1.08],
                  text: say.length(groundM),
                } as const,
              ]),
          { kind: 'text', at: [to[0] * 0.55, to[1] * 0.42], text: say.length(range) },
        ],
        handles: [
          {
            field: 'range',
            at: to,
            valueAt: ([x, y]) => (inWater ? Math.hypot(x, y) : Math.hypot(x, height)),
          },
          { field: 'height', at: [0, height], valueAt: ([, y]) => y },
        ],
        alt: `The boat ${say.length(height)} over the bottom; a sloping line of ${say.length(range)} meets the ground ${say.length(groundM)} to the side.`,
      },
    };
  },
  show: ({ height, range }) => ({
    ...trial(
      {
        depthM: height + 0.3,
        targets: [
          {
            id: 'boulder',
            kind: 'boulder',
            radiusM: 0.6,
            xM: Math.max(0.5, groundRangeM(range, height)),
            yM: 0,
          },
        ],
      },
      { instrument: 'sideFans', rangeM: Math.max(8, 1.4 * range) },
    ),
    caption: 'A boulder at that place, to starboard. Read its slant range against the scale.',
  }),
});

const NEAR = length('To the near edge of the echo', 15.5, 0.5, 200);

export const shadowHeight = card({
  id: 'shadowHeight',
  name: 'Height from its shadow',
  words: 'height of a thing tree boulder wall shadow length standing',
  formula: 'height × (end − near) ÷ end',
  slip: 'The length of the shadow is taken for the height: far out a low thing throws a long one.',
  skill: 'shadows',
  fields: { height: HEIGHT, near: NEAR, end: length('To the end of the shadow', 19.4, 0.6, 250) },
  work({ height, near, end }, _, say) {
    const endM = Math.max(near + 0.01, end);
    const tallM = heightFromShadowM(height, near, endM);
    const nearGround = groundRangeM(near, height);
    const endGround = groundRangeM(endM, height);
    const top: Spot = [nearGround, height - tallM];
    const outM = endGround * 1.02;
    return {
      results: [{ label: 'It stands', text: `${say.length(tallM)} high`, si: tallM }],
      sums: [
        `${say.bare(height)} × (${say.bare(endM)} − ${say.bare(near)}) ÷ ${say.bare(endM)} = ${say.length(tallM)}`,
      ],
      meaning: `Its top just hides the ground out to ${say.length(endM)}: the same thing twice as far out would throw a longer shadow.`,
      drawing: {
        frame: frameFor(height, outM),
        shapes: [
          ...section.water(height),
          {
            kind: 'area',
            look: 'shadow',
            points: [top, [endGround, height], [nearGround, height]],
          },
          ray([endGround, height]),
          ray([nearGround, height]),
          section.boat(),
          { kind: 'line', look: 'thing', points: [[nearGround, height], top] },
          {
            kind: 'span',
            from: [nearGround + outM * 0.015, height],
            to: [nearGround + outM * 0.015, height - tallM],
            text: say.length(tallM),
          },
        ],
        handles: [
          { field: 'end', at: [endGround, height], valueAt: ([x]) => Math.hypot(x, height) },
          { field: 'near', at: [nearGround, height], valueAt: ([x]) => Math.hypot(x, height) },
          { field: 'height', at: [0, height], valueAt: ([, y]) => y },
        ],
        alt: `A thing ${say.length(tallM)} high stands ${say.length(nearGround)} to the side; the line from the transducer over its top meets the ground ${say.length(endGround)} out.`,
      },
    };
  },
  show({ height, near, end }) {
    const tallM = Math.min(
      TALLEST_M,
      height * 0.9,
      Math.max(0.3, heightFromShadowM(height, near, Math.max(near, end))),
    );
    return {
      ...trial(
        {
          depthM: height + 0.3,
          targets: [
            {
              id: 'wall',
              kind: 'wall',
              lengthM: 4,
              heightM: tallM,
              headingDeg: 0,
              xM: Math.max(1, groundRangeM(near, height)),
              yM: 0,
            },
          ],
        },
        { instrument: 'sideFans', rangeM: Math.max(8, 1.25 * Math.max(near, end)) },
      ),
      caption: 'A wall of that height (8 m at most) at that place, to starboard, with its shadow.',
    };
  },
});

export const gap = card({
  id: 'gap',
  name: 'Off the bottom, from the gap',
  words: 'fish hanging shadow gap height off bottom',
  formula: 'height × (1 − fish ÷ shadow)',
  slip: 'A fish whose shadow lies far behind it is taken for one on the bottom, and the shadow for another thing.',
  skill: 'shadows',
  fields: {
    height: HEIGHT,
    fish: length('To the fish', 15, 0.5, 200),
    shadow: length('To its shadow', 20, 0.6, 300),
  },
  work({ height, fish, shadow }, _, say) {
    const shadowM = Math.max(fish, shadow);
    const offM = heightOffBottomM(height, fish, shadowM);
    const shadowGround = groundRangeM(shadowM, height);
    const at: Spot = [(shadowGround * fish) / shadowM, (height * fish) / shadowM];
    const outM = Math.max(height, shadowGround) * 1.04;
    return {
      results: [{ label: 'It hangs over the bottom by', text: say.length(offM), si: offM }],
      sums: [
        `${say.bare(height)} × (1 − ${say.bare(fish)} ÷ ${say.bare(shadowM)}) = ${say.length(offM)}`,
      ],
      meaning: `Fish and shadow lie on one line from the transducer. The wider the gap, the higher it hangs; no gap, and it lies on the ground.`,
      drawing: {
        frame: frameFor(height, outM),
        shapes: [
          ...section.water(height),
          ray([shadowGround, height]),
          section.boat(),
          { kind: 'fish', at, lengthM: Math.max(0.6, height * 0.12) },
          {
            kind: 'line',
            look: 'shadow',
            points: [
              [shadowGround - height * 0.05, height],
              [shadowGround + height * 0.05, height],
            ],
          },
          { kind: 'span', from: [at[0], at[1]], to: [at[0], height], text: say.length(offM) },
        ],
        handles: [
          { field: 'shadow', at: [shadowGround, height], valueAt: ([x]) => Math.hypot(x, height) },
          { field: 'fish', at, valueAt: ([x, y]) => Math.hypot(x, y) },
        ],
        alt: `A fish ${say.length(offM)} over the bottom; its shadow lies ${say.length(shadowGround)} from the track.`,
      },
    };
  },
  show({ height, fish, shadow }) {
    const shadowM = Math.max(fish + 0.1, shadow);
    const xM = (groundRangeM(shadowM, height) * fish) / shadowM;
    return {
      ...trial(
        {
          depthM: height + 0.3,
          targets: [-3, 0, 3].map((yM, i) => ({
            ...{ id: `fish-${i + 1}`, kind: 'fish', lengthM: 0.6, headingDeg: 0, xM, yM },
            depthM: 0.3 + (height * fish) / shadowM,
          })),
        },
        { instrument: 'sideFans', bandId: '1150', rangeM: Math.max(8, 1.2 * shadowM), wayM: 20 },
      ),
      caption:
        'Three fish side by side at that place, to starboard, and their shadows farther out.',
    };
  },
});

export const across = card({
  id: 'across',
  name: 'Length across and along',
  words: 'length between two cursors measure along the track rows times speed fish length dash',
  formula: 'along = speed × time between; across = √(R₂² − h²) − √(R₁² − h²)',
  slip: 'Across is read off the slant scale, along off the pixels: neither is metres on the ground.',
  skill: 'sideGeometry',
  fields: {
    height: HEIGHT,
    near: length('Near end, slant', 14, 0.5, 200),
    far: length('Far end, slant', 17, 0.5, 200),
    speed: SPEED_FIELD,
    seconds: { label: 'Time between the ends', quantity: 'time', usual: 2, min: 0, max: 120 },
  },
  work({ height, near, far, speed, seconds }, _, say) {
    const alongM = speed * seconds;
    const a = groundRangeM(near, height);
    const b = groundRangeM(far, height);
    const acrossM = Math.abs(b - a);
    const wholeM = Math.hypot(alongM, acrossM);
    const outM = Math.max(a, b, alongM, 3) * 1.12;
    return {
      results: [
        { label: 'Between its ends', text: say.length(wholeM), si: wholeM },
        { label: 'Along', text: say.length(alongM), si: alongM },
        { label: 'Across', text: say.length(acrossM), si: acrossM },
      ],
      sums: [
        `${say.speed(speed)} × ${say.time(seconds)} = ${say.length(alongM)} along`,
        `√(${say.bare(far)}² − ${say.bare(height)}²) − √(${say.bare(near)}² − ${say.bare(height)}²) = ${say.length(acrossM)} across`,
        `√(${say.bare(alongM)}² + ${say.bare(acrossM)}²) = ${say.length(wholeM)}`,
      ],
      meaning: `On the ground it is ${say.length(wholeM)} from end to end, whatever its shape on the screen.`,
      drawing: {
        frame: [-outM * 0.12, -outM * 0.16, outM * 1.16, Math.max(alongM * 1.2, outM * 0.5)],
        shapes: [
          section.plan('ground'),
          {
            kind: 'line',
            look: 'line',
            points: [
              [0, -9 * outM],
              [0, 9 * outM],
            ],
          },
          { kind: 'text', at: [outM * 0.01, outM * 0.44], text: 'track' },
          {
            kind: 'line',
            look: 'thing',
            points: [
              [a, 0],
              [b, alongM],
            ],
          },
          {
            kind: 'span',
            from: [Math.min(a, b), -outM * 0.03],
            to: [Math.max(a, b), -outM * 0.03],
            text: say.length(acrossM),
          },
          {
            kind: 'span',
            from: [Math.max(a, b) + outM * 0.03, 0],
            to: [Math.max(a, b) + outM * 0.03, alongM],
            text: say.length(alongM),
          },
        ],
        handles: [
          { field: 'far', at: [b, alongM], valueAt: ([x]) => Math.hypot(x, height) },
          { field: 'near', at: [a, 0], valueAt: ([x]) => Math.hypot(x, height) },
        ],
        alt: `From above: a thing from ${say.length(a)} to ${say.length(b)} beside the track, ${say.length(alongM)} along it.`,
      },
    };
  },
  show({ height, near, far, speed, seconds }) {
    const [a, b] = [groundRangeM(near, height), groundRangeM(far, height)];
    const alongM = speed * seconds;
    return {
      ...trial(
        {
          depthM: height + 0.3,
          targets: [
            {
              ...{
                id: 'log',
                kind: 'log',
                lengthM: Math.max(0.5, Math.min(LONGEST_M, Math.hypot(alongM, b - a))),
              },
              ...{ xM: (a + b) / 2, yM: 0, headingDeg: radToDeg(Math.atan2(b - a, alongM)) },
            },
          ],
        },
        {
          instrument: 'sideFans',
          rangeM: Math.max(8, 1.25 * Math.max(near, far)),
          speedMps: speed,
        },
      ),
      caption: 'A log so long (20 m at most), lying so, to starboard.',
    };
  },
});

export const sideRange = card({
  id: 'sideRange',
  name: 'Range by depth',
  words: 'how far to set the side fans range hunt search inspect depth times',
  formula: 'hunt 2 × depth; search 7 × (shallow) or 4 × depth; inspect 15 to 25 m',
  slip: 'Range is left wide: half the pixels go to ground that is grazed and dark.',
  skill: 'sideRange',
  fields: { depth: length('Depth', 6, 1, 60, { from: 'depthM' }) },
  choices: {
    purpose: {
      ...{ label: 'What for', usual: 'search' },
      options: PURPOSES.filter((one) => one !== 'jig').map((one) => ({
        value: one,
        label: PURPOSE_WORDS[one],
      })),
    },
  },
  work({ depth }, { purpose }, say) {
    const rangeM = usualSideRangeM(purpose as Purpose, depth);
    const groundM = groundRangeM(rangeM, depth);
    const grazing = 90 - angleTo([groundM, depth]);
    const to: Spot = [groundM, depth];
    return {
      results: [
        { label: 'Set a side', text: say.length(rangeM, 0), si: rangeM },
        { label: 'Of the ground', text: say.length(groundM), si: groundM },
      ],
      sums: [
        `${say.number(rangeM / depth, 1)} × ${say.bare(depth)} = ${say.length(rangeM, 0)}`,
        `√(${say.bare(rangeM)}² − ${say.bare(depth)}²) = ${say.length(groundM)}`,
      ],
      meaning: `At its end the sound meets the ground at ${say.angle(Math.round(grazing))}: the flatter, the longer the shadows and the weaker the bottom.`,
      drawing: {
        frame: [
          -rangeM * 1.02,
          -SKY * Math.max(depth, rangeM * 0.2),
          rangeM * 1.02,
          depth + rangeM * 0.12,
        ],
        shapes: [
          ...section.water(depth),
          {
            kind: 'area',
            look: 'beam',
            points: [
              [0, 0],
              [groundM, depth],
              [depth * 0.7, depth],
            ],
          },
          {
            kind: 'area',
            look: 'beam',
            points: [
              [0, 0],
              [-groundM, depth],
              [-depth * 0.7, depth],
            ],
          },
          section.boat(),
          {
            kind: 'span',
            from: [0, depth + rangeM * 0.04],
            to: [groundM, depth + rangeM * 0.04],
            text: say.length(groundM),
          },
          {
            kind: 'arc',
            centre: [0, 0],
            radiusM: rangeM,
            fromDeg: angleTo(to) - 4,
            toDeg: angleTo(to) + 2,
            look: 'sound',
          },
        ],
        handles: [{ field: 'depth', at: [0, depth], valueAt: ([, y]) => y }],
        alt: `Both fans out to ${say.length(rangeM, 0)} over ${say.length(depth)} of water.`,
      },
    };
  },
  show: ({ depth }, { purpose }) => ({
    ...trial(
      {
        depthM: depth,
        targets: [1.5, 3, 6].map((times, i) => ({
          ...{
            id: `rock-${i + 1}`,
            kind: 'boulder',
            radiusM: 0.7,
            xM: times * depth,
            yM: 5 * (i - 1),
          },
        })),
      },
      { instrument: 'sideFans', rangeM: usualSideRangeM(purpose as Purpose, depth) },
    ),
    caption:
      'Boulders at 1.5, 3 and 6 times the depth, to starboard: which does this range show, and how large?',
  }),
});

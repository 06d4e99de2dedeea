/** The water: a thermocline found with a thermometer, and fish brought up from the deep. */
import { trial } from '../../atlas/trial';
import { gasGrowth, gradientCPerM, THERMOCLINE_C_PER_M } from '../../water';
import { card, length, section } from '../card';

export const thermocline = card({
  id: 'thermocline',
  name: 'Thermocline from two readings',
  words: 'temperature layer thermometer gradient summer layer',
  formula: '(upper − lower temperature) ÷ (lower − upper depth); from 1 °C a metre it is one',
  slip: 'Any even line is called a thermocline: only a thermometer, or the season, says so.',
  skill: 'baitAndFish',
  fields: {
    upperDepth: length('Upper reading at', 6, 0, 100),
    upper: { label: 'It says', quantity: 'temperature', usual: 19, min: 0, max: 35 },
    lowerDepth: length('Lower reading at', 8, 0, 100),
    lower: { label: 'It says, below', quantity: 'temperature', usual: 13, min: 0, max: 35 },
  },
  work({ upperDepth, upper, lowerDepth, lower }, _, say) {
    const bottomM = Math.max(lowerDepth, upperDepth + 0.1);
    const perM = gradientCPerM(
      { depthM: upperDepth, temperatureC: upper },
      { depthM: bottomM, temperatureC: lower },
    );
    const isLayer = perM >= THERMOCLINE_C_PER_M;
    const middleM = (upperDepth + bottomM) / 2;
    const depthM = bottomM * 1.6;
    const at = (celsius: number) => (celsius / 35) * depthM * 1.6;
    return {
      results: [
        {
          label: 'It gets colder by',
          text: `${say.number(say.units === 'metric' ? perM : perM * 1.8 * 0.3048, 1)} ${say.units === 'metric' ? '°C a metre' : '°F a foot'}`,
          si: perM,
        },
        {
          label: 'A thermocline',
          text: isLayer ? `yes, about ${say.length(middleM)} deep` : 'no',
          si: isLayer ? 1 : 0,
        },
      ],
      sums: [
        `(${say.temperature(upper)} − ${say.temperature(lower)}) ÷ (${say.length(bottomM)} − ${say.length(upperDepth)})`,
      ],
      meaning: isLayer
        ? 'On the cone it is a thin even band there, at every place alike. In late summer the water under it may hold no oxygen, and then no fish.'
        : 'Less than one degree a metre: what looks like a layer is something else, or lies between other depths.',
      drawing: {
        frame: [-depthM * 0.1, -depthM * 0.06, depthM * 1.7, depthM * 1.05],
        shapes: [
          ...section.water(depthM),
          section.band(isLayer ? 'seen' : 'water', upperDepth, bottomM),
          {
            kind: 'line',
            look: 'thing',
            points: [
              [at(upper), 0],
              [at(upper), upperDepth],
              [at(lower), bottomM],
              [at(lower), depthM],
            ],
          },
          {
            kind: 'text',
            at: [at(upper) + depthM * 0.03, upperDepth - depthM * 0.03],
            text: say.temperature(upper),
          },
          {
            kind: 'text',
            at: [at(lower) + depthM * 0.03, bottomM + depthM * 0.08],
            text: say.temperature(lower),
          },
        ],
        handles: [
          { field: 'upperDepth', at: [at(upper), upperDepth], valueAt: ([, y]) => y },
          { field: 'lowerDepth', at: [at(lower), bottomM], valueAt: ([, y]) => y },
        ],
        alt: `Temperature over depth: ${say.temperature(upper)} down to ${say.length(upperDepth)}, ${say.temperature(lower)} from ${say.length(bottomM)}.`,
      },
    };
  },
  show: ({ upperDepth, upper, lowerDepth, lower }) => ({
    ...trial(
      {
        depthM: Math.max(3, 1.6 * Math.max(lowerDepth, upperDepth)),
        water: {
          temperatureC: upper,
          thermocline: {
            depthM: Math.max(0.5, (upperDepth + lowerDepth) / 2),
            thicknessM: Math.min(20, Math.max(0.3, lowerDepth - upperDepth)),
            dropC: Math.min(25, Math.max(0, upper - lower)),
            // Plankton gathers where the fall is steep, and hardly elsewhere.
            scatteringDb: upper - lower >= lowerDepth - upperDepth ? -62 : -85,
          },
        },
      },
      { instrument: 'cone', bandId: '200' },
    ),
    caption: 'A water with that fall of temperature, and plankton on it where it is steep.',
  }),
});

/** From here on many fish with a closed swimbladder are hurt; typical of perch-like fish, and local rules may say less. */
const RISKY_FROM_M = 10;
const OFTEN_FROM_M = 5;

export const release = card({
  id: 'release',
  name: 'Depth at which fish may not survive release',
  words: 'barotrauma release catch deep zander perch swimbladder',
  formula:
    'growth of the swimbladder = pressure there ÷ pressure at the surface = 1 + depth ÷ 10 m',
  slip: 'A fish that swims off is taken for a fish that lives.',
  caution:
    'Local rules decide what must or may be released, and from which depth not to fish for release at all.',
  skill: 'chart',
  fields: {
    depth: length('Caught at', 12, 0, 100, { from: 'depthM' }),
  },
  choices: {
    salt: {
      ...{ label: 'Water', usual: 'fresh' },
      options: [
        { value: 'fresh', label: 'Fresh' },
        { value: 'salt', label: 'Salt' },
      ],
    },
  },
  work({ depth }, { salt }, say) {
    const grown = (depthM: number) => gasGrowth(depthM, 12, salt === 'salt' ? 35 : 0);
    const growth = grown(depth);
    const perAirM = 10 / (grown(10) - 1);
    const says =
      depth >= RISKY_FROM_M
        ? 'Do not fish here for release: many will not live, though they swim off.'
        : depth >= OFTEN_FROM_M
          ? 'Some are hurt. Bring them up slowly, release at once, and stop if they float.'
          : 'Few are hurt by the pressure alone; handling and warm water still count.';
    const reachM = Math.max(3, depth) * 0.8;
    const size = (times: number) => reachM * 0.08 * Math.cbrt(times);
    return {
      results: [
        {
          label: 'Its swimbladder grows to',
          text: `${say.number(growth, 1)} × its size`,
          si: growth,
        },
      ],
      sums: [`1 + ${say.bare(depth)} ÷ ${say.bare(perAirM)} = ${say.number(growth, 1)}`],
      meaning: `${says} That holds for fish with a closed swimbladder, as perch and zander; pike and trout can let gas go.`,
      drawing: {
        frame: [-reachM, -reachM * 0.25, reachM, Math.max(3, depth) * 1.12],
        shapes: [
          ...section.water(Math.max(3, depth) * 1.05),
          { kind: 'ring', at: [0, depth], radiusM: size(1), look: 'thing' },
          {
            kind: 'ring',
            at: [0, size(growth) + reachM * 0.02],
            radiusM: size(growth),
            look: 'seen',
          },
          {
            kind: 'line',
            look: 'line',
            points: [
              [0, depth - size(1)],
              [0, 2 * size(growth) + reachM * 0.04],
            ],
          },
          { kind: 'text', at: [reachM * 0.12, depth], text: say.length(depth) },
          { kind: 'text', at: [reachM * 0.2, reachM * 0.12], text: `${say.number(growth, 1)} ×` },
        ],
        handles: [{ field: 'depth', at: [0, depth], valueAt: ([, y]) => y }],
        alt: `The bladder of a fish from ${say.length(depth)} grows to ${say.number(growth, 1)} times its size on the way up.`,
      },
    };
  },
});

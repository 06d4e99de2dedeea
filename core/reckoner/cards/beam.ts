/** What a beam covers, hides and tells apart. */
import { trial } from '../../atlas/trial';
import { archRiseM, deadZoneM, deadZoneOnSlopeM, footprintM, wayInBeamM } from '../../reading';
import { BANDS } from '../../setup';
import { fishOverNoise, STANDS_OUT_DB } from '../../sounding';
import { rangeCellM } from '../../transducer';
import { degToRad, radToDeg } from '../../units';
import { waterColumnSchema } from '../../water';
import { BEAM, card, DEPTH, length, section, type Shape, type Spot, SPEED_FIELD } from '../card';

const SOUND_MPS = 1480;
const SKY = 0.12;

const cone = (depthM: number, beamDeg: number): Shape => {
  const halfM = footprintM(depthM, beamDeg) / 2;
  return {
    kind: 'area',
    look: 'beam',
    points: [
      [0, 0],
      [halfM, depthM],
      [-halfM, depthM],
    ],
  };
};
const beamFrom = (depthM: number, [x]: Spot) => 2 * radToDeg(Math.atan(Math.abs(x) / depthM));

export const footprint = card({
  id: 'footprint',
  name: 'Footprint and coverage',
  words: 'width of the beam at the bottom, cone, area covered, a third of the depth',
  formula: '2 d tan(θ/2)',
  slip: 'The whole angle is put in where half of it belongs; or the footprint is taken for the place of the fish.',
  skill: 'frequency',
  fields: { depth: DEPTH, beam: BEAM, speed: SPEED_FIELD },
  work({ depth, beam, speed }, _, say) {
    const widthM = footprintM(depth, beam);
    const halfM = Math.max(widthM / 2, depth * 0.35) * 1.25;
    const share = widthM / depth;
    return {
      results: [
        { label: 'Width at the bottom', text: say.length(widthM), si: widthM },
        {
          label: 'Ground seen in a minute',
          text: say.area(widthM * speed * 60),
          si: widthM * speed * 60,
        },
      ],
      sums: [
        `2 × ${say.bare(depth)} × tan ${say.angle(beam / 2)} = ${say.length(widthM)}`,
        `${say.length(widthM)} × ${say.length(speed * 60, 0)} = ${say.area(widthM * speed * 60)}`,
      ],
      meaning: `At ${say.length(depth)} an echo may come from anywhere on ${say.length(widthM)} of ground: ${say.number(share, 2)} of the depth.`,
      drawing: {
        frame: [-halfM, -SKY * depth, halfM, depth * 1.17],
        shapes: [
          ...section.water(depth),
          cone(depth, beam),
          section.boat(),
          {
            kind: 'span',
            from: [-widthM / 2, depth * 1.11],
            to: [widthM / 2, depth * 1.11],
            text: say.length(widthM),
          },
          {
            kind: 'span',
            from: [-halfM * 0.86, 0],
            to: [-halfM * 0.86, depth],
            text: say.length(depth),
          },
        ],
        handles: [
          { field: 'beam', at: [widthM / 2, depth], valueAt: (at) => beamFrom(depth, at) },
          { field: 'depth', at: [-halfM * 0.86, depth], valueAt: ([, y]) => y },
        ],
        alt: `A beam of ${say.angle(beam)} over ${say.length(depth)} of water covers ${say.length(widthM)} of the bottom.`,
      },
    };
  },
  show: ({ depth, beam, speed }) => ({
    ...trial(
      {
        depthM: depth,
        targets: [-0.9, 0, 0.9].map((share, i) => ({
          ...{ id: `fish-${i + 1}`, kind: 'fish', lengthM: 0.45, headingDeg: 0, yM: 4 * (i - 1) },
          ...{ xM: (share * footprintM(depth * 0.75, beam)) / 2, depthM: depth * 0.75 },
        })),
      },
      { instrument: 'cone', bandId: beam > 34 ? '50' : beam > 25 ? '83' : '200', speedMps: speed },
    ),
    caption:
      'Three like fish at one depth: the outer two lie near the edge of such a beam, so they come weaker and lower. The sounder nearest to your angle is used.',
  }),
});

export const deadZone = card({
  id: 'deadZone',
  name: 'Dead zone on the flat and on a slope',
  words: 'hidden at the bottom, near bottom, fish on the bottom not seen, edge of the beam',
  formula: 'd (1 − cos(θ/2)) + range cell; on a slope β: d (1 − cos β / cos(β − θ/2)) + range cell',
  slip: 'An empty strip over a steep bottom is read as “no fish”: uphill ground in the beam covers it.',
  skill: 'nearBottom',
  fields: {
    depth: DEPTH,
    beam: BEAM,
    slope: { label: 'Slope', quantity: 'angle', usual: 15, min: 0, max: 60, decimals: 0 },
    cell: length('Range cell', 0.11, 0.01, 1, { decimals: 2 }),
  },
  work({ depth, beam, slope, cell }, _, say) {
    const flatM = deadZoneM(depth, beam, cell);
    const slopeM = deadZoneOnSlopeM(depth, beam, slope, cell);
    const halfM = Math.max(footprintM(depth, beam) / 2, depth * 0.4) * 1.25;
    const tan = Math.tan(degToRad(slope));
    const nearestM = depth - slopeM + cell;
    const under = (x: number): Spot => [x, depth - x * tan];
    const farM = 99 * halfM;
    const shoreM = tan > 0 ? Math.min(farM, depth / tan) : farM;
    return {
      results: [
        { label: 'Hidden at the edge, flat ground', text: say.length(flatM, 2), si: flatM },
        { label: 'Hidden under the boat, on the slope', text: say.length(slopeM, 2), si: slopeM },
      ],
      sums: [
        `${say.bare(depth)} × (1 − cos ${say.angle(beam / 2)}) + ${say.bare(cell, 2)} = ${say.length(flatM, 2)}`,
        `${say.bare(depth)} × (1 − cos ${say.angle(slope)} / cos ${say.angle(Math.max(0, slope - beam / 2))}) + ${say.bare(cell, 2)} = ${say.length(slopeM, 2)}`,
      ],
      meaning: `A fish less than ${say.length(slopeM, 2)} over this slope, right under the boat, comes together with nearer ground and cannot be told from it.`,
      drawing: {
        frame: [-halfM, -SKY * depth, halfM, depth + halfM * tan * 0.7 + depth * 0.12],
        shapes: [
          {
            kind: 'area',
            look: 'water',
            points: [[-farM, 0], [shoreM, 0], under(shoreM), under(-farM)],
          },
          {
            kind: 'area',
            look: 'ground',
            points: [
              under(-farM),
              under(shoreM),
              [farM, under(shoreM)[1]],
              [farM, 1e4],
              [-farM, 1e4],
            ],
          },
          cone(depth, beam),
          {
            kind: 'arc',
            centre: [0, 0],
            radiusM: nearestM,
            fromDeg: -beam / 2,
            toDeg: beam / 2,
            look: 'sound',
          },
          section.boat(),
          {
            kind: 'span',
            from: [0, nearestM],
            to: [0, depth],
            text: '',
          },
          { kind: 'text', at: [halfM * 0.45, depth * 0.94], text: say.length(depth - nearestM, 2) },
        ],
        handles: [
          { field: 'depth', at: [0, depth], valueAt: ([, y]) => y },
          {
            field: 'slope',
            at: under(-halfM * 0.7),
            valueAt: ([x, y]) => radToDeg(Math.atan((y - depth) / Math.max(0.1, -x))),
          },
        ],
        alt: `The ground rises by ${say.angle(slope)}; what the sound reaches first is ${say.length(nearestM)} away, nearer than the ${say.length(depth)} straight down.`,
      },
    };
  },
  show: ({ depth, beam, slope }) => ({
    ...trial(
      {
        ...{ depthM: depth, slopeDeg: Math.min(35, slope) },
        targets: [0.3, 1, 2].map((offM, i) => ({
          ...{ id: `fish-${i + 1}`, kind: 'fish', lengthM: 0.4, headingDeg: 0, xM: 0 },
          ...{
            yM: 5 * (i - 1),
            // Over a steep slope near the shore there is no room for all of them.
            depthM: Math.max(
              0.2,
              depth - 5 * (i - 1) * Math.tan(degToRad(Math.min(35, slope))) - offM,
            ),
          },
        })),
      },
      { instrument: 'cone', bandId: beam > 34 ? '50' : beam > 25 ? '83' : '200' },
    ),
    caption: 'Three fish, 0.3, 1 and 2 m over the slope. Which of them stand clear of it?',
  }),
});

export const timeInBeam = card({
  id: 'timeInBeam',
  name: 'Time in the beam, and the arch',
  words: 'arch height length pings on a fish speed slow fast dot worm',
  formula: 'way = 2 √((d tan(θ/2))² − y²); time = way ÷ speed; rise = d (1/cos(θ/2) − 1)',
  slip: 'A long mark is taken for a large fish: it was in the beam for long.',
  skill: 'archAndSpeed',
  fields: {
    depth: { ...DEPTH, label: 'Depth of the fish' },
    beam: BEAM,
    aside: length('Beside the track', 0, 0, 30),
    speed: SPEED_FIELD,
    rate: {
      ...{ label: 'Pings a second', quantity: 'plain', usual: 12, min: 1, max: 60, unit: '/s' },
      from: 'pingRateHz',
    },
  },
  work({ depth, beam, aside, speed, rate }, _, say) {
    const wayM = wayInBeamM(depth, beam, aside);
    const seconds = wayM / speed;
    const pings = seconds * rate;
    const riseM = archRiseM(depth, beam);
    const halfM = footprintM(depth, beam) / 2;
    const reachM = Math.max(halfM, aside) * 1.35 + 0.5;
    return {
      results: [
        { label: 'In the beam for', text: say.time(seconds), si: seconds },
        { label: 'Pings on it', text: say.number(pings, 0), si: pings },
        { label: 'The arch is high', text: say.length(riseM, 2), si: riseM },
      ],
      sums: [
        `2 × √((${say.bare(depth)} × tan ${say.angle(beam / 2)})² − ${say.bare(aside)}²) = ${say.length(wayM)}`,
        `${say.length(wayM)} ÷ ${say.speed(speed)} = ${say.time(seconds)}; × ${say.number(rate)} a second = ${say.number(pings, 0)} pings`,
      ],
      meaning:
        wayM === 0
          ? `A fish ${say.length(aside)} beside the track is outside this beam at ${say.length(depth)}.`
          : `Twice as fast, and the same fish is drawn half as long: ${say.number(pings / 2, 0)} pings.`,
      drawing: {
        frame: [-reachM, -reachM * 0.7, reachM, reachM * 0.7],
        shapes: [
          section.plan('water'),
          { kind: 'ring', at: [0, 0], radiusM: halfM, look: 'beam' },
          {
            kind: 'line',
            look: 'line',
            points: [
              [-9 * reachM, 0],
              [9 * reachM, 0],
            ],
          },
          ...(wayM > 0
            ? [
                {
                  kind: 'span',
                  from: [-wayM / 2, aside],
                  to: [wayM / 2, aside],
                  text: '',
                } as const,
                {
                  kind: 'text',
                  at: [halfM * 0.3, aside + reachM * 0.13],
                  text: say.length(wayM),
                } as const,
              ]
            : []),
          { kind: 'fish', at: [0, aside], lengthM: 0.5 },
          { kind: 'text', at: [-reachM * 0.95, -reachM * 0.05], text: 'track' },
        ],
        handles: [
          { field: 'aside', at: [0, aside], valueAt: ([, y]) => Math.abs(y) },
          {
            field: 'beam',
            at: [-halfM * 0.7071, -halfM * 0.7071],
            valueAt: ([x, y]) => 2 * radToDeg(Math.atan(Math.hypot(x, y) / depth)),
          },
        ],
        alt: `From above: the circle of the beam at the fish's depth, ${say.length(2 * halfM)} across; the fish lies ${say.length(aside)} beside the track.`,
      },
    };
  },
  show: ({ depth, beam, aside, speed }) => ({
    ...trial(
      {
        depthM: depth * 1.25,
        targets: [
          {
            id: 'fish',
            kind: 'fish',
            lengthM: 0.5,
            headingDeg: 0,
            xM: aside,
            yM: 0,
            depthM: depth,
          },
        ],
      },
      {
        ...{
          instrument: 'cone',
          bandId: beam > 34 ? '50' : beam > 25 ? '83' : '200',
          speedMps: speed,
        },
        wayM: Math.max(10, 3 * footprintM(depth, beam)),
      },
    ),
    caption:
      'That fish at that speed. The arch stands over the whole of its way in the beam, and a little beyond.',
  }),
});

export const apart = card({
  id: 'apart',
  name: 'Two targets apart',
  words: 'range cell resolution pulse length chirp sweep bandwidth separate',
  formula: 'tone: c τ / 2; sweep: c / (2 B)',
  slip: 'Two fish closer than the cell are read as one large fish.',
  skill: 'baitAndFish',
  fields: {
    apart: length('They are apart by', 0.1, 0.01, 3, { decimals: 2 }),
    pulse: {
      label: 'Pulse, thousandths of a second',
      quantity: 'plain',
      usual: 0.15,
      min: 0.02,
      max: 5,
      decimals: 2,
      unit: 'ms',
    },
    sweep: {
      label: 'Width of the sweep',
      quantity: 'plain',
      usual: 60,
      min: 2,
      max: 300,
      decimals: 0,
      unit: 'kHz',
    },
  },
  choices: {
    sent: {
      ...{ label: 'Sent', usual: 'tone' },
      options: [
        { value: 'tone', label: 'A tone' },
        { value: 'sweep', label: 'A sweep' },
      ],
    },
  },
  work({ apart: gapM, pulse, sweep }, { sent }, say) {
    const isSweep = sent === 'sweep';
    const chirp = isSweep ? { startHz: 0, endHz: 1000 * sweep } : null;
    const cellM = rangeCellM({ lengthS: pulse / 1000, chirp }, SOUND_MPS);
    const isApart = gapM > cellM;
    const frameM = 1.6 * Math.max(gapM, cellM, 0.1);
    return {
      results: [
        { label: 'One cell of range', text: say.length(cellM, 2), si: cellM },
        { label: 'They are drawn as', text: isApart ? 'two' : 'one', si: isApart ? 2 : 1 },
      ],
      sums: [
        isSweep
          ? `${say.bare(SOUND_MPS, 0)} ÷ (2 × ${say.number(1000 * sweep, 0)} a second) = ${say.length(cellM, 3)}`
          : `${say.bare(SOUND_MPS, 0)} × ${say.number(pulse / 1000, 5)} s ÷ 2 = ${say.length(cellM, 3)}`,
      ],
      meaning: isApart
        ? 'Their echoes come one after the other: a gap stands between the two marks.'
        : 'The first echo has not ended when the second begins: one mark, brighter than either.',
      drawing: {
        frame: [-frameM, -frameM * 0.55, frameM, frameM * 0.85],
        shapes: [
          section.plan('water'),
          {
            kind: 'area',
            look: 'seen',
            points: [
              [-0.35 * frameM, 0],
              [0.35 * frameM, 0],
              [0.35 * frameM, cellM],
              [-0.35 * frameM, cellM],
            ],
          },
          { kind: 'fish', at: [-0.12 * frameM, 0], lengthM: 0.24 * frameM },
          { kind: 'fish', at: [0.12 * frameM, gapM], lengthM: 0.24 * frameM },
          {
            kind: 'span',
            from: [-0.6 * frameM, 0],
            to: [-0.6 * frameM, cellM],
            text: `cell ${say.length(cellM, 2)}`,
          },
          {
            kind: 'span',
            from: [0.6 * frameM, 0],
            to: [0.6 * frameM, gapM],
            text: say.length(gapM, 2),
          },
        ],
        handles: [{ field: 'apart', at: [0.6 * frameM, gapM], valueAt: ([, y]) => y }],
        alt: `Two fish ${say.length(gapM, 2)} apart in depth, and one cell of range, ${say.length(cellM, 2)}.`,
      },
    };
  },
  show: ({ apart: gapM }, { sent }) => ({
    ...trial(
      {
        depthM: 10,
        targets: [0, 1].map((i) => ({
          ...{ id: `fish-${i + 1}`, kind: 'fish', lengthM: 0.35, headingDeg: 0 },
          ...{ xM: 0, yM: 0, depthM: 5 + i * gapM },
        })),
      },
      {
        ...{ instrument: 'cone', bandId: sent === 'sweep' ? 'chirp' : '200', wayM: 12 },
        view: { topM: Math.max(0, 4 - gapM), bottomM: 7 + 2 * gapM },
      },
    ),
    caption:
      'Two fish, one over the other, under the tone or the sweep that the demo boat carries (0.15 ms; 60 kHz).',
  }),
});

const REACH_BANDS = BANDS.cone;
const SALTS = { fresh: 0, brackish: 8, salt: 35 } as const;

export const howFar = card({
  id: 'howFar',
  name: 'How far this frequency sees',
  words: 'useful range level noise absorption salt fresh reach depth limit',
  formula: 'SL − 40 log R − 2 α R + TS = noise + 10 dB',
  slip: 'The number on the box is the depth at which it may find a bottom, not a fish.',
  skill: 'frequency',
  fields: {
    fish: length('Length of the fish', 0.4, 0.03, 2, { decimals: 2 }),
    speed: SPEED_FIELD,
    wind: { label: 'Wind', quantity: 'speed', usual: 4, min: 0, max: 20 },
  },
  choices: {
    band: {
      ...{ label: 'Frequency', usual: '200' },
      options: REACH_BANDS.map(({ id, name }) => ({ value: id, label: name })),
    },
    salt: {
      ...{ label: 'Water', usual: 'fresh' },
      options: [
        { value: 'fresh', label: 'Fresh' },
        { value: 'brackish', label: 'Brackish, 8 g/kg' },
        { value: 'salt', label: 'Salt, 35 g/kg' },
      ],
    },
  },
  work({ fish, speed, wind }, { band, salt }, say) {
    const water = waterColumnSchema.parse({
      ...{ temperatureC: 12, thermocline: null, windMps: wind },
      salinityPsu: SALTS[salt as keyof typeof SALTS] ?? 0,
    });
    const of = (id: string) =>
      fishOverNoise(REACH_BANDS.find((one) => one.id === id) ?? REACH_BANDS[0], water, fish, speed);
    const own = of(band);
    const farM = Math.min(400, Math.max(30, 1.3 * own.reachM));
    const at = Array.from({ length: 60 }, (_, i) => ((i + 1) / 60) * farM);
    const line = (f: (rangeM: number) => number) => at.map((r) => ({ x: r, y: f(r) }));
    const others = REACH_BANDS.filter(({ id }) => id !== band).map((one) => ({
      ...one,
      reachM: of(one.id).reachM,
    }));
    return {
      results: [
        { label: 'Seen on the axis down to', text: say.length(own.reachM, 0), si: own.reachM },
        ...others.map(({ name, reachM }) => ({
          label: name,
          text: say.length(reachM, 0),
          si: reachM,
        })),
      ],
      sums: [
        `at ${say.length(own.reachM, 0)} the echo is ${say.number(own.echoDb(own.reachM), 0)} dB, the noise ${say.number(own.noiseDb, 0)} dB, and ${STANDS_OUT_DB} dB are wanted between them`,
      ],
      meaning: `Beyond ${say.length(own.reachM, 0)} a fish of ${say.length(fish, 2)} is lost in noise however high the gain is; near the edge of the beam it is lost sooner.`,
      curves: {
        xLabel: 'range',
        yLabel: 'level, dB re 1 µPa',
        lines: [
          { name: 'echo of the fish', points: line(own.echoDb) },
          {
            name: `noise + ${STANDS_OUT_DB} dB`,
            points: line(() => own.noiseDb + STANDS_OUT_DB),
            isThreshold: true,
          },
        ],
        alt: `The echo of the fish falls with range and meets the noise and ten decibels at ${say.length(own.reachM, 0)}.`,
      },
    };
  },
});

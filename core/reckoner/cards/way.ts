/** The boat's way: lanes over an area, the level of the day, drift and anchor, and time at a spot. */
import { laneSpacingM, lanesNeeded, swath, waitS } from '../../planning';
import type { Sweep } from '../../pass';
import { conditionsSchema, driftMps, waterLevelM } from '../../water';
import { BEAM, card, DEPTH, length, section, type Shape, SPEED_FIELD } from '../card';

const hours = (seconds: number) => {
  const minutes = Math.round(seconds / 60);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
};

export const lanes = card({
  id: 'lanes',
  name: 'Lanes, overlap, and time for an area',
  words: 'lane spacing overlap cover an area time search grid',
  formula:
    'spacing = seen width × (1 − overlap); lanes = ⌈(width − seen) ÷ spacing⌉ + 1; time = lanes × length ÷ speed',
  slip: 'Lanes are laid by the footprint in the deep part, and in the shallows strips stay unseen.',
  skill: 'chart',
  fields: {
    depth: DEPTH,
    beam: BEAM,
    range: length('Range of the side fans', 25, 2, 200),
    overlap: {
      label: 'Overlap',
      quantity: 'plain',
      usual: 20,
      min: 0,
      max: 80,
      decimals: 0,
      unit: '%',
    },
    width: length('Width of the area', 100, 5, 3000, { decimals: 0 }),
    long: length('Length of the area', 200, 5, 5000, { decimals: 0 }),
    speed: SPEED_FIELD,
  },
  choices: {
    with: {
      ...{ label: 'Seen with', usual: 'sideFans' },
      options: [
        { value: 'sideFans', label: 'Side fans' },
        { value: 'cone', label: 'Cone' },
      ],
    },
  },
  work({ depth, beam, range, overlap, width, long, speed }, { with: instrument }, say) {
    const sweep: Sweep = {
      instrument: instrument === 'cone' ? 'cone' : 'sideFans',
      acrossDeg: beam,
      rangeM: instrument === 'cone' ? 200 : range,
      overlapShare: overlap / 100,
    };
    const seenM = 2 * swath(sweep, depth).farM;
    const spacingM = laneSpacingM(sweep, depth);
    const isBlind = spacingM <= 0;
    const count = isBlind ? 0 : lanesNeeded(width, spacingM, seenM);
    const wayM = count * long + Math.max(0, count - 1) * spacingM;
    const seconds = wayM / speed;
    const shown = Math.min(count, 60);
    const xs = Array.from(
      { length: shown },
      (_, i) => width / 2 + (i - (count - 1) / 2) * spacingM,
    );
    return {
      results: [
        {
          label: 'Between lanes',
          text: isBlind ? 'the bottom is out of range' : say.length(spacingM),
          si: spacingM,
        },
        { label: 'Lanes', text: String(count), si: count },
        { label: 'Time, turns not counted', text: isBlind ? '–' : hours(seconds), si: seconds },
      ],
      sums: [
        `${say.bare(seenM)} × (1 − ${say.number(overlap / 100, 2)}) = ${say.length(spacingM)}`,
        ...(isBlind
          ? []
          : [
              `⌈(${say.bare(width, 0)} − ${say.bare(seenM)}) ÷ ${say.bare(spacingM)}⌉ + 1 = ${count}`,
              `${say.length(wayM, 0)} ÷ ${say.speed(speed)} = ${hours(seconds)}`,
            ]),
      ],
      meaning: `Half the depth under the side fans changes little; under a cone it halves the strip. Straight below, the side fans show no ground.`,
      drawing: {
        frame: [-width * 0.06, -long * 0.06, width * 1.06, long * 1.08],
        shapes: [
          section.plan('water'),
          ...xs.map((x, i): Shape => ({
            ...{ kind: 'area', look: i % 2 ? 'seen' : 'beam' },
            points: [
              [x - seenM / 2, 0],
              [x + seenM / 2, 0],
              [x + seenM / 2, long],
              [x - seenM / 2, long],
            ],
          })),
          {
            kind: 'line',
            look: 'quiet',
            points: [
              [0, 0],
              [width, 0],
              [width, long],
              [0, long],
              [0, 0],
            ],
          },
          {
            kind: 'line',
            look: 'line',
            points: xs.flatMap(
              (x, i) =>
                (i % 2
                  ? [
                      [x, long],
                      [x, 0],
                    ]
                  : [
                      [x, 0],
                      [x, long],
                    ]) as [number, number][],
            ),
          },
        ],
        handles: [
          { field: 'width', at: [width, long / 2], valueAt: ([x]) => x },
          { field: 'long', at: [width / 2, long], valueAt: ([, y]) => y },
        ],
        alt: `${count} lanes ${say.length(spacingM)} apart over an area of ${say.length(width, 0)} by ${say.length(long, 0)}.`,
      },
    };
  },
});

export const level = card({
  id: 'level',
  name: 'Level of the day',
  words: 'water level tide chart depth offset high water',
  formula: 'depth = charted + level + (range ÷ 2) cos(360° (t − high water) ÷ 12.4 h)',
  slip: 'The chart is believed on a day when the water stands metres lower.',
  caution: 'A sum is no pilot: keep to official charts, tide tables and local warnings.',
  skill: 'chart',
  fields: {
    charted: length('Depth on the chart', 3, 0, 60),
    offset: length('Level over that of the chart', -0.6, -20, 20),
    tide: length('Range of the tide', 0, 0, 16),
    high: { label: 'High water at', quantity: 'plain', usual: 9, min: 0, max: 24, unit: 'h' },
    at: { label: 'It is', quantity: 'plain', usual: 14, min: 0, max: 24, unit: 'h' },
    draft: length('Deepest part of the boat', 0.5, 0.1, 3),
  },
  work({ charted, offset, tide, high, at, draft }, _, say) {
    const conditions = conditionsSchema.parse({
      levelM: offset,
      tide: tide > 0 ? { rangeM: Math.max(0.1, tide), highWaterHour: high } : null,
    });
    const levelM = waterLevelM(conditions, at);
    const depthM = charted + levelM;
    const reachM = Math.max(2, charted, depthM) * 1.3;
    return {
      results: [
        { label: 'Depth now', text: depthM > 0 ? say.length(depthM) : 'dry', si: depthM },
        { label: 'Under the boat', text: say.length(depthM - draft), si: depthM - draft },
      ],
      sums: [`${say.bare(charted)} + ${say.bare(levelM)} = ${say.length(depthM)}`],
      meaning:
        depthM - draft < 0.5
          ? 'Not enough water under the boat to trust a chart: go round.'
          : `Take a sounding over a place whose charted depth you know: the difference is the level.`,
      drawing: {
        frame: [
          -reachM,
          -Math.max(reachM * 0.2, levelM + reachM * 0.2),
          reachM,
          charted + reachM * 0.15,
        ],
        shapes: [
          section.band('ground', charted, 1e4),
          ...(depthM > 0 ? [section.band('water', -levelM, charted)] : []),
          {
            kind: 'line',
            look: 'quiet',
            points: [
              [-9 * reachM, 0],
              [9 * reachM, 0],
            ],
          },
          { kind: 'text', at: [-reachM * 0.95, -reachM * 0.02], text: 'level of the chart' },
          { kind: 'boat', at: [0, -Math.max(levelM, -charted)], lengthM: 4.5 },
          {
            kind: 'span',
            from: [reachM * 0.7, -levelM],
            to: [reachM * 0.7, charted],
            text: say.length(depthM),
          },
        ],
        handles: [
          {
            field: 'offset',
            at: [-reachM * 0.5, -levelM],
            valueAt: ([, y]) => -y - (levelM - offset),
          },
          { field: 'charted', at: [0, charted], valueAt: ([, y]) => y },
        ],
        alt: `The water stands ${say.length(levelM)} over the level of the chart; the place is ${say.length(depthM)} deep.`,
      },
    };
  },
});

const DRIFT_S = 600;

export const drift = card({
  id: 'drift',
  name: 'Drift and anchor swing',
  words: 'drift wind current anchor rope scope swing radius',
  formula: 'drift = current + 4 % of the wind; swing = √(rope² − depth²)',
  slip: 'Anchor is let go over the mark; the boat then lies a rope’s length downwind of it.',
  caution:
    'Anchor from the bow, never from the stern in stream or waves; wear a life jacket; local rules say where anchoring is allowed.',
  skill: 'position',
  fields: {
    wind: { label: 'Wind', quantity: 'speed', usual: 5, min: 0, max: 20 },
    windFrom: { label: 'Wind from', quantity: 'angle', usual: 240, min: 0, max: 360, decimals: 0 },
    current: { label: 'Current', quantity: 'speed', usual: 0.1, min: 0, max: 3, decimals: 2 },
    currentTo: {
      label: 'Current towards',
      quantity: 'angle',
      usual: 90,
      min: 0,
      max: 360,
      decimals: 0,
    },
    depth: DEPTH,
    rope: length('Rope let out', 40, 1, 200, { decimals: 0 }),
  },
  work({ wind, windFrom, current, currentTo, depth, rope }, _, say) {
    const conditions = conditionsSchema.parse({
      windFromDeg: windFrom,
      current: { speedMps: current, towardDeg: currentTo },
    });
    const { eastMps, northMps } = driftMps(conditions, wind);
    const speed = Math.hypot(eastMps, northMps);
    const wayM = speed * DRIFT_S;
    const swingM = Math.sqrt(Math.max(0, rope * rope - depth * depth));
    const reachM = Math.max(swingM, wayM * 1.05, 10) * 1.1;
    const share = speed > 0 ? swingM / speed : 0;
    const at = [eastMps * share, -northMps * share] as const;
    return {
      results: [
        { label: 'Drift', text: say.speed(speed), si: speed },
        { label: 'In ten minutes', text: say.length(wayM, 0), si: wayM },
        { label: 'At anchor the boat lies off by', text: say.length(swingM, 0), si: swingM },
        { label: 'Rope to depth', text: `${say.number(rope / depth, 1)} : 1`, si: rope / depth },
      ],
      sums: [
        `0.04 × ${say.speed(wind)} downwind, and ${say.speed(current)} of current = ${say.speed(speed)}`,
        `√(${say.bare(rope, 0)}² − ${say.bare(depth)}²) = ${say.length(swingM, 0)}`,
      ],
      meaning:
        rope <= depth
          ? 'The rope does not reach the bottom.'
          : `Let the anchor go ${say.length(swingM, 0)} to windward of the mark. With less than 3 : 1 it hardly holds.`,
      drawing: {
        frame: [-reachM, -reachM * 0.75, reachM, reachM * 0.75],
        shapes: [
          section.plan('water'),
          { kind: 'ring', at: [0, 0], radiusM: swingM, look: 'beam' },
          {
            kind: 'line',
            look: 'line',
            points: [
              [0, 0],
              [eastMps * DRIFT_S, -northMps * DRIFT_S],
            ],
          },
          { kind: 'ring', at: [0, 0], radiusM: reachM * 0.015, look: 'thing' },
          { kind: 'boat', at, lengthM: 4.5 },
          {
            kind: 'text',
            at: [reachM * 0.02, -reachM * 0.04],
            text: 'anchor, or where the drift begins',
          },
        ],
        handles: [
          {
            field: 'rope',
            at: [swingM * Math.SQRT1_2, -swingM * Math.SQRT1_2],
            valueAt: ([x, y]) => Math.hypot(Math.hypot(x, y), depth),
          },
        ],
        alt: `From above, north up: the boat drifts ${say.length(wayM, 0)} in ten minutes; at anchor it swings within ${say.length(swingM, 0)}.`,
      },
    };
  },
});

export const spotTime = card({
  id: 'spotTime',
  name: 'How long to give a spot',
  words: 'wait time at a spot move on how long patience',
  formula: '− ln(1 − chance) ÷ (visits an hour)',
  slip: 'A dead spot gets two hours because a fish came there last week; a good one two minutes.',
  skill: 'empties',
  fields: {
    visits: {
      label: 'Fish come by, in an hour',
      quantity: 'plain',
      usual: 4,
      min: 0.1,
      max: 120,
      unit: '/h',
    },
    chance: {
      label: 'To be so sure',
      quantity: 'plain',
      usual: 90,
      min: 50,
      max: 99,
      decimals: 0,
      unit: '%',
    },
  },
  work({ visits, chance }, _, say) {
    const seconds = waitS(visits, chance / 100);
    const minutes = Array.from(
      { length: 60 },
      (_unused, i) => ((i + 1) / 60) * Math.max(20, (1.6 * seconds) / 60),
    );
    return {
      results: [{ label: 'Give it', text: hours(seconds), si: seconds }],
      sums: [
        `− ln(1 − ${say.number(chance / 100, 2)}) ÷ ${say.number(visits)} an hour = ${hours(seconds)}`,
      ],
      meaning: `If fish came by ${say.number(visits)} times an hour, you would have seen one by now, ${say.number(chance, 0)} times of 100. Nothing? Then fewer do: move on.`,
      curves: {
        xLabel: 'minutes',
        yLabel: 'chance to have seen one, %',
        lines: [
          {
            name: 'seen one by then',
            points: minutes.map((m) => ({ x: m, y: 100 * (1 - Math.exp((-visits * m) / 60)) })),
          },
          {
            name: 'as sure as wanted',
            points: minutes.map((m) => ({ x: m, y: chance })),
            isThreshold: true,
          },
        ],
        alt: `The chance rises and passes ${say.number(chance, 0)} % after ${hours(seconds)}.`,
      },
    };
  },
});

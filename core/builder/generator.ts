/** A plausible water from a seed and a few words of choice. The same choice gives the same water. */
import { z } from 'zod';
import { type Bottom, depthAtM, type Feature, sampledBottom, type SedimentName } from '../bottom';
import { cos, exp, hypot, power, sin, square } from '../numeric';
import { hash32, type RandomSource, randomSource, smoothNoise2 } from '../random';
import { type KnownSpot, type WaterContent, waterContentSchema } from '../waters';
import { Placer } from './placer';
import { applySeason } from './season';

export const waterChoiceSchema = z.object({
  seed: z.int().min(0).max(4294967295),
  name: z.string().trim().min(1).max(80),
  /** Flooded valley with a creek channel; round lake with a basin; sea coast with ledges. */
  shape: z.enum(['valley', 'basin', 'coast']),
  sizeM: z.number().min(120).max(1500),
  deepestM: z.number().min(3).max(60),
  bottoms: z.enum(['soft', 'mixed', 'hard']),
  cover: z.enum(['bare', 'some', 'rich']),
  season: z.enum(['spring', 'summer', 'autumn', 'winter']),
});
export type WaterChoice = z.infer<typeof waterChoiceSchema>;

const MOST_ACROSS = 180;

interface Ground {
  depthM: (xM: number, yM: number) => number;
  widthM: number;
  heightM: number;
  /** Middle line of the channel or gully, x at a y; null where there is none. */
  channelXM: ((yM: number) => number) | null;
  creek: WaterContent['creek'];
}

const noise = (seed: number, scaleM: number) => (xM: number, yM: number) =>
  smoothNoise2(seed, xM / scaleM, yM / scaleM);

function valleyGround({ seed, sizeM, deepestM }: WaterChoice, random: RandomSource): Ground {
  const widthM = sizeM;
  const heightM = Math.round(0.7 * sizeM);
  const middle = widthM * random.between(0.42, 0.6);
  const bend = 0.09 * widthM;
  const phase = random.between(0, 6);
  const channelXM = (yM: number) =>
    middle + bend * sin((6 * yM) / heightM + phase) + 0.3 * bend * sin((15 * yM) / heightM + 1);
  const hump = {
    x: widthM * random.between(0.18, 0.3),
    y: heightM * random.between(0.3, 0.7),
    r: 0.07 * widthM,
  };
  const rolling = noise(seed, 0.08 * widthM);
  const fine = noise(hash32(seed, 1), 0.02 * widthM);
  const channelDeepM = 0.22 * deepestM;
  const channelHalfM = Math.max(6, 0.03 * widthM);
  return {
    widthM,
    heightM,
    channelXM,
    creek: {
      mouth: { x: channelXM(0.55 * heightM), y: 0.55 * heightM },
      head: { x: channelXM(0.95 * heightM), y: 0.95 * heightM },
    },
    depthM: (xM, yM) => {
      const out = xM - channelXM(yM);
      const share = Math.min(1, Math.abs(out) / (out < 0 ? middle : widthM - middle));
      // Shallower towards its upper end, where the creek comes in.
      const fall = 1 - 0.45 * (yM / heightM);
      return (
        deepestM * fall * 0.78 * (1 - 0.85 * power(share, 1.2)) +
        channelDeepM * fall * exp(-square(square(out / channelHalfM))) -
        0.4 * deepestM * exp(-2 * square(hypot(xM - hump.x, yM - hump.y) / hump.r)) +
        0.045 * deepestM * rolling(xM, yM) +
        0.015 * deepestM * fine(xM, yM)
      );
    },
  };
}

function basinGround({ seed, sizeM, deepestM }: WaterChoice, random: RandomSource): Ground {
  const widthM = sizeM;
  const heightM = Math.round(0.8 * sizeM);
  const hole = { x: widthM * random.between(0.4, 0.62), y: heightM * random.between(0.4, 0.6) };
  const lobes = random.between(0, 6);
  const bar = {
    x: widthM * random.between(0.2, 0.35),
    y: heightM * random.between(0.55, 0.75),
    r: 0.09 * widthM,
  };
  const rolling = noise(seed, 0.1 * widthM);
  const fine = noise(hash32(seed, 1), 0.025 * widthM);
  return {
    widthM,
    heightM,
    channelXM: null,
    creek: {
      mouth: { x: widthM * 0.78, y: heightM * 0.72 },
      head: { x: widthM * 0.93, y: heightM * 0.9 },
    },
    depthM: (xM, yM) => {
      const east = (xM - hole.x) / (xM > hole.x ? widthM - hole.x : hole.x);
      const north = (yM - hole.y) / (yM > hole.y ? heightM - hole.y : hole.y);
      const angleShare = 1 + 0.12 * cos(3 * (east + 2 * north) + lobes);
      const out = Math.min(1.1, hypot(east, north) * angleShare);
      return (
        deepestM * (1 - power(out, 1.6)) -
        0.35 * deepestM * exp(-2 * square(hypot(xM - bar.x, yM - bar.y) / bar.r)) +
        0.05 * deepestM * rolling(xM, yM) +
        0.015 * deepestM * fine(xM, yM)
      );
    },
  };
}

function coastGround({ seed, sizeM, deepestM }: WaterChoice, random: RandomSource): Ground {
  const widthM = sizeM;
  const heightM = Math.round(0.7 * sizeM);
  const ledges = 4;
  const rolling = noise(seed, 0.07 * widthM);
  const fine = noise(hash32(seed, 1), 0.02 * widthM);
  const gullyY = heightM * random.between(0.35, 0.65);
  return {
    widthM,
    heightM,
    channelXM: null,
    creek: null,
    depthM: (xM, yM) => {
      const share = Math.min(1, Math.max(0, xM / widthM + 0.06 * rolling(xM * 0.6, yM)));
      // Terraces: a steep face between one ledge and the next.
      const step = share * ledges;
      const within = step - Math.floor(step);
      const face = within < 0.7 ? within * 0.25 : 0.175 + ((within - 0.7) / 0.3) * 0.825;
      const terraced = (Math.floor(step) + face) / ledges;
      const gully = 0.14 * deepestM * exp(-square((yM - gullyY) / (0.04 * heightM))) * (1 - share);
      return (
        deepestM * terraced +
        gully +
        0.03 * deepestM * rolling(xM, yM) +
        0.012 * deepestM * fine(xM, yM)
      );
    },
  };
}

const GROUNDS = { valley: valleyGround, basin: basinGround, coast: coastGround };

const SEDIMENTS_OF: Record<
  WaterChoice['bottoms'],
  [shallow: SedimentName, middle: SedimentName, deep: SedimentName]
> = {
  soft: ['silt', 'mud', 'softMud'],
  mixed: ['gravel', 'sand', 'mud'],
  hard: ['rock', 'cobble', 'coarseSand'],
};

function bottomOf(ground: Ground, choice: WaterChoice, features: Feature[]): Bottom {
  const cellM = Math.max(1.5, Math.round((10 * ground.widthM) / MOST_ACROSS) / 10);
  const columns = Math.floor(ground.widthM / cellM) + 1;
  const rows = Math.floor(ground.heightM / cellM) + 1;
  const [shallow, middle, deep] = SEDIMENTS_OF[choice.bottoms];
  const patches = noise(hash32(choice.seed, 2), 0.12 * ground.widthM);
  return sampledBottom({
    cellM,
    columns,
    rows,
    sediments: [shallow, middle, deep],
    depthM: (xM, yM) => Math.min(choice.deepestM * 1.1, Math.max(0.4, ground.depthM(xM, yM))),
    sediment: (xM, yM, depthM) => {
      const softness = depthM / choice.deepestM + 0.2 * patches(xM, yM);
      return softness < 0.22 ? shallow : softness < 0.62 ? middle : deep;
    },
    features,
  });
}

const WATER_OF: Record<
  WaterChoice['season'],
  { temperatureC: number; airDailyC: number[]; layered: boolean; iceM: number }
> = {
  spring: { temperatureC: 11, airDailyC: [7, 8, 7, 9, 9, 12, 14, 15], layered: false, iceM: 0 },
  summer: { temperatureC: 20, airDailyC: [21, 22, 20, 22, 21, 22, 23, 22], layered: true, iceM: 0 },
  autumn: { temperatureC: 12, airDailyC: [14, 13, 14, 13, 12, 8, 7, 6], layered: false, iceM: 0 },
  winter: {
    temperatureC: 2,
    airDailyC: [-4, -6, -5, -7, -6, -5, -6, -7],
    layered: false,
    iceM: 0.3,
  },
};

const LIFE = {
  fresh: {
    bait: [
      ['bleak', 0.07],
      ['roach fry', 0.05],
      ['smelt', 0.09],
    ] as const,
    fish: [
      ['perch', 0.3],
      ['zander', 0.58],
      ['bream', 0.44],
      ['pike', 0.8],
      ['roach', 0.22],
    ] as const,
  },
  sea: {
    bait: [
      ['sprat', 0.1],
      ['sand eel', 0.14],
      ['herring', 0.2],
    ] as const,
    fish: [
      ['pollack', 0.55],
      ['cod', 0.6],
      ['wrasse', 0.35],
      ['mackerel', 0.34],
      ['coalfish', 0.45],
    ] as const,
  },
};

const HOW_MUCH = { bare: 0.15, some: 1, rich: 2.4 };

export function generateWater(choice: WaterChoice): WaterContent {
  const random = randomSource(hash32(choice.seed, 0x6e6e));
  const ground = GROUNDS[choice.shape](choice, random);
  const isSea = choice.shape === 'coast';
  const { widthM, heightM } = ground;
  const features: Feature[] = [];
  if (!isSea && choice.cover !== 'bare') {
    features.push({
      kind: 'nests',
      xM: widthM * 0.12,
      yM: heightM * random.between(0.3, 0.6),
      rows: 3,
      perRow: 5,
      spacingM: 1.8,
      radiusM: 0.5,
      depthM: 0.15,
      headingDeg: 20,
    });
  }
  const bottom = bottomOf(ground, choice, features);
  const depthAt = (xM: number, yM: number) => depthAtM(bottom, xM, yM);
  const placer = new Placer(depthAt);
  const spots: KnownSpot[] = [];
  const much = HOW_MUCH[choice.cover] * Math.min(3, Math.max(0.4, widthM / 400));
  const count = (base: number) => Math.max(0, Math.round(base * much));

  /** A place whose depth lies in a band; gives up after a while and takes the last. */
  const placeAt = (leastM: number, mostM: number) => {
    let place = { xM: 0, yM: 0 };
    for (let tries = 0; tries < 60; tries++) {
      place = { xM: random.between(0.06, 0.94) * widthM, yM: random.between(0.06, 0.94) * heightM };
      const depthM = depthAt(place.xM, place.yM);
      if (depthM >= leastM && depthM <= mostM) break;
    }
    return place;
  };
  const deepM = choice.deepestM;
  const spot = (name: string, at: { xM: number; yM: number }, truth: string, task: string) =>
    spots.push({ id: `spot-${spots.length + 1}`, name, ...at, truth, task });

  for (let i = 0; i < count(6); i++) {
    placer.add({
      kind: 'brushPile',
      ...placeAt(0.2 * deepM, 0.7 * deepM),
      radiusM: random.between(1, 2.2),
      heightM: random.between(0.8, 2),
    });
  }
  if (!isSea) {
    for (let i = 0; i < count(8); i++) {
      placer.add({
        kind: 'tree',
        ...placeAt(0.35 * deepM, 0.9 * deepM),
        heightM: random.between(2, Math.max(2.5, 0.5 * deepM)),
        leanDeg: i % 4 === 0 ? 75 : random.between(0, 20),
        headingDeg: random.between(0, 360),
      });
    }
    for (let i = 0; i < count(5); i++) {
      placer.add({
        kind: 'stump',
        ...placeAt(0.1 * deepM, 0.6 * deepM),
        radiusM: random.between(0.15, 0.4),
        heightM: random.between(0.3, 0.9),
      });
    }
  }
  for (let i = 0; i < count(choice.bottoms === 'hard' || isSea ? 14 : 6); i++) {
    placer.add({
      kind: 'boulder',
      ...placeAt(0.1 * deepM, 0.9 * deepM),
      radiusM: random.between(0.4, 1.3),
    });
  }
  if (choice.cover !== 'bare') {
    const rocks = placeAt(0.25 * deepM, 0.6 * deepM);
    placer.add({ kind: 'rockPile', ...rocks, radiusM: 3.5, heightM: 1.2 });
    spot(
      'Stone heap',
      rocks,
      'Two dozen stones, hard, with a ragged shadow.',
      'Hard against soft: compare its echo with the bottom beside it.',
    );
    for (let i = 0; i < count(4); i++) {
      placer.add({
        kind: 'weedBed',
        ...placeAt(1.2, Math.max(2, 0.25 * deepM)),
        radiusM: random.between(4, 10),
        heightM: random.between(0.5, 1.2),
        density: i % 2 ? 'moderate' : 'dense',
      });
    }
    if (isSea) {
      const wreck = placeAt(0.5 * deepM, 0.9 * deepM);
      placer.add({
        kind: 'wreckRibs',
        ...wreck,
        lengthM: 14,
        beamM: 4,
        heightM: 1.4,
        headingDeg: random.between(0, 180),
      });
      spot(
        'Ribs of a boat',
        wreck,
        'Ribs and keel of a wooden boat, 14 m.',
        'Man-made: even spacing and straight lines in the side view.',
      );
    } else {
      const y = heightM * random.between(0.2, 0.8);
      const pier = { xM: 0.03 * widthM + 6, yM: y };
      placer.add({ kind: 'pier', ...pier, lengthM: 14, widthM: 2.5, headingDeg: 90 });
      spot(
        'Landing',
        pier,
        'A pier on pairs of posts.',
        'Even spacing; fish between posts seen from the side.',
      );
      const wallY = heightM * random.between(0.25, 0.75);
      const wall = { xM: widthM * 0.72, yM: wallY };
      placer.add({
        kind: 'wall',
        ...wall,
        lengthM: 40,
        heightM: 1.1,
        headingDeg: random.between(0, 180),
        gaps: 0.15,
      });
      spot(
        'Field wall',
        wall,
        'A dry-stone wall with gaps, 40 m.',
        'Trace its line from two sides; measure its height from the shadow.',
      );
    }
  }

  const life = isSea ? LIFE.sea : LIFE.fresh;
  const schools = Math.max(2, Math.round(3 * Math.sqrt(widthM / 300)));
  for (let i = 0; i < schools; i++) {
    const [species, lengthM] = life.bait[i % life.bait.length];
    const at = placeAt(0.3 * deepM, deepM);
    const depthM = depthAt(at.xM, at.yM) * random.between(0.3, 0.7);
    placer.bait(
      species,
      Math.round(random.between(500, 1800)),
      lengthM,
      at.xM,
      at.yM,
      depthM,
      random.between(1.6, 4),
      random.between(0.8, 2),
    );
    for (let n = 0; n < 2; n++) {
      const [predator, size] = life.fish[random.index(life.fish.length)];
      placer.fish(
        predator,
        size * random.between(0.8, 1.2),
        at.xM + random.between(-5, 5),
        at.yM + random.between(-5, 5),
        depthM + random.between(0.8, 2.5),
        random.between(0, 360),
      );
    }
  }
  for (let i = 0; i < Math.round(14 * Math.max(0.6, widthM / 400)); i++) {
    const [species, size] = life.fish[random.index(life.fish.length)];
    const at = placeAt(0.15 * deepM, deepM);
    placer.fish(
      species,
      size * random.between(0.7, 1.25),
      at.xM,
      at.yM,
      depthAt(at.xM, at.yM) * random.between(0.5, 0.95),
      random.between(0, 360),
      i % 5 === 0 ? { behaviour: { kind: 'cruise', speedMps: 0.3, radiusM: 6 } } : {},
    );
  }
  for (let i = 0; i < 3; i++) {
    const at = placeAt(0.2 * deepM, deepM);
    placer.add({ kind: 'bubbleVent', ...at, bubblesPerS: 3 });
  }

  const { temperatureC, airDailyC, layered, iceM } = WATER_OF[choice.season];
  const y = Math.round(0.5 * heightM);
  const content = waterContentSchema.parse({
    name: choice.name,
    description: describe(choice, bottom),
    scene: {
      seed: choice.seed,
      water: {
        temperatureC,
        salinityPsu: isSea ? 33 : 0,
        thermocline:
          layered && deepM > 6
            ? { depthM: Math.round(5.5 * deepM) / 10, thicknessM: 0.8, dropC: 7, scatteringDb: -64 }
            : null,
        windMps: iceM > 0 ? 0 : 3,
      },
      bottom,
      targets: placer.targets,
    },
    conditions: {
      airDailyC,
      iceM: isSea ? 0 : iceM,
      tide: isSea ? { rangeM: 2.2, highWaterHour: 9 } : null,
    },
    creek: ground.creek,
    spots,
    passes: [
      {
        id: 'across',
        name: 'Across the middle',
        hint: 'West to east, over all depths.',
        routeM: [
          { x: 0.05 * widthM, y },
          { x: 0.95 * widthM, y },
        ],
      },
      {
        id: 'along',
        name: 'Along it',
        hint: 'South to north.',
        routeM: Array.from({ length: 10 }, (_, i) => {
          const at = ((i + 0.5) / 10) * heightM;
          return { x: Math.round(ground.channelXM?.(at) ?? 0.55 * widthM), y: Math.round(at) };
        }),
      },
    ],
  });
  return { ...content, scene: { ...content.scene, targets: applySeason(content).targets } };
}

function describe(choice: WaterChoice, bottom: Bottom): string {
  const shape = {
    valley: 'A flooded valley with a winding creek channel',
    basin: 'A lake with one deep basin and a bar',
    coast: 'A stretch of coast that falls in ledges',
  }[choice.shape];
  const deepest = bottom.depthsCm.reduce((most, depthCm) => Math.max(most, depthCm), 0) / 100;
  return `${shape}, made from seed ${choice.seed}: ${Math.round(choice.sizeM)} m across, ${deepest.toFixed(1)} m at its deepest, ${choice.bottoms} bottoms, ${choice.cover} cover, ${choice.season}.`;
}

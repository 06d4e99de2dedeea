/**
 * The sounding request and answer that programs exchange with the server: the contract of docs/api.md.
 * Names are added to, never renamed.
 */
import { z } from 'zod';
import { type Bottom, bottomSchema, featureSchema, planeBottom, SEDIMENT_NAMES } from '../bottom';
import { DEMO_WATERS } from '../demo';
import { MIDDLE_GAIN_DB } from '../display';
import { cos, sin } from '../numeric';
import { passRunSchema, poseAt } from '../pass';
import { judgeTruth, type TruthRegion } from '../reading';
import { type WaterContent, waterToday } from '../waters';
import { fail, ok, type Result } from '../records/result';
import {
  cellsPerPing,
  createSoundingRun,
  firstRowOf,
  joinColumns,
  type PingBlock,
  rigSchema,
  type Scene,
  sceneSchema,
  sounderSchema,
  type SoundingRequest,
  soundingRequestSchema,
  type SoundingRun,
  isPolar,
} from '../sounding';
import { targetSchema } from '../targets';
import { degToRad } from '../units/angle';
import { thermoclineSchema } from '../water';

/** Waters that can be asked for by name. */
type SceneName = keyof typeof DEMO_WATERS;
export const NAMED_SCENES = Object.keys(DEMO_WATERS) as [SceneName, ...SceneName[]];

const named = new Map<string, WaterContent>();

/** A shipped water at the level of its day; built once, so that its scene is prepared once. */
export function namedWater(name: SceneName): WaterContent {
  let water = named.get(name);
  if (!water) named.set(name, (water = waterToday(DEMO_WATERS[name]())));
  return water;
}

/** Numbers in one answer; a larger one is asked for in parts. */
export const MAX_ANSWER_CELLS = 2_000_000;
const MAX_PINGS = 20_000;
const PLANE_HALF_SIZE_M = 400;

const waterSchema = z.object({
  temperatureC: z.number().min(0).max(40),
  salinityPsu: z.number().min(0).max(40),
  thermocline: thermoclineSchema.nullable().default(null),
  volumeScatteringDb: z.number().min(-110).max(-40).default(-82),
  windMps: z.number().min(0).max(30).default(2),
});

const planeSchema = z.object({
  depthM: z.number().min(0.1).max(450),
  slopeDeg: z.number().min(-45).max(45).default(0),
  slopeTowardDeg: z.number().min(-360).max(360).default(0),
  sediment: z.enum(SEDIMENT_NAMES),
  features: z.array(featureSchema).max(200).default([]),
  buried: bottomSchema.shape.buried,
  isPlain: bottomSchema.shape.isPlain,
});
type Plane = z.infer<typeof planeSchema>;

/** Either by what it holds, so that a fault is named where it is and not as "neither of the two". */
const eitherBottom = z.unknown().transform((raw, context): Bottom | Plane => {
  const isGrid = typeof raw === 'object' && raw !== null && 'depthsCm' in raw;
  const parsed = isGrid ? bottomSchema.safeParse(raw) : planeSchema.safeParse(raw);
  if (parsed.success) return parsed.data;
  for (const { message, path } of parsed.error.issues) {
    context.addIssue({ code: 'custom', message, path });
  }
  return z.NEVER;
});

/** No water is larger, m; beyond it a double no longer tells centimetres. */
const placeSchema = z.number().min(-100_000).max(100_000);

const passSchema = z.object({
  speedMps: z.number().min(0).max(5).default(1.5),
  headingDeg: z.number().min(-360).max(360).default(0),
  startM: z.object({ x: placeSchema, y: placeSchema }).default({ x: 0, y: 0 }),
  pings: z.int().min(1).max(MAX_PINGS),
  firstPing: z.int().min(0).max(900_000).default(0),
  heaveM: passRunSchema.shape.heaveM,
  rollDeg: passRunSchema.shape.rollDeg,
  pitchDeg: passRunSchema.shape.pitchDeg,
  turnRadiusM: passRunSchema.shape.turnRadiusM,
  /** A route instead of a straight line from `startM` along `headingDeg`. */
  routeM: passRunSchema.shape.routeM.optional(),
  speedChanges: passRunSchema.shape.speedChanges.optional(),
});

const apiRequestSchema = z
  .object({
    seed: z.int().min(0).max(4_294_967_295).default(1),
    /** A shipped water instead of `water`, `bottom` and `targets`; targets given are added to it. */
    scene: z.enum(NAMED_SCENES).optional(),
    water: waterSchema.optional(),
    /** A plane, or a depth grid with its map of sediments. */
    bottom: eitherBottom.optional(),
    targets: z.array(targetSchema).max(2000).default([]),
    sounder: sounderSchema,
    /** Programs state depths from the surface: the transducer lies there unless told otherwise. */
    rig: z.object({ ...rigSchema.shape, draftM: z.number().min(0).max(5).default(0) }).prefault({}),
    pass: passSchema,
    truth: z.boolean().default(true),
  })
  .superRefine((request, context) => {
    for (const key of ['water', 'bottom'] as const) {
      if (!request.scene && request[key] === undefined) {
        const message = `is needed unless "scene" names a shipped water`;
        context.addIssue({ code: 'custom', path: [key], message });
      }
    }
  });

export interface ApiFault {
  /** 400: not a request; 413: a larger answer than is given at once. */
  status: 400 | 413;
  issues: { path: string; message: string }[];
}

export const apiIssues = (error: z.ZodError): ApiFault['issues'] =>
  error.issues.slice(0, 50).map(({ path, message }) => ({ path: path.join('.'), message }));

function sceneOf(request: z.infer<typeof apiRequestSchema>): Scene {
  if (request.scene) {
    const { scene } = namedWater(request.scene);
    return request.targets.length === 0
      ? scene
      : { ...scene, targets: [...scene.targets, ...request.targets] };
  }
  const bottom = request.bottom!;
  return {
    seed: request.seed,
    water: request.water!,
    bottom:
      'depthsCm' in bottom ? bottom : planeBottom({ ...bottom, halfSizeM: PLANE_HALF_SIZE_M }),
    targets: request.targets,
  };
}

function routeOf(pass: z.infer<typeof passSchema>, pingRateHz: number) {
  if (pass.routeM) return pass.routeM;
  const { x, y } = pass.startM;
  const lengthM = 1 + (pass.speedMps * (pass.firstPing + pass.pings)) / pingRateHz;
  const headingRad = degToRad(pass.headingDeg);
  return [
    { x, y },
    { x: x + lengthM * sin(headingRad), y: y + lengthM * cos(headingRad) },
  ];
}

/** Anything from outside as a request that can be sounded, or what is wrong with it. */
export function readSoundingRequest(raw: unknown): Result<SoundingRequest, ApiFault> {
  const parsed = apiRequestSchema.safeParse(raw);
  if (!parsed.success) return fail({ status: 400, issues: apiIssues(parsed.error) });
  const { sounder, rig, pass, seed, truth } = parsed.data;
  const rows =
    sounder.instrument === 'sector'
      ? sounder.beamCount
      : sounder.instrument === 'sideFans' && sounder.sides === 'both'
        ? 2
        : 'second' in sounder && sounder.second
          ? 2
          : 1;
  const cells = pass.pings * rows * sounder.binCount;
  if (cells > MAX_ANSWER_CELLS) {
    const message = `${pass.pings} pings of ${rows * sounder.binCount} cells are ${cells}; one answer holds ${MAX_ANSWER_CELLS}`;
    return fail({ status: 413, issues: [{ path: 'pass.pings', message }] });
  }
  const scene = sceneOf(parsed.data);
  const checked = sceneSchema.safeParse(scene);
  if (!checked.success) return fail({ status: 400, issues: apiIssues(checked.error) });
  const request = soundingRequestSchema.safeParse({
    // The scene itself, not its copy: what is known of a water is prepared once.
    scene: checked.data,
    sounder,
    rig,
    pass: {
      planId: 'api',
      routeM: routeOf(pass, sounder.pingRateHz),
      speedChanges: pass.speedChanges ?? [{ fromTimeS: 0, speedMps: pass.speedMps }],
      heaveM: pass.heaveM,
      rollDeg: pass.rollDeg,
      pitchDeg: pass.pitchDeg,
      turnRadiusM: pass.turnRadiusM,
      seed,
    },
    firstPing: pass.firstPing,
    pingCount: pass.pings,
    truth,
  });
  if (!request.success) return fail({ status: 400, issues: apiIssues(request.error) });
  return ok({ ...request.data, scene: parsed.data.scene ? scene : request.data.scene });
}

export interface SoundingAnswer {
  soundSpeedMps: number;
  absorptionDbPerM: number;
  sourceLevelDb: number;
  noiseLevelDb: number;
  rangeStepM: number;
  rangeCellM: number;
  binCount: number;
  pingTimesS: number[];
  track: { xM: number[]; yM: number[]; headingDeg: number[]; bottomDepthM: number[] };
  channels: {
    name: string;
    frequencyHz: number;
    absorptionDbPerM: number;
    sourceLevelDb: number;
    noiseLevelDb: number;
    /** By ping and cell; of the sector by ping, beam and cell. */
    levelsDb: number[][] | number[][][];
    beamAnglesDeg?: number[];
  }[];
  truth: TruthAnswer[];
}

interface TruthAnswer {
  targetId: string;
  kind: string;
  visible: boolean;
  verdict: TruthRegion['verdict'];
  reason: string | null;
  byShadow: boolean;
  cells: {
    ping: number;
    channel: string;
    firstBin: number;
    lastBin: number;
    levelDb: number;
    signalToBackgroundDb: number;
    firstBeam?: number;
    lastBeam?: number;
    shadowFirstBin?: number;
    shadowLastBin?: number;
    shadowDb?: number;
  }[];
}

const decibels = (levelsCdb: Int16Array, from: number, count: number) =>
  Array.from(levelsCdb.subarray(from, from + count), (level) => level / 100);

/** A target is seen when any channel shows it; of several verdicts the best is given. */
const VERDICT_ORDER = { visible: 0, attached: 1, hidden: 2 } as const;

function truthAnswer(request: SoundingRequest, run: SoundingRun, block: PingBlock): TruthAnswer[] {
  const { info } = run;
  const { truth } = block;
  const regions = info.channels.flatMap((_, channel) =>
    judgeTruth({
      info,
      targets: request.scene.targets,
      rows: truth,
      track: block.track,
      firstPing: block.firstPing,
      tone: { gainDb: MIDDLE_GAIN_DB },
      channel,
    }),
  );
  const best = new Map<string, TruthRegion>();
  for (const region of regions) {
    const known = best.get(region.targetId);
    if (!known || VERDICT_ORDER[region.verdict] < VERDICT_ORDER[known.verdict]) {
      best.set(region.targetId, region);
    }
  }
  const cellsOf = new Map<number, TruthAnswer['cells']>();
  for (let row = 0; row < truth.ping.length; row++) {
    let cells = cellsOf.get(truth.targetIndex[row]);
    if (!cells) cellsOf.set(truth.targetIndex[row], (cells = []));
    cells.push({
      ping: truth.ping[row] - block.firstPing,
      channel: info.channels[truth.channel[row]].name,
      firstBin: truth.firstBin[row],
      lastBin: truth.lastBin[row],
      levelDb: truth.levelCdb[row] / 100,
      signalToBackgroundDb: truth.signalToBackgroundCdb[row] / 100,
      ...(isPolar(info.instrument) && {
        firstBeam: truth.firstBeam[row],
        lastBeam: truth.lastBeam[row],
      }),
      ...(truth.shadowLastBin[row] > 0 && {
        shadowFirstBin: truth.shadowFirstBin[row],
        shadowLastBin: truth.shadowLastBin[row],
        shadowDb: truth.shadowCdb[row] / 100,
      }),
    });
  }
  return request.scene.targets.map((target, index) => {
    const region = best.get(target.id);
    return {
      targetId: target.id,
      kind: target.kind,
      visible: region?.verdict === 'visible',
      verdict: region?.verdict ?? 'hidden',
      reason: region ? region.reason : 'outsideBeam',
      byShadow: region?.byShadow ?? false,
      cells: cellsOf.get(index) ?? [],
    };
  });
}

/** Sounds a request whole. `goesOn` is asked between blocks; when it says no, null is given. */
export function soundingAnswer(
  request: SoundingRequest,
  goesOn: () => boolean = () => true,
): SoundingAnswer | null {
  const run = createSoundingRun(request);
  const { info } = run;
  const { firstPing, pingCount } = request;
  const stride = cellsPerPing(info);
  const blockPings = Math.max(1, Math.floor(100_000 / stride));
  const blocks: PingBlock[] = [];
  for (let done = 0; done < pingCount; done += blockPings) {
    if (!goesOn()) return null;
    blocks.push(run.block(firstPing + done, Math.min(blockPings, pingCount - done)));
  }
  const block = joined(blocks, stride);
  const speedMps = poseAt(request.pass, firstPing / info.pingRateHz).speedMps;
  const { binCount } = info;
  const pings = Array.from({ length: pingCount }, (_, ping) => ping);
  return {
    soundSpeedMps: info.soundSpeedMps,
    absorptionDbPerM: info.channels[0].absorptionDbPerM,
    sourceLevelDb: info.channels[0].sourceLevelDb,
    noiseLevelDb: run.noiseLevelDb(0, speedMps),
    rangeStepM: info.rangeStepM,
    rangeCellM: info.channels[0].rangeCellM,
    binCount,
    pingTimesS: Array.from(block.track.timeS),
    track: {
      xM: Array.from(block.track.xM),
      yM: Array.from(block.track.yM),
      headingDeg: Array.from(block.track.headingRad, (h) => (h * 180) / Math.PI),
      bottomDepthM: Array.from(block.track.bottomDepthM),
    },
    channels: info.channels.map((channel, index) => {
      const row = firstRowOf(info, index);
      const beams = channel.beamAnglesDeg.length;
      const cells = (ping: number, beam: number) =>
        decibels(block.levelsCdb, ping * stride + (row + beam) * binCount, binCount);
      return {
        name: channel.name,
        frequencyHz: channel.frequencyHz,
        absorptionDbPerM: channel.absorptionDbPerM,
        sourceLevelDb: channel.sourceLevelDb,
        noiseLevelDb: run.noiseLevelDb(index, speedMps),
        ...(beams > 1
          ? {
              beamAnglesDeg: channel.beamAnglesDeg,
              levelsDb: pings.map((ping) =>
                channel.beamAnglesDeg.map((_, beam) => cells(ping, beam)),
              ),
            }
          : { levelsDb: pings.map((ping) => cells(ping, 0)) }),
      };
    }),
    truth: request.truth ? truthAnswer(request, run, block) : [],
  };
}

/** Blocks in order as one. */
function joined(blocks: PingBlock[], stride: number): PingBlock {
  if (blocks.length === 1) return blocks[0];
  const pingCount = blocks.reduce((sum, block) => sum + block.pingCount, 0);
  const levelsCdb = new Int16Array(pingCount * stride);
  let at = 0;
  for (const block of blocks) {
    levelsCdb.set(block.levelsCdb, at);
    at += block.levelsCdb.length;
  }
  return {
    firstPing: blocks[0].firstPing,
    pingCount,
    levelsCdb,
    track: joinColumns(blocks.map((block) => block.track)),
    truth: joinColumns(blocks.map((block) => block.truth)),
  };
}

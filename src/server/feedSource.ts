/** The stand-in for a sounder on the boat's network: what a feed sends, at the pace of the pass. */
import { type ApiFault, NAMED_SCENES, namedWater, nmeaSentences } from '@core/formats';
import { chartGrid, deepestM } from '@core/chart';
import { passRunSchema, poseAt } from '@core/pass';
import { coneFromPreset, CONE_PRESET_IDS, createSoundingRun, soundRig } from '@core/sounding';
import { boatMotion, temperatureAtC } from '@core/water';
import { z } from 'zod';

export const feedQuerySchema = z.object({
  water: z.enum(NAMED_SCENES).default('hollin-reservoir'),
  /** The first of the water unless named. */
  pass: z.string().max(64).optional(),
  sounder: z.enum(CONE_PRESET_IDS).default('200'),
  /** As planned unless given. */
  speedMps: z.coerce.number().min(0.1).max(5).optional(),
  /** Where on the pass it begins. */
  startS: z.coerce.number().min(0).max(100_000).default(0),
  /** Times faster than the clock, for programs that do not want to wait. */
  pace: z.coerce.number().min(0.1).max(50).default(1),
  seconds: z.coerce.number().min(1).max(3600).default(600),
});
export type FeedQuery = z.infer<typeof feedQuerySchema>;

/** An event as it is sent; or, before any, why there will be none. */
export type FeedMessage = [event: string, data: string] | { fault: ApiFault };

const DRAFT_M = 0.3;
/** Sentences are sent this often, in seconds of the pass. */
const SENTENCES_EVERY_S = 1;

/** Resolves at the end of the pass or of its time, or when `signal` says that nobody listens. */
export function runFeed(
  { water: name, pass: wanted, sounder: presetId, speedMps, startS, pace, seconds }: FeedQuery,
  send: (message: FeedMessage) => void,
  signal: AbortSignal,
): Promise<void> {
  const water = namedWater(name);
  const plan = wanted ? water.passes.find(({ id }) => id === wanted) : water.passes[0];
  if (!plan) {
    const known = water.passes.map(({ id }) => id).join(', ');
    const message = `there is no such pass; there are ${known}`;
    send({ fault: { status: 400, issues: [{ path: 'pass', message }] } });
    return Promise.resolve();
  }
  const pass = passRunSchema.parse({
    planId: plan.id,
    routeM: plan.routeM,
    speedChanges: [{ fromTimeS: 0, speedMps: speedMps ?? plan.speedMps }],
    holding: plan.holding,
    ...boatMotion(water.conditions),
    seed: water.scene.seed,
  });
  const run = createSoundingRun({
    scene: water.scene,
    sounder: coneFromPreset(presetId, deepestM(chartGrid(water.scene.bottom))),
    rig: soundRig(DRAFT_M),
    pass,
    firstPing: 0,
    pingCount: 1,
    truth: false,
  });
  const { info } = run;
  const temperatureC = temperatureAtC(water.scene.water, DRAFT_M);
  const firstPing = Math.round(startS * info.pingRateHz);
  const sentencesEvery = Math.round(SENTENCES_EVERY_S * info.pingRateHz);
  let sent = 0;
  send(['hello', JSON.stringify({ water: water.name, pass: plan.name, info })]);
  const begunMs = Date.now();

  /** @returns whether the pass goes on */
  const ping = (): boolean => {
    const number = firstPing + sent;
    const { levelsCdb, track } = run.block(number, 1);
    if (sent % sentencesEvery === 0) {
      const sentences = nmeaSentences({
        timeS: track.timeS[0],
        xM: track.xM[0],
        yM: track.yM[0],
        headingRad: track.headingRad[0],
        speedMps: track.speedMps[0],
        depthM: track.bottomDepthM[0],
        draftM: DRAFT_M,
        temperatureC,
      });
      for (const sentence of sentences) send(['nmea', sentence]);
    }
    const levels = Buffer.from(levelsCdb.buffer).toString('base64');
    send(['ping', JSON.stringify({ number, timeS: track.timeS[0], levelsCdb: levels })]);
    sent++;
    return !poseAt(pass, track.timeS[0]).ended;
  };

  return new Promise((resolve) => {
    const stop = () => {
      clearInterval(timer);
      resolve();
    };
    const finish = () => {
      send(['end', JSON.stringify({ pings: sent })]);
      stop();
    };
    const timer = setInterval(() => {
      const dueS = ((Date.now() - begunMs) / 1000) * pace;
      const due = Math.min(seconds, dueS) * info.pingRateHz;
      while (sent < due) if (!ping()) return finish();
      if (dueS >= seconds) finish();
    }, 1000 / info.pingRateHz);
    signal.addEventListener('abort', stop, { once: true });
    if (signal.aborted) stop();
  });
}

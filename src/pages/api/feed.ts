import { apiIssues, NAMED_SCENES, namedWater, nmeaSentences } from '@core/formats';
import { chartGrid, deepestM } from '@core/chart';
import { passRunSchema, poseAt } from '@core/pass';
import { coneFromPreset, CONE_PRESET_IDS, createSoundingRun, soundRig } from '@core/sounding';
import { boatMotion, temperatureAtC } from '@core/water';
import type { APIRoute } from 'astro';
import { z } from 'zod';
import { faultReply } from '@/server/replies';

export const prerender = false;

const querySchema = z.object({
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

const DRAFT_M = 0.3;
/** Sentences are sent this often, in seconds of the pass. */
const SENTENCES_EVERY_S = 1;

/**
 * The stand-in for a sounder on the boat's network: server-sent events, `nmea` with one sentence each
 * and `ping` with levels in hundredths of dB (16-bit, little-endian, base64), at the pace of the pass.
 */
export const GET: APIRoute = ({ url }) => {
  const query = querySchema.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return faultReply(400, apiIssues(query.error));
  const { sounder: presetId, startS, pace, seconds } = query.data;
  const water = namedWater(query.data.water);
  const wanted = query.data.pass ?? water.passes[0].id;
  const plan = water.passes.find(({ id }) => id === wanted);
  if (!plan) {
    const known = water.passes.map(({ id }) => id).join(', ');
    return faultReply(400, [
      { path: 'pass', message: `there is no such pass; there are ${known}` },
    ]);
  }
  const sounder = coneFromPreset(presetId, deepestM(chartGrid(water.scene.bottom)));
  const pass = passRunSchema.parse({
    planId: plan.id,
    routeM: plan.routeM,
    speedChanges: [{ fromTimeS: 0, speedMps: query.data.speedMps ?? plan.speedMps }],
    holding: plan.holding,
    ...boatMotion(water.conditions),
    seed: water.scene.seed,
  });
  const run = createSoundingRun({
    scene: water.scene,
    sounder,
    rig: soundRig(DRAFT_M),
    pass,
    firstPing: 0,
    pingCount: 1,
    truth: false,
  });
  const { info } = run;
  const temperatureC = temperatureAtC(water.scene.water, DRAFT_M);
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval> | undefined;

  const events = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (event: string, data: string) =>
        controller.enqueue(encoder.encode(`event: ${event}\ndata: ${data}\n\n`));
      const firstPing = Math.round(startS * info.pingRateHz);
      const sentencesEvery = Math.round(SENTENCES_EVERY_S * info.pingRateHz);
      let sent = 0;
      send('hello', JSON.stringify({ water: water.name, pass: plan.name, info }));
      const begunMs = Date.now();
      const finish = () => {
        clearInterval(timer);
        send('end', JSON.stringify({ pings: sent }));
        controller.close();
      };
      timer = setInterval(() => {
        const dueS = ((Date.now() - begunMs) / 1000) * pace;
        const due = Math.min(seconds, dueS) * info.pingRateHz;
        while (sent < due) {
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
            for (const sentence of sentences) send('nmea', sentence);
          }
          const levels = Buffer.from(levelsCdb.buffer).toString('base64');
          send('ping', JSON.stringify({ number, timeS: track.timeS[0], levelsCdb: levels }));
          sent++;
          if (poseAt(pass, track.timeS[0]).ended) return finish();
        }
        if (dueS >= seconds) finish();
      }, 1000 / info.pingRateHz);
    },
    cancel() {
      clearInterval(timer);
    },
  });
  return new Response(events, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' },
  });
};

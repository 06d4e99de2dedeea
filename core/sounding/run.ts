import { z } from 'zod';
import { passRunSchema, poseAt } from '../pass';
import { createColumnSounding } from './column';
import { createConeSounding } from './cone';
import { createDownFanSounding } from './downFan';
import {
  cellsPerPing,
  type EchogramInfo,
  emptyTrack,
  type PingBlock,
  TruthCollector,
} from './echogram';
import type { Sounding } from './instrument';
import { clip } from './receiver';
import { rigSchema } from './rig';
import { sceneSchema } from './scene';
import { createSectorSounding } from './sector';
import { createSideFansSounding } from './sideFans';
import { sounderSchema } from './sounder';

const MAX_PINGS = 1_000_000;

/** Everything that decides an echogram. The same request gives the same bytes anywhere. */
export const soundingRequestSchema = z.object({
  scene: sceneSchema,
  sounder: sounderSchema,
  rig: rigSchema,
  pass: passRunSchema,
  firstPing: z.int().min(0).max(MAX_PINGS),
  pingCount: z.int().min(1).max(MAX_PINGS),
  truth: z.boolean().default(true),
});
export type SoundingRequest = z.infer<typeof soundingRequestSchema>;

export interface SoundingRun {
  info: EchogramInfo;
  noiseLevelDb: Sounding['noiseLevelDb'];
  /** Pings `firstPing … firstPing + count − 1`, computed afresh. */
  block(firstPing: number, count: number): PingBlock;
}

function createSounding({ scene, sounder, rig, pass }: SoundingRequest): Sounding {
  const isInIce = pass.holding.kind === 'hole';
  switch (sounder.instrument) {
    case 'cone':
      return createConeSounding(scene, sounder, rig, 'cone', isInIce);
    case 'column':
      return createColumnSounding(scene, sounder, rig, isInIce);
    case 'downFan':
      return createDownFanSounding(scene, sounder, rig);
    case 'sideFans':
      return createSideFansSounding(scene, sounder, rig);
    case 'sector':
      return createSectorSounding(scene, sounder, rig);
  }
}

/** Raised whenever the same request returns other levels: a question made before may not be fair any more. */
export const ENGINE_VERSION = 7;

/** Prepares a request; its cost is that of the scene, not of the pings. */
export function createSoundingRun(request: SoundingRequest): SoundingRun {
  const sounding = createSounding(request);
  const { pingRateHz } = sounding.info;
  const stride = cellsPerPing(sounding.info);
  const collector = new TruthCollector();
  return {
    info: sounding.info,
    noiseLevelDb: sounding.noiseLevelDb,
    block(firstPing, count) {
      const levelsCdb = new Int16Array(count * stride);
      const track = emptyTrack(count);
      for (let i = 0; i < count; i++) {
        const pingNumber = firstPing + i;
        const pose = poseAt(request.pass, pingNumber / pingRateHz);
        track.timeS[i] = pose.timeS;
        track.alongM[i] = pose.alongM;
        track.xM[i] = pose.xM;
        track.yM[i] = pose.yM;
        track.headingRad[i] = pose.headingRad;
        track.speedMps[i] = pose.speedMps;
        track.bottomDepthM[i] = sounding.ping(
          pingNumber,
          pose,
          levelsCdb,
          i * stride,
          request.truth ? collector : null,
        );
      }
      if (request.sounder.noise) clip(levelsCdb, sounding.info);
      return { firstPing, pingCount: count, levelsCdb, track, truth: collector.take() };
    },
  };
}

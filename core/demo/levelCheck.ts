/** A short pass over a level floor with fish straight below and a piling to each side: it shows a crooked mount. */
import { planeBottom } from '../bottom';
import { passRunSchema } from '../pass';
import { coneFromPreset, type Rig, sceneSchema, type SoundingRequest } from '../sounding';

const DEPTH_M = 8;
const SPEED_MPS = 1;
/** Ground distance from the track to each piling: at the edge of the cone half-way down. */
const PILING_AWAY_M = 0.75;
const SECONDS = 40;

/** Where the pilings stand along the pass, m. */
export const LEVEL_CHECK_PILINGS = { portAlongM: 15, starboardAlongM: 25 } as const;

const fish = (id: string, yM: number, depthM: number) => ({
  id,
  kind: 'fish' as const,
  xM: 0,
  yM,
  depthM,
  lengthM: 0.4,
  headingDeg: 90,
});
const piling = (id: string, xM: number, yM: number) => ({
  id,
  kind: 'piling' as const,
  xM,
  yM,
  radiusM: 0.12,
  topDepthM: 3.5,
  material: 'wood' as const,
});

/** What to sound for a rig: the cone over the check range in calm water, boat level. */
export function levelCheck(rig: Rig): SoundingRequest {
  const sounder = { ...coneFromPreset('200'), rangeM: 10, binCount: 400 };
  return {
    scene: sceneSchema.parse({
      seed: 11,
      water: { temperatureC: 15, salinityPsu: 0, thermocline: null, windMps: 0 },
      bottom: planeBottom({ depthM: DEPTH_M, sediment: 'sand', halfSizeM: 60 }),
      targets: [
        fish('first', 8, 5),
        piling('port', -PILING_AWAY_M, LEVEL_CHECK_PILINGS.portAlongM),
        fish('second', 20, 4),
        piling('starboard', PILING_AWAY_M, LEVEL_CHECK_PILINGS.starboardAlongM),
        fish('third', 32, 6),
      ],
    }),
    sounder,
    rig,
    pass: passRunSchema.parse({
      planId: 'level-check',
      routeM: [
        { x: 0, y: 0 },
        { x: 0, y: SPEED_MPS * SECONDS },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps: SPEED_MPS }],
    }),
    firstPing: 0,
    pingCount: SECONDS * sounder.pingRateHz,
    truth: true,
  };
}

/**
 * The ledger of one cell: where its level comes from, as a sum of the sonar equation's terms.
 *
 * Mean energies add. So what a part gives is what is missing without it: the same ping is sounded again
 * without noise, without its targets, without the water's scatter, and one target at a time. What no
 * term of geometry explains is the strength of the thing itself, as it lay to the beam.
 */
import { atan2, cos, hypot, log10, sin, square } from '../numeric';
import { poseAt } from '../pass';
import { movedFrom, targetMotions } from '../targets';
import {
  builtLinePattern,
  conePattern,
  lineLengthWavelengths,
  pistonKa,
  relativeHalfBandwidth,
} from '../transducer';
import { degToRad, radToDeg } from '../units/angle';
import { fromDb, toDb } from '../units/decibel';
import { cellsPerPing, type EchogramInfo, firstRowOf } from './echogram';
import { mountAt } from './mount';
import { ceilingDb } from './receiver';
import { createSoundingRun, type SoundingRequest } from './run';
import type { Sounder } from './sounder';

export interface LedgerCell {
  ping: number;
  channel: number;
  beam: number;
  bin: number;
}

export type LedgerPart =
  | { what: 'target'; targetId: string; levelDb: number }
  | { what: 'bottom' | 'water' | 'noise' | 'disturbance'; levelDb: number };

export interface LedgerTerm {
  id:
    | 'source'
    | 'spreadingOut'
    | 'spreadingBack'
    | 'absorption'
    | 'beam'
    | 'targetStrength'
    | 'bottomStrength'
    | 'waterStrength'
    | 'noise'
    | 'disturbance';
  db: number;
}

export interface EchoLedger {
  cell: LedgerCell;
  rangeM: number;
  /** From the beam's axis to the strongest part, when it is a target; null for what fills the beam. */
  offAxisDeg: number | null;
  /** As received: with its speckle and the noise of the moment. */
  receivedDb: number;
  /** What would be received on average. */
  expectedDb: number;
  /** It is as much as the receiver tells of; what came was stronger. */
  isClipped: boolean;
  /** Strongest first; each is what it gives to this cell on average. */
  parts: LedgerPart[];
  /** Of the strongest part; they add up to its level. */
  terms: LedgerTerm[];
}

/** A part weaker than this against all that is there cannot be told from rounding. */
const LEAST_SHARE = 0.003;
/** Nearer than this share of the height over ground the bottom cannot be. */
const BEFORE_BOTTOM = 0.8;
const SILENT_WATER = { volumeScatteringDb: -110, thermocline: null, windMps: 0 };

/** One-way beam level along a direction, dB: 0 on the axis. */
function beamDb(
  sounder: Sounder,
  info: EchogramInfo,
  cell: LedgerCell,
  along: number,
  across: number,
  down: number,
): { twoWayDb: number; offAxisDeg: number } {
  const channel = info.channels[cell.channel];
  const offAxis = (axisRad: number) => {
    const inAxis = across * sin(axisRad) + down * cos(axisRad);
    const offAcross = across * cos(axisRad) - down * sin(axisRad);
    return radToDeg(atan2(hypot(along, offAcross), inAxis));
  };
  switch (sounder.instrument) {
    case 'cone':
    case 'column': {
      const transducer = cell.channel === 1 && sounder.second ? sounder.second : sounder;
      const pulse = { lengthS: transducer.pulseLengthS, chirp: transducer.chirp };
      const pattern = conePattern(
        pistonKa(transducer.beamwidthDeg),
        relativeHalfBandwidth(pulse, transducer.frequencyHz),
      );
      const offRad = degToRad(offAxis(0));
      return { twoWayDb: 2 * toDb(pattern(offRad)), offAxisDeg: radToDeg(offRad) };
    }
    case 'downFan':
    case 'sideFans': {
      const axisRad =
        sounder.instrument === 'downFan'
          ? 0
          : degToRad(90 - sounder.depressionDeg) * (channel.name === 'port' ? -1 : 1);
      const inPlaneRad = atan2(across, down);
      const thick = builtLinePattern(lineLengthWavelengths(sounder.beamwidthDeg), along);
      const tall = builtLinePattern(
        lineLengthWavelengths(sounder.acrossBeamwidthDeg),
        sin(inPlaneRad - axisRad),
      );
      return { twoWayDb: 2 * toDb(thick) + 2 * toDb(tall), offAxisDeg: offAxis(axisRad) };
    }
    case 'sector': {
      // In its own plane: `along` points where the mount does.
      const inPlaneRad = atan2(along, down);
      const offRad = inPlaneRad - degToRad(channel.beamAnglesDeg[cell.beam]);
      const thick = builtLinePattern(lineLengthWavelengths(sounder.acrossBeamwidthDeg), across);
      const received = -12 * square(offRad / degToRad(sounder.beamwidthDeg)) * log10(2);
      return { twoWayDb: 2 * toDb(thick) + received, offAxisDeg: Math.abs(radToDeg(offRad)) };
    }
  }
}

/**
 * @param request as the screen was sounded
 * @throws if the cell does not exist in such an echogram
 */
export function explainCell(request: SoundingRequest, cell: LedgerCell): EchoLedger {
  const { scene, sounder, rig } = request;
  const quiet = {
    rig: { ...rig, interference: [], electricalNoise: null },
    scene: {
      ...scene,
      targets: scene.targets.map((target) =>
        target.kind === 'passingBoat' ? { ...target, sounder: null } : target,
      ),
    },
  };
  const bearingDeg = sounder.instrument === 'sector' ? sounder.bearingDeg : 0;

  const meanOf = (change: Partial<SoundingRequest>, noise: boolean) =>
    createSoundingRun({
      ...request,
      ...change,
      truth: false,
      sounder: { ...sounder, speckle: false, noise },
    });
  const whole = createSoundingRun({ ...request, truth: true });
  const { info } = whole;
  const at = (firstRowOf(info, cell.channel) + cell.beam) * info.binCount + cell.bin;
  if (!(at >= 0 && at < cellsPerPing(info) && cell.bin < info.binCount)) {
    throw new Error(`There is no cell ${cell.bin} of channel ${cell.channel} in this echogram.`);
  }
  const energy = (change: Partial<SoundingRequest>, noise: boolean) =>
    fromDb(meanOf(change, noise).block(cell.ping, 1).levelsCdb[at] / 100);

  const heard = whole.block(cell.ping, 1);
  const receivedDb = heard.levelsCdb[at] / 100;
  const all = energy({}, true);
  const undisturbed = energy(quiet, true);
  const noiseless = energy(quiet, false);
  const emptyScene = { ...scene, targets: [] };
  const scenery = energy({ rig: quiet.rig, scene: emptyScene }, false);
  const bare = energy(
    {
      rig: quiet.rig,
      scene: { ...emptyScene, water: { ...scene.water, ...SILENT_WATER } },
    },
    false,
  );
  const rangeM = (cell.bin + 0.5) * info.rangeStepM;
  const altitudeM = heard.track.bottomDepthM[0] - info.draftM;
  const bottom = rangeM < BEFORE_BOTTOM * altitudeM ? 0 : Math.min(bare, scenery);

  const parts: LedgerPart[] = [];
  const add = (what: Exclude<LedgerPart['what'], 'target'>, part: number) => {
    if (part > LEAST_SHARE * all) parts.push({ what, levelDb: toDb(part) });
  };
  add('disturbance', all - undisturbed);
  add('noise', undisturbed - noiseless);
  add('bottom', bottom);
  add('water', scenery - bottom);

  const { truth } = heard;
  const lit = new Set<number>();
  for (let row = 0; row < truth.ping.length; row++) {
    const isHere =
      truth.channel[row] === cell.channel &&
      truth.firstBin[row] <= cell.bin &&
      truth.lastBin[row] >= cell.bin &&
      truth.firstBeam[row] <= cell.beam &&
      truth.lastBeam[row] >= cell.beam;
    if (isHere) lit.add(truth.targetIndex[row]);
  }
  for (const index of lit) {
    const target = scene.targets[index];
    // With whatever it follows, so that it is where it was.
    const kept = scene.targets.filter(
      (other) => other === target || (other.kind === 'lure' && target.kind === 'fish'),
    );
    const only = energy({ rig: quiet.rig, scene: { ...scene, targets: kept } }, false);
    const without = energy(
      {
        rig: quiet.rig,
        scene: { ...scene, targets: kept.filter((other) => other !== target) },
      },
      false,
    );
    const part = only - without;
    if (part > LEAST_SHARE * all) {
      parts.push({ what: 'target', targetId: target.id, levelDb: toDb(part) });
    }
  }
  parts.sort((p, q) => q.levelDb - p.levelDb);

  const channel = info.channels[cell.channel];
  const spreadingDb = -20 * log10(rangeM);
  const geometry: LedgerTerm[] = [
    { id: 'source', db: channel.sourceLevelDb },
    { id: 'spreadingOut', db: spreadingDb },
    { id: 'spreadingBack', db: spreadingDb },
    { id: 'absorption', db: -2 * channel.absorptionDbPerM * rangeM },
  ];
  let terms: LedgerTerm[] = [];
  let offAxisDeg: number | null = null;
  const strongest = parts.at(0);
  if (strongest?.what === 'target') {
    const index = scene.targets.findIndex(({ id }) => id === strongest.targetId);
    const target = scene.targets[index];
    const pose = poseAt(request.pass, cell.ping / info.pingRateHz);
    const mount = mountAt(pose, rig, sounder.tiltDeg, bearingDeg);
    const bottomM = heard.track.bottomDepthM[0];
    const motion = targetMotions(scene.targets)[index];
    const moved = movedFrom(target, motion, pose.timeS, mount, bottomM);
    const depthM = 'depthM' in target ? target.depthM : bottomM;
    const to = [
      target.xM + (moved?.eastM ?? 0) - mount.xM,
      target.yM + (moved?.northM ?? 0) - mount.yM,
      depthM + (moved?.downM ?? 0) - mount.depthM,
    ];
    const length = Math.max(0.01, hypot(to[0], to[1], to[2]));
    const dot = (axis: readonly number[]) =>
      (to[0] * axis[0] + to[1] * axis[1] + to[2] * axis[2]) / length;
    const beam = beamDb(
      sounder,
      info,
      cell,
      dot(mount.forward),
      dot(mount.starboard),
      dot(mount.down),
    );
    offAxisDeg = beam.offAxisDeg;
    terms = [...geometry, { id: 'beam', db: beam.twoWayDb }];
  } else if (strongest?.what === 'bottom' || strongest?.what === 'water') {
    terms = geometry;
  }
  if (strongest) {
    const explained = terms.reduce((sum, { db }) => sum + db, 0);
    const own = {
      target: 'targetStrength',
      bottom: 'bottomStrength',
      water: 'waterStrength',
      noise: 'noise',
      disturbance: 'disturbance',
    } as const;
    terms = [...terms, { id: own[strongest.what], db: strongest.levelDb - explained }];
  }
  const isClipped = sounder.noise && receivedDb >= ceilingDb(channel) - 0.01;
  return { cell, rangeM, offAxisDeg, receivedDb, expectedDb: toDb(all), isClipped, parts, terms };
}

/**
 * The cone: one circular beam straight down, one ping at a time; a second frequency or beam may be
 * sent with it and has a channel of its own.
 *
 * A ping is built from the sonar equation in four steps: mean energy of bottom, water and noise in
 * each cell; the coherent sum of all point scatterers in the beam; speckle and the pulse; and, from
 * the same means, what each target put where. Each ping depends only on the seed, its number and
 * where the boat then is, so any ping can be computed without those before it.
 *
 * Neglected: shadows behind targets (but weed takes its loss off the bottom beneath it), refraction
 * inside the cone (below 0.5° at 20° over any real thermocline). See docs/physics.md.
 */
import type { FineBottom } from '../bottom';
import { sin, square, tan } from '../numeric';
import type { Pose } from '../pass';
import { hash32, smoothNoise } from '../random';
import { coneBeamTable, pistonDirectivityDb, pistonKa, relativeHalfBandwidth } from '../transducer';
import { degToRad } from '../units/angle';
import { fromDb } from '../units/decibel';
import { ConeBottom } from './coneBottom';
import { type Disturbance, disturbance } from './disturbance';
import type { ChannelInfo, ChannelName, EchogramInfo, TruthCollector } from './echogram';
import {
  centidecibel,
  QUARTER_TURN,
  SINE,
  SINE_MASK,
  SINE_SIZE,
  SINE_STEPS_PER_RAD,
} from './fastMath';
import { GroundSpeckle } from './groundSpeckle';
import { attenuationTables, type Sounding } from './instrument';
import { type Mount, mountAt } from './mount';
import { aspectAmplitude } from './pointEcho';
import { addBeating, heardNoise, propellerBeat } from './pingNoise';
import { type PointSums, PulseBox } from './pulseBox';
import type { Rig } from './rig';
import { ASPECT_NONE, ScattererField } from './scattererField';
import { Overhead } from './overhead';
import { prepareBottom, type Scene } from './scene';
import { type ConeSounder, type ConeTransducer, pingRateHz, transducerPhysics } from './sounder';
import { Specks } from './specks';
import { TargetTruth } from './targetTruth';
import { iceEcho, roundBeamParts, WaterEcho } from './waterEcho';

/** Scatterers nearer than this are taken to be on the face. */
const NEAREST_POINT_M = 0.05;
/** Cells this near are too coarse against their range for a table over range. */
const NEAR_CELLS = 48;
/** A mount this close to level lets chunks be skipped by their distance over the ground. */
const LEVEL_COSINE = 0.999;

/** How a hanging transducer turns, in halves of its beam; by eye. */
const SWAYS = [
  { share: 0.45, periodS: 5 },
  { share: 0.06, periodS: 0.8 },
] as const;

/** One transducer of a cone: everything needed for one row of cells. */
class ConeChannel {
  readonly info: ChannelInfo;
  private readonly box: PulseBox;
  private readonly truthOf: TargetTruth;
  private readonly field: ScattererField;
  private readonly bottom: ConeBottom;
  private readonly water: WaterEcho;
  /** Of the hole in which it hangs; as still as the ground, and drawn with it. */
  private readonly ice: Float64Array | null;
  private readonly disturbance: Disturbance;
  private readonly physics;
  private readonly beam;
  private readonly sqrtAttenuated: Float64Array;
  /** 1/r² in the middle of each cell. */
  private readonly perRange2: Float64Array;
  private readonly sin2Reach: number;
  private readonly tanReach: number;
  private readonly turnsPerM: number;
  private readonly swaySeed: number;
  private readonly fine: FineBottom;
  /** All distributed mean energy, scaled for the box. */
  private readonly spread: Float64Array;
  private readonly grain: GroundSpeckle;
  private readonly pulsesPerS: number;
  private readonly points: PointSums;
  private readonly boxed: Float64Array;

  constructor(
    name: ChannelName,
    private readonly index: number,
    private readonly scene: Scene,
    private readonly sounder: Omit<ConeSounder, 'instrument'>,
    transducer: ConeTransducer,
    rig: Rig,
    private readonly hangs: boolean,
    isInIce: boolean,
  ) {
    const fine = prepareBottom(scene);
    this.fine = fine;
    const { frequencyHz, beamwidthDeg } = transducer;
    const pulse = { lengthS: transducer.pulseLengthS, chirp: transducer.chirp };
    const directivityDb = pistonDirectivityDb(pistonKa(beamwidthDeg));
    this.physics = transducerPhysics(transducer, scene.water, fine.deepestM, directivityDb);
    this.beam = coneBeamTable(beamwidthDeg, relativeHalfBandwidth(pulse, frequencyHz));
    const { soundSpeedMps, sourceLevelDb, absorptionDbPerM, rangeCellM } = this.physics;
    const cells = sounder.binCount;
    const rangeStepM = sounder.rangeM / cells;
    const { attenuated, sqrtAttenuated } = attenuationTables(
      cells,
      rangeStepM,
      sourceLevelDb,
      absorptionDbPerM,
    );
    this.sqrtAttenuated = sqrtAttenuated;
    this.perRange2 = Float64Array.from(
      { length: cells },
      (_, i) => 1 / square((i + 0.5) * rangeStepM),
    );
    this.box = new PulseBox(cells, rangeCellM / rangeStepM);
    this.truthOf = new TargetTruth(this.box);
    this.field = new ScattererField(scene, fine, frequencyHz, soundSpeedMps);
    this.bottom = new ConeBottom(
      fine,
      Overhead.of(scene),
      this.beam,
      attenuated,
      scene.water.windMps,
      frequencyHz,
      cells,
      rangeStepM,
    );
    const beamShare = {
      equivalentAngleSr: this.beam.equivalentAngleSr,
      partCosines: roundBeamParts(this.beam.pattern, this.beam.scale),
    };
    const record = {
      sourceIntensity: fromDb(sourceLevelDb),
      cells,
      rangeStepM,
      pulseCells: this.box.pulseCells,
    };
    this.ice = isInIce && !fine.isPlain ? iceEcho(hash32(scene.seed, 0x1ce), record) : null;
    this.water = new WaterEcho(scene, beamShare, {
      ...record,
      frequencyHz,
      attenuated,
      draftM: rig.draftM,
      pulseLengthM: soundSpeedMps * transducer.pulseLengthS,
      isCoded: transducer.chirp !== null,
      isInIce,
      specks: fine.isPlain ? null : new Specks(hash32(scene.seed, 0x5bec), rangeStepM),
      row: index,
    });
    this.grain = new GroundSpeckle(
      hash32(scene.seed, 0xc04e + index),
      (pistonKa(beamwidthDeg) * soundSpeedMps) / (Math.PI * frequencyHz),
      degToRad(beamwidthDeg),
      cells,
      rangeStepM,
    );
    this.pulsesPerS = pingRateHz(sounder, soundSpeedMps);
    this.disturbance = disturbance(scene, rig, frequencyHz, soundSpeedMps, rangeStepM, this.box);
    this.sin2Reach = square(sin(this.beam.reachRad));
    this.tanReach = Math.min(20, tan(this.beam.reachRad));
    this.turnsPerM = ((4 * Math.PI * frequencyHz) / soundSpeedMps) * SINE_STEPS_PER_RAD;
    this.swaySeed = hash32(scene.seed, 0x5a1);
    this.spread = new Float64Array(cells);
    const sums = () => new Float64Array(sounder.looks * cells);
    this.points = { re: sums(), im: sums(), lookStride: cells };
    this.boxed = new Float64Array(cells);
    this.info = {
      name,
      frequencyHz,
      beamwidthDeg,
      acrossBeamwidthDeg: null,
      rangeCellM,
      absorptionDbPerM,
      sourceLevelDb,
      noiseLevelDb: this.physics.noiseLevelDb(0),
      beamAnglesDeg: [0],
    };
  }

  noiseLevelDb(speedMps: number): number {
    return this.physics.noiseLevelDb(speedMps);
  }

  /** A transducer on a cable is never quite still: it turns by parts of its beam. */
  private swayRad(timeS: number): number {
    if (!this.hangs) return 0;
    const shares = SWAYS.map(
      ({ share, periodS }, i) => share * smoothNoise(this.swaySeed + i, timeS / periodS),
    );
    return (shares.reduce((sum, share) => sum + share, 0) * degToRad(this.info.beamwidthDeg)) / 2;
  }

  get soundSpeedMps(): number {
    return this.physics.soundSpeedMps;
  }

  ping(
    pingNumber: number,
    pose: Pose,
    mount: Mount,
    nadirDepthM: number,
    levelsCdb: Int16Array,
    offset: number,
    truth: TruthCollector | null,
  ): void {
    const { sounder, box, spread, bottom } = this;
    const cells = sounder.binCount;
    const rangeStepM = sounder.rangeM / cells;
    const [axisX, axisY, axisZ] = mount.down;
    bottom.sound(mount, nadirDepthM, mount.depthM, axisX, axisY, axisZ);
    const noiseLevel = sounder.noise ? fromDb(this.physics.noiseLevelDb(pose.speedMps)) : 0;
    if (this.ice) for (let i = 0; i < this.ice.length; i++) bottom.mean[i] += this.ice[i];
    spread.set(bottom.mean);
    const waterEnd = Math.ceil(Math.max(0, nadirDepthM - mount.depthM) / rangeStepM) + 1;
    this.water.addTo(spread, 0, waterEnd, mount, pose.timeS, mount.depthM);
    const airShare = this.disturbance.airShare(pose.timeS);
    const noisePerCell =
      heardNoise(noiseLevel, this.fine, sounder, this.scene.seed, pingNumber) / box.pulseCells;
    const acoustic = airShare * box.spreadScale;
    const ownShare = noiseLevel > 0 ? 1 - fromDb(this.info.noiseLevelDb) / noiseLevel : 0;
    const cellS = (2 * rangeStepM) / this.soundSpeedMps;
    const beat =
      this.fine.isPlain || !sounder.speckle
        ? null
        : propellerBeat(ownShare, pose.speedMps, pose.timeS, cellS);
    const evenNoise = beat ? 0 : box.spreadScale * noisePerCell;
    for (let i = 0; i < cells; i++) spread[i] = acoustic * spread[i] + evenNoise;
    if (beat) addBeating(spread, box.spreadScale * noisePerCell, beat);
    if (!this.disturbance.isQuiet) this.disturbance.addTo(spread, 0, pose.timeS, mount);

    const needsOwn = truth !== null || !sounder.speckle;
    this.addPoints(mount, pose.timeS, Math.sqrt(airShare), needsOwn);
    if (sounder.speckle) {
      const seed = hash32(this.scene.seed, pingNumber, 0xc04e + this.index);
      const { grain, points } = this;
      const wayM = pose.speedMps / this.pulsesPerS;
      grain.moveTo(
        mount,
        pose.rollRad + pose.pitchRad + this.swayRad(pose.timeS),
        wayM,
        pingNumber,
      );
      box.detect(
        spread,
        bottom.mean,
        acoustic,
        points,
        0,
        sounder.looks,
        grain,
        0,
        seed,
        levelsCdb,
        offset,
      );
    } else {
      box.spreadMeans(spread, 0, this.boxed);
      this.truthOf.boxAll();
      const { allOwnBoxed } = this.truthOf;
      for (let i = 0; i < cells; i++) {
        levelsCdb[offset + i] = centidecibel(this.boxed[i] + allOwnBoxed[i]);
      }
    }
    if (truth) {
      this.truthOf.collect(truth, pingNumber, this.index, spread, bottom.mean, 0, noiseLevel);
    }
  }

  /** Coherent sum of all points in the beam; each target's own energy is kept apart for the truth. */
  private addPoints(mount: Mount, timeS: number, amplitudeShare: number, withOwn: boolean): void {
    const { field, beam, truthOf, turnsPerM } = this;
    const { re: pointRe, im: pointIm } = this.points;
    const { sin2Reach, tanReach, perRange2 } = this;
    const ownEnergy = truthOf.own;
    const { sqrtAttenuated } = this;
    const { pattern, scale } = beam;
    const cells = this.sounder.binCount;
    const stepScale = cells / this.sounder.rangeM;
    const sumsEnd = pointRe.length;
    const turnsALook = (stepScale * SINE_SIZE) / this.box.pulseCells;
    const [axisX, axisY, axisZ] = mount.down;
    const { xM, yM, depthM } = mount;
    const isLevel = axisZ > LEVEL_COSINE;
    pointRe.fill(0);
    pointIm.fill(0);
    const chunks = field.near(xM, yM, this.sounder.rangeM, timeS);
    const { columns } = field;
    const { x, y, depth, amplitude: strength, aspect, phase, phaseRate } = columns;
    if (withOwn) truthOf.begin();
    for (const chunk of chunks) {
      const chunkDx = chunk.x - xM;
      const chunkDy = chunk.y - yM;
      const reachM =
        (Math.max(0, chunk.depth + chunk.radius - depthM) + 0.1) * tanReach + chunk.radius;
      if (isLevel && chunkDx * chunkDx + chunkDy * chunkDy > reachM * reachM) continue;
      if (withOwn) truthOf.open(chunk.targetIndex);
      let low = cells;
      let high = -1;
      let energy = 0;
      for (let p = chunk.first; p < chunk.end; p++) {
        const dx = x[p] - xM;
        const dy = y[p] - yM;
        const dz = depth[p] - depthM;
        const r2 = dx * dx + dy * dy + dz * dz;
        const r = Math.sqrt(r2);
        const cell = (r * stepScale) | 0;
        if (cell >= cells || r < NEAREST_POINT_M) continue;
        const onAxis = dx * axisX + dy * axisY + dz * axisZ;
        if (onAxis <= 0) continue;
        // 1/r² by cell; close in, where a cell is coarse against its range, by division.
        const perR2 = cell < NEAR_CELLS ? 1 / r2 : perRange2[cell];
        const sin2 = (r2 - onAxis * onAxis) * perR2;
        if (sin2 > sin2Reach) continue;
        const oneWay = pattern[sin2 > 0 ? (sin2 * scale) | 0 : 0];
        let amplitude = amplitudeShare * sqrtAttenuated[cell] * perR2 * strength[p] * oneWay;
        if (aspect[p] !== ASPECT_NONE) {
          const perR = 1 / r;
          amplitude *= aspectAmplitude(columns, p, dx * perR, dy * perR, dz * perR, timeS);
        }
        let turn = (turnsPerM * r + (phase[p] + phaseRate[p] * timeS) * SINE_STEPS_PER_RAD) | 0;
        const lookTurn = (turnsALook * r) | 0;
        for (let at = cell; at < sumsEnd; at += cells) {
          pointRe[at] += amplitude * SINE[(turn + QUARTER_TURN) & SINE_MASK];
          pointIm[at] += amplitude * SINE[turn & SINE_MASK];
          turn += lookTurn;
        }
        if (withOwn) {
          const own = amplitude * amplitude;
          ownEnergy[cell] += own;
          energy += own;
          if (cell < low) low = cell;
          if (cell > high) high = cell;
        }
      }
      if (withOwn) truthOf.extend(low, high, energy, energy);
    }
    if (withOwn) truthOf.close();
  }
}

/**
 * Also the column, which is a cone over a fixed point.
 * @param isInIce it hangs in a hole
 */
export function createConeSounding(
  scene: Scene,
  sounder: Omit<ConeSounder, 'instrument'>,
  rig: Rig,
  instrument: 'cone' | 'column' = 'cone',
  isInIce = false,
): Sounding {
  const fine = prepareBottom(scene);
  const channel = (name: ChannelName, index: number, transducer: ConeTransducer) =>
    new ConeChannel(name, index, scene, sounder, transducer, rig, instrument === 'column', isInIce);
  const channels = [channel(instrument, 0, sounder)];
  if (sounder.second) channels.push(channel(`${instrument}Second`, 1, sounder.second));
  const info: EchogramInfo = {
    instrument,
    channels: channels.map((channel) => channel.info),
    binCount: sounder.binCount,
    rangeStepM: sounder.rangeM / sounder.binCount,
    draftM: rig.draftM,
    soundSpeedMps: channels[0].soundSpeedMps,
    pingRateHz: pingRateHz(sounder, channels[0].soundSpeedMps),
  };
  return {
    info,
    noiseLevelDb: (channel, speedMps) => channels[channel].noiseLevelDb(speedMps),
    ping(pingNumber, pose, levelsCdb, offset, truth) {
      const mount = mountAt(pose, rig, sounder.tiltDeg);
      const nadirDepthM = fine.depthAtM(mount.xM, mount.yM);
      channels.forEach((channel, row) =>
        channel.ping(
          pingNumber,
          pose,
          mount,
          nadirDepthM,
          levelsCdb,
          offset + row * sounder.binCount,
          truth,
        ),
      );
      return nadirDepthM;
    },
  };
}

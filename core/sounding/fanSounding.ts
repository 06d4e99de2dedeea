/** What side fans and down fan share: a swept plane whose rows are summed over all angles. */
import { cos, square } from '../numeric';
import type { Pose } from '../pass';
import { hash32 } from '../random';
import { fanDirectivityDb, integratedLineAngleRad, lineLengthWavelengths } from '../transducer';
import { MATERIALS } from '../targets';
import { degToRad } from '../units/angle';
import { fromDb } from '../units/decibel';
import { disturbance } from './disturbance';
import type { ChannelInfo, ChannelName, EchogramInfo, Instrument } from './echogram';
import { ANGLE_STEPS, ANGLE_STEPS_PER_RAD, angleAtIndex } from './fanAngles';
import { FanPlane, PATCH_TURN } from './fanPlane';
import {
  centidecibel,
  QUARTER_TURN,
  SINE,
  SINE_MASK,
  SINE_SIZE,
  SINE_STEPS_PER_RAD,
} from './fastMath';
import { GroundSpeckle } from './groundSpeckle';
import { BottomMultiples } from './multiples';
import { attenuationTables, type Sounding } from './instrument';
import { mountAt } from './mount';
import { heardNoise } from './pingNoise';
import { PulseBox } from './pulseBox';
import type { Rig } from './rig';
import { raisedMap } from './raisedMap';
import { ScattererField } from './scattererField';
import { prepareBottom, type Scene } from './scene';
import { sedimentTables } from './sedimentTables';
import {
  type DownFanSounder,
  IMAGING_NOISE_FIGURE_DB,
  pingRateHz,
  type SideFansSounder,
  transducerPhysics,
} from './sounder';
import { Specks } from './specks';
import { TargetTruth } from './targetTruth';
import { partCosines, WaterEcho } from './waterEcho';

export interface FanRow {
  name: ChannelName;
  /** In-plane angles that belong to it, rad from straight down, to starboard positive. */
  fromRad: number;
  toRad: number;
}

export interface FanLayout {
  instrument: Instrument;
  rows: FanRow[];
  /** One-way intensity across, by angle step. */
  across: Float32Array;
  acrossWavelengths: number;
  /** Straight-down fans hear the sediment's tail and the second echo. */
  looksDown: boolean;
}

export function createFanSounding(
  scene: Scene,
  sounder: DownFanSounder | SideFansSounder,
  rig: Rig,
  layout: FanLayout,
): Sounding {
  const fine = prepareBottom(scene);
  const { frequencyHz, binCount: cells } = sounder;
  const rangeStepM = sounder.rangeM / cells;
  const alongWavelengths = lineLengthWavelengths(sounder.beamwidthDeg);
  const directivityDb = fanDirectivityDb(alongWavelengths, layout.acrossWavelengths);
  const physics = transducerPhysics(
    sounder,
    scene.water,
    fine.deepestM,
    directivityDb,
    directivityDb,
    IMAGING_NOISE_FIGURE_DB,
  );
  const { soundSpeedMps, sourceLevelDb, absorptionDbPerM, rangeCellM } = physics;
  const sourceIntensity = fromDb(sourceLevelDb);
  const tables = attenuationTables(cells, rangeStepM, sourceLevelDb, absorptionDbPerM);
  const sediments = sedimentTables(fine, frequencyHz, rangeStepM, !fine.isPlain, MATERIALS);
  const box = new PulseBox(cells, rangeCellM / rangeStepM);
  const rowOf = Int16Array.from({ length: ANGLE_STEPS }, (_, i) => {
    const angleRad = angleAtIndex(i);
    return layout.rows.findIndex(({ fromRad, toRad }) => angleRad >= fromRad && angleRad < toRad);
  });
  const rowCount = layout.rows.length;
  const turnsPerM = ((4 * Math.PI * frequencyHz) / soundSpeedMps) * SINE_STEPS_PER_RAD;
  const raised = raisedMap(scene, fine);
  const plane = new FanPlane({
    fine,
    raised,
    sediments,
    frequencyHz,
    field: new ScattererField(scene, fine, frequencyHz, soundSpeedMps, raised),
    cells,
    rangeStepM,
    ...tables,
    wavelengthM: soundSpeedMps / frequencyHz,
    alongWavelengths,
    across: layout.across,
    rowOf,
    rows: rowCount,
    turnsPerM,
    keepTail: layout.looksDown,
    isThick: false,
  });
  const specks = fine.isPlain ? null : new Specks(hash32(scene.seed, 0x5bec), rangeStepM);
  const waters = layout.rows.map(({ fromRad, toRad }, row) => {
    // Seen across: shares of the two-way pattern over the angles of this row, nearest the vertical first.
    const steps = Math.floor((Math.PI / 2) * ANGLE_STEPS_PER_RAD);
    const weights = Float64Array.from({ length: steps }, (_, i) => {
      const weightAt = (angleRad: number) => {
        if (angleRad < fromRad || angleRad >= toRad) return 0;
        return square(layout.across[Math.floor(angleRad * ANGLE_STEPS_PER_RAD + ANGLE_STEPS / 2)]);
      };
      const angleRad = (i + 0.5) / ANGLE_STEPS_PER_RAD;
      return weightAt(angleRad) + weightAt(-angleRad);
    });
    const acrossRad = weights.reduce((sum, weight) => sum + weight, 0) / ANGLE_STEPS_PER_RAD;
    const beamShare = {
      equivalentAngleSr: plane.along.equivalentRad * acrossRad,
      nearShare: (rangeM: number) => plane.along.nearShare(rangeM),
      partCosines: partCosines(weights, (i) => cos((i + 0.5) / ANGLE_STEPS_PER_RAD)),
    };
    return new WaterEcho(scene, beamShare, {
      frequencyHz: sounder.frequencyHz,
      attenuated: tables.attenuated,
      sourceIntensity,
      cells,
      rangeStepM,
      draftM: rig.draftM,
      pulseLengthM: soundSpeedMps * sounder.pulseLengthS,
      pulseCells: box.pulseCells,
      isCoded: sounder.chirp !== null,
      isInIce: false,
      specks,
      row,
    });
  });
  const disturbances = disturbance(scene, rig, frequencyHz, soundSpeedMps, rangeStepM, box);
  const acrossRad = integratedLineAngleRad(layout.acrossWavelengths, 2);
  const variance = (angleRad: number) => square(angleRad) / (2 * Math.PI);
  const multiples = new BottomMultiples(
    fine,
    [variance(plane.along.equivalentRad), variance(acrossRad)],
    tables.attenuated,
    cells,
    rangeStepM,
    scene.water.windMps,
  );
  const grain = new GroundSpeckle(
    hash32(scene.seed, 0xfa4),
    (alongWavelengths * soundSpeedMps) / frequencyHz,
    degToRad(sounder.beamwidthDeg),
    cells,
    rangeStepM,
  );
  const truthOf = layout.rows.map(() => new TargetTruth(box));
  const spread = new Float64Array(rowCount * cells);
  const lookStride = rowCount * cells;
  const pointRe = new Float64Array(sounder.looks * lookStride);
  const pointIm = new Float64Array(sounder.looks * lookStride);
  const points = { re: pointRe, im: pointIm, lookStride };
  const turnsALook = SINE_SIZE / box.pulseCells;
  const boxed = new Float64Array(cells);
  /**
   * Gives what stands on the ground its own echo in the truth, and leaves plain ground in its place in `spread` and
   * the bottom's means: once the levels are made.
   */
  function partRaised(acoustic: number) {
    const { bottomMean } = plane;
    for (const [target, echoes] of plane.raised) {
      truthOf.forEach((truth, row) => truth.addRaised(target, echoes, row, acoustic));
      for (const { row, firstCell, lastCell, seen, behind } of echoes) {
        for (let at = row * cells + firstCell; at <= row * cells + lastCell; at++) {
          const less = Math.min(bottomMean[at], seen) - behind;
          bottomMean[at] -= less;
          spread[at] = Math.max(0, spread[at] - acoustic * less);
        }
      }
    }
  }

  function addPoints(amplitudeShare: number, withOwn: boolean) {
    pointRe.fill(0);
    pointIm.fill(0);
    if (withOwn) for (const truth of truthOf) truth.begin();
    const { count, targetIndex, position, angleRad, amplitude, transmission, turn, patchCells } =
      plane.points;
    for (let at = 0; at < count; at++) {
      const row =
        rowOf[((angleRad[at] + ANGLE_STEPS / 2 / ANGLE_STEPS_PER_RAD) * ANGLE_STEPS_PER_RAD) | 0];
      if (row < 0) continue;
      const patch = patchCells[at];
      const free = (amplitudeShare * amplitude[at]) / Math.sqrt(patch);
      const left = transmission[at];
      const seen = free * Math.sqrt(left);
      const start = Math.max(0, (position[at] - 0.5 * (patch - 1)) | 0);
      const end = Math.min(cells, start + patch);
      let phase = turn[at] | 0;
      const lookTurn = (turnsALook * position[at]) | 0;
      if (withOwn) truthOf[row].open(targetIndex[at]);
      for (let cell = start; cell < end; cell++) {
        if (withOwn) truthOf[row].add(cell, free * free, left);
        let turned = phase;
        for (let sum = row * cells + cell; sum < pointRe.length; sum += lookStride) {
          pointRe[sum] += seen * SINE[(turned + QUARTER_TURN) & SINE_MASK];
          pointIm[sum] += seen * SINE[turned & SINE_MASK];
          turned += lookTurn;
        }
        phase += PATCH_TURN;
      }
    }
    if (withOwn) for (const truth of truthOf) truth.close();
  }

  const info: EchogramInfo = {
    instrument: layout.instrument,
    channels: layout.rows.map(({ name }): ChannelInfo => ({
      name,
      frequencyHz,
      beamwidthDeg: sounder.beamwidthDeg,
      acrossBeamwidthDeg: sounder.acrossBeamwidthDeg,
      rangeCellM,
      absorptionDbPerM,
      sourceLevelDb,
      noiseLevelDb: physics.noiseLevelDb(0),
      beamAnglesDeg: [0],
    })),
    binCount: cells,
    rangeStepM,
    draftM: rig.draftM,
    soundSpeedMps,
    pingRateHz: pingRateHz(sounder, soundSpeedMps),
  };

  return {
    info,
    noiseLevelDb: (_, speedMps) => physics.noiseLevelDb(speedMps),
    ping(pingNumber, pose: Pose, levelsCdb, offset, truth) {
      const mount = mountAt(pose, rig, sounder.tiltDeg);
      const nadirDepthM = fine.depthAtM(mount.xM, mount.yM);
      const beneath = layout.looksDown ? fine.sedimentAt(mount.xM, mount.yM) : 0;
      const kept = layout.looksDown ? sediments.tailKept[beneath] : 0;
      plane.sweep(mount, pose.timeS, truth !== null, kept);
      if (layout.looksDown) {
        multiples.addTo(plane.bottomMean, mount.xM, mount.yM, nadirDepthM, mount.depthM);
      }
      const noiseLevel = sounder.noise ? fromDb(physics.noiseLevelDb(pose.speedMps)) : 0;
      const airShare = disturbances.airShare(pose.timeS);
      const acoustic = airShare * box.spreadScale;
      const heard = heardNoise(noiseLevel, fine, sounder, scene.seed, pingNumber);
      const noise = (box.spreadScale * heard) / box.pulseCells;
      const waterEnd = layout.looksDown
        ? Math.ceil(Math.max(0, nadirDepthM - mount.depthM) / rangeStepM) + 1
        : cells;
      addPoints(Math.sqrt(airShare), truth !== null || !sounder.speckle);
      spread.set(plane.bottomMean);
      if (sounder.speckle) {
        const turnRad = pose.headingRad + pose.pitchRad;
        grain.moveTo(mount, turnRad, pose.speedMps / info.pingRateHz, pingNumber);
      }
      for (let row = 0; row < rowCount; row++) {
        const from = row * cells;
        waters[row].addTo(spread, from, waterEnd, mount, pose.timeS, mount.depthM);
        for (let i = from; i < from + cells; i++) spread[i] = acoustic * spread[i] + noise;
        if (!disturbances.isQuiet) disturbances.addTo(spread, from, pose.timeS, mount);
        if (sounder.speckle) {
          box.detect(
            spread,
            plane.bottomMean,
            acoustic,
            points,
            from,
            sounder.looks,
            grain,
            row,
            hash32(scene.seed, pingNumber, 0xfa4 + row),
            levelsCdb,
            offset + from,
          );
        } else {
          box.spreadMeans(spread, from, boxed);
          truthOf[row].boxAll();
          const { allOwnBoxed } = truthOf[row];
          for (let i = 0; i < cells; i++) {
            levelsCdb[offset + from + i] = centidecibel(boxed[i] + allOwnBoxed[i]);
          }
        }
      }
      if (truth) {
        partRaised(acoustic);
        truthOf.forEach((rowTruth, row) =>
          rowTruth.collect(
            truth,
            pingNumber,
            row,
            spread,
            plane.bottomMean,
            row * cells,
            noiseLevel,
            plane.shadows,
          ),
        );
      }
      return nadirDepthM;
    },
  };
}

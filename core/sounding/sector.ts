/**
 * The sector: a wide thin sheet of sound sent many times a second and received as about a hundred
 * beams, downward or forward. A ping is one frame; its rows are the beams.
 *
 * Sending lights the whole span, so a beam's in-plane pattern counts once (receiving), the thickness
 * twice. Side lobes of the receiving beams return a strong bottom as a ring at its range. Speckle
 * changes slowly from frame to frame, since the boat hardly moves between two.
 */
import { cos, exp, log10, square } from '../numeric';
import { hash32 } from '../random';
import { integratedLineAngleRad, lineLengthWavelengths } from '../transducer';
import { degToRad, radToDeg } from '../units/angle';
import { fromDb } from '../units/decibel';
import { disturbance } from './disturbance';
import type { EchogramInfo, TruthCollector } from './echogram';
import { ANGLE_STEPS, angleAtIndex } from './fanAngles';
import { FanPlane, PATCH_TURN } from './fanPlane';
import {
  centidecibel,
  centidecibels,
  NOISE_TAPE,
  QUARTER_TURN,
  SINE,
  SINE_MASK,
  SINE_STEPS_PER_RAD,
  tapeStart,
} from './fastMath';
import { attenuationTables, type Sounding } from './instrument';
import { mountAt } from './mount';
import { wobbleSeedOf } from './pointEcho';
import { PulseBox } from './pulseBox';
import type { Rig } from './rig';
import { scattererField } from './scattererField';
import { prepareBottom, sampleDepthM, type Scene } from './scene';
import { SectorTruth } from './sectorTruth';
import { sedimentTables } from './sedimentTables';
import { pingRateHz, type SectorSounder, transducerPhysics } from './sounder';
import { layerAt } from './waterEcho';

/** Beams to either side that hear an echo beside their own. */
const NEIGHBOURS = 3;
/** Far side lobes of a receiving beam, one-way. */
const SIDE_LOBE_RATIO = fromDb(-38);
/** Speckle is half this frame's draws and half the last one's: correlation from frame to frame is ½. */
const FRAME_WEIGHT = Math.SQRT1_2;
/** Equivalent width of a Gaussian of unit half-power width. */
const GAUSS_EQUIVALENT = 1.0645;
const HALF_POWER_EXPONENT = 2.7726;
/** Blind while sending, and ringing after. */
const RINGING_DB = -52;
const RINGING_DECAY_DB_PER_M = 130;

export function createSectorSounding(scene: Scene, sounder: SectorSounder, rig: Rig): Sounding {
  const fine = prepareBottom(scene);
  const { frequencyHz, binCount: cells, beamCount: beams } = sounder;
  const rangeStepM = sounder.rangeM / cells;
  const spanRad = degToRad(sounder.spanDeg);
  const spacingRad = spanRad / beams;
  const firstRad = degToRad(sounder.aimDeg) - spanRad / 2;
  const beamRad = degToRad(sounder.beamwidthDeg);
  const thickWavelengths = lineLengthWavelengths(sounder.acrossBeamwidthDeg);
  const thicknessRad = integratedLineAngleRad(thickWavelengths, 1);
  // Directivity from the solid angle that a beam fills: sent over the whole span, received narrow.
  const directivity = (angleRad: number) => 10 * log10((4 * Math.PI) / (angleRad * thicknessRad));
  const physics = transducerPhysics(
    sounder,
    scene.water,
    fine.deepestM,
    directivity(spanRad),
    directivity(GAUSS_EQUIVALENT * beamRad),
  );
  const { soundSpeedMps, sourceLevelDb, absorptionDbPerM, rangeCellM } = physics;
  const tables = attenuationTables(cells, rangeStepM, sourceLevelDb, absorptionDbPerM);
  const box = new PulseBox(cells, rangeCellM / rangeStepM);
  // One row for each beam: first where its middle lies, then spread to its neighbours.
  const rowOf = Int16Array.from({ length: ANGLE_STEPS }, (_, i) => {
    const beam = Math.floor((angleAtIndex(i) - firstRad) / spacingRad);
    return beam >= 0 && beam < beams ? beam : -1;
  });
  const turnsPerM = ((4 * Math.PI * frequencyHz) / soundSpeedMps) * SINE_STEPS_PER_RAD;
  const plane = new FanPlane({
    fine,
    sediments: sedimentTables(fine, frequencyHz, rangeStepM),
    field: scattererField(scene, fine, frequencyHz, soundSpeedMps),
    cells,
    rangeStepM,
    ...tables,
    wavelengthM: soundSpeedMps / frequencyHz,
    alongWavelengths: thickWavelengths,
    across: new Float32Array(ANGLE_STEPS).fill(1),
    rowOf,
    rows: beams,
    turnsPerM,
    wobbleSeed: wobbleSeedOf(scene.seed),
    keepTail: false,
    isThick: true,
  });
  /** One-way receiving intensity of a beam at an angle off its middle. */
  const receive = (offRad: number) => exp(-HALF_POWER_EXPONENT * square(offRad / beamRad));
  const neighbour = Float64Array.from({ length: 2 * NEIGHBOURS + 1 }, (_, i) =>
    receive((i - NEIGHBOURS) * spacingRad),
  );
  // A beam hears as much of an even bottom as its equivalent width holds, whatever the spacing.
  const heard = (GAUSS_EQUIVALENT * beamRad) / spacingRad;
  const listed = neighbour.reduce((sum, weight) => sum + weight, 0);
  for (let i = 0; i < neighbour.length; i++) neighbour[i] *= heard / listed;
  /** Roots of `receive` by tenths of a beam, for points. */
  const POINT_STEPS = 10;
  const pointWeights = Float64Array.from({ length: (2 * NEIGHBOURS + 1) * POINT_STEPS }, (_, i) => {
    const fraction = ((i % POINT_STEPS) + 0.5) / POINT_STEPS - 0.5;
    const step = Math.floor(i / POINT_STEPS) - NEIGHBOURS;
    return Math.sqrt(receive((step - fraction) * spacingRad));
  });
  const beamAnglesRad = Float64Array.from(
    { length: beams },
    (_, beam) => firstRad + (beam + 0.5) * spacingRad,
  );

  const total = beams * cells;
  const mean = new Float64Array(total);
  const ring = new Float64Array(cells);
  /** What of `mean` comes from the bottom, side lobes too; for the truth. */
  const bottomPart = new Float64Array(total);
  const water = new Float64Array(cells);
  const pointRe = new Float32Array(total);
  const pointIm = new Float32Array(total);
  const boxedRow = new Float64Array(cells);
  const truthOf = new SectorTruth(box, beams);
  const root = new Float32Array(cells);
  const detected = new Float32Array(cells);
  const detectedBits = new Int32Array(detected.buffer);
  const disturbances = disturbance(rig, soundSpeedMps, rangeStepM, box);
  const extra = new Float64Array(cells);
  const steadyWater = Float64Array.from({ length: cells }, (_, i) => {
    const rangeM = (i + 0.5) * rangeStepM;
    const angleSr = GAUSS_EQUIVALENT * beamRad * plane.along.equivalentRad;
    const volume = (tables.attenuated[i] * angleSr * rangeStepM) / square(Math.max(0.25, rangeM));
    return volume;
  });
  const openWater = fromDb(scene.water.volumeScatteringDb);
  const blindM = (soundSpeedMps * sounder.pulseLengthS) / 2;
  const ringing = Float64Array.from({ length: cells }, (_, i) => {
    const pastM = Math.max(0, (i + 0.5) * rangeStepM - blindM);
    return fromDb(sourceLevelDb + RINGING_DB - RINGING_DECAY_DB_PER_M * pastM) / box.pulseCells;
  });

  const info: EchogramInfo = {
    instrument: 'sector',
    channels: [
      {
        name: 'sector',
        frequencyHz,
        beamwidthDeg: sounder.beamwidthDeg,
        acrossBeamwidthDeg: sounder.acrossBeamwidthDeg,
        rangeCellM,
        absorptionDbPerM,
        sourceLevelDb,
        noiseLevelDb: physics.noiseLevelDb(0),
        beamAnglesDeg: Array.from(beamAnglesRad, radToDeg),
      },
    ],
    binCount: cells,
    rangeStepM,
    draftM: rig.draftM,
    soundSpeedMps,
    pingRateHz: pingRateHz(sounder, soundSpeedMps),
  };

  /** Bottom of each beam spread over its neighbours, and the ring of side lobes. */
  function spreadBottom() {
    const { bottomMean } = plane;
    ring.fill(0);
    mean.fill(0);
    for (let beam = 0; beam < beams; beam++) {
      const from = beam * cells;
      for (let i = 0; i < cells; i++) {
        const energy = bottomMean[from + i];
        if (energy === 0) continue;
        ring[i] += energy;
        for (let k = -NEIGHBOURS; k <= NEIGHBOURS; k++) {
          const other = beam + k;
          if (other < 0 || other >= beams) continue;
          mean[other * cells + i] += neighbour[k + NEIGHBOURS] * energy;
        }
      }
    }
  }

  /** The thermocline's layer where a beam crosses it. */
  function layerInto(row: Float64Array, beam: number, xM: number, yM: number, depthM: number) {
    const layer = scene.water.thermocline;
    const cosine = cos(beamAnglesRad[beam]);
    if (!layer || cosine < 0.05) return;
    const { centreM, strength } = layerAt(scene, { xM, yM });
    const belowM = centreM - depthM;
    const first = Math.max(0, Math.floor((belowM - layer.thicknessM) / cosine / rangeStepM));
    const end = Math.min(cells, Math.ceil((belowM + layer.thicknessM) / cosine / rangeStepM));
    for (let i = first; i < end; i++) {
      const off = ((i + 0.5) * rangeStepM * cosine - belowM) / layer.thicknessM;
      const inside = 1 - off * off;
      if (inside > 0) row[i] += steadyWater[i] * strength * inside * inside;
    }
  }

  function addPoints(amplitudeShare: number, withOwn: boolean) {
    pointRe.fill(0);
    pointIm.fill(0);
    if (withOwn) truthOf.begin();
    const { count, targetIndex, position, angleRad, amplitude, transmission, turn, patchCells } =
      plane.points;
    for (let at = 0; at < count; at++) {
      const beamAt = (angleRad[at] - firstRad) / spacingRad;
      const beam = Math.floor(beamAt);
      if (beam < -NEIGHBOURS || beam >= beams + NEIGHBOURS) continue;
      const fractionStep = ((beamAt - beam) * POINT_STEPS) | 0;
      const patch = patchCells[at];
      const free = (amplitudeShare * amplitude[at]) / Math.sqrt(patch);
      const left = transmission[at];
      const seen = free * Math.sqrt(left);
      const start = Math.max(0, (position[at] - 0.5 * (patch - 1)) | 0);
      const end = Math.min(cells, start + patch);
      const isOwn = withOwn && beam >= 0 && beam < beams;
      let phase = turn[at] | 0;
      for (let cell = start; cell < end; cell++) {
        if (isOwn) truthOf.add(targetIndex[at], beam, cell, free * free, left);
        const re = seen * SINE[(phase + QUARTER_TURN) & SINE_MASK];
        const im = seen * SINE[phase & SINE_MASK];
        phase += PATCH_TURN;
        for (let k = -NEIGHBOURS; k <= NEIGHBOURS; k++) {
          const other = beam + k;
          if (other < 0 || other >= beams) continue;
          const weight = pointWeights[(k + NEIGHBOURS) * POINT_STEPS + fractionStep];
          pointRe[other * cells + cell] += weight * re;
          pointIm[other * cells + cell] += weight * im;
        }
      }
    }
  }

  return {
    info,
    noiseLevelDb: (_, speedMps) => physics.noiseLevelDb(speedMps),
    ping(pingNumber, pose, levelsCdb, offset, truth: TruthCollector | null) {
      const mount = mountAt(pose, rig, sounder.tiltDeg, sounder.bearingDeg);
      const nadirDepthM = sampleDepthM(fine, mount.xM, mount.yM);
      // The plane stands along the mount's bearing: what is forward for a fan is its thickness here.
      const turned = {
        ...mount,
        starboard: mount.forward,
        forward: mount.starboard.map((value) => -value) as typeof mount.forward,
      };
      plane.sweep(turned, pose.timeS, truth !== null, 0);
      spreadBottom();
      if (truth) {
        bottomPart.set(mean);
        for (let i = 0; i < total; i++) bottomPart[i] += SIDE_LOBE_RATIO * ring[i % cells];
      }
      const noiseLevel = sounder.noise ? fromDb(physics.noiseLevelDb(pose.speedMps)) : 0;
      const airShare = disturbances.airShare(pose.timeS);
      const acoustic = airShare * box.spreadScale;
      const noise = (box.spreadScale * noiseLevel) / box.pulseCells;
      extra.fill(0);
      if (!disturbances.isQuiet) disturbances.addTo(extra, 0, pose.timeS);
      for (let i = 0; i < cells; i++) {
        water[i] = steadyWater[i] * openWater + ringing[i] + SIDE_LOBE_RATIO * ring[i];
      }
      addPoints(Math.sqrt(airShare), truth !== null || !sounder.speckle);
      for (let beam = 0; beam < beams; beam++) {
        const row = mean.subarray(beam * cells, (beam + 1) * cells);
        layerInto(row, beam, mount.xM, mount.yM, mount.depthM);
        for (let i = 0; i < cells; i++) row[i] = acoustic * (row[i] + water[i]) + noise + extra[i];
      }
      if (sounder.speckle) {
        for (let beam = 0; beam < beams; beam++) {
          detectRow(beam, pingNumber, levelsCdb, offset + beam * cells);
        }
      } else {
        truthOf.fillOwn();
        for (let beam = 0; beam < beams; beam++) {
          const from = beam * cells;
          box.means(mean, from, boxedRow);
          const own = truthOf.ownBoxed(beam, neighbour);
          for (let i = 0; i < cells; i++) {
            levelsCdb[offset + from + i] = centidecibel(boxedRow[i] + own[i]);
          }
        }
      }
      if (truth) {
        truthOf.collect(truth, pingNumber, mean, bottomPart, noiseLevel, plane.shadows);
      }
      return nadirDepthM;
    },
  };

  /**
   * One beam through the pulse. Its speckle is made of this frame's and the last one's own draws, each
   * read from the tape at a place that depends on frame and beam alone.
   */
  function detectRow(beam: number, frame: number, levelsCdb: Int16Array, offset: number) {
    const { boxCells, fraction } = box;
    const from = beam * cells;
    const tape = NOISE_TAPE;
    const now = tapeStart(hash32(scene.seed, frame, beam, 0x5ec));
    const last = tapeStart(hash32(scene.seed, frame - 1, beam, 0x5ec));
    for (let i = 0; i < cells; i++) root[i] = FRAME_WEIGHT * Math.sqrt(mean[from + i]);
    let sumRe = 0;
    let sumIm = 0;
    for (let i = 0; i < cells; i++) {
      const drawRe = tape[now + 2 * i] + tape[last + 2 * i];
      const drawIm = tape[now + 2 * i + 1] + tape[last + 2 * i + 1];
      const re = root[i] * drawRe + pointRe[from + i];
      const im = root[i] * drawIm + pointIm[from + i];
      pointRe[from + i] = re;
      pointIm[from + i] = im;
      // As stored, or what leaves the box would not be what entered it.
      sumRe += pointRe[from + i];
      sumIm += pointIm[from + i];
      let outRe = sumRe;
      let outIm = sumIm;
      if (i >= boxCells) {
        const oldRe = pointRe[from + i - boxCells];
        const oldIm = pointIm[from + i - boxCells];
        sumRe -= oldRe;
        sumIm -= oldIm;
        outRe = sumRe + fraction * oldRe;
        outIm = sumIm + fraction * oldIm;
      }
      detected[i] = outRe * outRe + outIm * outIm;
    }
    centidecibels(detected, detectedBits, cells, levelsCdb, offset);
  }
}

/**
 * The sector: a wide thin sheet of sound sent many times a second and received as about a hundred
 * beams, downward or forward. A ping is one frame; its rows are the beams.
 *
 * Sending lights the whole span, so a beam's in-plane pattern counts once (receiving), the thickness
 * twice. Every echo is heard by every beam through its receiving pattern, shaded against side lobes: a
 * strong bottom is still a ring at its range.
 */
import { cos, log10, sin, square } from '../numeric';
import { hash32 } from '../random';
import {
  integratedLineAngleRad,
  lineLengthWavelengths,
  SHADED_HALF_POWER_U,
  shadedLineAmplitude,
} from '../transducer';
import { degToRad, radToDeg } from '../units/angle';
import { fromDb } from '../units/decibel';
import { scatteringByFrequencyDb } from '../water';
import { disturbance } from './disturbance';
import type { EchogramInfo, TruthCollector } from './echogram';
import { SLICES } from './alongBeam';
import { ANGLE_STEPS, angleAtIndex } from './fanAngles';
import { FanPlane, PATCH_TURN } from './fanPlane';
import { centidecibel, QUARTER_TURN, SINE, SINE_MASK, SINE_STEPS_PER_RAD } from './fastMath';
import { GroundSpeckle } from './groundSpeckle';
import { attenuationTables, type Sounding } from './instrument';
import { mountAt } from './mount';
import { heardNoise } from './pingNoise';
import { LOOKS_A_ROW, PulseBox } from './pulseBox';
import type { Rig } from './rig';
import { ScattererField } from './scattererField';
import { prepareBottom, type Scene } from './scene';
import { SectorTruth } from './sectorTruth';
import { sedimentTables } from './sedimentTables';
import {
  IMAGING_NOISE_FIGURE_DB,
  pingRateHz,
  type SectorSounder,
  transducerPhysics,
} from './sounder';
import { Specks } from './specks';
import { layerAt, ringingDb } from './waterEcho';

/** No built array is better than this, off its main lobe. */
const FAR_LOBE_RATIO = fromDb(-52);
/** An echo whose side lobes would lie so far under the receiver's noise is heard by its neighbours only. */
const SIDE_LOBE_RATIO = fromDb(-36.65);
const UNHEARD_SHARE = 0.05;
/** From a beam's middle to its first null, in beam widths. */
const MAIN_LOBE_WIDTHS = 1.62;
/** Steps of the pattern's tables for each spacing of beams. */
const PATTERN_STEPS = 20;
/** Rows of ground to a beam: grain is as wide as a beam, wherever it lies between two. */
const ROWS_A_BEAM = 2;
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
  const receiving = receivingBeam(beamRad, spacingRad, beams);
  const { amplitudes, shares, reach } = receiving;
  // Directivity from the solid angle that a beam fills: sent over the whole span, received narrow.
  const directivity = (angleRad: number) => 10 * log10((4 * Math.PI) / (angleRad * thicknessRad));
  const physics = transducerPhysics(
    sounder,
    scene.water,
    fine.deepestM,
    directivity(spanRad),
    directivity(receiving.equivalentRad),
    IMAGING_NOISE_FIGURE_DB,
  );
  const { soundSpeedMps, sourceLevelDb, absorptionDbPerM, rangeCellM } = physics;
  const tables = attenuationTables(cells, rangeStepM, sourceLevelDb, absorptionDbPerM);
  const box = new PulseBox(cells, rangeCellM / rangeStepM);
  // Rows finer than the beams: what lies in each is heard by every beam through its pattern.
  const rows = ROWS_A_BEAM * beams;
  const rowOf = Int16Array.from({ length: ANGLE_STEPS }, (_, i) => {
    const row = Math.floor(((angleAtIndex(i) - firstRad) * ROWS_A_BEAM) / spacingRad);
    return row >= 0 && row < rows ? row : -1;
  });
  const turnsPerM = ((4 * Math.PI * frequencyHz) / soundSpeedMps) * SINE_STEPS_PER_RAD;
  const plane = new FanPlane({
    fine,
    sediments: sedimentTables(fine, frequencyHz, rangeStepM, !fine.isPlain),
    frequencyHz,
    field: new ScattererField(scene, fine, frequencyHz, soundSpeedMps),
    cells,
    rangeStepM,
    ...tables,
    wavelengthM: soundSpeedMps / frequencyHz,
    alongWavelengths: thickWavelengths,
    across: new Float32Array(ANGLE_STEPS).fill(1),
    rowOf,
    rows,
    turnsPerM,
    keepTail: false,
    isThick: true,
  });
  const beamAnglesRad = Float64Array.from(
    { length: beams },
    (_, beam) => firstRad + (beam + 0.5) * spacingRad,
  );

  const total = beams * cells;
  const mean = new Float64Array(total);
  /** The ground's amplitudes for each look, real and imaginary part in turn. */
  const groundLooks = Array.from({ length: sounder.looks }, () => new Float32Array(2 * total));
  /** What of `mean` comes from the bottom by all lobes, and by side lobes alone. */
  const bottomPart = new Float64Array(total);
  const farPart = new Float64Array(total);
  /** All but the ground: draws of its own in every frame. */
  const fresh = new Float64Array(total);
  /** First cell of each beam that lies behind the bottom. */
  const waterEnd = new Int32Array(beams);
  const pointRe = new Float32Array(total);
  const pointIm = new Float32Array(total);
  const points = { re: pointRe, im: pointIm, lookStride: 0 };
  const boxedRow = new Float64Array(cells);
  const truthOf = new SectorTruth(box, beams);
  const pulsesPerS = pingRateHz(sounder, soundSpeedMps);
  const grain = new GroundSpeckle(
    hash32(scene.seed, 0x5ec),
    (2 * SHADED_HALF_POWER_U * soundSpeedMps) / (frequencyHz * 2 * Math.PI * sin(beamRad / 2)),
    beamRad,
    cells,
    rangeStepM,
  );
  /** Energy under which an echo's side lobes are not worth a look. */
  const unheard =
    (UNHEARD_SHARE * fromDb(physics.noiseLevelDb(0))) / (box.pulseCells * SIDE_LOBE_RATIO);
  const disturbances = disturbance(scene, rig, frequencyHz, soundSpeedMps, rangeStepM, box);
  const extra = new Float64Array(cells);
  const steadyWater = Float64Array.from({ length: cells }, (_, i) => {
    const rangeM = (i + 0.5) * rangeStepM;
    const angleSr = receiving.equivalentRad * plane.along.equivalentRad;
    const volume = (tables.attenuated[i] * angleSr * rangeStepM) / square(Math.max(0.25, rangeM));
    return volume;
  });
  const byFrequency = fromDb(scatteringByFrequencyDb(frequencyHz));
  const openWater = byFrequency * fromDb(scene.water.volumeScatteringDb);
  const specks = fine.isPlain ? null : new Specks(hash32(scene.seed, 0x5bec), rangeStepM);
  const speckFactors = new Float64Array(cells).fill(1);
  const blindM = (soundSpeedMps * sounder.pulseLengthS) / 2;
  const ringing = Float64Array.from({ length: cells }, (_, i) => {
    const pastM = Math.max(0, (i + 0.5) * rangeStepM - blindM);
    return fromDb(sourceLevelDb + ringingDb(sounder.chirp !== null, pastM)) / box.pulseCells;
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
    pingRateHz: pulsesPerS,
  };

  /** The bottom as every beam hears it: mean energies, and of those within their main lobes amplitudes. */
  function spreadBottom(isSpeckled: boolean) {
    const { bottomMean } = plane;
    bottomPart.fill(0);
    farPart.fill(0);
    if (isSpeckled) for (const look of groundLooks) look.fill(0);
    for (let row = 0; row < rows; row++) {
      const from = row * cells;
      // In steps of the table, from the first beam's middle.
      const middle = ((row + 0.5) / ROWS_A_BEAM - 0.5) * PATTERN_STEPS;
      const nearest = Math.round(middle / PATTERN_STEPS);
      const low = Math.max(0, nearest - reach);
      const high = Math.min(beams - 1, nearest + reach);
      let isLit = false;
      for (let i = 0; i < cells; i++) {
        const energy = bottomMean[from + i];
        if (energy === 0) continue;
        isLit = true;
        const isLoud = energy > unheard;
        const last = isLoud ? beams - 1 : high;
        for (let beam = isLoud ? 0 : low; beam <= last; beam++) {
          const part = energy * square(amplitudes[Math.abs(beam * PATTERN_STEPS - middle)]);
          bottomPart[beam * cells + i] += part;
          if (beam < low || beam > high) farPart[beam * cells + i] += part;
        }
      }
      if (!isLit || !isSpeckled) continue;
      groundLooks.forEach((ground, look) => {
        const { tape, start } = grain.draws(LOOKS_A_ROW * row + look);
        for (let i = 0; i < cells; i++) {
          const energy = bottomMean[from + i];
          if (energy === 0) continue;
          const root = Math.sqrt(energy);
          const re = root * tape[start + 2 * i];
          const im = root * tape[start + 2 * i + 1];
          for (let beam = low; beam <= high; beam++) {
            const weight = amplitudes[Math.abs(beam * PATTERN_STEPS - middle)];
            const at = 2 * (beam * cells + i);
            ground[at] += weight * re;
            ground[at + 1] += weight * im;
          }
        }
      });
    }
    if (!isSpeckled) return;
    // Side lobes gather so much of the ground that each beam's is as good as its own.
    for (let beam = 0; beam < beams; beam++) {
      groundLooks.forEach((ground, look) => {
        const { tape, start } = grain.draws(LOOKS_A_ROW * (rows + beam) + look);
        for (let i = 0; i < cells; i++) {
          const at = beam * cells + i;
          if (farPart[at] === 0) continue;
          const root = Math.sqrt(farPart[at]);
          ground[2 * at] += root * tape[start + 2 * i];
          ground[2 * at + 1] += root * tape[start + 2 * i + 1];
        }
      });
    }
  }

  /** Where each beam meets the bottom. */
  function findWaterEnds(altitudeM: number) {
    const { horizon } = plane;
    for (let beam = 0; beam < beams; beam++) {
      const angle = beamAnglesRad[beam];
      const side = (angle >= 0 ? 0 : SLICES) + 1;
      const off = Math.abs(angle);
      let cell = Math.min(cells, Math.max(0, Math.floor(altitudeM / rangeStepM)));
      const from = side * cells;
      while (cell < cells && horizon[from + cell] < off) cell++;
      waterEnd[beam] = cell;
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
    const end = Math.min(
      waterEnd[beam],
      Math.ceil((belowM + layer.thicknessM) / cosine / rangeStepM),
    );
    for (let i = first; i < end; i++) {
      const off = ((i + 0.5) * rangeStepM * cosine - belowM) / layer.thicknessM;
      const inside = 1 - off * off;
      if (inside > 0) row[i] += byFrequency * steadyWater[i] * strength * inside * inside;
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
      if (beam < -reach || beam >= beams + reach) continue;
      const patch = patchCells[at];
      const free = (amplitudeShare * amplitude[at]) / Math.sqrt(patch);
      const left = transmission[at];
      const seen = free * Math.sqrt(left);
      const start = Math.max(0, (position[at] - 0.5 * (patch - 1)) | 0);
      const end = Math.min(cells, start + patch);
      const isOwn = withOwn && beam >= 0 && beam < beams;
      const far = seen * seen > unheard ? beams : reach;
      const low = Math.max(0, beam - far);
      const high = Math.min(beams - 1, beam + far);
      const middle = Math.round((beamAt - 0.5) * PATTERN_STEPS);
      let phase = turn[at] | 0;
      for (let cell = start; cell < end; cell++) {
        if (isOwn) truthOf.add(targetIndex[at], beam, cell, free * free, left);
        const re = seen * SINE[(phase + QUARTER_TURN) & SINE_MASK];
        const im = seen * SINE[phase & SINE_MASK];
        phase += PATCH_TURN;
        for (let other = low; other <= high; other++) {
          // In steps of the table, from this point to the middle of that beam.
          const off = middle - other * PATTERN_STEPS;
          const weight = amplitudes[off < 0 ? -off : off];
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
      const nadirDepthM = fine.depthAtM(mount.xM, mount.yM);
      // The plane stands along the mount's bearing: what is forward for a fan is its thickness here.
      const turned = {
        ...mount,
        starboard: mount.forward,
        forward: mount.starboard.map((value) => -value) as typeof mount.forward,
      };
      plane.sweep(turned, pose.timeS, truth !== null, 0);
      if (sounder.speckle) {
        // Turned in its plane the beams look elsewhere; turned about its mount, the sheet does, which is thick.
        const turnRad =
          pose.rollRad +
          pose.pitchRad +
          (pose.headingRad * sounder.beamwidthDeg) / sounder.acrossBeamwidthDeg;
        grain.moveTo(mount, turnRad, pose.speedMps / pulsesPerS, pingNumber);
      }
      spreadBottom(sounder.speckle);
      findWaterEnds(nadirDepthM - mount.depthM);
      const noiseLevel = sounder.noise ? fromDb(physics.noiseLevelDb(pose.speedMps)) : 0;
      const airShare = disturbances.airShare(pose.timeS);
      const acoustic = airShare * box.spreadScale;
      const heard = heardNoise(noiseLevel, fine, sounder, scene.seed, pingNumber);
      const noise = (box.spreadScale * heard) / box.pulseCells;
      extra.fill(0);
      if (!disturbances.isQuiet) disturbances.addTo(extra, 0, pose.timeS, mount);
      addPoints(Math.sqrt(airShare), truth !== null || !sounder.speckle);
      for (let beam = 0; beam < beams; beam++) {
        const from = beam * cells;
        specks?.fill(speckFactors, beam, mount.xM, mount.yM, pose.timeS);
        for (let i = 0; i < cells; i++) {
          const water = i < waterEnd[beam] ? steadyWater[i] * openWater * speckFactors[i] : 0;
          mean[from + i] = bottomPart[from + i] + water + ringing[i];
        }
        const row = mean.subarray(from, from + cells);
        layerInto(row, beam, mount.xM, mount.yM, mount.depthM);
        for (let i = 0; i < cells; i++) row[i] = acoustic * row[i] + noise + extra[i];
      }
      if (sounder.speckle) {
        for (let i = 0; i < total; i++) fresh[i] = mean[i] - acoustic * bottomPart[i];
        for (let beam = 0; beam < beams; beam++) {
          const from = beam * cells;
          box.detect(
            fresh,
            null,
            acoustic,
            points,
            from,
            sounder.looks,
            {
              draws: (look) => ({ tape: groundLooks[look], start: 2 * from }),
            },
            0,
            hash32(scene.seed, pingNumber, beam, 0x5ec),
            levelsCdb,
            offset + from,
          );
        }
      } else {
        truthOf.fillOwn();
        for (let beam = 0; beam < beams; beam++) {
          const from = beam * cells;
          box.spreadMeans(mean, from, boxedRow);
          const own = truthOf.ownBoxed(beam, shares);
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
}

/** How a receiving beam hears what lies off its middle, by spacings of beams. */
function receivingBeam(beamRad: number, spacingRad: number, beams: number) {
  const perSin = SHADED_HALF_POWER_U / sin(beamRad / 2);
  const amplitudeAt = (offRad: number) => {
    if (Math.abs(offRad) >= Math.PI / 2) return Math.sqrt(FAR_LOBE_RATIO);
    const amplitude = shadedLineAmplitude(perSin * sin(offRad));
    return square(amplitude) < FAR_LOBE_RATIO ? Math.sqrt(FAR_LOBE_RATIO) : amplitude;
  };
  const amplitudes = Float32Array.from({ length: (2 * beams + 1) * PATTERN_STEPS }, (_, step) =>
    amplitudeAt((step / PATTERN_STEPS) * spacingRad),
  );
  // An even bottom is heard over all of a spacing: the mean of the pattern there.
  const shares = Float64Array.from({ length: beams + 1 }, (_, k) => {
    let sum = 0;
    for (let step = 0; step < PATTERN_STEPS; step++) {
      sum += square(amplitudeAt((k + (step + 0.5) / PATTERN_STEPS - 0.5) * spacingRad));
    }
    return sum / PATTERN_STEPS;
  });
  const equivalentRad =
    spacingRad * shares.reduce((sum, share, k) => sum + (k === 0 ? 1 : 2) * share, 0);
  return {
    amplitudes,
    shares,
    equivalentRad,
    reach: Math.ceil((MAIN_LOBE_WIDTHS * beamRad) / spacingRad),
  };
}

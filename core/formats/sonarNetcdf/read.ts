import type { Dataset, Entity, Group } from 'h5wasm';
import { describeIssues } from '../../records/versioned';
import { fail, ok, type Result } from '../../records/result';
import { echogramInfoSchema } from '../../sounding/echogramSchema';
import {
  cellsPerPing,
  type EchogramInfo,
  emptyTrack,
  firstRowOf,
  type PingTrack,
} from '../../sounding';
import { fromGeodetic, type Geodetic, radToDeg } from '../../units';
import {
  type EchoLog,
  fittedSourceLevelDb,
  MAX_LOG_BINS,
  MAX_LOG_CELLS,
  MAX_LOG_PINGS,
  SILENCE_CDB,
  toCdb,
} from '../echoLog';
import type { FormatFault } from '../fault';
import { type Hdf5, OWN_GROUP, PATH, TRACK_TYPES } from './names';

const HDF5_MAGIC = [0x89, 0x48, 0x44, 0x46, 0x0d, 0x0a, 0x1a, 0x0a];
const isDataset = (entity: Entity | null): entity is Dataset =>
  entity !== null && 'attach_scale' in entity;
const isGroup = (entity: Entity | null): entity is Group =>
  entity !== null && 'create_group' in entity;

const datasetIn = (group: Group, name: string): Dataset | null => {
  const entity = group.keys().includes(name) ? group.get(name) : null;
  return isDataset(entity) ? entity : null;
};

const attributeOf = (of: { attrs: Record<string, { value: unknown }> }, name: string): unknown => {
  const value = of.attrs[name]?.value;
  return ArrayBuffer.isView(value) ? (value as unknown as ArrayLike<unknown>)[0] : value;
};

const textAttribute = (dataset: Dataset, name: string, usual: string) => {
  const value = attributeOf(dataset, name);
  return typeof value === 'string' ? value : usual;
};

const numberAttribute = (dataset: Dataset, name: string, usual: number) => {
  const value = Number(attributeOf(dataset, name) ?? usual);
  return Number.isFinite(value) ? value : usual;
};

/** A variable's values as numbers, unpacked as CF says; null where there is none. */
function numbersIn(group: Group, name: string): Float64Array | null {
  const dataset = datasetIn(group, name);
  const value = dataset?.value;
  if (!dataset || value === null || value === undefined) return null;
  const raw = ArrayBuffer.isView(value)
    ? Float64Array.from(value as unknown as ArrayLike<number | bigint>, Number)
    : Float64Array.of(Number(value));
  const scale = numberAttribute(dataset, 'scale_factor', 1);
  const offset = numberAttribute(dataset, 'add_offset', 0);
  return raw.map((number) => number * scale + offset);
}

const firstOf = (group: Group | null, ...names: string[]): number | null => {
  for (const name of names) {
    const first = group ? numbersIn(group, name)?.find(Number.isFinite) : undefined;
    if (first !== undefined) return first;
  }
  return null;
};

const SECONDS_PER: Record<string, number> = {
  nanoseconds: 1e-9,
  nanosecond: 1e-9,
  microseconds: 1e-6,
  milliseconds: 1e-3,
  seconds: 1,
  second: 1,
  s: 1,
  minutes: 60,
  hours: 3600,
  days: 86_400,
};

interface Times {
  /** Since the first of them. */
  valuesS: number[];
  /** Epoch and unit, as the file writes them. */
  since: string;
  perS: number;
  firstRaw: bigint | number;
}

/** How long the first of some times is after the first of others of the same epoch, s. */
const leadOf = (later: Times, earlier: Times) =>
  typeof later.firstRaw === 'bigint' && typeof earlier.firstRaw === 'bigint'
    ? Number(later.firstRaw - earlier.firstRaw) * later.perS
    : (Number(later.firstRaw) - Number(earlier.firstRaw)) * later.perS;

/** Times in seconds, and the epoch they are counted from as its file writes it. */
function timesIn(group: Group, name: string): Times | null {
  const dataset = datasetIn(group, name);
  const raw = dataset?.value as ArrayLike<number | bigint> | null | undefined;
  if (!dataset || !raw || raw.length === 0) return null;
  const units = textAttribute(dataset, 'units', 'seconds since 0');
  const [unit, ...since] = units.split(' ');
  const perS = SECONDS_PER[unit.toLowerCase()] ?? 1;
  // Nanoseconds since 1601 do not fit a number: differences are taken first.
  const first = raw[0];
  const valuesS = Array.from(raw as ArrayLike<never>, (value: number | bigint) =>
    typeof value === 'bigint'
      ? Number(value - BigInt(first)) * perS
      : (value - Number(first)) * perS,
  );
  return { valuesS, since: `${unit} ${since.join(' ')}`, perS, firstRaw: first };
}

/**
 * Every beam group of a file as a log; of our own files the one echogram they were written from.
 * @throws never; a file that cannot be read says why
 */
export function readSonarNetcdf(h5: Hdf5, bytes: Uint8Array): Result<EchoLog[], FormatFault> {
  if (bytes.length === 0) return fail({ code: 'notAFile', message: 'the file is empty' });
  if (bytes[0] === 0x43 && bytes[1] === 0x44 && bytes[2] === 0x46) {
    return fail({
      code: 'foreign',
      message: 'this is a classic netCDF file; SONAR-netCDF4 files are netCDF-4',
    });
  }
  if (HDF5_MAGIC.some((byte, i) => bytes[i] !== byte)) {
    return fail({ code: 'foreign', message: 'this is not a netCDF-4 file' });
  }
  h5.FS!.writeFile(PATH, bytes);
  try {
    const file = new h5.File(PATH, 'r');
    try {
      return readFile(file);
    } finally {
      file.close();
    }
  } catch {
    return fail({ code: 'truncated', message: 'the netCDF file is cut short or damaged' });
  } finally {
    h5.FS!.unlink(PATH);
  }
}

function readFile(file: Group): Result<EchoLog[], FormatFault> {
  const sonar = file.get('Sonar');
  if (!isGroup(sonar)) {
    return fail({
      code: 'foreign',
      message: 'the file has no group Sonar, so it is no SONAR-netCDF4',
    });
  }
  const groups = sonar
    .keys()
    .filter((name) => /^Beam_group\d+$/.test(name))
    .map((name) => ({ name, group: sonar.get(name) }))
    .filter((one): one is { name: string; group: Group } => isGroup(one.group));
  if (groups.length === 0) {
    return fail({
      code: 'missingPart',
      message: 'the group Sonar holds no Beam_group with echoes',
    });
  }
  const own = sonar.keys().includes(OWN_GROUP) ? sonar.get(OWN_GROUP) : null;
  if (isGroup(own) && own.attrs.echogram)
    return readOwn(
      own,
      groups.map(({ group }) => group),
    );
  const logs: EchoLog[] = [];
  for (const { name, group } of groups.slice(0, 8)) {
    const log = readGroup(file, group);
    if (!log.ok) return fail({ ...log.error, message: `${name}: ${log.error.message}` });
    logs.push(log.value);
  }
  return ok(logs);
}

function readOwn(own: Group, groups: Group[]): Result<EchoLog[], FormatFault> {
  let json: unknown;
  try {
    json = JSON.parse(String(attributeOf(own, 'echogram')));
  } catch {
    return fail({ code: 'damagedPart', message: 'Vendor_specific: its echogram is not readable' });
  }
  const parsed = echogramInfoSchema.safeParse(json);
  if (!parsed.success) {
    return fail({
      code: 'invalidPart',
      message: `Vendor_specific, ${describeIssues(parsed.error)}`,
    });
  }
  const info: EchogramInfo = parsed.data;
  const pingCount = numbersIn(own, 'timeS')?.length ?? 0;
  const stride = cellsPerPing(info);
  if (
    groups.length !== info.channels.length ||
    pingCount === 0 ||
    pingCount > MAX_LOG_PINGS ||
    pingCount * stride > MAX_LOG_CELLS
  ) {
    return fail({
      code: 'damagedPart',
      message: 'beam groups and echogram do not fit one another',
    });
  }
  const levelsCdb = new Int16Array(pingCount * stride);
  for (const [channel, group] of groups.entries()) {
    const samples = datasetIn(group, 'backscatter_r');
    const perPing = info.channels[channel].beamAnglesDeg.length * info.binCount;
    const cells = samples?.value;
    if (!(cells instanceof Int16Array) || cells.length !== pingCount * perPing) {
      return fail({
        code: 'damagedPart',
        message: `Beam_group${channel + 1}: its echoes do not fit`,
      });
    }
    const at = firstRowOf(info, channel) * info.binCount;
    for (let ping = 0; ping < pingCount; ping++) {
      levelsCdb.set(cells.subarray(ping * perPing, (ping + 1) * perPing), ping * stride + at);
    }
  }
  const track = emptyTrack(pingCount);
  for (const name of Object.keys(TRACK_TYPES) as (keyof PingTrack)[]) {
    const column = numbersIn(own, name);
    if (column?.length !== pingCount) {
      return fail({ code: 'damagedPart', message: `Vendor_specific: ${name} does not fit` });
    }
    track[name].set(column);
  }
  return ok([{ info, pingCount, levelsCdb, track, assumed: [] }]);
}

const USUAL_SOUND_SPEED_MPS = 1480;
const USUAL_FREQUENCY_HZ = 200_000;
const USUAL_BEAM_DEG = 12;
const FEWEST_SECTOR_BEAMS = 16;
const FAN_RATIO = 4;

/** Samples of one ping and beam as hundredths of dB. */
type SampleReader = (ping: number, beam: number) => ArrayLike<number>;

function samplesOf(
  group: Group,
  assumed: string[],
): Result<{ pings: number; beams: number; bins: number; of: SampleReader }, FormatFault> {
  const real = datasetIn(group, 'backscatter_r');
  if (!real) return fail({ code: 'missingPart', message: 'backscatter_r is missing' });
  const shape = real.shape ?? [];
  const pings = shape[0] ?? 0;
  const beams = shape.length >= 2 && (shape.length === 3 || isRagged(real)) ? shape[1] : 1;
  const cells = shape.reduce((product, length) => product * length, 1);
  if (pings === 0) return fail({ code: 'missingPart', message: 'it holds no ping' });
  if (pings > MAX_LOG_PINGS || cells > MAX_LOG_CELLS) {
    return fail({
      code: 'tooLarge',
      message: `it holds ${pings} pings and ${cells} samples; the limits are ${MAX_LOG_PINGS} and ${MAX_LOG_CELLS}`,
    });
  }
  const imaginary = datasetIn(group, 'backscatter_i');
  const units = textAttribute(real, 'units', '');
  const isDb = /dB/i.test(units);
  const scale = numberAttribute(real, 'scale_factor', 1);
  const offset = numberAttribute(real, 'add_offset', 0);
  const fillValue = attributeOf(real, '_FillValue');
  const fill = fillValue === undefined ? NaN : Number(fillValue);
  if (!isDb)
    assumed.push(
      'levels are linear and of no stated reference; gain begins where they fill the colours',
    );
  const rows = rowsOf(real, pings, beams);
  const others = imaginary && !isDb ? rowsOf(imaginary, pings, beams) : null;
  let bins = 0;
  for (let i = 0; i < pings * beams; i++) bins = Math.max(bins, rows(i).length);
  if (bins === 0) return fail({ code: 'missingPart', message: 'its pings hold no samples' });
  if (pings * beams * bins > MAX_LOG_CELLS) {
    return fail({
      code: 'tooLarge',
      message: `it would fill ${pings * beams * bins} cells; the limit is ${MAX_LOG_CELLS}`,
    });
  }
  const of: SampleReader = (ping, beam) => {
    const row = rows(ping * beams + beam);
    const other = others?.(ping * beams + beam);
    return Int16Array.from({ length: row.length }, (_, i) => {
      if (row[i] === fill) return SILENCE_CDB;
      const value = row[i] * scale + offset;
      if (isDb) return toCdb(value);
      return toCdb(20 * Math.log10(other ? Math.hypot(value, other[i] ?? 0) : Math.abs(value)));
    });
  };
  return ok({ pings, beams, bins, of });
}

/** HDF5 counts its classes of types; variable-length is the ninth. */
const HDF5_VLEN = 9;
const isRagged = (dataset: Dataset) => dataset.metadata.type === HDF5_VLEN;

/** Row i of a variable, ragged or not. */
function rowsOf(dataset: Dataset, pings: number, beams: number): (i: number) => ArrayLike<number> {
  const value = dataset.value as unknown;
  if (isRagged(dataset)) {
    const rows = value as ArrayLike<number>[];
    return (i) => rows[i] ?? [];
  }
  const cells = value as Float32Array;
  const perRow = cells.length / (pings * beams);
  return (i) => cells.subarray(i * perRow, (i + 1) * perRow);
}

function readGroup(file: Group, group: Group): Result<EchoLog, FormatFault> {
  const assumed: string[] = [];
  const samples = samplesOf(group, assumed);
  if (!samples.ok) return samples;
  const { pings, bins, of } = samples.value;
  const every = Math.ceil(bins / MAX_LOG_BINS);
  if (every > 1) assumed.push(`${every} samples are joined in each cell, the strongest shown`);
  const isSector = samples.value.beams >= FEWEST_SECTOR_BEAMS && samples.value.beams <= 720;
  const beams = isSector ? samples.value.beams : 1;
  if (samples.value.beams > 1 && !isSector) {
    assumed.push(`the first of ${samples.value.beams} beams is read`);
  }
  const part = (name: string) => {
    const entity = file.keys().includes(name) ? file.get(name) : null;
    return isGroup(entity) ? entity : null;
  };
  const need = (value: number | null, usual: number, words: string): number => {
    if (value !== null && value > 0) return value;
    assumed.push(words);
    return usual;
  };
  const soundSpeedMps = need(
    firstOf(part('Environment'), 'sound_speed_indicative'),
    USUAL_SOUND_SPEED_MPS,
    `sound travels ${USUAL_SOUND_SPEED_MPS} m/s`,
  );
  const intervalS = firstOf(group, 'sample_interval');
  if (!intervalS || intervalS <= 0) {
    return fail({
      code: 'missingPart',
      message: 'sample_interval is missing, so ranges are not known',
    });
  }
  const startHz = firstOf(group, 'transmit_frequency_start');
  const stopHz = firstOf(group, 'transmit_frequency_stop') ?? startHz;
  const frequencyHz = need(
    startHz && stopHz ? (startHz + stopHz) / 2 : null,
    USUAL_FREQUENCY_HZ,
    `the frequency is ${USUAL_FREQUENCY_HZ / 1000} kHz`,
  );
  const majorDeg = need(
    firstOf(group, 'beamwidth_receive_major', 'beamwidth_transmit_major'),
    USUAL_BEAM_DEG,
    `the beam is ${USUAL_BEAM_DEG}° wide`,
  );
  const minorDeg =
    firstOf(group, 'beamwidth_receive_minor', 'beamwidth_transmit_minor') ?? majorDeg;
  const isFan = Math.max(majorDeg, minorDeg) > FAN_RATIO * Math.min(majorDeg, minorDeg);
  const rangeStepM = (soundSpeedMps * intervalS * every) / 2;
  const binCount = Math.ceil(bins / every);
  const forward = numbersIn(group, 'beam_direction_x');
  const downward = numbersIn(group, 'beam_direction_z');
  const times = timesIn(group, 'ping_time');
  const secondsEach = times && pings > 1 ? times.valuesS.at(-1)! / (pings - 1) : 0;
  if (!(secondsEach > 0)) assumed.push('ten pings come a second');
  const info: EchogramInfo = {
    instrument: isSector ? 'sector' : isFan ? 'downFan' : 'cone',
    channels: [
      {
        name: isSector ? 'sector' : isFan ? 'down' : 'cone',
        frequencyHz,
        beamwidthDeg: isFan ? Math.min(majorDeg, minorDeg) : majorDeg,
        acrossBeamwidthDeg: isFan || isSector ? Math.max(majorDeg, minorDeg) : null,
        rangeCellM: rangeStepM,
        absorptionDbPerM: Math.max(0, firstOf(part('Environment'), 'absorption_indicative') ?? 0),
        sourceLevelDb: 0,
        noiseLevelDb: 0,
        beamAnglesDeg: isSector
          ? Array.from({ length: beams }, (_, i) =>
              forward && downward
                ? radToDeg(Math.atan2(forward[i], downward[i]))
                : (i + 0.5) * (120 / beams) - 60,
            )
          : [0],
      },
    ],
    binCount,
    rangeStepM,
    draftM: Math.max(0, firstOf(part('Platform'), 'transducer_offset_z') ?? 0),
    soundSpeedMps,
    pingRateHz: secondsEach > 0 ? 1 / secondsEach : 10,
  };
  const levelsCdb = new Int16Array(pings * beams * binCount).fill(SILENCE_CDB);
  for (let ping = 0; ping < pings; ping++) {
    for (let beam = 0; beam < beams; beam++) {
      const row = of(ping, beam);
      const at = (ping * beams + beam) * binCount;
      for (let i = 0; i < row.length; i++) {
        const cell = at + Math.floor(i / every);
        if (row[i] > levelsCdb[cell]) levelsCdb[cell] = row[i];
      }
    }
  }
  info.channels[0].sourceLevelDb = fittedSourceLevelDb(info, levelsCdb);
  const track = emptyTrack(pings);
  for (let i = 0; i < pings; i++) {
    track.timeS[i] = secondsEach > 0 ? times!.valuesS[i] : i / info.pingRateHz;
  }
  const bottom = numbersIn(group, 'detected_bottom_range');
  const perPing = bottom ? Math.floor(bottom.length / pings) : 0;
  track.bottomDepthM.forEach((_, i) => {
    track.bottomDepthM[i] = bottom && perPing > 0 ? info.draftM + bottom[i * perPing] : NaN;
  });
  layTrack(track, part('Platform'), times, assumed);
  return ok({ info, pingCount: pings, levelsCdb, track, assumed });
}

/** Puts the boat where Platform says it was, in metres from its first place. */
function layTrack(
  track: PingTrack,
  platform: Group | null,
  pingTimes: Times | null,
  assumed: string[],
): void {
  const inner = platform
    ? [
        platform,
        ...platform
          .keys()
          .map((name) => platform.get(name))
          .filter(isGroup),
      ]
    : [];
  const holder = inner.find(
    (group) => datasetIn(group, 'latitude') && datasetIn(group, 'longitude'),
  );
  const latitudes = holder && numbersIn(holder, 'latitude');
  const longitudes = holder && numbersIn(holder, 'longitude');
  const timeName = holder
    ?.keys()
    .find(
      (name) => /^time\d*$/.test(name) && datasetIn(holder, name)?.shape?.[0] === latitudes?.length,
    );
  const times = holder && timeName ? timesIn(holder, timeName) : null;
  if (!latitudes || !longitudes || !times || !pingTimes || times.since !== pingTimes.since) {
    assumed.push('where the boat was is not known');
    for (const column of [track.alongM, track.xM, track.yM, track.headingRad, track.speedMps])
      column.fill(NaN);
    return;
  }
  const leadS = leadOf(pingTimes, times);
  const origin: Geodetic = { latitudeDeg: latitudes[0], longitudeDeg: longitudes[0] };
  let from = 0;
  let alongM = 0;
  for (let i = 0; i < track.timeS.length; i++) {
    const timeS = leadS + pingTimes.valuesS[i];
    while (from < times.valuesS.length - 2 && times.valuesS[from + 1] < timeS) from++;
    const to = Math.min(from + 1, times.valuesS.length - 1);
    const stretchS = times.valuesS[to] - times.valuesS[from];
    const share =
      stretchS > 0 ? Math.min(1, Math.max(0, (timeS - times.valuesS[from]) / stretchS)) : 0;
    const { xM, yM } = fromGeodetic(origin, {
      latitudeDeg: latitudes[from] + share * (latitudes[to] - latitudes[from]),
      longitudeDeg: longitudes[from] + share * (longitudes[to] - longitudes[from]),
    });
    if (i > 0) {
      const [dx, dy] = [xM - track.xM[i - 1], yM - track.yM[i - 1]];
      const stepM = Math.hypot(dx, dy);
      alongM += stepM;
      track.headingRad[i] = stepM > 0 ? Math.atan2(dx, dy) : track.headingRad[i - 1];
      const stepS = track.timeS[i] - track.timeS[i - 1];
      track.speedMps[i] = stepS > 0 ? stepM / stepS : track.speedMps[i - 1];
    }
    track.xM[i] = xM;
    track.yM[i] = yM;
    track.alongM[i] = alongM;
  }
  if (track.timeS.length > 1) {
    track.headingRad[0] = track.headingRad[1];
    track.speedMps[0] = track.speedMps[1];
  }
}

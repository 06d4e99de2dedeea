import type { Dataset, Dtype, Group } from 'h5wasm';
import { cellsPerPing, firstRowOf, type PingTrack, isPolar } from '../../sounding';
import { type Geodetic, radToDeg, toGeodetic } from '../../units';
import type { EchoLog } from '../echoLog';
import { type Hdf5, OWN_GROUP, PATH, TRACK_TYPES } from './names';

export interface NetcdfContent {
  log: Pick<EchoLog, 'info' | 'pingCount' | 'levelsCdb' | 'track'>;
  title: string;
  /** Where x and y are zero; null where positions mean nothing. */
  origin: Geodetic | null;
  /** When the first ping was heard. */
  startMs: number;
  writtenAt: string;
  /** What is marked on the echo, in words, at a ping. */
  annotations: { ping: number; category: string; text: string }[];
}

const NS_PER_S = 1_000_000_000n;
const EPOCH_1601_S = 11_644_473_600n;
const SCALE = 0.01;
const OWN_VERSION = 1;

/** Writes datasets whose dimensions have names, as netCDF wants them. */
function groupWriter(group: Group) {
  const dimension = (
    name: string,
    data: Float64Array | Int32Array | BigInt64Array | string[],
    attributes: Record<string, string> = {},
  ) => {
    const dtype = Array.isArray(data)
      ? 'S'
      : data instanceof BigInt64Array
        ? '<q'
        : data instanceof Int32Array
          ? '<i'
          : '<d';
    const dataset = group.create_dataset({ name, data, shape: [data.length], dtype });
    dataset.make_scale(name);
    attribute(dataset, attributes);
  };
  const attribute = (dataset: Dataset, attributes: Record<string, string | number>) => {
    for (const [key, value] of Object.entries(attributes)) {
      if (typeof value === 'string') dataset.create_attribute(key, value);
      else dataset.create_attribute(key, value, [], '<d');
    }
  };
  const variable = (
    name: string,
    dimensions: string[],
    data: Float64Array | Float32Array | Int16Array | Int8Array | string[],
    shape: number[],
    dtype: Dtype,
    attributes: Record<string, string | number> = {},
    packed = false,
  ) => {
    const dataset = group.create_dataset({
      name,
      data,
      shape,
      dtype,
      ...(packed ? { chunks: [Math.min(64, shape[0]), ...shape.slice(1)], compression: 4 } : {}),
    });
    dimensions.forEach((dimensionName, index) => {
      if (dimensionName) dataset.attach_scale(index, `${group.path}/${dimensionName}`);
    });
    attribute(dataset, attributes);
    return dataset;
  };
  return { dimension, variable };
}

const attributesOf = (group: Group, attributes: Record<string, string>) => {
  for (const [key, value] of Object.entries(attributes)) group.create_attribute(key, value);
};

/** @returns the file's bytes */
export function writeSonarNetcdf(h5: Hdf5, content: NetcdfContent): Uint8Array {
  const { log, title, origin, startMs, writtenAt, annotations } = content;
  const { info, pingCount, track } = log;
  const file = new h5.File(PATH, 'w');
  try {
    attributesOf(file, {
      Conventions: 'CF-1.7, SONAR-netCDF4-1.0, ACDD-1.3',
      date_created: writtenAt,
      keywords: 'sonar, echo, training',
      sonar_convention_authority: 'ICES',
      sonar_convention_name: 'SONAR-netCDF4',
      sonar_convention_version: '1.0',
      summary: 'Echoes for teaching people to read them. Not for navigation.',
      title,
    });
    const firstNs = BigInt(Math.round(startMs)) * 1_000_000n + EPOCH_1601_S * NS_PER_S;
    const timeNs = BigInt64Array.from(
      { length: pingCount },
      (_, i) =>
        firstNs +
        BigInt(
          Math.round((Number.isFinite(track.timeS[i]) ? track.timeS[i] - track.timeS[0] : 0) * 1e9),
        ),
    );
    const timeAttributes = {
      units: 'nanoseconds since 1601-01-01 00:00:00Z',
      calendar: 'gregorian',
      standard_name: 'time',
      axis: 'T',
    };

    const environment = file.create_group('Environment');
    const ofWater = groupWriter(environment);
    ofWater.dimension(
      'frequency',
      Float64Array.from(info.channels, ({ frequencyHz }) => frequencyHz),
      { units: 'Hz', long_name: 'Acoustic frequency' },
    );
    ofWater.variable(
      'absorption_indicative',
      ['frequency'],
      Float64Array.from(info.channels, ({ absorptionDbPerM }) => absorptionDbPerM),
      [info.channels.length],
      '<d',
      { units: 'dB/m', long_name: 'Indicative acoustic absorption' },
    );
    ofWater.variable('sound_speed_indicative', [], Float64Array.of(info.soundSpeedMps), [], '<d', {
      units: 'm/s',
      standard_name: 'speed_of_sound_in_sea_water',
    });

    const platform = file.create_group('Platform');
    attributesOf(platform, {
      platform_code_ICES: '',
      platform_name: 'Small boat of a lesson',
      platform_type: 'small boat',
    });
    const ofBoat = groupWriter(platform);
    ofBoat.dimension('time1', timeNs, timeAttributes);
    const places = Array.from({ length: pingCount }, (_, i) =>
      origin ? toGeodetic(origin, track.xM[i], track.yM[i]) : null,
    );
    const onBoat = (name: string, at: (i: number) => number, attributes: Record<string, string>) =>
      ofBoat.variable(
        name,
        ['time1'],
        Float64Array.from({ length: pingCount }, (_, i) => at(i)),
        [pingCount],
        '<d',
        attributes,
      );
    if (origin) {
      onBoat('latitude', (i) => places[i]!.latitudeDeg, {
        units: 'degrees_north',
        standard_name: 'latitude',
      });
      onBoat('longitude', (i) => places[i]!.longitudeDeg, {
        units: 'degrees_east',
        standard_name: 'longitude',
      });
    }
    onBoat('heading', (i) => (radToDeg(track.headingRad[i]) + 360) % 360, {
      units: 'degrees_north',
      standard_name: 'platform_orientation',
    });
    onBoat('speed_ground', (i) => track.speedMps[i], {
      units: 'm/s',
      standard_name: 'platform_speed_wrt_ground',
    });
    for (const [name, value] of [
      ['transducer_offset_x', 0],
      ['transducer_offset_y', 0],
      ['transducer_offset_z', info.draftM],
      ['water_level', 0],
    ] as const) {
      ofBoat.variable(name, [], Float64Array.of(value), [], '<d', { units: 'm' });
    }

    const provenance = file.create_group('Provenance');
    attributesOf(provenance, {
      conversion_software_name: 'Wise Ripple',
      conversion_software_version: String(OWN_VERSION),
      conversion_time: writtenAt,
    });

    if (annotations.length > 0) {
      const notes = groupWriter(file.create_group('Annotation'));
      notes.dimension(
        'time',
        BigInt64Array.from(
          annotations,
          ({ ping }) => timeNs[Math.min(pingCount - 1, Math.max(0, ping))],
        ),
        timeAttributes,
      );
      const words = (name: string, of: (one: (typeof annotations)[number]) => string) =>
        notes.variable(name, ['time'], annotations.map(of), [annotations.length], 'S');
      words('annotation_category', ({ category }) => category);
      words('annotation_text', ({ text }) => text);
    }

    const sonar = file.create_group('Sonar');
    attributesOf(sonar, {
      sonar_manufacturer: 'none: simulated or as recorded',
      sonar_model: info.instrument,
      sonar_serial_number: '',
      sonar_software_name: 'Wise Ripple',
      sonar_software_version: '',
      sonar_type: isPolar(info.instrument) ? 'multi-beam sonar' : 'echo sounder',
    });
    info.channels.forEach((_, channel) =>
      writeBeamGroup(
        sonar.create_group(`Beam_group${channel + 1}`),
        channel,
        log,
        timeNs,
        timeAttributes,
      ),
    );

    const own = sonar.create_group(OWN_GROUP);
    own.create_attribute('version', String(OWN_VERSION));
    own.create_attribute('echogram', JSON.stringify(info));
    const ofOwn = groupWriter(own);
    ofOwn.dimension(
      'ping',
      Int32Array.from({ length: pingCount }, (_, i) => i),
    );
    for (const [name, dtype] of Object.entries(TRACK_TYPES) as [keyof PingTrack, string][]) {
      ofOwn.variable(name, ['ping'], track[name], [pingCount], dtype);
    }
  } finally {
    file.close();
  }
  const bytes = h5.FS!.readFile(PATH) as Uint8Array;
  h5.FS!.unlink(PATH);
  return bytes;
}

function writeBeamGroup(
  group: Group,
  channel: number,
  { info, pingCount, levelsCdb, track }: NetcdfContent['log'],
  timeNs: BigInt64Array,
  timeAttributes: Record<string, string>,
): void {
  const { binCount } = info;
  const of = info.channels[channel];
  const beams = of.beamAnglesDeg.length;
  group.create_attribute('beam_mode', 'vertical');
  const { dimension, variable } = groupWriter(group);
  dimension('ping_time', timeNs, timeAttributes);
  dimension('beam', beams === 1 ? [of.name] : of.beamAnglesDeg.map((deg) => `${of.name} ${deg}`), {
    long_name: 'Beam name',
  });
  dimension(
    'range_sample',
    Int32Array.from({ length: binCount }, (_, i) => i),
    {
      long_name: 'Along-range sample number, base 0',
    },
  );
  const cells = new Int16Array(pingCount * beams * binCount);
  const firstRow = firstRowOf(info, channel);
  for (let ping = 0; ping < pingCount; ping++) {
    const from = ping * cellsPerPing(info) + firstRow * binCount;
    cells.set(levelsCdb.subarray(from, from + beams * binCount), ping * beams * binCount);
  }
  variable(
    'backscatter_r',
    ['ping_time', 'beam', 'range_sample'],
    cells,
    [pingCount, beams, binCount],
    '<h',
    {
      long_name: 'Received level behind the receiving beam, before any time-varied gain',
      units: 'dB re 1 uPa',
      scale_factor: SCALE,
      add_offset: 0,
    },
    true,
  );
  const each = (name: string, value: number, attributes: Record<string, string>) =>
    variable(
      name,
      ['ping_time'],
      new Float64Array(pingCount).fill(value),
      [pingCount],
      '<d',
      attributes,
    );
  const eachBeam = (
    name: string,
    at: (beam: number) => number,
    attributes: Record<string, string>,
  ) =>
    variable(
      name,
      ['ping_time', 'beam'],
      Float64Array.from({ length: pingCount * beams }, (_, i) => at(i % beams)),
      [pingCount, beams],
      '<d',
      attributes,
    );
  const degrees = { units: 'arc_degree' };
  eachBeam('beamwidth_receive_major', () => of.acrossBeamwidthDeg ?? of.beamwidthDeg, degrees);
  eachBeam('beamwidth_receive_minor', () => of.beamwidthDeg, degrees);
  // A unit vector: x forward, y to starboard, z down. Side fans look square to the boat.
  const side = of.name === 'port' ? -1 : of.name === 'starboard' ? 1 : 0;
  const down = (beam: number) => Math.cos((of.beamAnglesDeg[beam] * Math.PI) / 180);
  eachBeam(
    'beam_direction_x',
    (beam) => (side ? 0 : Math.sin((of.beamAnglesDeg[beam] * Math.PI) / 180)),
    { units: '1' },
  );
  eachBeam('beam_direction_y', () => side, { units: '1' });
  eachBeam('beam_direction_z', (beam) => (side ? 0 : down(beam)), { units: '1' });
  each('sample_interval', (2 * info.rangeStepM) / info.soundSpeedMps, { units: 's' });
  each('sample_time_offset', 0, { units: 's' });
  each('transmit_frequency_start', of.frequencyHz, { units: 'Hz' });
  each('transmit_frequency_stop', of.frequencyHz, { units: 'Hz' });
  variable(
    'detected_bottom_range',
    ['ping_time', 'beam'],
    Float64Array.from(
      { length: pingCount * beams },
      (_, i) => track.bottomDepthM[Math.floor(i / beams)] - info.draftM,
    ),
    [pingCount, beams],
    '<d',
    { units: 'm' },
  );
}

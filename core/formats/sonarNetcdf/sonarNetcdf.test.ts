import * as h5 from 'h5wasm/node';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { sound, testRequest, testScene, fishAt } from '../../../tests/fixtures/scene';
import { sideFansSounderSchema } from '../../sounding';
import { type Hdf5, readSonarNetcdf, writeSonarNetcdf } from '.';

const hdf5 = h5 as unknown as Hdf5;
beforeAll(async () => {
  await h5.ready;
});

const request = testRequest(testScene({ targets: [fishAt('f', -14, 0.3, 6)] }), { pingCount: 30 });
const written = (of: typeof request, origin = { latitudeDeg: 59, longitudeDeg: 22 }) => {
  const { info, block } = sound(of);
  const log = { info, ...block };
  const bytes = writeSonarNetcdf(hdf5, {
    log,
    title: 'Perch over sand',
    origin,
    startMs: 1_790_000_000_000,
    writtenAt: '2026-11-25T10:00:00Z',
    annotations: [{ ping: 12, category: 'fish', text: 'perch' }],
  });
  return { log, bytes };
};

const sideFans = sideFansSounderSchema.parse({
  instrument: 'sideFans',
  frequencyHz: 455_000,
  chirp: null,
  beamwidthDeg: 1,
  acrossBeamwidthDeg: 50,
  pulseLengthS: 0.00005,
  acousticPowerW: 100,
  pingRateHz: 12,
  rangeM: 20,
  binCount: 90,
});

describe('SONAR-netCDF4', () => {
  it('brings our own echoes back value by value, of one channel and of two', () => {
    for (const of of [request, { ...request, sounder: sideFans }]) {
      const { log, bytes } = written(of);
      const read = readSonarNetcdf(hdf5, bytes);
      if (!read.ok) throw new Error(read.error.message);
      expect(read.value).toHaveLength(1);
      const [back] = read.value;
      expect(back.info).toEqual(log.info);
      expect(back.levelsCdb).toEqual(log.levelsCdb);
      expect(back.track).toEqual(log.track);
      expect(back.assumed).toEqual([]);
    }
  });

  it('says in the places of the convention what other programs look for', () => {
    const { log, bytes } = written(request);
    h5.FS!.writeFile('/look.nc', bytes);
    const file = new h5.File('/look.nc', 'r');
    const value = (path: string) => (file.get(path) as h5.Dataset).value as ArrayLike<number>;
    expect(file.attrs.sonar_convention_name.value).toBe('SONAR-netCDF4');
    const samples = file.get('Sonar/Beam_group1/backscatter_r') as h5.Dataset;
    expect(samples.shape).toEqual([30, 1, 600]);
    expect(samples.attrs.scale_factor.value).toBe(0.01);
    expect(samples.get_attached_scales(0)).toEqual(['/Sonar/Beam_group1/ping_time']);
    const interval = value('Sonar/Beam_group1/sample_interval')[0];
    expect((interval * log.info.soundSpeedMps) / 2).toBeCloseTo(log.info.rangeStepM, 9);
    // 10 pings a second, in nanoseconds.
    const times = value('Sonar/Beam_group1/ping_time') as unknown as BigInt64Array;
    expect(Number(times[10] - times[0]) / 1e9).toBeCloseTo(1, 6);
    expect(value('Platform/latitude')[0]).toBeCloseTo(59, 3);
    expect(value('Annotation/annotation_text')).toEqual(['perch']);
    file.close();
  });

  // tests/fixtures/ragged.nc was written by Debian's python3-netcdf4: variable-length complex samples.
  it('reads what another program writes: ragged, linear, complex', () => {
    const read = readSonarNetcdf(hdf5, readFileSync('tests/fixtures/ragged.nc'));
    if (!read.ok) throw new Error(read.error.message);
    const [log] = read.value;
    expect(log.pingCount).toBe(5);
    expect(log.info).toMatchObject({
      instrument: 'cone',
      binCount: 44,
      draftM: 0.5,
      soundSpeedMps: 1450,
    });
    expect(log.info.rangeStepM).toBeCloseTo((1450 * 0.0002) / 2, 6);
    expect(log.info.channels[0]).toMatchObject({ frequencyHz: 120_000, beamwidthDeg: 7 });
    // |3 + 4i| = 5: 13.98 dB, one sample deeper with every ping.
    for (let ping = 0; ping < 5; ping++) {
      const row = log.levelsCdb.subarray(ping * 44, (ping + 1) * 44);
      expect(row.indexOf(Math.max(...row))).toBe(20 + ping);
      expect(row[20 + ping]).toBe(1398);
    }
    // 0.0001° of latitude in two seconds: 5.6 m/s northward.
    expect(log.track.speedMps[3]).toBeCloseTo(5.566, 2);
    expect(log.track.headingRad[3]).toBeCloseTo(0, 6);
    expect(log.track.alongM[4]).toBeCloseTo(22.26, 1);
    expect(log.assumed.join()).toMatch(/linear/);
  });

  it('names what is wrong with a bad file', () => {
    const fault = (bytes: Uint8Array) => {
      const read = readSonarNetcdf(hdf5, bytes);
      return read.ok ? 'ok' : `${read.error.code}: ${read.error.message}`;
    };
    const { bytes } = written(request);
    expect(fault(new Uint8Array(0))).toMatch(/notAFile/);
    expect(fault(new TextEncoder().encode('CDF\u0001 and so on'))).toMatch(/classic netCDF/);
    expect(fault(new TextEncoder().encode('not at all'))).toMatch(/not a netCDF-4/);
    expect(fault(bytes.subarray(0, bytes.length >> 1))).toMatch(/truncated: .*cut short/);
    h5.FS!.writeFile('/other.nc', new Uint8Array(0));
    const other = new h5.File('/other.nc', 'w');
    other.create_group('Sonar');
    other.close();
    expect(fault(h5.FS!.readFile('/other.nc') as Uint8Array)).toMatch(/no Beam_group/);
  });
});

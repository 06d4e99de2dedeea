import { decode, encode } from 'fast-png';
import { describe, expect, it } from 'vitest';
import { fishAt, sound, testRequest, testScene } from '../../tests/fixtures/scene';
import { drawnRegionSchema, judgeTruth, NO_CALIBRATION, wholeFrame } from '../reading';
import { viewOf } from '../display';
import { inspectPicture } from './pictureFile';
import { readLevelsCsv, writeLevelsCsv } from './levelsCsv';
import { readPngNotes, writeScreenPng } from './screenPng';
import { readTruthFile, writeTruthFile } from './truthFile';

const request = testRequest(testScene({ targets: [fishAt('f', -14, 0.3, 6)] }), { pingCount: 60 });
const { info, block } = sound(request);
const message = (read: { ok: true } | { ok: false; error: { code: string; message: string } }) =>
  read.ok ? 'ok' : `${read.error.code}: ${read.error.message}`;

describe('levels as CSV', () => {
  it('come back value by value', () => {
    const log = { info, ...block };
    const read = readLevelsCsv(writeLevelsCsv(log));
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.info).toEqual(info);
    expect(read.value.levelsCdb).toEqual(block.levelsCdb);
    expect(read.value.track).toEqual(block.track);
  });
  it('are read from a plain table too, and say what was assumed', () => {
    const read = readLevelsCsv('time_s,depth_m,0.25,0.75,1.25\n0,9,-60,-50,-70\n0.5,8,-61,,-71\n');
    if (!read.ok) throw new Error(read.error.message);
    const { info: of, levelsCdb, track, assumed } = read.value;
    expect(of).toMatchObject({ binCount: 3, rangeStepM: 0.5, pingRateHz: 2 });
    expect([...levelsCdb]).toEqual([-6000, -5000, -7000, -6100, -20_000, -7100]);
    expect([...track.bottomDepthM]).toEqual([9, 8]);
    expect(assumed.join()).toMatch(/200 kHz/);
  });
  it('begin where their first range says', () => {
    const read = readLevelsCsv('1.05,1.15\n-60,-50\n');
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.info.binCount).toBe(12);
    expect([...read.value.levelsCdb].slice(9)).toEqual([-20_000, -6000, -5000]);
  });
  it('are refused by name', () => {
    expect(message(readLevelsCsv(''))).toMatch(/notAFile/);
    expect(message(readLevelsCsv('a,b\n1,2\n'))).toMatch(/line 1 must head/);
    expect(message(readLevelsCsv('0.1,0.2,0.9\n1,2,3\n'))).toMatch(/even steps/);
    expect(message(readLevelsCsv('0.1,0.2\n1,abc\n'))).toMatch(/row 2, column 2: "abc"/);
    expect(message(readLevelsCsv('0.1,0.2\n'))).toMatch(/no ping/);
    expect(message(readLevelsCsv('\0\0\0'))).toMatch(/not a text file/);
  });
});

const region = (id: string, kind: string, spots: { ping: number; bin: number }[]) =>
  drawnRegionSchema.parse({
    id,
    channel: 0,
    shape: { kind, spots },
    label: 'fish',
    name: 'pike, håret',
    species: 'pike',
    lengthM: 0.8,
    certainty: 'likely',
    evidence: { kind: 'caught', dateMs: 5, who: 'Ilse', note: '' },
  });

describe('truth as JSON', () => {
  const regions = [
    region('a', 'point', [{ ping: 3.5, bin: 80.25 }]),
    region('b', 'box', [
      { ping: 3, bin: 80 },
      { ping: 9, bin: 60 },
    ]),
    region('c', 'polygon', [
      { ping: 3, bin: 80 },
      { ping: 9, bin: 60 },
      { ping: 12, bin: 95 },
    ]),
    region('d', 'line', [
      { ping: 0, bin: 200 },
      { ping: 59, bin: 210 },
    ]),
  ];
  const truth = { changes: [{ targetId: 'f', leftOut: true, label: null, name: '' }], regions };
  const view = viewOf({ gainDb: 40, paletteId: 'linen', topM: 0, bottomM: 15, scrollPxPerS: 20 });
  const judged = judgeTruth({
    info,
    targets: request.scene.targets,
    rows: block.truth,
    track: block.track,
    firstPing: 0,
    tone: view,
  });
  const evidence = { kind: 'caught' as const, dateMs: null, who: '', note: '' };
  const text = writeTruthFile({
    screen: {
      name: 'Pike',
      instrument: 'cone',
      firstPing: 0,
      pingCount: 60,
      rangeStepM: info.rangeStepM,
      evidence,
      nothingHere: null,
    },
    info,
    truth,
    regions: judged,
  });
  it('brings back what was drawn and what was changed', () => {
    const read = readTruthFile(text);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.truth).toEqual(truth);
    expect(read.value.screen.evidence).toEqual(evidence);
  });
  it('tells what the simulation knows, where it lies', () => {
    const { features } = JSON.parse(text) as {
      features: { properties: { source: string; rangeM: number[] } }[];
    };
    const known = features.filter(({ properties }) => properties.source === 'simulation');
    expect(known.length).toBe(1);
    // The fish hangs at 6 m; the transducer is at the surface.
    expect(known[0].properties.rangeM[0]).toBeGreaterThan(5.5);
    expect(known[0].properties.rangeM[0]).toBeLessThan(6.3);
  });
  it('is refused by name', () => {
    expect(message(readTruthFile('{'))).toMatch(/not readable JSON/);
    expect(message(readTruthFile('{}'))).toMatch(/does not say/);
    expect(message(readTruthFile(text.replace('"version": 1', '"version": 9')))).toMatch(
      /newerVersion/,
    );
    expect(message(readTruthFile(text.replace('"label": "fish"', '"label": "dragon"')))).toMatch(
      /features\.0\.properties\.label/,
    );
  });
});

describe('a screen as PNG', () => {
  const rgba = Uint8Array.from({ length: 40 * 20 * 4 }, (_, i) => (i % 4 === 3 ? 255 : i % 251));
  const notes = {
    name: 'Bräme am Hang – 鯉',
    waterName: 'Hollin',
    passName: '',
    notes: 'line\nline',
    frame: wholeFrame(40, 20),
    calibration: NO_CALIBRATION,
    regions: [region('a', 'point', [{ ping: 3.5, bin: 8 }])],
    evidence: { kind: 'camera' as const, dateMs: 1, who: '', note: '' },
    nothingHere: null,
    tags: ['look-alike'],
    settings: { Gain: '40 dB' },
  };
  const png = writeScreenPng(rgba, 40, 20, notes);
  it('brings back its notes and its pixels', () => {
    const read = readPngNotes(png);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value).toEqual({ version: 1, ...notes });
    expect(decode(png).data).toEqual(rgba);
  });
  it('of others holds no notes, and a damaged one says so', () => {
    const other = encode({ width: 20, height: 20, data: new Uint8Array(400), channels: 1 });
    expect(readPngNotes(other)).toEqual({ ok: true, value: null });
    expect(message(readPngNotes(png.subarray(0, 300)))).toMatch(/truncated/);
    const strange = encode({
      width: 20,
      height: 20,
      data: new Uint8Array(400),
      channels: 1,
      text: { 'Wise Ripple': '{"version":1,"name":7}' },
    });
    expect(message(readPngNotes(strange))).toMatch(/its notes, name/);
  });
  it('is looked at before anything decodes it', () => {
    expect(inspectPicture(png)).toEqual({
      ok: true,
      value: { type: 'image/png', widthPx: 40, heightPx: 20 },
    });
    const claims = png.slice();
    new DataView(claims.buffer).setUint32(16, 900_000);
    expect(message(inspectPicture(claims))).toMatch(/tooLarge: it claims 900000 × 20 pixels/);
    const svg = '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>';
    expect(message(inspectPicture(new TextEncoder().encode(svg)))).toMatch(/SVG/);
    expect(message(inspectPicture(new TextEncoder().encode('GIF89a')))).toMatch(/neither/);
    expect(message(inspectPicture(new Uint8Array(0)))).toMatch(/empty/);
    expect(message(inspectPicture(png.subarray(0, 10)))).toMatch(/truncated/);
  });
});

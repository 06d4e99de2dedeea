import { encode } from 'fast-png';
import { strToU8, unzipSync, zipSync, zlibSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import { fishAt, sound, testRequest, testScene } from '../../tests/fixtures/scene';
import { viewOf } from '../display';
import { coneFromPreset, type TruthRows } from '../sounding';
import { hollinReservoir } from '../demo';
import { NO_CALIBRATION, NO_TRUTH, wholeFrame } from '../reading';
import { newRecord, type ScreenRecord } from '../records';
import {
  type EchoContent,
  readEchoFile,
  readWorkspace,
  type Workspace,
  writeEchoFile,
  writeWorkspace,
} from '.';
import { LEVEL_STEP_CDB, quantiseLevels, restoreLevels } from './echoFile';

const request = testRequest(testScene({ targets: [fishAt('f', -14, 0.3, 6)] }), {
  sounder: { noise: true, speckle: true, looks: 2, binCount: 200 },
  pingCount: 80,
});
const { info, block } = sound(request);
const CONTENT: EchoContent = {
  ...block,
  cellsPerPing: 200,
  targets: request.scene.targets,
  isFine: false,
};

describe('levels in half decibels', () => {
  it('come back within a quarter of a decibel, down to 127 dB under the strongest', () => {
    const { codes, baseCdb } = quantiseLevels(block.levelsCdb);
    const restored = restoreLevels(codes, baseCdb);
    const strongest = block.levelsCdb.reduce((most, level) => Math.max(most, level));
    let within = 0;
    for (let i = 0; i < restored.length; i++) {
      if (block.levelsCdb[i] < strongest - 12_675) {
        expect(restored[i]).toBe(baseCdb);
        continue;
      }
      within++;
      expect(Math.abs(restored[i] - block.levelsCdb[i])).toBeLessThanOrEqual(LEVEL_STEP_CDB / 2);
    }
    expect(within / restored.length).toBeGreaterThan(0.999);
  });
  it('are not changed by packing again', () => {
    const once = quantiseLevels(block.levelsCdb);
    const twice = quantiseLevels(restoreLevels(once.codes, once.baseCdb));
    expect(restoreLevels(twice.codes, twice.baseCdb)).toEqual(
      restoreLevels(once.codes, once.baseCdb),
    );
  });
  it('keep silence, and the strongest when the span is too wide', () => {
    const wide = Int16Array.from([-20_000, 1000, 9000, 19_900]);
    const { codes, baseCdb } = quantiseLevels(wide);
    const restored = restoreLevels(codes, baseCdb);
    expect(restored[0]).toBe(-20_000);
    expect(restored[3]).toBe(19_900);
    expect(restored[2]).toBe(9000);
    expect(quantiseLevels(new Int16Array(3).fill(-20_000)).codes).toEqual(new Uint8Array(3));
  });
});

describe('echo file', () => {
  const file = writeEchoFile(CONTENT);
  it('brings back track and truth bit for bit', () => {
    const read = readEchoFile(file);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.track).toEqual(block.track);
    expect(read.value.truth).toEqual(block.truth);
    expect(writeEchoFile(read.value)).toEqual(file);
  });
  it('keeps 600 pings × 600 cells under 400 kB', () => {
    const water = hollinReservoir();
    const sounder = { ...coneFromPreset('200'), binCount: 600 };
    const pass = { ...request.pass, routeM: water.passes[0].routeM, heaveM: 0.02, rollDeg: 0.6 };
    const big = sound({
      ...request,
      scene: water.scene,
      sounder,
      pass,
      firstPing: 700,
      pingCount: 600,
    });
    const bytes = writeEchoFile({
      ...big.block,
      cellsPerPing: 600,
      targets: [],
      isFine: false,
    }).length;
    expect(bytes).toBeLessThan(400_000);
  });
  it('names what is wrong with a bad one', () => {
    const code = (bytes: Uint8Array) => {
      const read = readEchoFile(bytes);
      return read.ok ? 'ok' : read.error.code;
    };
    expect(code(new Uint8Array(3))).toBe('foreign');
    expect(code(strToU8('RIFFxxxxxxxxxxxx'))).toBe('foreign');
    for (const length of [10, 60, Math.floor(file.length / 2), file.length - 3]) {
      expect(code(file.slice(0, length))).toMatch(/truncated|damagedPart/);
    }
    const rewrite = (change: (header: string) => string) => {
      const headerLength = new DataView(file.buffer).getUint32(4, true);
      const header = strToU8(change(new TextDecoder().decode(file.slice(8, 8 + headerLength))));
      const out = new Uint8Array(8 + header.length + file.length - 8 - headerLength);
      out.set(file.slice(0, 8));
      new DataView(out.buffer).setUint32(4, header.length, true);
      out.set(header, 8);
      out.set(file.slice(8 + headerLength), 8 + header.length);
      return out;
    };
    expect(code(rewrite((h) => h.replace('"version":4', '"version":7')))).toBe('newerVersion');
    expect(code(rewrite((h) => h.replace('"pingCount":80', '"pingCount":81')))).toBe('damagedPart');
    expect(code(rewrite((h) => h.replace('"pingCount":80', '"pingCount":99999999')))).toBe(
      'tooLarge',
    );
    expect(code(rewrite((h) => h.slice(1)))).toBe('damagedPart');
  });
});

describe('files of earlier versions', () => {
  const { codes, baseCdb } = quantiseLevels(block.levelsCdb);

  /** An echo file as an earlier version wrote it. */
  function written(truth: Partial<TruthRows>, header: object): Uint8Array {
    const parts = [codes, ...Object.values(block.track), ...Object.values(truth)].map(
      (column) => new Uint8Array(column.buffer, column.byteOffset, column.byteLength),
    );
    const payload = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
    let at = 0;
    for (const part of parts) {
      payload.set(part, at);
      at += part.length;
    }
    const told = { pingCount: 80, truthRows: block.truth.ping.length, baseCdb };
    const text = strToU8(JSON.stringify({ ...told, ...header, payloadBytes: payload.length }));
    const packed = zlibSync(payload);
    const file = new Uint8Array(8 + text.length + packed.length);
    file.set(strToU8('WREC'));
    new DataView(file.buffer).setUint32(4, text.length, true);
    file.set(text, 8);
    file.set(packed, 8 + text.length);
    return file;
  }

  it.each([2, 3])('version %d did not say how much a target fills: all', (version) => {
    const { filledPercent, ...truth } = block.truth;
    expect(Math.min(...filledPercent)).toBeLessThan(100);
    const read = readEchoFile(written(truth, { version, cellsPerPing: 200, targets: null }));
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.truth).toEqual({ ...truth, filledPercent: filledPercent.map(() => 100) });
    // It is written as files are now, and stays so.
    const again = readEchoFile(writeEchoFile(read.value));
    expect(again).toEqual(read);
  });

  it('an echo file with one row a ping and fewer columns of truth is read, the new ones empty', () => {
    const { channel, firstBeam, lastBeam, blockedCdb, ...rest } = block.truth;
    const { shadowFirstBin, shadowLastBin, shadowCdb, filledPercent, ...truth } = rest;
    const added = [
      channel,
      firstBeam,
      lastBeam,
      blockedCdb,
      shadowFirstBin,
      shadowLastBin,
      shadowCdb,
      filledPercent,
    ];
    expect(added.length).toBe(8);
    const file = written(truth, { version: 1, binCount: 200 });
    const read = readEchoFile(file);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.cellsPerPing).toBe(200);
    expect(read.value.truth.gapCdb).toEqual(truth.gapCdb);
    expect(read.value.truth.rivalIndex).toEqual(truth.rivalIndex);
    expect([...read.value.truth.channel]).toEqual(new Array(truth.ping.length).fill(0));
  });
});

describe('workspace file', () => {
  const screen: ScreenRecord = {
    ...newRecord('screen', 'screen-1', 7),
    name: 'Perch on the flat',
    notes: '',
    waterId: 'hollin',
    waterName: 'Hollin Reservoir',
    passName: 'Across',
    instrument: 'cone',
    source: {
      kind: 'simulated',
      info,
      sounder: request.sounder,
      rig: request.rig,
      pass: request.pass,
    },
    echoId: 'screen-1',
    firstPing: 0,
    pingCount: 80,
    view: viewOf({ gainDb: 40, paletteId: 'linen', topM: 0, bottomM: 15, scrollPxPerS: 20 }),
    truth: NO_TRUTH,
    evidence: { kind: 'simulated', dateMs: 7, who: '', note: '' },
    nothingHere: null,
    tags: [],
    skills: [],
    difficulty: null,
    contents: null,
    things: [],
  };
  let workspace: Workspace;
  let file: Uint8Array;
  beforeAll(() => {
    workspace = {
      records: [{ ...newRecord('water', 'hollin', 7), content: hollinReservoir() }, screen],
      echoes: new Map([['screen-1', writeEchoFile(CONTENT)]]),
    };
    file = writeWorkspace(workspace, '2026-11-24T10:00:00Z');
  });

  it('brings pictures and collections back byte for byte; two screens may share a picture', () => {
    const picture = encode({ width: 40, height: 30, data: new Uint8Array(1200), channels: 1 });
    const source = {
      kind: 'picture' as const,
      fileName: 'phone.png',
      type: 'image/png' as const,
      widthPx: 40,
      heightPx: 30,
      frame: wholeFrame(40, 30),
      calibration: NO_CALIBRATION,
    };
    const shown = (id: string): ScreenRecord => ({
      ...screen,
      id,
      echoId: 'phone',
      source,
      pingCount: 40,
    });
    const collection = {
      ...newRecord('collection', 'c', 7),
      name: 'Two',
      note: '',
      screenIds: ['one', 'two'],
    };
    const records = [shown('one'), shown('two'), collection];
    const written = writeWorkspace(
      { records, echoes: new Map([['phone', picture]]) },
      '2026-11-25T10:00:00Z',
    );
    const read = readWorkspace(written);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.records).toEqual(expect.arrayContaining(records));
    expect(read.value.echoes.get('phone')).toEqual(picture);
    expect(Object.keys(unzipSync(written))).toContain('picture/phone.png');
  });
  it('brings everything back', () => {
    const read = readWorkspace(file);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.records).toEqual(expect.arrayContaining(workspace.records));
    expect(read.value.echoes).toEqual(workspace.echoes);
  });

  const fault = (bytes: Uint8Array) => {
    const read = readWorkspace(bytes);
    if (read.ok) throw new Error('was taken');
    return read.error;
  };
  /** The file with its parts changed. */
  const altered = (change: (parts: Record<string, Uint8Array>) => void) => {
    const parts = unzipSync(file);
    change(parts);
    return zipSync(parts);
  };
  const json = (bytes: Uint8Array) =>
    JSON.parse(new TextDecoder().decode(bytes)) as Record<string, unknown>;

  it('names each sort of bad file', () => {
    expect(fault(new Uint8Array())).toMatchObject({ code: 'notAFile' });
    expect(fault(strToU8('<svg></svg>'))).toMatchObject({ code: 'foreign' });
    expect(fault(zipSync({ 'readme.txt': strToU8('hello') }))).toMatchObject({ code: 'foreign' });
    expect(fault(zipSync({ 'manifest.json': strToU8('{"format":"other"}') }))).toMatchObject({
      code: 'foreign',
    });
    expect(fault(zipSync({ 'manifest.json': strToU8('{oops') }))).toMatchObject({
      code: 'damagedPart',
    });
    for (const share of [0.1, 0.5, 0.9, 0.999]) {
      expect(fault(file.slice(0, Math.floor(share * file.length))).code).toBe('truncated');
    }
  });
  it('names the part that is missing, damaged or newer', () => {
    expect(fault(altered((parts) => delete parts['water/hollin.json'])).message).toContain(
      'water/hollin.json is listed but missing',
    );
    const damaged = fault(
      altered((parts) => {
        parts['echo/screen-1.wrec'][400] ^= 1;
      }),
    );
    expect(damaged).toMatchObject({ code: 'damagedPart' });
    expect(damaged.message).toContain('echo/screen-1.wrec');
    const newer = fault(
      altered((parts) => {
        parts['manifest.json'] = strToU8(
          JSON.stringify({ ...json(parts['manifest.json']), version: 4 }),
        );
      }),
    );
    expect(newer).toMatchObject({ code: 'newerVersion' });
    expect(newer.message).toContain('version 4');
  });
  it('names the record and the field that is not as it must be', () => {
    const bad: ScreenRecord = { ...screen, view: { ...screen.view, gainDb: 900 } };
    const badFile = writeWorkspace({ ...workspace, records: [bad] }, 'now');
    expect(fault(badFile).message).toMatch(/screen\/screen-1\.json: view\.gainDb/);
    const noEcho = writeWorkspace({ records: [screen], echoes: new Map() }, 'now');
    expect(fault(noEcho)).toMatchObject({ code: 'missingPart' });
  });
  it('does not follow a path out of its folder', () => {
    const sly = altered((parts) => {
      const manifest = json(parts['manifest.json']) as { parts: { path: string }[] };
      manifest.parts[0].path = '../../evil.json';
      parts['manifest.json'] = strToU8(JSON.stringify(manifest));
    });
    expect(fault(sly)).toMatchObject({ code: 'invalidPart' });
  });
});

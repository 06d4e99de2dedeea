/**
 * A whole workspace as one ZIP: a manifest, one JSON file a record, one echo file a screen. The
 * manifest lists every part with its length and SHA-256, so that damage is found and named.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { z } from 'zod';
import {
  type AnyRecord,
  describeIssues,
  fail,
  ok,
  readRecord,
  RECORD_KINDS,
  type RecordFault,
  type RecordKind,
  type RecordKindName,
  type Result,
} from '../records';
import { readEchoFile } from './echoFile';
import type { FormatFault } from './fault';
import { inspectPicture } from './pictureFile';

export interface Workspace {
  records: AnyRecord[];
  /** Echo and picture files by the `echoId` of the screens that show them. */
  echoes: Map<string, Uint8Array>;
}

const WORKSPACE_FORMAT = 'wise-ripple-workspace';
/** Version 1 named echo files after their one screen, and knew no pictures. */
const WORKSPACE_VERSION = 2;
const MAX_PARTS = 20_000;
const MAX_UNPACKED_BYTES = 1_000_000_000;
const MANIFEST = 'manifest.json';

const manifestSchema = z.object({
  format: z.literal(WORKSPACE_FORMAT),
  version: z.int().min(1),
  writtenAt: z.string(),
  /** Version of each schema as written, for people who open the file by hand. */
  schemas: z.record(z.string(), z.int()),
  parts: z.array(
    z.object({
      path: z
        .string()
        .regex(/^[\w-]+\/[\w-]+\.(json|wrec|png|jpg)$/, 'is not a path of a workspace'),
      bytes: z.int().min(0),
      sha256: z.string().length(64),
    }),
  ),
});

const recordPath = (record: AnyRecord) => `${record.schema}/${record.id}.json`;
const EXTENSIONS = { 'image/png': 'png', 'image/jpeg': 'jpg' };

const echoPath = (echoId: string, bytes: Uint8Array) => {
  const picture = inspectPicture(bytes);
  return picture.ok ? `picture/${echoId}.${EXTENSIONS[picture.value.type]}` : `echo/${echoId}.wrec`;
};

/** @param writtenAt ISO 8601 time to note in the manifest */
export function writeWorkspace(workspace: Workspace, writtenAt: string): Uint8Array {
  const files: Record<string, Uint8Array> = {};
  for (const record of workspace.records) {
    files[recordPath(record)] = strToU8(JSON.stringify(record, null, 1));
  }
  for (const [echoId, echo] of workspace.echoes) files[echoPath(echoId, echo)] = echo;
  const manifest: z.infer<typeof manifestSchema> = {
    format: WORKSPACE_FORMAT,
    version: WORKSPACE_VERSION,
    writtenAt,
    schemas: Object.fromEntries(
      Object.values(RECORD_KINDS).map((kind) => [kind.schemaName, kind.version]),
    ),
    parts: Object.entries(files).map(([path, bytes]) => ({
      path,
      bytes: bytes.length,
      sha256: bytesToHex(sha256(bytes)),
    })),
  };
  return zipSync(
    { [MANIFEST]: strToU8(JSON.stringify(manifest, null, 1)), ...files },
    { level: 6 },
  );
}

const ZIP_MAGIC = [0x50, 0x4b];

function unpackZip(file: Uint8Array): Result<Record<string, Uint8Array>, FormatFault> {
  if (file.length === 0) return fail({ code: 'notAFile', message: 'the file is empty' });
  if (file[0] !== ZIP_MAGIC[0] || file[1] !== ZIP_MAGIC[1]) {
    return fail({
      code: 'foreign',
      message: 'this is not a ZIP file, so not a Wise Ripple workspace',
    });
  }
  let parts = 0;
  let unpackedBytes = 0;
  const names = new Set<string>();
  let twice = '';
  try {
    const files = unzipSync(file, {
      filter: ({ name, originalSize }) => {
        parts++;
        unpackedBytes += originalSize;
        if (names.has(name)) twice ||= name;
        names.add(name);
        return twice === '' && parts <= MAX_PARTS && unpackedBytes <= MAX_UNPACKED_BYTES;
      },
    });
    if (twice !== '') {
      return fail({ code: 'damagedPart', message: `${twice} is in the ZIP file twice` });
    }
    if (parts > MAX_PARTS || unpackedBytes > MAX_UNPACKED_BYTES) {
      return fail({
        code: 'tooLarge',
        message: `the file would unpack to ${parts} parts and ${Math.round(unpackedBytes / 1e6)} MB; the limit is ${MAX_PARTS} parts and ${MAX_UNPACKED_BYTES / 1e6} MB`,
      });
    }
    return ok(files);
  } catch {
    return fail({
      code: 'truncated',
      message: 'the ZIP file is cut short or damaged and cannot be unpacked',
    });
  }
}

function readJson(bytes: Uint8Array, path: string): Result<unknown, FormatFault> {
  try {
    return ok(JSON.parse(strFromU8(bytes)) as unknown);
  } catch {
    return fail({ code: 'damagedPart', message: `${path} is not readable JSON` });
  }
}

/** Reads and checks every part before anything is returned: a file is taken whole or not at all. */
export function readWorkspace(file: Uint8Array): Result<Workspace, FormatFault> {
  const unpacked = unpackZip(file);
  if (!unpacked.ok) return unpacked;
  const files = unpacked.value;
  if (!files[MANIFEST]) {
    return fail({
      code: 'foreign',
      message: `the ZIP holds no ${MANIFEST}, so it is not a Wise Ripple workspace`,
    });
  }
  const json = readJson(files[MANIFEST], MANIFEST);
  if (!json.ok) return json;
  const stated = json.value as { format?: unknown; version?: unknown } | null;
  if (stated?.format !== WORKSPACE_FORMAT) {
    return fail({
      code: 'foreign',
      message: `${MANIFEST} is of another program, not of a Wise Ripple workspace`,
    });
  }
  if (typeof stated.version === 'number' && stated.version > WORKSPACE_VERSION) {
    return fail({
      code: 'newerVersion',
      message: `the workspace was written by a newer Wise Ripple (version ${stated.version}; this one reads up to ${WORKSPACE_VERSION})`,
    });
  }
  const manifest = manifestSchema.safeParse(json.value);
  if (!manifest.success) {
    return fail({ code: 'invalidPart', message: `${MANIFEST}, ${describeIssues(manifest.error)}` });
  }

  const workspace: Workspace = { records: [], echoes: new Map() };
  const listed = new Set<string>();
  for (const part of manifest.data.parts) {
    if (listed.has(part.path)) {
      return fail({ code: 'damagedPart', message: `${part.path} is listed twice` });
    }
    listed.add(part.path);
    const bytes = Object.hasOwn(files, part.path) ? files[part.path] : undefined;
    if (!bytes) return fail({ code: 'missingPart', message: `${part.path} is listed but missing` });
    if (bytes.length !== part.bytes || bytesToHex(sha256(bytes)) !== part.sha256) {
      return fail({
        code: 'damagedPart',
        message: `${part.path} is damaged: it is not as it was written`,
      });
    }
    const fault = readPart(part.path, bytes, workspace);
    if (fault) return fail(fault);
  }
  for (const record of workspace.records) {
    if (record.schema === 'screen' && !workspace.echoes.has(record.echoId)) {
      return fail({
        code: 'missingPart',
        message: `the echoes of the screen "${record.name}" are missing`,
      });
    }
  }
  return ok(workspace);
}

const readAnyRecord = (kind: RecordKindName, raw: unknown): Result<AnyRecord, RecordFault> =>
  readRecord<AnyRecord>(RECORD_KINDS[kind] as RecordKind<AnyRecord>, raw);

function readPart(path: string, bytes: Uint8Array, into: Workspace): FormatFault | null {
  const [folder, fileName] = path.split('/');
  const id = fileName.replace(/\.\w+$/, '');
  if (folder === 'echo') {
    const echo = readEchoFile(bytes);
    if (!echo.ok) return { code: echo.error.code, message: `${path}: ${echo.error.message}` };
    into.echoes.set(id, bytes);
    return null;
  }
  if (folder === 'picture') {
    const picture = inspectPicture(bytes);
    if (!picture.ok) {
      return { code: picture.error.code, message: `${path}: ${picture.error.message}` };
    }
    into.echoes.set(id, bytes);
    return null;
  }
  if (!Object.hasOwn(RECORD_KINDS, folder)) {
    return {
      code: 'invalidPart',
      message: `${path}: records of kind "${folder}" are not known here`,
    };
  }
  const json = readJson(bytes, path);
  if (!json.ok) return json.error;
  const record = readAnyRecord(folder as RecordKindName, json.value);
  if (!record.ok) {
    const code = record.error.code === 'newerVersion' ? 'newerVersion' : 'invalidPart';
    return { code, message: `${path}: ${record.error.message}` };
  }
  if (record.value.id !== id) {
    return { code: 'invalidPart', message: `${path}: holds the record "${record.value.id}"` };
  }
  into.records.push(record.value);
  return null;
}

import { describe, expect, it } from 'vitest';
import { readWorkspace, writeWorkspace } from '../formats';
import { INSTRUMENTS, rigSchema } from '../sounding';
import {
  type AnyRecord,
  type BoatRecord,
  type ChartRecord,
  type LineRecord,
  type MarkRecord,
  newRecord,
  readRecord,
  RECORD_KINDS,
  type RecordKind,
  type SpotRecord,
} from '.';

const mark: MarkRecord = {
  ...newRecord('mark', 'mark-a', 5),
  waterId: 'pond',
  name: 'Crib',
  symbol: 'wood',
  note: 'two looks',
  xM: 10,
  yM: 20,
  depthM: 6.5,
  covarianceM2: [2, 0.5, 3],
  sightings: [
    {
      from: 'sideFans',
      atMs: 4,
      screenId: null,
      boat: { xM: 0, yM: 20, headingDeg: 0 },
      slantM: 12,
      xM: 10,
      yM: 20,
      covarianceM2: [2, 0.5, 3],
    },
  ],
};
const line: LineRecord = {
  ...newRecord('line', 'line-a', 5),
  waterId: 'pond',
  name: 'Old road',
  kind: 'road',
  note: '',
  pointsM: [
    { x: 0, y: 0 },
    { x: 30, y: 4 },
  ],
};
const spot: SpotRecord = {
  ...newRecord('spot', 'spot-a', 5),
  waterId: 'pond',
  markId: 'mark-a',
  name: 'At the crib',
  dateMs: 1000,
  depthM: null,
  temperatureC: 14.5,
  settings: '200 kHz, gain 40',
  lookedLike: 'a clump',
  turnedOut: '',
  evidence: null,
  minutes: 35,
  timerFromMs: null,
  screenIds: ['demo-brush'],
};
const boat: BoatRecord = {
  ...newRecord('boat', 'boat', 5),
  name: 'Open boat',
  lengthM: 5,
  beamM: 1.8,
  draftM: 0.5,
  marginM: 0.5,
  mountSide: 'port',
  rig: rigSchema.parse({ draftM: 0.3, starboardM: -0.75, rollDeg: 4 }),
  fitted: [...INSTRUMENTS],
};
const chart: ChartRecord = {
  ...newRecord('chart', 'pond', 5),
  stepM: 1,
  shading: 'steepness',
  launch: { at: { x: 3, y: 4 }, measuredM: 2.6 },
  unsafeShown: true,
  band: { shown: true, targetM: 6, toleranceM: 0.5 },
  up: 'heading',
  day: { dayId: 'july', hourOfDay: 20.5 },
  draft: {
    kind: 'lanes',
    purpose: 'search',
    instrument: 'sideFans',
    rangeM: 25,
    overlapShare: 0.5,
    speedMps: 1.5,
    headingDeg: 30,
    pointsM: [{ x: 1, y: 2 }],
    contourM: 5,
    awayM: 12,
    minutes: 30,
    stop: 'anchor',
  },
};
const all: AnyRecord[] = [mark, line, spot, boat, chart];
const read = (record: object & { schema: AnyRecord['schema'] }) =>
  readRecord<AnyRecord>(RECORD_KINDS[record.schema] as RecordKind<AnyRecord>, record);

describe('what a user notes', () => {
  it.each(all.map((record) => [record.schema, record] as const))(
    'a %s comes back through JSON as it was',
    (_, record) => {
      const result = read(JSON.parse(JSON.stringify(record)) as AnyRecord);
      expect(result.ok && result.value).toEqual(record);
    },
  );
  it('all of it travels in a workspace file', () => {
    const file = writeWorkspace({ records: all, echoes: new Map() }, '2026-05-01T00:00:00Z');
    const back = readWorkspace(file);
    expect(back.ok && back.value.records).toEqual(all);
  });
  it.each([
    [{ ...mark, symbol: 'skull' }, /^symbol: /],
    [{ ...mark, covarianceM2: [-1, 0, 1] }, /^covarianceM2\.0: /],
    [{ ...mark, sightings: [] }, /^sightings: /],
    [{ ...mark, name: '   ' }, /^name: /],
    [{ ...line, pointsM: line.pointsM.slice(0, 1) }, /^pointsM: /],
    [{ ...spot, minutes: 1500 }, /^minutes: /],
    [{ ...spot, evidence: 'hearsay' }, /^evidence: /],
    [{ ...boat, fitted: [] }, /^fitted: /],
    [{ ...boat, rig: { ...boat.rig, rollDeg: 90 } }, /^rig\.rollDeg: /],
    [{ ...chart, draft: { ...chart.draft, overlapShare: 1.2 } }, /^draft\.overlapShare: /],
    [{ ...chart, launch: { at: { x: 'a', y: 0 }, measuredM: 2 } }, /^launch\.at\.x: /],
  ] as const)('says what is wrong, and where: %#', (record, message) => {
    const result = read(record as never);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.error.message).toMatch(message);
  });
});

/** The shapes of all that is stored. Each carries its schema's name and version. */
import { z } from 'zod';
import { passRunSchema } from '../pass';
import { LAYOUTS, layoutSchema, storedSetupSchema } from '../setup';
import { classShape, resultShape } from './classes';
import { courseShape } from './courses';
import { attemptFromVersion1, attemptShape, drillShape, examKeyShape, lessonShape } from './drills';
import { boatShape, chartShape, lineShape, markShape, spotShape } from './marks';
import { screenFromVersion3, screenShape } from './screen';
import { sailedLegSchema, searchMarkSchema, searchTaskSchema } from '../search/task';
import type { RecordKind } from './versioned';
import { waterContentSchema } from '../waters';

const timeMs = z.number().min(0);

const stored = <Name extends string>(schemaName: Name, version: number) => ({
  schema: z.literal(schemaName),
  version: z.literal(version),
  id: z.string().regex(/^[\w-]{1,64}$/, 'may hold letters, digits, _ and - only'),
  createdAtMs: timeMs,
  updatedAtMs: timeMs,
  /** Set when deleted; the record is kept for a while so that it can be brought back. */
  deletedAtMs: timeMs.nullable(),
});

const waterShape = z.object({ ...stored('water', 2), content: waterContentSchema });
export type WaterRecord = z.infer<typeof waterShape>;

/** Its levels, track, targets and truth rows lie in an echo file, or the whole in a picture file. */
const screenRecordShape = z.object({ ...stored('screen', 4), ...screenShape });
export type ScreenRecord = z.infer<typeof screenRecordShape>;

/** Screens that belong together: a lesson's, a water's, a look-alike's. */
const collectionShape = z.object({
  ...stored('collection', 1),
  name: z.string().trim().min(1).max(80),
  note: z.string().max(1000),
  screenIds: z.array(z.string().max(64)).max(5000),
});
export type CollectionRecord = z.infer<typeof collectionShape>;

const drillRecordShape = z.object({ ...stored('drill', 3), ...drillShape });
export type DrillRecord = z.infer<typeof drillRecordShape>;

const attemptRecordShape = z
  .object({ ...stored('attempt', 4), ...attemptShape })
  .refine((attempt) => attempt.answers.length <= attempt.items.length, {
    path: ['answers'],
    message: 'there are more answers than items',
  });
export type AttemptRecord = z.infer<typeof attemptRecordShape>;

const lessonRecordShape = z.object({ ...stored('lesson', 2), ...lessonShape });
export type LessonRecord = z.infer<typeof lessonRecordShape>;

const settingsShape = z.object({
  ...stored('settings', 1),
  role: z.enum(['teach', 'learn']).nullable(),
  units: z.enum(['metric', 'imperial']),
  theme: z.enum(['paper', 'dusk']),
  /** The demo data has been put in once; deleting it is then the user's choice. */
  demoSeeded: z.boolean(),
  /** What a learner calls themselves in what they hand in. */
  alias: z.string().max(80).default(''),
  /** What is printed on. */
  paper: z.enum(['A4', 'LETTER']).default('A4'),
});
export type SettingsRecord = z.infer<typeof settingsShape>;

/** Where the bench was left, so that it can be taken up again. */
const benchShape = z.object({
  ...stored('bench', 2),
  waterId: z.string(),
  pass: passRunSchema,
  setup: storedSetupSchema,
  layout: layoutSchema,
  ownLayouts: z.array(layoutSchema).max(20),
  /** How far the boat had come, and whether the picture stood. */
  timeS: z.number().min(0).max(1e6),
  frozen: z.boolean(),
  /** What the presenter wants to say; never shown to students. */
  notes: z.string().max(5000),
});
export type BenchRecord = z.infer<typeof benchShape>;

const markRecordShape = z.object({ ...stored('mark', 1), ...markShape });
export type MarkRecord = z.infer<typeof markRecordShape>;

/** Marks joined up: a drowned road, a break, the track of a boat. */
const lineRecordShape = z.object({ ...stored('line', 1), ...lineShape });
export type LineRecord = z.infer<typeof lineRecordShape>;

const spotRecordShape = z.object({ ...stored('spot', 1), ...spotShape });
export type SpotRecord = z.infer<typeof spotRecordShape>;

const boatRecordShape = z.object({ ...stored('boat', 1), ...boatShape });
export type BoatRecord = z.infer<typeof boatRecordShape>;

/** One a water, of the same id. */
const chartRecordShape = z.object({ ...stored('chart', 1), ...chartShape });
export type ChartRecord = z.infer<typeof chartRecordShape>;

/** A search of a water, as far as it has come. */
const searchRecordShape = z.object({
  ...stored('search', 1),
  task: searchTaskSchema,
  legs: z.array(sailedLegSchema).max(200),
  marks: z.array(searchMarkSchema).max(500),
  finishedAtMs: timeMs.nullable(),
  /** What a planner found in the same time; null until it has sailed. */
  planned: z.array(sailedLegSchema).max(200).nullable(),
});
export type SearchRecord = z.infer<typeof searchRecordShape>;

const classRecordShape = z.object({ ...stored('class', 1), ...classShape });
export type ClassRecord = z.infer<typeof classRecordShape>;

const resultRecordShape = z.object({ ...stored('result', 2), ...resultShape });
export type ResultRecord = z.infer<typeof resultRecordShape>;

const examKeyRecordShape = z.object({ ...stored('examKey', 1), ...examKeyShape });
export type ExamKeyRecord = z.infer<typeof examKeyRecordShape>;

const courseRecordShape = z.object({ ...stored('course', 1), ...courseShape });
export type CourseRecord = z.infer<typeof courseRecordShape>;

export interface RecordTypes {
  water: WaterRecord;
  screen: ScreenRecord;
  collection: CollectionRecord;
  drill: DrillRecord;
  attempt: AttemptRecord;
  lesson: LessonRecord;
  settings: SettingsRecord;
  bench: BenchRecord;
  mark: MarkRecord;
  line: LineRecord;
  spot: SpotRecord;
  boat: BoatRecord;
  chart: ChartRecord;
  search: SearchRecord;
  class: ClassRecord;
  result: ResultRecord;
  examKey: ExamKeyRecord;
  course: CourseRecord;
}
export type RecordKindName = keyof RecordTypes;

const RECORD_VERSIONS = {
  water: 2,
  screen: 4,
  collection: 1,
  drill: 3,
  attempt: 4,
  lesson: 2,
  settings: 1,
  bench: 2,
  mark: 1,
  line: 1,
  spot: 1,
  boat: 1,
  chart: 1,
  search: 1,
  class: 1,
  result: 2,
  examKey: 1,
  course: 1,
} as const;

type Fields = Record<string, unknown>;

/** Version 1 knew the cone alone and kept its one channel's figures among those of the echogram. */
function screenFromVersion1(screen: Fields): Fields {
  const info = screen.info as Fields;
  const sounder = screen.sounder as Fields;
  const { rangeCellM, absorptionDbPerM, sourceLevelDb, noiseLevelDb, beamwidthDeg, ...rest } = info;
  const channel = {
    name: 'cone',
    frequencyHz: sounder.frequencyHz,
    beamwidthDeg,
    acrossBeamwidthDeg: null,
    rangeCellM,
    absorptionDbPerM,
    sourceLevelDb,
    noiseLevelDb,
    beamAnglesDeg: [0],
  };
  return { ...screen, info: { ...rest, channels: [channel] } };
}

/** Version 1 knew one picture; its view is the cone's, its pings came twelve a second. */
function benchFromVersion1(bench: Fields): Fields {
  const { waterId, pass, view, endPing, frozen, ...rest } = bench;
  const stored = Object.fromEntries(
    ['schema', 'id', 'createdAtMs', 'updatedAtMs', 'deletedAtMs'].map((key) => [key, rest[key]]),
  );
  return {
    ...stored,
    waterId,
    pass,
    setup: { sounders: {}, views: { cone: view }, rig: null, boat: null, faults: [] },
    layout: LAYOUTS[0],
    ownLayouts: [],
    timeS: Number(endPing) / 12,
    frozen,
    notes: '',
  };
}

const kind = <T>(
  schemaName: RecordKindName,
  shape: z.ZodType<T>,
  migrations: RecordKind<T>['migrations'] = {},
): RecordKind<T> => ({
  schemaName,
  version: RECORD_VERSIONS[schemaName],
  shape,
  migrations,
});

export const RECORD_KINDS: { [K in RecordKindName]: RecordKind<RecordTypes[K]> } = {
  // Version 2 added origin, conditions, creek and spots; each has a default.
  water: kind('water', waterShape, { 1: (water) => water }),
  // Version 3 added filters, contrast and zoom to the view; each has a default.
  screen: kind('screen', screenRecordShape, {
    1: screenFromVersion1,
    2: (screen) => screen,
    3: screenFromVersion3,
  }),
  collection: kind('collection', collectionShape),
  // Further kinds of questions and of screens make a version of their own: one that does not know them says so, and keeps them.
  drill: kind('drill', drillRecordShape, { 1: (drill) => drill, 2: (drill) => drill }),
  attempt: kind('attempt', attemptRecordShape, {
    1: attemptFromVersion1,
    2: (attempt) => attempt,
    3: (attempt) => attempt,
  }),
  lesson: kind('lesson', lessonRecordShape, { 1: (lesson) => lesson }),
  settings: kind('settings', settingsShape),
  bench: kind('bench', benchShape, { 1: benchFromVersion1 }),
  mark: kind('mark', markRecordShape),
  line: kind('line', lineRecordShape),
  spot: kind('spot', spotRecordShape),
  boat: kind('boat', boatRecordShape),
  chart: kind('chart', chartRecordShape),
  search: kind('search', searchRecordShape),
  class: kind('class', classRecordShape),
  result: kind('result', resultRecordShape, { 1: (result) => result }),
  examKey: kind('examKey', examKeyRecordShape),
  course: kind('course', courseRecordShape),
};

export type AnyRecord = RecordTypes[RecordKindName];

/** Of the files a record shows: a screen's echo, the sealed echoes of an exam. May be asked of what cannot be read, too. */
export function echoIdsOf(record: unknown): string[] {
  const { echoId, items } = (record ?? {}) as { echoId?: unknown; items?: unknown };
  const sealed = Array.isArray(items)
    ? items.flatMap((item: { screens?: { echoId?: unknown }[] } | null) =>
        (item?.screens ?? []).map((ref) => ref.echoId),
      )
    : [];
  return [echoId, ...sealed].filter((id): id is string => typeof id === 'string');
}

/** The fields every record begins with. */
export function newRecord<Name extends RecordKindName>(
  schema: Name,
  id: string,
  nowMs: number,
): {
  schema: Name;
  version: (typeof RECORD_VERSIONS)[Name];
  id: string;
  createdAtMs: number;
  updatedAtMs: number;
  deletedAtMs: null;
} {
  return {
    schema,
    version: RECORD_VERSIONS[schema],
    id,
    createdAtMs: nowMs,
    updatedAtMs: nowMs,
    deletedAtMs: null,
  };
}

/** What is kept in the browser: nothing lost, nothing half written, two windows side by side. */
import localforage from 'localforage';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { seal } from '@core/drills';
import { writeEchoFile } from '@core/formats';
import {
  type DrillRecord,
  newRecord,
  type RecordKindName,
  RECORD_KINDS,
  type ScreenRecord,
} from '@core/records';
import { emptyTruth } from '@core/sounding';
import { LESSONS } from '@core/teaching';
import { openPage, waitFor } from '../../tests/components/page';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { demoScreen } from '../../tests/fixtures/screens';
import {
  allAnswered,
  answeredIn,
  listAttempts,
  saveAttempt,
  startAttempt,
  startOf,
} from './attempts';
import { DEFAULT_BOAT, loadBoat, saveBoat } from './boat';
import { loadChartState, saveChartState } from './chartState';
import { listCollections, newCollection, updateCollection } from './collections';
import {
  createId,
  DATA_VERSION,
  getEcho,
  getRecord,
  listOrphans,
  listRecords,
  isReadOnly,
  listUnreadable,
  NO_ROOM,
  openRecord,
  openStore,
  putEcho,
  putRecord,
  rawRecord,
  removeEcho,
  removeRecord,
  storageFault,
  whenWriteFails,
} from './database';
import { listDrills, newDrill, saveDrill } from './drills';
import { openGround } from './drillScreens';
import { listLessons, newLesson, openLesson, openOwnLesson, setLessonDeleted } from './lessons';
import { prepareWorkspace } from './demoData';
import { assureRoom, storageRoom } from './room';
import { reloadSettings, useSettings } from './settings';
import {
  deleteScreen,
  listScreens,
  loadEcho,
  openScreen,
  restoreScreen,
  saveVersion,
  ScreenConflict,
  screenTruth,
  shareTruth,
  updateScreen,
  versionsOf,
  whenScreensChange,
} from './screens';
import { addWater, listWaters, openWater, saveWater, setWaterDeleted } from './waters';
import { exportRecords, exportWorkspace, importWorkspace, reportWords } from './workspaceFile';

const raw = (kind: string) => localforage.createInstance({ name: 'wise-ripple', storeName: kind });
const original = IDBObjectStore.prototype.put;
const DAY_MS = 24 * 3600 * 1000;

/** An empty workspace with one screen and its echo. */
async function withScreen(id = 'demo-slope'): Promise<ScreenRecord> {
  const { record, echo } = demoScreen(id);
  await putRecord<'screen'>(record);
  await putEcho(record.echoId, echo);
  return record;
}

beforeEach(async () => {
  await openPage(<p />);
});

describe('records', () => {
  it('come back as they were put, and are gone when removed', async () => {
    const boat = await loadBoat();
    await putRecord<'boat'>(boat);
    expect(await getRecord('boat', 'boat')).toEqual({ ok: true, value: boat });
    await removeRecord('boat', 'boat');
    expect(await getRecord('boat', 'boat')).toEqual({ ok: true, value: null });
  });
  it('that cannot be read are named and left as they are', async () => {
    const broken = { ...newRecord('collection', 'broken', 1), name: 7, note: '', screenIds: [] };
    await raw('collection').setItem('broken', broken);
    const { records, unreadable } = await listRecords('collection');
    expect(records).toEqual([]);
    expect(unreadable).toEqual([{ id: 'broken', message: expect.stringContaining('name') }]);
    expect(await raw('collection').getItem('broken')).toEqual(broken);
    await raw('collection').removeItem('broken');
  });
  it('of a newer version say so', async () => {
    await raw('boat').setItem('boat', { ...(await loadBoat()), version: 99 });
    const read = await getRecord('boat', 'boat');
    expect(read.ok).toBe(false);
    expect(!read.ok && read.error).toContain('written by a newer Wise Ripple (version 99');
    await raw('boat').removeItem('boat');
  });
  it('that cannot be read are not written over, but kept beside what is written', async () => {
    const newer = { ...(await loadBoat()), id: 'sloop', version: 99, name: 'From a newer one' };
    await raw('boat').setItem('sloop', newer);
    await putRecord<'boat'>({ ...(await loadBoat()), id: 'sloop', name: 'Written here' });
    expect(await getRecord('boat', 'sloop')).toMatchObject({ value: { name: 'Written here' } });
    const [kept, ...others] = await listUnreadable();
    expect(others).toEqual([]);
    expect(kept).toMatchObject({
      kind: 'boat',
      id: expect.stringMatching(/^sloop-kept-/),
      message: expect.stringContaining('version 99'),
    });
    expect(await rawRecord('boat', kept.id)).toEqual(newer);
    // Once it is ours, it is written as often as wanted.
    await putRecord<'boat'>({ ...(await loadBoat()), id: 'sloop', name: 'Again' });
    expect(await listUnreadable()).toHaveLength(1);
    await raw('boat').removeItem(kept.id);
    await removeRecord('boat', 'sloop');
  });
  it('that another window changed meanwhile keep what either did', async () => {
    const drill = await newDrill({ name: 'Mine', note: 'as begun' });
    // Another window of this browser writes past this one.
    await raw('drill').setItem(drill.id, { ...drill, passShare: 0.8, updatedAtMs: 5 });
    const saved = await saveDrill({ ...drill, note: 'changed here' });
    const read = await getRecord('drill', drill.id);
    expect(read).toMatchObject({ value: { note: 'changed here', passShare: 0.8 } });
    // The page knows nothing of the other's part, and its next change does not take it back.
    await saveDrill({ ...saved, name: 'Named here' });
    expect(await getRecord('drill', drill.id)).toMatchObject({
      value: { name: 'Named here', note: 'changed here', passShare: 0.8 },
    });
    expect((await listDrills()).filter(({ name }) => name.includes('window'))).toEqual([]);
    await removeRecord('drill', drill.id);
  });
  it('of which two windows changed the same are both there', async () => {
    const drill = await newDrill({ name: 'Mine' });
    await raw('drill').setItem(drill.id, { ...drill, name: 'Theirs', updatedAtMs: 5 });
    await saveDrill({ ...drill, name: 'Named here' });
    const names = (await listDrills()).map(({ name }) => name);
    expect(names).toEqual(expect.arrayContaining(['Named here', 'Theirs (from another window)']));
    for (const { id } of await listDrills()) await removeRecord('drill', id);
  });
  it('of a go at a drill lose no answer of two windows', async () => {
    const { item } = question('empty');
    const items = ['one', 'two', 'three'].map((id) => ({ ...item, id }));
    const begun = await startAttempt({ drillName: 'Both', mode: 'drill', items, seed: 1 });
    const lost = (itemId: string) =>
      ({ itemId, answer: null, grade: null, without: 'timeOut' }) as const;
    await raw('attempt').setItem(begun.id, { ...begun, answers: [lost('one')], updatedAtMs: 5 });
    await saveAttempt({ ...begun, answers: [lost('two')], at: 1 });
    const read = await getRecord('attempt', begun.id);
    expect(read.ok && read.value?.answers.map(({ itemId }) => itemId).toSorted()).toEqual([
      'one',
      'two',
    ]);
    await removeRecord('attempt', begun.id);
  });
  it('of an older version are brought up to date as they are read', async () => {
    const { item, ground } = question('empty');
    expect(ground.screens).toHaveLength(1);
    const now = attemptAt('older', [item]);
    const water = (await listWaters()).waters[0];
    const {
      origin: _,
      conditions: __,
      creek: ___,
      ...content
    } = water.content as never as Record<string, unknown>;
    await raw('water').setItem('older', { ...water, id: 'older', version: 1, content });
    const read = await getRecord('water', 'older');
    expect(read.ok && read.value?.version).toBe(2);
    expect(read.ok && read.value?.content.conditions).toBeDefined();
    await raw('water').removeItem('older');
    expect(now.version).toBe(RECORD_KINDS.attempt.version);
  });
  it('that were deleted cannot be opened by their address', async () => {
    const water = await addWater((await listWaters()).waters[0].content);
    expect((await openRecord('water', water.id)).ok).toBe(true);
    await setWaterDeleted(water, true);
    expect(await openRecord('water', water.id)).toEqual({
      ok: false,
      error: 'there is no water of this id here',
    });
    await removeRecord('water', water.id);
  });
  it('have stores of their own, all of them', () => {
    const kinds = Object.keys(RECORD_KINDS) as RecordKindName[];
    for (const kind of kinds) expect(RECORD_KINDS[kind].schemaName).toBe(kind);
  });
  it('get ids that are not given twice', () => {
    const ids = Array.from({ length: 500 }, () => createId('mark'));
    expect(new Set(ids).size).toBe(500);
    for (const id of ids) expect(id).toMatch(/^mark-[\w-]{6,50}$/);
  });
});

describe('a screen', () => {
  it('opens with its echo and the truth that belongs to it', async () => {
    const record = await withScreen();
    const opened = await openScreen(record.id);
    if (!opened.ok) throw new Error(opened.error);
    expect(opened.value.echo.levelsCdb.length).toBeGreaterThan(1000);
    const labels = screenTruth(opened.value).map(({ label }) => label);
    expect(labels).toContain('fish');
    expect(labels).toContain('bait');
  });
  it('without its echo says what is missing', async () => {
    const record = await withScreen();
    const lost = { ...record, echoId: 'lost' };
    expect(await loadEcho(lost)).toEqual({
      ok: false,
      error: 'the echoes of this screen are missing from the store',
    });
  });
  it('keeps what another window changed of other fields', async () => {
    const here = await withScreen();
    const there = await updateScreen(here, { name: 'Named there' });
    const after = await updateScreen(here, { notes: 'Noted here' });
    expect(after).toMatchObject({ name: 'Named there', notes: 'Noted here' });
    expect(there.updatedAtMs).toBeGreaterThan(0);
  });
  it('asks where the same field was changed, and writes nothing', async () => {
    const here = await withScreen();
    await updateScreen(here, { name: 'Named there' });
    const clash = updateScreen(here, { name: 'Named here', notes: 'too' });
    await expect(clash).rejects.toBeInstanceOf(ScreenConflict);
    await clash.catch((error: ScreenConflict) => {
      expect(error.fields).toEqual(['name']);
      expect(error.theirs.name).toBe('Named there');
    });
    const read = await getRecord('screen', here.id);
    expect(read.ok && read.value).toMatchObject({ name: 'Named there', notes: here.notes });
  });
  it('is no conflict where both windows did the same', async () => {
    const here = await withScreen();
    await updateScreen(here, { name: 'Alike' });
    expect((await updateScreen(here, { name: 'Alike' })).name).toBe('Alike');
  });
  it('is never written as it could not be read again', async () => {
    const here = await withScreen();
    await expect(updateScreen(here, { difficulty: 99 as never })).rejects.toThrow(/difficulty/);
    const read = await getRecord('screen', here.id);
    expect(read.ok && read.value?.difficulty).toBe(here.difficulty);
  });
  it('is deleted for a day, then for good with its echo', async () => {
    const deleted = await deleteScreen(await withScreen());
    expect((await listScreens()).deleted.map(({ id }) => id)).toEqual([deleted.id]);
    expect((await restoreScreen(deleted)).deletedAtMs).toBeNull();
    const again = await deleteScreen((await listScreens()).screens[0]);
    await listScreens(again.deletedAtMs! + DAY_MS - 1000);
    expect(await raw('echo').getItem(again.echoId)).not.toBeNull();
    const later = await listScreens(again.deletedAtMs! + DAY_MS + 1000);
    expect([...later.screens, ...later.deleted]).toEqual([]);
    expect(await raw('echo').getItem(again.echoId)).toBeNull();
  });
  it('leaves its echo to a version that is still here', async () => {
    const first = await withScreen();
    const version = await saveVersion(first, { name: 'Louder', view: first.view });
    expect(version.id).not.toBe(first.id);
    expect((await versionsOf(first)).map(({ id }) => id)).toEqual([version.id]);
    const gone = await deleteScreen(first);
    await listScreens(gone.deletedAtMs! + 2 * DAY_MS);
    expect(await raw('echo').getItem(first.echoId)).not.toBeNull();
    expect((await openScreen(version.id)).ok).toBe(true);
  });
  it('shares truth and evidence with its versions', async () => {
    const first = await withScreen();
    const version = await saveVersion(first, { name: 'Louder', view: first.view });
    const evidence = { ...first.evidence, who: 'Ilse' };
    const changed = await updateScreen(first, { evidence });
    const opened = await openScreen(first.id);
    if (!opened.ok) throw new Error(opened.error);
    await shareTruth(changed, opened.value.echo, [version.id, 'nowhere']);
    const read = await getRecord('screen', version.id);
    expect(read.ok && read.value?.evidence.who).toBe('Ilse');
  });
  it('tells other windows, until they no longer listen', async () => {
    const heard: string[] = [];
    const stop = whenScreensChange((id) => heard.push(id));
    const other = new BroadcastChannel('screens');
    other.postMessage('one');
    await vi.waitFor(() => expect(heard).toEqual(['one']));
    stop();
    other.postMessage('two');
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(heard).toEqual(['one']);
    other.close();
  });
});

describe('room', () => {
  const estimate = (usage: number, quota: number) =>
    Object.defineProperty(navigator, 'storage', {
      configurable: true,
      value: { estimate: () => Promise.resolve({ usage, quota }) },
    });
  it('is asked for before anything is written', async () => {
    estimate(90e6, 100e6);
    expect(await storageRoom()).toMatchObject({ share: 0.9 });
    await expect(assureRoom(5e6)).resolves.toBeUndefined();
    await expect(assureRoom(20e6)).rejects.toThrow(/20 MB wanted, 10 MB left/);
    Reflect.deleteProperty(navigator, 'storage');
  });
  it('that ran out is told in words', () => {
    const full = Object.assign(new Error('x'), { name: 'QuotaExceededError' });
    expect(storageFault(full)).toBe(NO_ROOM);
    expect(storageFault(new Error('the disk is gone'))).toBe('the disk is gone');
    expect(storageFault('odd')).toBe('odd');
  });
});

describe('attempts', () => {
  it('begin under the rules of their drill', async () => {
    const { item } = question('empty');
    const drill = {
      ...newRecord('drill', 'd', 1),
      name: 'Rules',
      note: '',
      items: [item],
      order: 'written' as const,
      feedback: 'end' as const,
      secondsPerItem: 20,
      passShare: 0.6,
    };
    const attempt = await startOf(drill, drill.items, 5);
    expect(attempt).toMatchObject({
      drillId: 'd',
      feedback: 'end',
      secondsPerItem: 20,
      passShare: 0.6,
      length: 1,
      finishedAtMs: null,
    });
  });
  it('count only what was answered and graded, the oldest first', async () => {
    const { item } = question('empty');
    const grade = { kind: 'tapAll', right: true, score: 1 } as never;
    const answered = (id: string, committedAtMs: number) => ({
      itemId: id,
      answer: { kind: 'tapAll', confidence: 'sure', committedAtMs, tookMs: 5 } as never,
      grade,
      without: null,
    });
    const lost = { itemId: 'c', answer: null, grade: null, without: 'lost' as const };
    const items = ['a', 'b', 'c'].map((id) => ({ ...item, id }));
    const one = attemptAt('one', items, { answers: [answered('b', 20), answered('a', 10), lost] });
    expect(answeredIn(one).map(({ item: { id } }) => id)).toEqual(['b', 'a']);
    const other = { ...attemptAt('two', [item]), createdAtMs: one.createdAtMs + 5 };
    await saveAttempt({ ...one, answers: [lost] });
    await saveAttempt(other);
    expect((await listAttempts()).map(({ id }) => id)).toEqual(['two', 'one']);
    expect(await allAnswered()).toEqual([]);
  });
});

describe('what belongs to a water', () => {
  it('is added, changed and deleted, newest first', async () => {
    const { waters } = await listWaters();
    expect(waters.length).toBeGreaterThanOrEqual(3);
    const water = await addWater({ ...waters[0].content, name: 'Mine' });
    const saved = await saveWater(water, { ...water.content, name: 'Mine too' });
    expect((await openWater(saved.id)).ok).toBe(true);
    const gone = await setWaterDeleted(saved, true);
    expect((await listWaters()).deleted.map(({ id }) => id)).toContain(saved.id);
    await listWaters(gone.deletedAtMs! + DAY_MS + 1000);
    expect(await getRecord('water', saved.id)).toEqual({ ok: true, value: null });
  });
  it('keeps its chart as it was left', async () => {
    const fresh = await loadChartState('hollin-reservoir');
    await saveChartState('hollin-reservoir', { ...fresh, stepM: 2, shading: 'steepness' });
    expect(await loadChartState('hollin-reservoir')).toMatchObject({
      stepM: 2,
      shading: 'steepness',
    });
    expect(await loadChartState('tarvo-sound')).toEqual(fresh);
  });
  it('is sailed with a boat that is the usual one until it is set', async () => {
    expect(await loadBoat()).toMatchObject(DEFAULT_BOAT);
    const boat = await loadBoat();
    await saveBoat({ ...boat, rig: { ...boat.rig, draftM: 0.8 } });
    expect((await loadBoat()).rig.draftM).toBe(0.8);
  });
});

describe('collections and lessons', () => {
  it('of screens are listed by name, deleted ones left out', async () => {
    const b = await newCollection('b', ['one']);
    await newCollection('a', []);
    expect((await listCollections()).map(({ name }) => name)).toEqual(['a', 'b']);
    await updateCollection(b, { screenIds: ['one', 'two'] });
    expect((await listCollections())[1].screenIds).toEqual(['one', 'two']);
    await updateCollection(b, { deletedAtMs: 5 });
    expect((await listCollections()).map(({ name }) => name)).toEqual(['a']);
  });
  it('that are shipped open, but only a copy is changed', async () => {
    const [shipped] = LESSONS;
    expect(await openLesson(shipped.id)).toEqual({ ok: true, value: shipped });
    expect((await openOwnLesson(shipped.id)).ok).toBe(false);
    const copy = await newLesson(shipped);
    expect(copy).toMatchObject({ name: `${shipped.name} (copy)`, steps: shipped.steps });
    expect((await openOwnLesson(copy.id)).ok).toBe(true);
    expect((await listLessons()).own.map(({ id }) => id)).toEqual([copy.id]);
    await setLessonDeleted(copy, true);
    expect((await listLessons()).own).toEqual([]);
  });
});

describe('a workspace file', () => {
  const collection = (name: string, updatedAtMs: number) => ({
    ...newRecord('collection', 'one', 1000),
    updatedAtMs,
    name,
    note: '',
    screenIds: [],
  });
  const nameHere = async () => {
    const read = await getRecord('collection', 'one');
    return read.ok && read.value?.name;
  };
  it('adds what is missing, renews what is older, leaves what is newer', async () => {
    const file = await exportRecords([collection('from the file', 2000)]);
    expect(await importWorkspace(file)).toEqual({
      ok: true,
      value: { added: 1, updated: 0, kept: 0, left: [] },
    });
    await putRecord<'collection'>(collection('older here', 1500));
    expect(await importWorkspace(file)).toMatchObject({ value: { updated: 1 } });
    expect(await nameHere()).toBe('from the file');
    await putRecord<'collection'>(collection('newer here', 2500));
    expect(await importWorkspace(file)).toMatchObject({ value: { kept: 1 } });
    expect(await nameHere()).toBe('newer here');
  });
  it('brings screens with their echoes', async () => {
    const record = await withScreen();
    const file = await exportRecords([record]);
    await removeRecord('screen', record.id);
    await raw('echo').removeItem(record.echoId);
    expect(await importWorkspace(file)).toMatchObject({ ok: true, value: { added: 1 } });
    const echo = await getEcho(record.echoId);
    expect(Array.from(echo!.slice(0, 64))).toEqual(
      Array.from(demoScreen(record.id).echo.slice(0, 64)),
    );
  });
  it('that cannot be stored whole leaves everything as it was', async () => {
    await putRecord<'collection'>(collection('here', 1500));
    const file = await exportRecords([collection('from the file', 2000), await withScreen()]);
    await removeRecord('screen', 'demo-slope');
    const full = Object.assign(new Error('no room'), { name: 'QuotaExceededError' });
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
      this: IDBObjectStore,
      ...input: Parameters<IDBObjectStore['put']>
    ) {
      if (this.name === 'screen') throw full;
      return original.apply(this, input);
    });
    const result = await importWorkspace(file);
    put.mockRestore();
    expect(result.ok).toBe(false);
    expect(!result.ok && result.error).toContain('everything is as it was before');
    expect(await nameHere()).toBe('here');
  });
  it('does not replace what cannot be read here, says so, and takes the rest', async () => {
    const newer = { ...collection('of a newer version', 1000), version: 99 };
    await raw('collection').setItem('one', newer);
    const file = await exportRecords([collection('from the file', 2000), await withScreen()]);
    await removeRecord('screen', 'demo-slope');
    const result = await importWorkspace(file);
    expect(result).toMatchObject({ ok: true, value: { added: 1, left: ['collection one'] } });
    expect(await raw('collection').getItem('one')).toEqual(newer);
    await raw('collection').removeItem('one');
    expect(result.ok && reportWords(result.value)).toMatch(/left out collection one/);
  });
  it('says what a backup does not hold', async () => {
    await raw('collection').setItem('one', { ...collection('x', 1000), version: 99 });
    const record = await withScreen();
    await raw('screen').setItem('lost', { ...record, id: 'lost', echoId: 'nowhere' });
    expect((await exportWorkspace()).left).toEqual({ unreadable: 1, withoutEcho: 1 });
    await raw('collection').removeItem('one');
    await raw('screen').removeItem('lost');
  });
  it('takes the echoes of an exam along, and holds them for in use', async () => {
    const { item, ground } = question('empty');
    const sealed = seal(item, ground, 'exam-0')!;
    const exam: DrillRecord = {
      ...newRecord('drill', 'exam', 1000),
      ...{ name: 'Exam', note: '', items: [sealed.item], order: 'written' },
      ...{ feedback: 'never', secondsPerItem: null, passShare: null },
    };
    const [[echoId, echo]] = sealed.echoes;
    await putRecord<'drill'>(exam);
    await putEcho(
      echoId,
      writeEchoFile({ ...echo, truth: emptyTruth(0), targets: null, isFine: false }),
    );
    const file = await exportRecords([exam]);
    await removeRecord('drill', exam.id);
    await removeEcho(echoId);
    expect((await importWorkspace(file)).ok).toBe(true);
    const opened = await openGround(sealed.item);
    expect(opened.ok && opened.value.screens[0].levelsCdb.length).toBe(echo.levelsCdb.length);
    expect((await listOrphans()).echoIds).not.toContain(echoId);
    await removeRecord('drill', exam.id);
    await removeEcho(echoId);
  });
  it('leaves echoes of no screen to be found', async () => {
    const record = await withScreen();
    // Other tests may have left some.
    const before = new Set((await listOrphans()).echoIds);
    const found = async () => {
      const { echoIds } = await listOrphans();
      return echoIds.filter((id) => !before.has(id)).toSorted();
    };
    await putEcho('forgotten', new Uint8Array(8));
    expect(await found()).toEqual(['forgotten']);
    await removeRecord('screen', record.id);
    expect(await found()).toEqual(['forgotten', record.echoId].toSorted());
  });
  it.each([
    ['nothing', new Uint8Array(0), /empty/],
    ['no ZIP', new TextEncoder().encode('\x89PNG\r\n'), /not a ZIP file/],
  ])('that is %s is refused with a reason', async (_, bytes, reason) => {
    const result = await importWorkspace(bytes);
    expect(!result.ok && result.error).toMatch(reason);
  });
  it('that is cut short or damaged is refused, and changes nothing', async () => {
    const file = await exportRecords([collection('from the file', 2000)]);
    for (const bad of [
      file.slice(0, file.length >> 1),
      file.map((byte, i) => (i === 60 ? byte ^ 255 : byte)),
    ]) {
      expect((await importWorkspace(bad)).ok).toBe(false);
    }
    expect(await nameHere()).toBeFalsy();
  });
});

describe('a workspace whose settings cannot be read', () => {
  it('is no first visit: what was worked on stays, and the settings are kept beside the new ones', async () => {
    const screen = { ...(await withScreen()), name: 'Mine', updatedAtMs: 5000 };
    await putRecord<'screen'>(screen);
    const settings = { ...newRecord('settings', 'settings', 1), version: 99, role: 'teach' };
    await raw('settings').setItem('settings', settings);
    const { record } = demoScreen('demo-slope');
    const other = { ...record, id: 'demo-other', name: 'Another' };
    const lesson = {
      ...newRecord('collection', 'demo-lesson', 1),
      name: 'Lesson 1',
      note: '',
      screenIds: ['demo-other'],
    };
    vi.spyOn(globalThis, 'fetch').mockImplementation((path) =>
      Promise.resolve(Response.json(path === '/demo/screens.json' ? [record, other] : [lesson])),
    );
    // As a page that is opened anew finds it.
    useSettings.setState({ demoSeeded: false });
    await reloadSettings();
    await prepareWorkspace();
    const { screens } = await listScreens();
    expect(screens.map(({ name }) => name).sort()).toEqual(['Another', 'Mine']);
    expect((await listCollections()).map(({ name }) => name)).toEqual(['Lesson 1']);
    const kept = await listUnreadable();
    expect(kept.map(({ kind }) => kind)).toEqual(['settings']);
    expect(await rawRecord('settings', kept[0].id)).toEqual(settings);
    await raw('settings').removeItem(kept[0].id);
  });
});

const BOAT = { ...newRecord('boat', 'boat', 1), ...DEFAULT_BOAT };

describe('a write that fails', () => {
  const writes: [name: string, run: () => Promise<unknown>][] = [
    ['settings', () => useSettings.getState().change({ units: 'imperial' })],
    ['boat', () => saveBoat(BOAT)],
    ['a drill', () => newDrill({ name: 'A drill' })],
    ['an attempt', () => saveAttempt(attemptAt('one', []))],
    ['a lesson', () => newLesson(null)],
    ['a collection', () => newCollection('Mine', [])],
    ['a water', async () => addWater((await listWaters()).waters[0].content)],
    ['an echo', () => putEcho('one', new Uint8Array(4))],
  ];
  it.each(writes)('is told of, whoever asked for it: %s', async (_, run) => {
    await prepareWorkspace();
    const told: string[] = [];
    const stop = whenWriteFails((reason) => told.push(reason));
    const full = Object.assign(new Error('no room'), { name: 'QuotaExceededError' });
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw full;
    });
    await run().catch(() => undefined);
    put.mockRestore();
    stop();
    expect(told).toEqual([NO_ROOM]);
  });
});

describe('a page that is left', () => {
  it('writes what still waits behind a look at other windows', async () => {
    await putRecord<'boat'>(BOAT);
    // Another window holds the lock and never lets go while this page is there.
    const held = vi.fn(() => new Promise<never>(() => undefined));
    Object.defineProperty(navigator, 'locks', { configurable: true, value: { request: held } });
    void putRecord<'boat'>({ ...BOAT, name: 'Renamed', updatedAtMs: 99 });
    await waitFor(() => expect(held).toHaveBeenCalled());
    globalThis.dispatchEvent(new Event('pagehide'));
    Reflect.deleteProperty(navigator, 'locks');
    await waitFor(async () =>
      expect(await rawRecord('boat', BOAT.id)).toMatchObject({ name: 'Renamed' }),
    );
    globalThis.dispatchEvent(new Event('pageshow'));
  });
});

describe('a store without room', () => {
  it('opens all the same', async () => {
    await raw('about').setItem('dataVersion', DATA_VERSION - 1);
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw Object.assign(new Error('no room'), { name: 'QuotaExceededError' });
    });
    await openStore();
    put.mockRestore();
    expect(isReadOnly()).toBe(false);
  });
});

describe('data of a newer application', () => {
  it('is read and never written, and says so', async () => {
    await putRecord<'boat'>(BOAT);
    await raw('about').setItem('dataVersion', DATA_VERSION + 1);
    await openStore();
    expect(isReadOnly()).toBe(true);
    await expect(putRecord<'boat'>({ ...BOAT, updatedAtMs: 9 })).rejects.toThrow(
      /newer Wise Ripple/,
    );
    await expect(removeRecord('boat', BOAT.id)).rejects.toThrow(/only reads it/);
    expect(
      (await importWorkspace(await exportRecords([newRecord('collection', 'c', 1) as never]))).ok,
    ).toBe(false);
    expect((await getRecord('boat', BOAT.id)).ok).toBe(true);
    await raw('about').setItem('dataVersion', DATA_VERSION);
    await openStore();
    expect(isReadOnly()).toBe(false);
  });
});

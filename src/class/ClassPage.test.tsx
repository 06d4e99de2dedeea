import { describe, expect, it } from 'vitest';
import { gradeAnswer, seal } from '@core/drills';
import { writeResults } from '@core/formats';
import type { RegionLabel } from '@core/reading';
import {
  type AttemptRecord,
  type ClassRecord,
  type CourseRecord,
  type ExamKeyRecord,
  newRecord,
  type ResultRecord,
  resultShape,
} from '@core/records';
import { attemptAt, question } from '../../tests/fixtures/questions';
import {
  fireEvent,
  openPage,
  savedFiles,
  screen,
  stored,
  waitFor,
  within,
} from '../../tests/components/page';
import { listRecords } from '@/storage/database';
import { ClassPage } from './ClassPage';

const student = (name: string) => ({
  ...{ id: name.toLowerCase(), name, note: '' },
  ...{ isPresent: true, archivedAtMs: null },
});
const group = (...names: string[]): ClassRecord => ({
  ...newRecord('class', 'one', 1000),
  name: 'Tuesday evening',
  note: '',
  students: names.map(student),
});

/** A go at one question, answered “nothing here” of a picture without fish: right. */
function go(id: string): AttemptRecord {
  const { item, ground } = question('empty');
  const answer = {
    ...{ kind: 'tapAll' as const, marks: [], tolerance: { pings: 4, bins: 4 } },
    ...{ confidence: 'sure' as const, committedAtMs: 5, tookMs: 4000 },
  };
  const grade = gradeAnswer(item, answer, ground);
  expect(grade.right).toBe(true);
  const answers = [{ itemId: item.id, answer, grade, without: null }];
  return attemptAt(id, [item], { answers, at: 1, finishedAtMs: 9 });
}
/** As a student saves it; what they claim to have got right is another matter. */
function handedIn(alias: string, attempt: AttemptRecord, claims = true): File {
  const [stored_] = attempt.answers;
  const answers = [
    { ...stored_, grade: { ...stored_.grade!, right: claims, score: Number(claims) } },
  ];
  const text = writeResults(
    { alias, attempts: [{ ...attempt, answers }] },
    '2026-05-02T18:00:00.000Z',
  );
  return new File([text], `${alias}.results.json`);
}
type User = Awaited<ReturnType<typeof openPage>>['user'];
const drop = async (user: User, ...files: File[]) =>
  user.upload(await screen.findByLabelText('Files of results'), files);
const count = async (user: User) =>
  user.click(await screen.findByRole('button', { name: 'Grade and count them' }));

describe('a class', () => {
  it('is begun, named, and gets its students from a pasted list', async () => {
    const { user } = await openPage(<ClassPage />);
    await user.click(await screen.findByRole('button', { name: 'New class' }));
    await user.click(await screen.findByRole('button', { name: 'Rename New class' }));
    const name = screen.getByLabelText('Name of the class');
    await user.clear(name);
    await user.type(name, 'Tuesday{Enter}');
    await screen.findByText('Tuesday');
    await user.type(screen.getByLabelText(/Names or aliases/), 'Aino{Enter}Bertil{Enter}Aino');
    await user.click(screen.getByRole('button', { name: 'Add them' }));
    await screen.findByText('2 added.');
    await user.type(await screen.findByLabelText('Note on Aino'), 'sails');
    await user.click(screen.getByRole('checkbox', { name: 'Bertil is here' }));
    await waitFor(async () => {
      const [{ students }] = (await listRecords('class')).records;
      expect(students).toMatchObject([
        { name: 'Aino', note: 'sails', isPresent: true },
        { name: 'Bertil', isPresent: false },
      ]);
    });
  });
  it('archives with a way back', async () => {
    const { user } = await openPage(<ClassPage />, { records: [group('Aino', 'Bertil')] });
    await user.click(await screen.findByRole('button', { name: 'More for Aino' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Archive' }));
    await screen.findByText(/Aino is archived/);
    await screen.findByRole('button', { name: 'bring back Aino' });
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await screen.findByRole('button', { name: 'More for Aino' });
  });
  it('is deleted with a way back', async () => {
    const { user } = await openPage(<ClassPage />, { records: [group('Aino')] });
    await user.click(await screen.findByRole('button', { name: 'More for Tuesday evening' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Delete the class' }));
    await screen.findByText(/No class yet/);
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await screen.findByText('Tuesday evening');
  });
});

describe('what was handed in', () => {
  it('is matched by name, graded anew, and counted once', async () => {
    const { user } = await openPage(<ClassPage />, { records: [group('Aino', 'Bertil')] });
    // One claims to have been wrong; only answers are believed.
    await drop(user, handedIn('aino', go('a'), false), handedIn('Bertil', go('b')));
    await count(user);
    await screen.findByText('2 goes counted.', undefined, { timeout: 20_000 });
    expect(await stored('result', 'a')).toMatchObject({
      studentId: 'aino',
      attempt: { answers: [{ grade: { right: true, score: 1 } }] },
    });
    await drop(user, handedIn('Aino', go('a')));
    await count(user);
    await screen.findByText('0 goes counted; 1 were here already.');
    expect((await listRecords('result')).records).toHaveLength(2);
  });
  it('under a name that nobody bears waits until someone says who it is', async () => {
    const { user } = await openPage(<ClassPage />, { records: [group('Aino')] });
    await drop(user, handedIn('Captain', go('a')));
    expect(
      (await screen.findByRole('button', { name: 'Grade and count them' })) as HTMLButtonElement,
    ).toHaveProperty('disabled', true);
    await user.selectOptions(screen.getByLabelText('Who Captain is'), 'a new student, Captain');
    await count(user);
    await screen.findByText('1 go counted.', undefined, { timeout: 20_000 });
    const { students } = (await stored('class', 'one'))!;
    expect(students.map(({ name }) => name)).toEqual(['Aino', 'Captain']);
    expect(await stored('result', 'a')).toMatchObject({ studentId: students[1].id });
  });
  it('that was changed by hand is refused by name, and changes nothing', async () => {
    const { user } = await openPage(<ClassPage />, { records: [group('Aino')] });
    const text = await handedIn('Aino', go('a')).text();
    await drop(user, new File([text.replace('"at":1', '"at":0')], 'aino.json'));
    await screen.findByText(/aino\.json was not taken: .*something in it was changed/);
    expect(screen.queryByRole('button', { name: 'Grade and count them' })).toBeNull();
    expect((await listRecords('result')).records).toHaveLength(0);
  });
  it('goes with the person who is forgotten', async () => {
    const { user } = await openPage(<ClassPage />, { records: [group('Aino', 'Bertil')] });
    await drop(user, handedIn('Aino', go('a')), handedIn('Bertil', go('b')));
    await count(user);
    await screen.findByText('2 goes counted.', undefined, { timeout: 20_000 });
    await user.click(screen.getByRole('button', { name: 'More for Aino' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Forget this person…' }));
    await user.click(await screen.findByRole('button', { name: 'Forget Aino' }));
    await screen.findByText('Every trace of Aino is removed.');
    expect((await listRecords('result')).records.map(({ id }) => id)).toEqual(['b']);
    expect(JSON.stringify((await listRecords('class')).records)).not.toMatch(/Aino/i);
  });
  it('says of each student and skill how able, with the answers behind it', async () => {
    const { user } = await openPage(<ClassPage />, { records: [group('Aino', 'Bertil')] });
    await drop(user, handedIn('Aino', go('a')));
    await count(user);
    await screen.findByText('1 go counted.', undefined, { timeout: 20_000 });
    await user.click(screen.getByRole('radio', { name: 'Who misreads what' }));
    const cell = await screen.findByRole('button', {
      name: /^Aino, .*: 0\.\d ± 1\.\d, 1 answers$/,
    });
    expect(screen.queryByRole('button', { name: /^Bertil, .*answers$/ })).toBeNull();
    await user.click(cell);
    const link = await screen.findByRole('link', { name: 'See it on its picture' });
    expect(link.getAttribute('href')).toMatch(/^\/drills\/attempt\?result=a&item=/);
    const heads = screen.getAllByRole('columnheader');
    expect(within(heads[1]).getByRole('button').textContent).toBe('Class');
    const own = heads.find(({ textContent }) => textContent === 'Aino')!;
    await user.click(within(own).getByRole('button'));
    expect(own.getAttribute('aria-sort')).toBe('ascending');
    await screen.findByRole('button', { name: /^Make a drill of .* for Aino$/ });
  });
});

it('a learner saves what they answered under a name, and the instructor’s page reads it', async () => {
  const files = savedFiles();
  const records = [go('a'), go('b')];
  const { user, unmount } = await openPage(<ClassPage />, { role: 'learn', records });
  await user.selectOptions(await screen.findByLabelText('Who is here'), 'somebody else…');
  await user.type(await screen.findByLabelText(/Your name/), 'Aino');
  await user.click(screen.getByRole('button', { name: 'That is me' }));
  await user.click((await screen.findAllByRole('checkbox'))[0]);
  await user.click(await screen.findByRole('button', { name: 'Save 1 go as a file' }));
  await waitFor(() => expect(files).toHaveLength(1));
  expect(files[0].name).toMatch(/^aino-.*\.results\.json$/i);
  unmount();
  const teacher = await openPage(<ClassPage />, { records: [group('Aino')] });
  await drop(teacher.user, new File([await files[0].blob.text()], files[0].name));
  await count(teacher.user);
  await screen.findByText('1 go counted.', undefined, { timeout: 20_000 });
});

describe('several people at one browser', () => {
  it('are kept apart by the name they chose, and what has none is everybody’s', async () => {
    const records = [
      { ...go('a'), alias: 'Aino' },
      { ...go('b'), alias: 'Bertil' },
      { ...go('c'), alias: '' },
    ];
    const { user } = await openPage(<ClassPage />, { role: 'learn', records });
    await screen.findByRole('option', { name: 'Bertil' });
    await user.selectOptions(screen.getByLabelText('Who is here'), 'Bertil');
    await waitFor(() => expect(screen.getAllByRole('checkbox')).toHaveLength(2));
    const files = savedFiles();
    await user.click(screen.getByRole('button', { name: 'A file for everyone here' }));
    await waitFor(() =>
      expect(files.map(({ name }) => name.split('-')[0])).toEqual(['aino', 'bertil']),
    );
  });
});

describe('the course of a class', () => {
  const openCourse = async () => {
    const opened = await openPage(<ClassPage />, { records: [group('Aino')] });
    await opened.user.click(await screen.findByRole('radio', { name: 'Course' }));
    return opened;
  };
  it('begins with eight meetings that are one’s own, can be dated, changed, and taken back', async () => {
    const { user } = await openCourse();
    await user.click(await screen.findByRole('button', { name: 'Begin with the eight meetings' }));
    const meetings = await screen.findByRole('list', { name: 'Meetings' });
    expect(within(meetings).getAllByRole('listitem')).toHaveLength(8);
    fireEvent.change(await screen.findByLabelText('Begins'), {
      target: { value: '2027-03-02T18:30' },
    });
    await within(meetings).findByText(/Tue 2 Mar 2027, 18:30/);
    await user.selectOptions(await screen.findByLabelText('Which lesson'), 'Nothing here, move on');
    await user.click(screen.getByRole('button', { name: /^Add$/ }));
    const parts = screen.getByRole('list', { name: /is held with$/ });
    const before = within(parts).getAllByRole('listitem').length;
    await user.click(screen.getByRole('button', { name: /^Undo/ }));
    await waitFor(() => expect(within(parts).getAllByRole('listitem')).toHaveLength(before - 1));
    const [course] = (await listRecords('course')).records;
    expect(course.meetings[0].atMs).toBe(new Date(2027, 2, 2, 18, 30).getTime());
  });
  it('can be begun like that of another class, without its dates', async () => {
    const other: CourseRecord = {
      ...newRecord('course', 'course', 1000),
      ...{ name: 'Winter', note: '', classId: 'elsewhere' },
      meetings: [{ id: 'm', title: 'On the ice', atMs: 5, note: '', parts: [] }],
    };
    const { user } = await openPage(<ClassPage />, { records: [group('Aino'), other] });
    await user.click(await screen.findByRole('radio', { name: 'Course' }));
    await user.click(await screen.findByRole('button', { name: 'Copy “Winter”' }));
    await screen.findByRole('heading', { name: 'On the ice' });
    const { records } = await listRecords('course');
    const copy = records.find(({ classId }) => classId === 'one')!;
    expect(copy.meetings).toEqual([{ ...other.meetings[0], atMs: null }]);
    expect(copy.id).not.toBe(other.id);
  });
  it('gives a meeting as a file that another browser shows as the next, without whose class it is', async () => {
    const files = savedFiles();
    const { user, unmount } = await openCourse();
    await user.click(await screen.findByRole('button', { name: 'Begin with the eight meetings' }));
    await user.click(await screen.findByRole('button', { name: 'Save for students' }));
    await waitFor(() => expect(files).toHaveLength(1));
    expect(files[0].name).toMatch(/\.practice\.zip$/);
    unmount();
    await openPage(<ClassPage />, { role: 'learn' });
    await screen.findByText('Sent by your instructor');
    const bytes = new Uint8Array(await files[0].blob.arrayBuffer());
    fireEvent.change(screen.getByLabelText('A file from your instructor'), {
      target: { files: [new File([bytes], 'meeting.zip')] },
    });
    await screen.findByRole('heading', { name: 'What the screen is' });
    const [course] = (await listRecords('course')).records;
    expect(course.classId).toBe('');
  });
});

describe('what a class has in common', () => {
  const named = question('name');
  /** A go at one question of a name, by whom, and what was said. */
  const said = (
    id: string,
    studentId: string,
    label: RegionLabel,
    drillId: string | null = null,
  ): ResultRecord => {
    const answer = {
      ...{ kind: 'whatIsThis' as const, label, confidence: 'sure' as const },
      ...{ committedAtMs: 5, tookMs: 4000 },
    };
    const grade = gradeAnswer(named.item, answer, named.ground);
    const attempt = resultShape.attempt.parse(
      attemptAt(id, [named.item], {
        ...{ drillId, at: 1, finishedAtMs: 9 },
        answers: [{ itemId: named.item.id, answer, grade, without: null }],
      }),
    );
    return {
      ...newRecord('result', id, 1000),
      ...{ classId: 'one', studentId, ungraded: [], attempt },
    };
  };
  const truth = named.ground.screens[0].regions.find(
    ({ targetId }) => 'targetId' in named.item && targetId === named.item.targetId,
  )!.label;
  const wrong: RegionLabel = truth === 'bait' ? 'fish' : 'bait';

  it('is told in words with who misread it, and on a picture', async () => {
    const records = [
      group('Aino', 'Bertil', 'Cecilia'),
      said('a', 'aino', wrong),
      said('b', 'bertil', wrong),
      said('c', 'cecilia', truth),
    ];
    const { user } = await openPage(<ClassPage />, { records });
    await user.click(await screen.findByRole('radio', { name: 'Who misreads what' }));
    await screen.findByText(new RegExp(`^${truth} taken for ${wrong}$`, 'i'));
    await screen.findByText('2 times, by Aino, Bertil');
    const link = screen.getByRole('link', { name: 'See one on its picture' });
    expect(link.getAttribute('href')).toContain('result=a&item=');
  });

  it('is what was gained from the first test to the second, by who took both', async () => {
    const part = (of: string, test: 'before' | 'after') => ({
      ...{ id: of, kind: 'drill' as const, of, name: of, test },
    });
    const course: CourseRecord = {
      ...newRecord('course', 'course', 1000),
      ...{ name: 'Course', note: '', classId: 'one' },
      meetings: [
        {
          id: 'm',
          title: 'All',
          atMs: null,
          note: '',
          parts: [part('t1', 'before'), part('t2', 'after')],
        },
      ],
    };
    const records = [
      ...[course, group('Aino', 'Bertil')],
      said('a', 'aino', wrong, 't1'),
      said('b', 'aino', truth, 't2'),
      said('c', 'bertil', wrong, 't1'),
    ];
    const { user } = await openPage(<ClassPage />, { records });
    await user.click(await screen.findByRole('radio', { name: 'Who misreads what' }));
    const heading = await screen.findByRole('heading', {
      name: 'From the first test to the second',
    });
    const card = heading.closest('section')!;
    const rows = within(card)
      .getAllByRole('row')
      .map(({ textContent }) => textContent);
    expect(rows[1]).toMatch(/^Aino0 of 11 of 1100 %/);
    expect(rows).toHaveLength(3);
  });

  it('goes out as CSV and as statements, under the names of the class', async () => {
    const files = savedFiles();
    const records = [group('Aino'), said('a', 'aino', truth)];
    const { user } = await openPage(<ClassPage />, { records });
    for (const name of ['Results as CSV', 'Results as xAPI statements']) {
      await user.click(await screen.findByRole('button', { name: 'More for Tuesday evening' }));
      await user.click(await screen.findByRole('menuitem', { name }));
    }
    expect(await files[0].blob.text()).toMatch(/^student,drill,.*\r\nAino,/);
    const statements = JSON.parse(await files[1].blob.text()) as { actor: { name: string } }[];
    expect(statements.map(({ actor }) => actor.name)).toEqual(['Aino']);
  });

  it('one go at an exam is counted once its key is here, and not before', async () => {
    const sealed = seal(named.item, named.ground, 'exam-0')!;
    const answers = go('x').answers.map((stored_) => ({
      ...stored_,
      itemId: 'exam-0',
      answer: { ...stored_.answer!, kind: 'whatIsThis' as const, label: truth },
      grade: null,
    }));
    const attempt = attemptAt('taken', [sealed.item], { drillId: 'exam', answers, at: 1 });
    const file = () =>
      new File(
        [writeResults({ alias: 'Aino', attempts: [attempt] }, '2026-05-02T18:00:00.000Z')],
        'aino.json',
      );
    const { user, unmount } = await openPage(<ClassPage />, { records: [group('Aino')] });
    await drop(user, file());
    await count(user);
    await screen.findByText(/1 answers could not be graded here/);
    unmount();
    const key: ExamKeyRecord = {
      ...newRecord('examKey', 'exam', 1000),
      ...{ name: 'Exam A', drillId: 'drill', drillName: 'Evening', keys: [sealed.key] },
    };
    const again = await openPage(<ClassPage />, { records: [group('Aino'), key] });
    await drop(again.user, file());
    await count(again.user);
    await screen.findByText('1 go counted.');
    const result = (await stored('result', 'taken'))!;
    expect(result.attempt.answers[0].grade).toMatchObject({ right: true });
    expect(result.attempt.drillId).toBe('drill');
  });
});

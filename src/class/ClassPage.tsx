/** Who is taught, what they handed in, and what they misread; for a learner, what to hand in. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { type StudentAnswers, writeResultsCsv, xapiStatements } from '@core/formats';
import type { ClassRecord, ResultRecord } from '@core/records';
import {
  addDemoClass,
  answeredBy,
  listClasses,
  newClass,
  resultsOf,
  saveClass,
} from '@/storage/classes';
import { fileName, saveFile } from '@/storage/saveFile';
import { storageFault } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Plus, UserRound } from '@/ui/icons';
import { Menu } from '@/ui/Menu';
import { NameEditor } from '@/ui/NameEditor';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { Segmented } from '@/ui/Segmented';
import { showToast } from '@/ui/toast';
import { Course } from './Course';
import { type ChangeClass, HandedIn } from './HandedIn';
import { Misreadings } from './Misreadings';
import { MyCourse } from './MyCourse';
import { Roster } from './Roster';

const VIEWS = [
  { value: 'students', label: 'Students' },
  { value: 'course', label: 'Course' },
  { value: 'misreadings', label: 'Who misreads what' },
] as const;
type View = (typeof VIEWS)[number]['value'];

interface Opened {
  classes: ClassRecord[];
  group: ClassRecord | null;
  results: ResultRecord[];
}

/** @param wanted id of the class to open; the newest where it is not there */
async function open(wanted: string | null): Promise<Opened> {
  const classes = await listClasses();
  const group = classes.find(({ id }) => id === wanted) ?? classes[0] ?? null;
  return { classes, group, results: group ? await resultsOf(group.id) : [] };
}

const inAddress = () => new URLSearchParams(location.search).get('id');
const viewInAddress = (): View =>
  VIEWS.find(({ value }) => value === new URLSearchParams(location.search).get('show'))?.value ??
  'students';

/** What is shown stands in the address, so that a reload stays there. */
function keepInAddress(name: 'id' | 'show', value: string) {
  const params = new URLSearchParams(location.search);
  params.set(name, value);
  history.replaceState(null, '', `?${params.toString()}`);
}

function saveResults(group: ClassRecord, results: readonly ResultRecord[], as: 'csv' | 'xapi') {
  const all = results.flatMap((result): StudentAnswers[] => {
    const student = group.students.find(({ id }) => id === result.studentId);
    if (!student) return [];
    const { drillName } = result.attempt;
    return [{ name: student.name, resultId: result.id, drillName, answered: answeredBy(result) }];
  });
  const isCsv = as === 'csv';
  const text = isCsv ? writeResultsCsv(all) : JSON.stringify(xapiStatements(all), null, 1);
  const name = `${fileName(group.name)}.results.${isCsv ? 'csv' : 'xapi.json'}`;
  saveFile(new TextEncoder().encode(text), name, isCsv ? 'text/csv' : 'application/json');
}

function Teaching() {
  const { lookAsStudent } = useSettings();
  const [opened, setOpened] = useState<Opened | null>(null);
  const [view, setView] = useState<View>(viewInAddress);
  const latest = useRef<ClassRecord | null>(null);
  const load = useCallback(async (id: string | null) => {
    const next = await open(id);
    latest.current = next.group;
    if (next.group) keepInAddress('id', next.group.id);
    setOpened(next);
  }, []);
  useEffect(() => {
    const timer = setTimeout(() => void load(inAddress()), 0);
    return () => clearTimeout(timer);
  }, [load]);
  if (!opened) return <p className="p-6 text-ink-2">Opening the class…</p>;
  const { classes, group, results } = opened;
  const attempt = async (what: string, run: () => Promise<string | null>) => {
    try {
      await load(await run());
    } catch (failure) {
      showToast({ message: `${what} failed: ${storageFault(failure)}.` });
    }
  };
  // One change may follow another before the page has heard of it.
  const change = (update: ChangeClass) =>
    attempt('Storing the class', async () => {
      const next = update(latest.current ?? group!);
      latest.current = next;
      return (await saveClass(next)).id;
    });
  const remove = (gone: ClassRecord) =>
    attempt('Deleting', async () => {
      await saveClass({ ...gone, deletedAtMs: Date.now() });
      const undo = () =>
        attempt('Undoing', async () => (await saveClass({ ...gone, deletedAtMs: null })).id);
      showToast({
        message: `“${gone.name}” is deleted; its results stay until it is back.`,
        action: { label: 'Undo', run: () => void undo() },
      });
      return null;
    });
  const begin = () => attempt('Beginning a class', async () => (await newClass('New class')).id);
  const students = group?.students.filter(({ archivedAtMs }) => archivedAtMs === null) ?? [];
  return (
    <>
      <PageHeader
        title={
          group ? (
            <NameEditor
              name={group.name}
              of="the class"
              onRename={(name) => void change((old) => ({ ...old, name }))}
            />
          ) : (
            'Class'
          )
        }
        note={group ? `${students.length} students` : 'Hand out, gather, see who misreads what.'}
      >
        {classes.length > 1 && (
          <Choice
            label="Class"
            value={group!.id}
            options={classes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => void load(id)}
          />
        )}
        <Button onClick={() => lookAsStudent(true)}>
          <UserRound size={16} aria-hidden="true" /> See it as a student
        </Button>
        <Button look={group ? 'plain' : 'primary'} onClick={() => void begin()}>
          <Plus size={16} aria-hidden="true" /> New class
        </Button>
        {group && (
          <Menu
            label={`More for ${group.name}`}
            items={[
              { label: 'Results as CSV', run: () => saveResults(group, results, 'csv') },
              {
                label: 'Results as xAPI statements',
                run: () => saveResults(group, results, 'xapi'),
              },
              { label: 'Delete the class', run: () => void remove(group) },
            ]}
          />
        )}
      </PageHeader>
      {group ? (
        <div className="mx-auto flex max-w-6xl flex-col gap-4 p-4">
          <Segmented
            label="Show"
            className="w-108"
            value={view}
            options={VIEWS}
            onChange={(next) => {
              setView(next);
              keepInAddress('show', next);
            }}
          />
          {view === 'course' ? (
            <Course key={group.id} group={group} />
          ) : view === 'students' ? (
            <>
              <HandedIn group={group} onCounted={() => void load(group.id)} onChange={change} />
              <Roster
                group={group}
                results={results}
                onChange={change}
                onForgotten={() => void load(group.id)}
              />
            </>
          ) : (
            <Misreadings group={group} results={results} />
          )}
        </div>
      ) : (
        <div className="p-6">
          <p className="mb-3 max-w-prose text-ink-2">
            No class yet. Begin one, put in names or aliases, hand on a drill as a file (Drills,
            More), and drop here what students hand in. Names never leave this browser but in files
            that you save.
          </p>
          <Button onClick={() => void attempt('Putting it in', addDemoClass)}>
            Put in a made-up class of twelve
          </Button>
        </div>
      )}
    </>
  );
}

function RoleView() {
  const { role } = useSettings();
  return role === 'learn' ? <MyCourse /> : <Teaching />;
}

export function ClassPage() {
  return (
    <Prepared>
      <RoleView />
    </Prepared>
  );
}

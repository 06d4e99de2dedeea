/** The course of a class: meetings in order, what each is held with, and what is handed out for it. */
import { format as formatDate } from 'date-fns/format';
import { useCallback, useEffect, useRef, useState } from 'react';
import { SKILL_IDS, SKILLS } from '@core/drills';
import type { ClassRecord, CourseRecord, Meeting, MeetingPart, PartKind } from '@core/records';
import { LESSONS } from '@core/teaching';
import {
  exportMeeting,
  listCourses,
  newCourse,
  partHref,
  saveCourse,
  withTests,
} from '@/storage/courses';
import { createId, storageFault } from '@/storage/database';
import { listDrills } from '@/storage/drills';
import { listLessons } from '@/storage/lessons';
import { fileName, saveFile } from '@/storage/saveFile';
import { listScreens } from '@/storage/screens';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { Download, Plus, Trash2, X } from '@/ui/icons';
import { SortableList } from '@/ui/SortableList';
import { TextField } from '@/ui/TextField';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import { useUndo } from '@/ui/useUndo';

const PART_WORDS: Record<PartKind, string> = {
  lesson: 'Lesson',
  page: 'Handbook',
  drill: 'Drill',
  screen: 'Screen',
};
const TEST_WORDS = { before: 'Test before', after: 'Test after' } as const;
const MOST_SCREENS = 200;
const MOST_MEETINGS = 60;

interface Material {
  of: string;
  name: string;
}
type Materials = Record<PartKind, Material[]>;

async function loadMaterials(): Promise<Materials> {
  const [lessons, drills, { screens }] = await Promise.all([
    listLessons(),
    listDrills(),
    listScreens(),
  ]);
  const named = ({ id, name }: { id: string; name: string }) => ({ of: id, name });
  return {
    lesson: [...LESSONS, ...lessons.own].map(named),
    page: SKILL_IDS.map((id) => ({ of: id, name: SKILLS[id] })),
    drill: drills.map(named),
    screen: screens.slice(0, MOST_SCREENS).map(named),
  };
}

/** As the browser's own field for date and time writes it. */
const localTime = (ms: number) => formatDate(ms, "yyyy-MM-dd'T'HH:mm");

function AddPart({
  materials,
  onAdd,
}: {
  materials: Materials;
  onAdd: (part: MeetingPart) => void;
}) {
  const [kind, setKind] = useState<PartKind>('lesson');
  const offered = materials[kind];
  const [chosen, setChosen] = useState('');
  const of = offered.some((one) => one.of === chosen) ? chosen : (offered.at(0)?.of ?? '');
  const found = offered.find((one) => one.of === of);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Choice
        label="What to add"
        hideLabel
        value={kind}
        options={(Object.keys(PART_WORDS) as PartKind[]).map((value) => ({
          value,
          label: PART_WORDS[value],
        }))}
        onChange={setKind}
      />
      <div className="max-w-72 min-w-40 flex-1">
        <Choice
          label={`Which ${PART_WORDS[kind].toLowerCase()}`}
          hideLabel
          value={of}
          options={offered.map((one) => ({ value: one.of, label: one.name }))}
          onChange={setChosen}
        />
      </div>
      <Button
        size="small"
        disabled={!found}
        onClick={() => found && onAdd({ id: createId('part'), kind, ...found, test: null })}
      >
        <Plus size={14} aria-hidden="true" /> Add
      </Button>
    </div>
  );
}

interface MeetingProps {
  meeting: Meeting;
  materials: Materials;
  onChange: (label: string, next: Meeting, mergeKey?: string) => void;
  onSave: () => void;
}

function MeetingEditor({ meeting, materials, onChange, onSave }: MeetingProps) {
  const { title, note, atMs, parts, id } = meeting;
  const set = (label: string, part: Partial<Meeting>, mergeKey?: string) =>
    onChange(label, { ...meeting, ...part }, mergeKey && `${mergeKey}-${id}`);
  return (
    <div className="flex flex-col gap-3 p-4 pt-1">
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-56 flex-1">
          <TextField
            label="What it is about"
            required
            max={120}
            value={title}
            onChange={(next) => set('name a meeting', { title: next }, 'title')}
          />
        </div>
        <label className="block">
          <span className="mb-0.5 block text-xs text-ink-2">Begins</span>
          <input
            type="datetime-local"
            className="rounded-md border border-hairline bg-paper px-2 py-1"
            value={atMs === null ? '' : localTime(atMs)}
            onChange={({ target: { value } }) => {
              const ms = value === '' ? null : new Date(value).getTime();
              set(
                'date a meeting',
                { atMs: ms !== null && Number.isFinite(ms) ? ms : null },
                'date',
              );
            }}
          />
        </label>
      </div>
      <TextField
        label="Notes for yourself"
        rows={2}
        max={2000}
        value={note}
        onChange={(next) => set('note on a meeting', { note: next }, 'note')}
      />
      <SortableList
        label={`What ${title} is held with`}
        items={parts}
        idOf={(part) => part.id}
        nameOf={({ name }) => name}
        onOrder={(next) => set('move a part', { parts: next })}
      >
        {(part) => (
          <>
            <span className="w-22 shrink-0 text-xs text-ink-2">
              {part.test ? TEST_WORDS[part.test] : PART_WORDS[part.kind]}
            </span>
            <a className="min-w-0 flex-1 font-semibold text-action underline" href={partHref(part)}>
              {part.name}
            </a>
            <Button
              size="small"
              aria-label={`Take ${part.name} out`}
              onClick={() => set('take a part out', { parts: parts.filter((one) => one !== part) })}
            >
              <X size={14} aria-hidden="true" />
            </Button>
          </>
        )}
      </SortableList>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <AddPart
          materials={materials}
          onAdd={(part) => set('add a part', { parts: [...parts, part].slice(0, 40) })}
        />
        <Button onClick={onSave}>
          <Download size={16} aria-hidden="true" /> Save for students
        </Button>
      </div>
      <p className="text-xs text-ink-2">
        One file with these lessons, drills, screens and waters, truth open: for practice. An exam
        is made under Drills.
      </p>
    </div>
  );
}

function Plan({ initial, onGone }: { initial: CourseRecord; onGone: () => void }) {
  const save = useCallback((course: CourseRecord) => {
    void saveCourse(course).catch((failure: unknown) =>
      showToast({ message: `The course could not be kept: ${storageFault(failure)}.` }),
    );
  }, []);
  const { value: course, change, history, step } = useUndo(initial, save);
  const [openId, setOpenId] = useState(initial.meetings.at(0)?.id ?? '');
  const [materials, setMaterials] = useState<Materials | null>(null);
  const [made, setMade] = useState<{ made: number; of: number } | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => {
    void loadMaterials().then(setMaterials);
    return () => stop.current?.abort();
  }, []);
  const { meetings } = course;
  const open = meetings.find(({ id }) => id === openId) ?? null;
  const set = (label: string, part: Partial<CourseRecord>, mergeKey?: string) =>
    change(label, { ...course, ...part }, mergeKey);
  const add = () => {
    const meeting: Meeting = {
      ...{ id: createId('meeting'), title: `Meeting ${meetings.length + 1}` },
      ...{ atMs: null, note: '', parts: [] },
    };
    set('add a meeting', { meetings: [...meetings, meeting] });
    setOpenId(meeting.id);
  };
  const remove = async () => {
    await saveCourse({ ...course, deletedAtMs: Date.now() });
    onGone();
    showToast({
      message: `“${course.name}” is deleted.`,
      action: {
        label: 'Undo',
        run: () => void saveCourse({ ...course, deletedAtMs: null }).then(onGone),
      },
    });
  };
  const makeTests = async () => {
    stop.current = new AbortController();
    setMade({ made: 0, of: 1 });
    try {
      const next = await withTests(course, {
        onMade: (count, of) => setMade({ made: count, of }),
        signal: stop.current.signal,
      });
      if (next) {
        change('make tests', next);
        setMaterials(await loadMaterials());
      }
    } catch (failure) {
      showToast({ message: `The tests could not be made: ${storageFault(failure)}.` });
    }
    setMade(null);
  };
  const saveMeeting = async (meeting: Meeting) => {
    try {
      const bytes = await exportMeeting(course, meeting);
      saveFile(bytes, `${fileName(meeting.title)}.practice.zip`, 'application/zip');
    } catch (failure) {
      showToast({ message: `The meeting could not be saved: ${storageFault(failure)}.` });
    }
  };
  const hasTests = meetings.some(({ parts }) => parts.some(({ test }) => test !== null));
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-96">
          <TextField
            label="The course"
            required
            max={120}
            value={course.name}
            onChange={(name) => set('name the course', { name }, 'name')}
          />
        </div>
        <UndoButtons history={history} onStep={step} />
        {made ? (
          <>
            <p role="status" className="text-sm">
              Making both tests: {made.made} of {made.of} questions
            </p>
            <Button onClick={() => stop.current?.abort()}>Stop</Button>
          </>
        ) : (
          <Button disabled={meetings.length === 0} onClick={() => void makeTests()}>
            {hasTests ? 'Make other tests' : 'Make a test before and after'}
          </Button>
        )}
        <Button look="quiet" aria-label="Delete the course" onClick={() => void remove()}>
          <Trash2 size={16} aria-hidden="true" />
        </Button>
      </div>
      <div className="grid items-start gap-4 lg:grid-cols-[20rem_1fr]">
        <Card title="Meetings">
          <div className="flex flex-col gap-3 p-4 pt-2">
            <SortableList
              label="Meetings"
              items={meetings}
              idOf={({ id }) => id}
              nameOf={({ title }) => title}
              onOrder={(next) => set('move a meeting', { meetings: next })}
            >
              {(meeting, i) => (
                <>
                  <button
                    type="button"
                    aria-pressed={meeting.id === openId}
                    onClick={() => setOpenId(meeting.id)}
                    className="min-h-8 min-w-0 flex-1 rounded-sm px-1.5 py-0.5 text-left leading-tight hover:bg-well aria-pressed:bg-well aria-pressed:font-semibold"
                  >
                    {i + 1}. {meeting.title}
                    <span className="block text-xs font-normal text-ink-2">
                      {meeting.atMs === null
                        ? 'no date yet'
                        : formatDate(meeting.atMs, 'EEE d MMM yyyy, HH:mm')}
                      , {meeting.parts.length} parts
                    </span>
                  </button>
                  <Button
                    size="small"
                    aria-label={`Remove ${meeting.title}`}
                    onClick={() =>
                      set('remove a meeting', {
                        meetings: meetings.filter((one) => one !== meeting),
                      })
                    }
                  >
                    <X size={14} aria-hidden="true" />
                  </Button>
                </>
              )}
            </SortableList>
            <Button size="small" disabled={meetings.length >= MOST_MEETINGS} onClick={add}>
              <Plus size={14} aria-hidden="true" /> Another meeting
            </Button>
          </div>
        </Card>
        <Card title={open ? open.title : 'No meeting is open'}>
          {open && materials && (
            <MeetingEditor
              key={open.id}
              meeting={open}
              materials={materials}
              onChange={(label, next, mergeKey) =>
                set(
                  label,
                  { meetings: meetings.map((one) => (one.id === next.id ? next : one)) },
                  mergeKey,
                )
              }
              onSave={() => void saveMeeting(open)}
            />
          )}
        </Card>
      </div>
    </>
  );
}

export function Course({ group }: { group: ClassRecord }) {
  const [course, setCourse] = useState<CourseRecord | null | 'none'>(null);
  const [others, setOthers] = useState<CourseRecord[]>([]);
  const load = useCallback(async () => {
    const all = await listCourses();
    setCourse(all.find(({ classId }) => classId === group.id) ?? 'none');
    setOthers(all.filter(({ classId }) => classId !== group.id));
  }, [group.id]);
  useEffect(() => {
    const timer = setTimeout(() => void load(), 0);
    return () => clearTimeout(timer);
  }, [load]);
  const begin = async (from: Parameters<typeof newCourse>[1]) => {
    try {
      setCourse(await newCourse(group.id, from));
    } catch (failure) {
      showToast({ message: `The course could not be begun: ${storageFault(failure)}.` });
    }
  };
  if (course === null) return <p className="text-ink-2">Opening the course…</p>;
  if (course === 'none') {
    return (
      <Card title="No course yet">
        <div className="flex flex-col gap-3 p-4 pt-1">
          <p className="max-w-prose text-ink-2">
            A course is a plan of meetings: lessons, drills, handbook pages and screens in order,
            with a date each. Today shows the next one with all it needs. The shipped course has
            eight meetings in the order in which the work is done on the water.
          </p>
          <div className="flex flex-wrap gap-2">
            <Button look="primary" onClick={() => void begin('shipped')}>
              Begin with the eight meetings
            </Button>
            <Button onClick={() => void begin('empty')}>Begin an empty one</Button>
            {others.map((other) => (
              <Button key={other.id} onClick={() => void begin(other)}>
                Copy “{other.name}”
              </Button>
            ))}
          </div>
        </div>
      </Card>
    );
  }
  return <Plan key={course.id} initial={course} onGone={() => void load()} />;
}

/** The students of a class: brought in, noted, present or not, archived, forgotten. */
import { useState } from 'react';
import { readRoster } from '@core/formats';
import { figuresOf } from '@core/drills';
import type { ClassRecord, ResultRecord, Student } from '@core/records';
import { format as formatDate } from 'date-fns/format';
import { answeredBy, forgetStudent, withStudents } from '@/storage/classes';
import { storageFault } from '@/storage/database';
import { usePrinting } from '@/paper/usePrinting';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { FileButton } from '@/ui/FileButton';
import { UserPlus } from '@/ui/icons';
import { Menu } from '@/ui/Menu';
import { TextField } from '@/ui/TextField';
import { showToast } from '@/ui/toast';
import type { ChangeClass } from './HandedIn';

interface RosterProps {
  group: ClassRecord;
  results: readonly ResultRecord[];
  onChange: (update: ChangeClass) => Promise<void>;
  onForgotten: () => void;
}

function BringIn({ group, onChange }: Pick<RosterProps, 'group' | 'onChange'>) {
  const [text, setText] = useState('');
  const add = async (list: string) => {
    const lines = readRoster(list);
    const added = withStudents(group, lines).students.length - group.students.length;
    await onChange((old) => withStudents(old, lines));
    setText('');
    const left = lines.length - added;
    showToast({
      message: `${added} added${left > 0 ? `; ${left} were in the class already, or it is full` : ''}.`,
    });
  };
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void add(text);
      }}
    >
      <TextField
        label="Names or aliases, one a line, or a pasted table"
        value={text}
        max={40_000}
        rows={3}
        onChange={setText}
      />
      <div className="flex gap-2">
        <Button type="submit" disabled={text.trim() === ''}>
          <UserPlus size={16} aria-hidden="true" /> Add them
        </Button>
        <FileButton
          label="A list as CSV"
          accept=".csv,.txt"
          onFile={(file) => void file.text().then(add)}
        >
          From a list (CSV)
        </FileButton>
      </div>
    </form>
  );
}

export function Roster({ group, results, onChange, onForgotten }: RosterProps) {
  const { print } = usePrinting();
  const [forgetting, setForgetting] = useState<Student | null>(null);
  const put = ({ id }: Student, change: Partial<Student>) =>
    onChange((old) => ({
      ...old,
      students: old.students.map((one) => (one.id === id ? { ...one, ...change } : one)),
    }));
  const here = group.students.filter(({ archivedAtMs }) => archivedAtMs === null);
  const archived = group.students.filter(({ archivedAtMs }) => archivedAtMs !== null);
  const archive = async (student: Student) => {
    await put(student, { archivedAtMs: Date.now() });
    showToast({
      message: `${student.name} is archived; results are kept.`,
      action: { label: 'Undo', run: () => void put(student, { archivedAtMs: null }) },
    });
  };
  const forget = async (student: Student) => {
    setForgetting(null);
    try {
      await forgetStudent(group, student.id);
      showToast({ message: `Every trace of ${student.name} is removed.` });
    } catch (failure) {
      showToast({ message: `Forgetting failed: ${storageFault(failure)}.` });
    }
    onForgotten();
  };
  const wentIn = (id: string) => results.filter(({ studentId }) => studentId === id);
  return (
    <Card title="Students">
      <div className="flex flex-col gap-4 p-4 pt-1">
        {here.length > 0 && (
          <table className="w-full text-sm">
            <thead>
              <tr className="text-left text-xs text-ink-2">
                <th className="py-1 pr-3 font-normal">Here</th>
                <th className="py-1 pr-3 font-normal">Name</th>
                <th className="py-1 pr-3 font-normal">Note</th>
                <th className="py-1 pr-3 text-end font-normal">Goes</th>
                <th className="py-1 pr-3 text-end font-normal">Answers</th>
                <th className="py-1 pr-3 text-end font-normal">Last</th>
                <th aria-label="More" />
              </tr>
            </thead>
            <tbody>
              {here.map((student) => {
                const own = wentIn(student.id);
                const answers = own.reduce((sum, one) => sum + answeredBy(one).length, 0);
                const last = own.at(-1);
                return (
                  <tr key={student.id} className="border-t border-hairline">
                    <td className="py-1 pr-3">
                      <input
                        type="checkbox"
                        className="size-4 accent-action"
                        aria-label={`${student.name} is here`}
                        checked={student.isPresent}
                        onChange={({ target }) => void put(student, { isPresent: target.checked })}
                      />
                    </td>
                    <td className="py-1 pr-3 font-semibold">{student.name}</td>
                    <td className="w-2/5 py-1 pr-3">
                      <input
                        className="h-8 w-full rounded-md border border-transparent bg-transparent px-2 hover:border-hairline focus:border-outline"
                        aria-label={`Note on ${student.name}`}
                        defaultValue={student.note}
                        maxLength={600}
                        onBlur={({ target }) =>
                          target.value !== student.note && void put(student, { note: target.value })
                        }
                      />
                    </td>
                    <td className="figures py-1 pr-3 text-end">{own.length}</td>
                    <td className="figures py-1 pr-3 text-end">{answers}</td>
                    <td className="figures py-1 pr-3 text-end">
                      {last ? formatDate(last.createdAtMs, 'd MMM') : '–'}
                    </td>
                    <td className="py-1 text-end">
                      <Menu
                        label={`More for ${student.name}`}
                        items={[
                          {
                            label: 'Report, PDF',
                            run: () =>
                              void print(`Report, ${student.name}`, (paper) =>
                                paper.studentReport(
                                  student.name,
                                  figuresOf(own.flatMap(answeredBy)),
                                  group.name,
                                ),
                              ),
                          },
                          { label: 'Archive', run: () => void archive(student) },
                          { label: 'Forget this person…', run: () => setForgetting(student) },
                        ]}
                      />
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
        {forgetting && (
          <div role="alertdialog" aria-label="Forget a person" className="rounded-md bg-well p-3">
            <p>
              Removes <strong>{forgetting.name}</strong>, the note and{' '}
              {wentIn(forgetting.id).length} results for good: there is no undo. Files and backups
              you saved are not touched.
            </p>
            <div className="mt-2 flex gap-2">
              <Button onClick={() => void forget(forgetting)}>Forget {forgetting.name}</Button>
              <Button onClick={() => setForgetting(null)}>Keep</Button>
            </div>
          </div>
        )}
        {archived.length > 0 && (
          <p className="text-sm text-ink-2">
            Archived:{' '}
            {archived.map((student) => (
              <button
                key={student.id}
                type="button"
                className="mr-3 text-action underline"
                onClick={() => void put(student, { archivedAtMs: null })}
              >
                bring back {student.name}
              </button>
            ))}
          </p>
        )}
        <BringIn group={group} onChange={onChange} />
      </div>
    </Card>
  );
}

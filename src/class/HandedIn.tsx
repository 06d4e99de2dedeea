/** Files that students handed in: read, matched by name, graded by the truth that is here, and counted. */
import { useRef, useState } from 'react';
import { type HandedIn as Results, MOST_RESULT_BYTES, readResults } from '@core/formats';
import { type ClassRecord, reasonOf } from '@core/records';
import { type CountedIn, countIn, studentNamed, withStudents } from '@/storage/classes';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { Upload, X } from '@/ui/icons';

const NEW = 'new';
const NOBODY = 'nobody';

interface Waiting {
  fileName: string;
  file: Results;
  /** Id of a student, a new one, or not yet said. */
  studentId: string;
}

interface Refused {
  fileName: string;
  reason: string;
}

/** What becomes of the class as it is by then. */
export type ChangeClass = (group: ClassRecord) => ClassRecord;

interface HandedInProps {
  group: ClassRecord;
  onChange: (update: ChangeClass) => Promise<void>;
  onCounted: () => void;
}

function countedWords({ counted, known, ungraded, changed }: CountedIn): string {
  const parts = [`${counted} ${counted === 1 ? 'go' : 'goes'} counted`];
  if (known > 0) parts.push(`${known} were here already`);
  if (ungraded > 0)
    parts.push(`${ungraded} answers could not be graded here and count neither way`);
  if (changed.length > 0) {
    const names = [...new Set(changed)].map((name) => `“${name}”`).join(', ');
    parts.push(
      `${changed.length} were of another version of ${names} than is here, and are graded by what they asked`,
    );
  }
  return `${parts.join('; ')}.`;
}

export function HandedIn({ group, onChange, onCounted }: HandedInProps) {
  const [waiting, setWaiting] = useState<Waiting[]>([]);
  const [refused, setRefused] = useState<Refused[]>([]);
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const [message, setMessage] = useState('');
  const stop = useRef<AbortController | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const take = async (files: readonly File[]) => {
    setMessage('');
    const read: Waiting[] = [];
    const bad: Refused[] = [];
    for (const file of files) {
      const result =
        file.size > MOST_RESULT_BYTES
          ? { ok: false as const, error: { message: 'this is too large for a file of results' } }
          : readResults(await file.text());
      if (result.ok) {
        const student = studentNamed(group, result.value.alias);
        read.push({
          fileName: file.name,
          file: result.value,
          studentId: student?.id ?? NOBODY,
        });
      } else bad.push({ fileName: file.name, reason: result.error.message });
    }
    setWaiting((before) => [...before, ...read]);
    setRefused(bad);
  };
  const count = async () => {
    setMessage('');
    stop.current = new AbortController();
    try {
      const fresh = waiting.filter(({ studentId }) => studentId === NEW);
      const known = withStudents(
        group,
        fresh.map(({ file }) => ({ name: file.alias, note: '' })),
      );
      if (known.students.length > group.students.length) await onChange(() => known);
      const report = await countIn(
        known,
        waiting.map(({ file, studentId }) => ({
          studentId: studentId === NEW ? studentNamed(known, file.alias)!.id : studentId,
          attempts: file.attempts,
        })),
        {
          onGraded: (done, of) => setProgress({ done, of }),
          signal: stop.current.signal,
        },
      );
      setWaiting([]);
      setMessage(countedWords(report));
    } catch (failure) {
      setMessage(
        stop.current.signal.aborted
          ? 'Stopped: what was graded before is counted, the rest still waits.'
          : `Counting failed: ${reasonOf(failure)}.`,
      );
    }
    setProgress(null);
    onCounted();
  };
  const people = group.students
    .filter(({ archivedAtMs }) => archivedAtMs === null)
    .map(({ id, name }) => ({ value: id, label: name }));
  const isAsked = waiting.some(({ studentId }) => studentId === NOBODY);
  return (
    <Card title="Results back">
      <div
        className="flex flex-col gap-3 p-4 pt-1"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          void take([...event.dataTransfer.files]);
        }}
      >
        <div className="flex flex-wrap items-center gap-3">
          <Button onClick={() => input.current?.click()} disabled={progress !== null}>
            <Upload size={16} aria-hidden="true" /> Take files of results
          </Button>
          <input
            ref={input}
            type="file"
            multiple
            accept=".json"
            className="hidden"
            aria-label="Files of results"
            onChange={(event) => {
              void take([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
          <p className="text-sm text-ink-2">
            Or drop them here, many at a time. Students save them under Class, as who learns.
          </p>
        </div>
        {refused.length > 0 && (
          <ul role="alert" className="text-missed">
            {refused.map(({ fileName, reason }, i) => (
              <li key={i}>
                {fileName} was not taken: {reason}.
              </li>
            ))}
          </ul>
        )}
        {waiting.length > 0 && (
          <ul aria-label="Waiting to be counted">
            {waiting.map(({ fileName, file, studentId }, i) => (
              <li
                key={i}
                className="flex flex-wrap items-center gap-3 border-t border-hairline py-1.5"
              >
                <span className="min-w-48 flex-1">
                  <span className="font-semibold">{file.alias}</span>{' '}
                  <span className="text-ink-2">
                    {file.attempts.length} {file.attempts.length === 1 ? 'go' : 'goes'}, {fileName}
                  </span>
                </span>
                <Choice
                  label={`Who ${file.alias} is`}
                  value={studentId}
                  options={[
                    ...(studentId === NOBODY ? [{ value: NOBODY, label: 'who is this?' }] : []),
                    ...people,
                    { value: NEW, label: `a new student, ${file.alias}` },
                  ]}
                  onChange={(chosen) =>
                    setWaiting(waiting.with(i, { ...waiting[i], studentId: chosen }))
                  }
                />
                <Button
                  aria-label={`Leave out ${fileName}`}
                  onClick={() => setWaiting(waiting.toSpliced(i, 1))}
                >
                  <X size={16} aria-hidden="true" />
                </Button>
              </li>
            ))}
          </ul>
        )}
        {waiting.length > 0 && (
          <div className="flex items-center gap-3">
            <Button
              look="primary"
              disabled={isAsked || progress !== null}
              onClick={() => void count()}
            >
              {progress ? `Grading ${progress.done} of ${progress.of}…` : 'Grade and count them'}
            </Button>
            {progress && <Button onClick={() => stop.current?.abort()}>Stop</Button>}
            {isAsked && (
              <p className="text-sm text-ink-2">
                Nobody here bears one of these names: say who it is.
              </p>
            )}
          </div>
        )}
        <p role="status" className="text-sm">
          {message}
        </p>
      </div>
    </Card>
  );
}

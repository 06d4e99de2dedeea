/** Makes an exam of a drill: a file without truth for students, and a key that stays here. */
import { format as formatDate } from 'date-fns/format';
import { useEffect, useRef, useState } from 'react';
import { type DrillRecord, reasonOf } from '@core/records';
import { makeExam } from '@/storage/exams';
import { fileName, saveFile } from '@/storage/saveFile';
import { Button } from '@/ui/Button';
import { Lock } from '@/ui/icons';
import { TextField } from '@/ui/TextField';

export function ExamMaker({ drill, onDone }: { drill: DrillRecord; onDone: () => void }) {
  const [title, setTitle] = useState(() => `Exam, ${formatDate(Date.now(), 'd MMMM yyyy')}`);
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const [message, setMessage] = useState('');
  const [left, setLeft] = useState<string[]>([]);
  const stop = useRef<AbortController | null>(null);
  const box = useRef<HTMLElement>(null);
  useEffect(() => {
    box.current?.scrollIntoView({ block: 'nearest' });
    return () => stop.current?.abort();
  }, []);
  const make = async () => {
    stop.current = new AbortController();
    const { signal } = stop.current;
    setMessage('');
    setLeft([]);
    setProgress({ done: 0, of: drill.items.length });
    try {
      const exam = await makeExam(drill, title.trim(), {
        onSealed: (done, of) => setProgress({ done, of }),
        signal,
      });
      saveFile(exam.bytes, `${fileName(title)}.exam.zip`, 'application/zip');
      setMessage(
        `Saved with ${exam.sealed} of ${drill.items.length} questions. The key is kept in this browser: results are graded here.`,
      );
      setLeft(exam.left);
    } catch (failure) {
      setMessage(signal.aborted ? 'Stopped: nothing was kept.' : `${reasonOf(failure)}.`);
    }
    setProgress(null);
  };
  return (
    <section
      ref={box}
      aria-label={`An exam of ${drill.name}`}
      className="flex flex-col gap-2 rounded-md bg-well p-3"
    >
      <p className="max-w-prose text-sm text-ink-2">
        Students get pictures and questions from “{drill.name}”, and nothing from which the answers
        could be found: no water, no targets, no recipe. They open the file under Drills, and hand
        in under Class.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-72">
          <TextField
            label="What students see as its name"
            value={title}
            max={120}
            onChange={setTitle}
          />
        </div>
        <Button
          look="primary"
          disabled={title.trim() === '' || progress !== null}
          onClick={() => void make()}
        >
          <Lock size={16} aria-hidden="true" />{' '}
          {progress ? `Sealing ${progress.done} of ${progress.of}…` : 'Save the exam'}
        </Button>
        {progress ? (
          <Button onClick={() => stop.current?.abort()}>Stop</Button>
        ) : (
          <Button onClick={onDone}>Close</Button>
        )}
      </div>
      <p role="status" className="text-sm">
        {message}
      </p>
      {left.length > 0 && (
        <ul aria-label="Left out" className="text-sm text-ink-2">
          {left.map((one) => (
            <li key={one}>Left out, {one}.</li>
          ))}
        </ul>
      )}
    </section>
  );
}

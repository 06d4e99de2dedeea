import { reasonOf } from '@core/records';
import { useCallback, useEffect, useRef, useState } from 'react';
import { keepForGood } from '@/storage/room';
import { Button } from '@/ui/Button';
import { type Taken, takeFile } from './importFiles';

interface Refused {
  file: string;
  reason: string;
}

export interface IncomingFiles {
  /** The file that is being read; null when none is. */
  reading: string | null;
  left: number;
  taken: Taken[];
  refused: Refused[];
  take: (files: File[]) => void;
  cancel: () => void;
  clear: () => void;
}

const pastedName = (file: File) =>
  file.name && file.name !== 'image.png' ? file.name : 'Pasted picture.png';

/** Files dropped, chosen or pasted, one after the other. @param onTaken told after each */
export function useIncoming(onTaken: () => Promise<void>): IncomingFiles {
  const [reading, setReading] = useState<string | null>(null);
  const [left, setLeft] = useState(0);
  const [taken, setTaken] = useState<Taken[]>([]);
  const [refused, setRefused] = useState<Refused[]>([]);
  const queueRef = useRef<File[]>([]);
  const abortRef = useRef<AbortController | null>(null);

  const take = useCallback(
    (files: File[]) => {
      if (files.length === 0) return;
      queueRef.current.push(...files);
      setLeft(queueRef.current.length);
      if (abortRef.current) return;
      const abort = new AbortController();
      abortRef.current = abort;
      setTaken([]);
      setRefused([]);
      void (async () => {
        for (let file = queueRef.current.shift(); file; file = queueRef.current.shift()) {
          setReading(file.name);
          setLeft(queueRef.current.length + 1);
          try {
            const done = await takeFile(file, abort.signal);
            setTaken((all) => [...all, done]);
            await onTaken();
          } catch (error) {
            const reason = reasonOf(error);
            const name = file.name;
            setRefused((all) => [...all, { file: name, reason }]);
          }
        }
        setReading(null);
        setLeft(0);
        abortRef.current = null;
        await keepForGood();
      })();
    },
    [onTaken],
  );

  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      take(files.map((file) => new File([file], pastedName(file), { type: file.type })));
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [take]);

  return {
    reading,
    left,
    taken,
    refused,
    take,
    cancel: () => {
      queueRef.current = [];
      abortRef.current?.abort();
    },
    clear: () => {
      setTaken([]);
      setRefused([]);
    },
  };
}

/** What came of the files that were brought. */
export function Incoming({ incoming }: { incoming: IncomingFiles }) {
  const { reading, left, taken, refused, cancel, clear } = incoming;
  if (reading === null && taken.length + refused.length === 0) return null;
  return (
    <section
      aria-label="Files brought in"
      className="flex max-h-44 shrink-0 flex-col gap-1 overflow-y-auto rounded-lg border border-hairline bg-card px-3 py-2"
    >
      <div className="flex items-center gap-3">
        <p role="status" className="flex-1">
          {reading !== null ? (
            <>
              Reading {reading}
              {left > 1 ? `, ${left - 1} more to come` : ''}…
            </>
          ) : (
            `${taken.length} taken, ${refused.length} refused.`
          )}
        </p>
        {reading !== null ? (
          <Button size="small" onClick={cancel}>
            Stop
          </Button>
        ) : (
          <Button size="small" onClick={clear}>
            Close
          </Button>
        )}
      </div>
      <ul className="text-sm">
        {taken.map(({ file, screens, words }, i) => (
          <li key={i}>
            <b>{file}</b>
            {words.length > 0 && <span className="text-ink-2">: {words.join('; ')}</span>}
            {screens.map(({ id, name, source }) => {
              const wantsScale = source.kind === 'picture' && source.calibration.range === null;
              return (
                <span key={id}>
                  {' '}
                  <a
                    className="font-semibold text-action underline"
                    href={wantsScale ? `/library/picture?id=${id}` : `/library/screen?id=${id}`}
                  >
                    {wantsScale ? `Calibrate “${name}”` : `Open “${name}”`}
                  </a>
                </span>
              );
            })}
          </li>
        ))}
        {refused.map(({ file, reason }, i) => (
          <li key={i} role="alert" className="text-missed">
            <b>{file}</b> was not taken: {reason}. Nothing has been changed.
          </li>
        ))}
      </ul>
    </section>
  );
}

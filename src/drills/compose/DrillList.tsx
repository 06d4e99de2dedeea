/** The composed drills: to take, to change, to hand on. */
import { Copy, Download, Lock, Play, Printer, Shuffle, Trash2, Users, X } from '@/ui/icons';
import { useCallback, useEffect, useRef, useState } from 'react';
import { randomSource, shuffled } from '@core/random';
import type { DrillRecord } from '@core/records';
import { randomSeed, startOf } from '@/storage/attempts';
import { duplicateDrill, exportDrill, listDrills, saveDrill } from '@/storage/drills';
import { storageFault } from '@/storage/database';
import { makeParallelForm } from '@/storage/parallelForm';
import { fileName, saveFile } from '@/storage/saveFile';
import { bringIn } from '@/storage/workspaceFile';
import type { UnitSystem } from '@core/units';
import { useSettings } from '@/storage/settings';
import { usePrinting } from '@/paper/usePrinting';
import { Button, ButtonLink } from '@/ui/Button';
import { ExamMaker } from './ExamMaker';
import { FileButton } from '@/ui/FileButton';
import { Menu } from '@/ui/Menu';
import { showToast } from '@/ui/toast';

const FEEDBACK_WORDS = {
  each: 'truth after each',
  end: 'truth at the end',
  never: 'an exam',
} as const;

/** Begins a drill: in its own order, or shuffled by a seed of its own. */
export async function takeDrill(drill: DrillRecord): Promise<void> {
  const seed = randomSeed();
  const items =
    drill.order === 'shuffled' ? shuffled(drill.items, randomSource(seed)) : drill.items;
  const attempt = await startOf(drill, items, seed);
  location.assign(`/drills/attempt?id=${attempt.id}`);
}

export async function saveDrillFile(drill: DrillRecord): Promise<void> {
  saveFile(await exportDrill(drill), `${fileName(drill.name)}.zip`, 'application/zip');
}

async function saveQti(drill: DrillRecord, units: UnitSystem): Promise<void> {
  const { qtiPackage } = await import('@/paper/qti');
  const { bytes, count } = await qtiPackage(drill, units);
  saveFile(bytes, `${fileName(drill.name)}.qti.zip`, 'application/zip');
  showToast({ message: `${count} of ${drill.items.length} questions are in it, answers too.` });
}

export function DrillList({ mayChange }: { mayChange: boolean }) {
  const { print } = usePrinting();
  const { units } = useSettings();
  const [drills, setDrills] = useState<DrillRecord[]>([]);
  const load = useCallback(async () => setDrills(await listDrills()), []);
  useEffect(() => {
    const timer = setTimeout(() => void load(), 0);
    return () => clearTimeout(timer);
  }, [load]);
  useEffect(() => {
    // An address may name one: its button is at hand.
    const named = document.getElementById(decodeURIComponent(location.hash.slice(1)));
    if (drills.length > 0) named?.querySelector('button')?.focus();
  }, [drills.length]);
  const attempt = async (what: string, run: () => Promise<unknown>) => {
    try {
      await run();
    } catch (failure) {
      showToast({ message: `${what} failed: ${storageFault(failure)}.` });
    }
    await load();
  };
  const remove = (drill: DrillRecord) =>
    attempt('Deleting', async () => {
      await saveDrill({ ...drill, deletedAtMs: Date.now() });
      showToast({
        message: `“${drill.name}” is deleted.`,
        action: {
          label: 'Undo',
          run: () => void saveDrill({ ...drill, deletedAtMs: null }).then(load),
        },
      });
    });
  const [examOf, setExamOf] = useState<DrillRecord | null>(null);
  const [making, setMaking] = useState<{ name: string; made: number; of: number } | null>(null);
  const stop = useRef<AbortController | null>(null);
  const makeParallel = (drill: DrillRecord) =>
    attempt('Making a parallel form', async () => {
      stop.current?.abort();
      stop.current = new AbortController();
      const shown = { name: drill.name, of: drill.items.length };
      setMaking({ ...shown, made: 0 });
      try {
        const made = await makeParallelForm(drill, {
          onMade: (count) => setMaking({ ...shown, made: count }),
          signal: stop.current.signal,
        });
        if (made) {
          const short = drill.items.length - made.items.length;
          showToast({
            message: `“${made.name}” is made${short > 0 ? `, ${short} questions shorter: the waters give no more of their sort` : ''}.`,
          });
        }
      } finally {
        setMaking(null);
      }
    });
  const take = (file: File) =>
    attempt('Importing', async () => showToast({ message: await bringIn(file) }));
  return (
    <div className="flex flex-col gap-2 px-4 pt-1 pb-4">
      {drills.length === 0 && (
        <p className="text-ink-2">
          {mayChange
            ? 'None yet. Compose one: questions are made for the skills you choose in half a minute, or picked from your own screens.'
            : 'None yet. Your instructor hands them on as files.'}
        </p>
      )}
      <ul>
        {drills.map((drill) => (
          <li
            key={drill.id}
            id={drill.id}
            className="flex flex-wrap items-center gap-3 border-t border-hairline py-2 first:border-t-0"
          >
            <div className="min-w-48 flex-1">
              <p className="font-semibold">{drill.name}</p>
              <p className="text-xs text-ink-2">
                {drill.items.length} items, {FEEDBACK_WORDS[drill.feedback]}
                {drill.secondsPerItem ? `, ${drill.secondsPerItem} s each` : ''}
              </p>
            </div>
            <Button
              disabled={drill.items.length === 0}
              onClick={() => void attempt('Beginning', () => takeDrill(drill))}
              aria-label={`Take ${drill.name}`}
            >
              <Play size={16} aria-hidden="true" /> Take it
            </Button>
            {mayChange && (
              <>
                <ButtonLink href={`/drills/compose?id=${drill.id}`}>Change</ButtonLink>
                <Menu
                  label={`More for ${drill.name}`}
                  items={[
                    {
                      label: (
                        <>
                          <Copy size={15} aria-hidden="true" /> Duplicate
                        </>
                      ),
                      run: () => void attempt('Duplicating', () => duplicateDrill(drill)),
                    },
                    {
                      label: (
                        <>
                          <Shuffle size={15} aria-hidden="true" /> Make a parallel form
                        </>
                      ),
                      run: () => void makeParallel(drill),
                    },
                    {
                      label: (
                        <>
                          <Download size={15} aria-hidden="true" /> Save to practise, truth open
                        </>
                      ),
                      run: () => void attempt('Saving', () => saveDrillFile(drill)),
                    },
                    {
                      label: (
                        <>
                          <Lock size={15} aria-hidden="true" /> Hand out as an exam
                        </>
                      ),
                      run: () => setExamOf(drill),
                    },
                    {
                      label: (
                        <>
                          <Printer size={15} aria-hidden="true" /> Worksheet, PDF
                        </>
                      ),
                      run: () =>
                        void print(drill.name, (paper, printing) =>
                          paper.worksheet(drill, printing),
                        ),
                    },
                    {
                      label: (
                        <>
                          <Printer size={15} aria-hidden="true" /> Its key, PDF
                        </>
                      ),
                      run: () =>
                        void print(`Key, ${drill.name}`, (paper, printing) =>
                          paper.answerKey(drill, printing),
                        ),
                    },
                    {
                      label: (
                        <>
                          <Download size={15} aria-hidden="true" /> Questions, QTI 3.0
                        </>
                      ),
                      run: () => void attempt('Writing the package', () => saveQti(drill, units)),
                    },
                    {
                      label: (
                        <>
                          <Users size={15} aria-hidden="true" /> Ask a room
                        </>
                      ),
                      run: () => location.assign(`/drills/room?drill=${drill.id}`),
                    },
                    {
                      label: (
                        <>
                          <Trash2 size={15} aria-hidden="true" /> Delete
                        </>
                      ),
                      run: () => void remove(drill),
                    },
                  ]}
                />
              </>
            )}
          </li>
        ))}
      </ul>
      {examOf && <ExamMaker key={examOf.id} drill={examOf} onDone={() => setExamOf(null)} />}
      {making && (
        <div className="flex items-center gap-3" role="status">
          <progress
            className="h-2 w-40 accent-action"
            aria-label="Making a parallel form"
            max={making.of}
            value={making.made}
          />
          <span className="text-sm">
            Other questions for “{making.name}”: {making.made} of {making.of}
          </span>
          <Button size="small" onClick={() => stop.current?.abort()}>
            <X size={14} aria-hidden="true" /> Stop
          </Button>
        </div>
      )}
      <div>
        <FileButton
          label="Bring in a drill from a file"
          accept=".zip"
          onFile={(file) => void take(file)}
        >
          Bring in a drill
        </FileButton>
      </div>
    </div>
  );
}

/** A screen as it is being worked on: every change is stored at once, and can be taken back. */
import { useCallback, useEffect, useRef, useState } from 'react';
import {
  type History,
  joinedTurns,
  NO_HISTORY,
  stepped,
  type Turn,
  type Way,
  withStep,
} from '@core/history';
import { digestAfter, type ScreenRecord } from '@core/records';
import { getRecord, storageFault } from '@/storage/database';
import {
  loadEcho,
  type OpenScreen,
  type ScreenChange,
  ScreenConflict,
  type ScreenEcho,
  shareTruth,
  updateScreen,
  versionsOf,
  whenScreensChange,
} from '@/storage/screens';
import { showToast } from '@/ui/toast';
import { useFlushBeforeLeaving } from '@/ui/useFlushBeforeLeaving';

const pick = (record: ScreenRecord, of: ScreenChange): ScreenChange =>
  Object.fromEntries(Object.keys(of).map((key) => [key, record[key as keyof ScreenRecord]]));

/** A change of the truth or the view changes what can be seen. */
const withConsequences = (record: ScreenRecord, echo: ScreenEcho, change: ScreenChange) =>
  'truth' in change || 'view' in change
    ? { ...change, ...digestAfter(record, { ...record, ...change }, echo) }
    : change;

export interface ScreenWork {
  record: ScreenRecord;
  echo: ScreenEcho;
  /** @param mergeKey quick changes of the same key become one step of undo */
  change: (label: string, change: ScreenChange, mergeKey?: string) => void;
  history: History<Turn<ScreenChange>>;
  step: (way: Way) => void;
  isSaving: boolean;
  /** Other screens that show the same echo. */
  versions: readonly ScreenRecord[];
  refreshVersions: () => Promise<void>;
}

export function useScreenRecord(opened: OpenScreen): ScreenWork {
  const [record, setRecord] = useState(opened.record);
  const [echo, setEcho] = useState(opened.echo);
  const [history, setHistory] = useState<ScreenWork['history']>(NO_HISTORY);
  const [isSaving, setIsSaving] = useState(false);
  const [versions, setVersions] = useState<ScreenRecord[]>([]);
  // What is stored as far as this window knows; what is being written; what has to wait for that.
  const storedRef = useRef(opened.record);
  const writingRef = useRef<Promise<void> | null>(null);
  const waitingRef = useRef<ScreenChange | null>(null);
  const versionIdsRef = useRef<string[]>([]);

  const takeVersions = useCallback((found: ScreenRecord[]) => {
    versionIdsRef.current = found.map(({ id }) => id);
    setVersions(found);
  }, []);
  useEffect(() => {
    let current = true;
    void versionsOf(opened.record).then((found) => current && takeVersions(found));
    return () => {
      current = false;
    };
  }, [opened.record, takeVersions]);

  async function writeOne(change: ScreenChange): Promise<void> {
    try {
      storedRef.current = await updateScreen(storedRef.current, change);
      if ('truth' in change || 'evidence' in change) {
        await shareTruth(storedRef.current, echo, versionIdsRef.current);
      }
    } catch (error) {
      if (error instanceof ScreenConflict) {
        const { theirs, message } = error;
        storedRef.current = theirs;
        setRecord(theirs);
        const useMine = () => {
          setRecord((now) => ({ ...now, ...change }));
          write(change);
        };
        showToast({
          message: `${message}. Theirs is shown.`,
          action: { label: 'Use mine', run: useMine },
        });
      } else {
        setRecord(storedRef.current);
        showToast({ message: `Not kept: ${storageFault(error)}.` });
      }
    }
  }

  /** Writes at once; what comes while something is being written goes together after it. */
  function write(change: ScreenChange): void {
    waitingRef.current = { ...waitingRef.current, ...change };
    setIsSaving(true);
    writingRef.current ??= (async () => {
      while (waitingRef.current) {
        const next = waitingRef.current;
        waitingRef.current = null;
        await writeOne(next);
      }
      writingRef.current = null;
      setIsSaving(false);
    })();
  }

  const apply = (change: ScreenChange) => {
    setRecord({ ...record, ...change });
    write(change);
  };

  const change = (label: string, wanted: ScreenChange, mergeKey: string | null = null) => {
    const after = withConsequences(record, echo, wanted);
    const before = pick(record, after);
    const turn = { label, mergeKey, before, after, atMs: Date.now() };
    setHistory(withStep(history, turn, joinedTurns));
    apply(after);
  };
  const step = (way: Way) => {
    const found = stepped(history, way);
    if (!found) return;
    setHistory(found.history);
    apply(way === 'undo' ? found.step.before : found.step.after);
  };

  // Another window's change is taken over, unless something of ours is on its way.
  useEffect(
    () =>
      whenScreensChange((id) => {
        if (id !== opened.record.id) return;
        void Promise.resolve(writingRef.current)
          .then(() => getRecord('screen', id))
          .then((read) => {
            if (!read.ok || !read.value || writingRef.current) return;
            storedRef.current = read.value;
            setRecord(read.value);
          });
      }),
    [opened.record.id],
  );

  // A picture calibrated anew has other cells.
  const scaling = record.source.kind === 'picture' ? JSON.stringify(record.source) : '';
  const [scaledFor, setScaledFor] = useState(scaling);
  useEffect(() => {
    if (scaling === scaledFor) return;
    let current = true;
    void loadEcho(record).then((loaded) => {
      if (!current || !loaded.ok) return;
      setEcho(loaded.value);
      setScaledFor(scaling);
    });
    return () => {
      current = false;
    };
  }, [scaling, scaledFor, record]);

  useFlushBeforeLeaving(
    () => writingRef.current !== null,
    () => Promise.resolve(writingRef.current ?? undefined),
  );

  return {
    record,
    echo,
    change,
    history,
    step,
    isSaving,
    versions,
    refreshVersions: () => versionsOf(opened.record).then(takeVersions),
  };
}

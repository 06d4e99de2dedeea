import { useCallback, useEffect, useRef, useState } from 'react';
import type { AttemptRecord } from '@core/records';
import { saveAttempt } from '@/storage/attempts';

const DRAFT_AFTER_MS = 200;

export interface KeptAttempt {
  attempt: AttemptRecord;
  /** Kept at once; on a failure everything is as it was. */
  change: (change: Partial<AttemptRecord>) => Promise<void>;
  /** What is begun, kept a moment later. */
  draft: (draft: AttemptRecord['draft']) => void;
}

/** An attempt that is stored with every change, so that it survives a reload or a crash at any moment. */
export function useAttempt(initial: AttemptRecord): KeptAttempt {
  const [attempt, setAttempt] = useState(initial);
  const latest = useRef(initial);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const flush = useCallback(() => {
    if (timer.current === undefined) return;
    clearTimeout(timer.current);
    timer.current = undefined;
    // A draft that cannot be kept is no reason to stop: the answer itself is kept with care.
    void saveAttempt(latest.current).catch(() => undefined);
  }, []);
  useEffect(() => {
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, [flush]);

  const change = useCallback(async (part: Partial<AttemptRecord>) => {
    const before = latest.current;
    clearTimeout(timer.current);
    timer.current = undefined;
    // Set first: a draft kept meanwhile must not bring the old answers back.
    latest.current = { ...before, ...part };
    try {
      await saveAttempt(latest.current);
    } catch (failure) {
      latest.current = before;
      throw failure;
    }
    setAttempt(latest.current);
  }, []);

  const draft = useCallback(
    (next: AttemptRecord['draft']) => {
      latest.current = { ...latest.current, draft: next };
      clearTimeout(timer.current);
      timer.current = setTimeout(flush, DRAFT_AFTER_MS);
    },
    [flush],
  );

  return { attempt, change, draft };
}

import { reasonOf } from '@core/records';
import { useEffect, useState } from 'react';
import { prepareWorkspace } from '@/storage/demoData';

export type Preparation =
  | { state: 'preparing'; share: number }
  | { state: 'ready' }
  | { state: 'failed'; message: string };

/** Waits until settings are loaded and, on a first visit, the demo data is in. */
export function usePrepared(): Preparation {
  const [preparation, setPreparation] = useState<Preparation>({ state: 'preparing', share: 0 });
  useEffect(() => {
    let current = true;
    prepareWorkspace((share) => current && setPreparation({ state: 'preparing', share })).then(
      () => current && setPreparation({ state: 'ready' }),
      (error: unknown) =>
        current &&
        setPreparation({
          state: 'failed',
          message: reasonOf(error),
        }),
    );
    return () => {
      current = false;
    };
  }, []);
  return preparation;
}

/** On any page: a spot whose clock runs has been given its time. */
import { useEffect } from 'react';
import { GIVE_IT_MIN, MOVE_ON_MIN, spotMinutes, type SpotRecord } from '@core/records';
import { listRecords } from '@/storage/database';
import { showToast } from './toast';

const LOOK_EVERY_MS = 15_000;

/** What is to be said of it now, where it was looked at so long ago; null where nothing is. */
export function spotNews(spot: SpotRecord, beforeMs: number, nowMs: number): string | null {
  if (spot.timerFromMs === null) return null;
  const passed = (limit: number) =>
    spotMinutes(spot, beforeMs) < limit && spotMinutes(spot, nowMs) >= limit;
  const name = spot.name || 'The spot';
  if (passed(MOVE_ON_MIN)) return `${name}: an hour is given. Write down what it was and move on.`;
  if (passed(GIVE_IT_MIN)) return `${name}: half an hour is given. Stay while something happens.`;
  return null;
}

export function SpotNotice() {
  useEffect(() => {
    let beforeMs = Date.now();
    const timer = setInterval(() => {
      const nowMs = Date.now();
      const since = beforeMs;
      beforeMs = nowMs;
      void listRecords('spot').then(({ records }) => {
        for (const spot of records) {
          const message = spot.deletedAtMs === null && spotNews(spot, since, nowMs);
          if (message) {
            const href = `/waters/chart?water=${spot.waterId}&tab=marks`;
            showToast({
              message,
              action: { label: 'To the chart', run: () => location.assign(href) },
            });
          }
        }
      });
    }, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return null;
}

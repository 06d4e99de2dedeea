import { useEffect, useState } from 'react';
import { formatNumber } from '@core/units';
import { NEARLY_FULL, type Room, storageRoom } from '@/storage/room';

const size = (bytes: number) =>
  bytes < 1e9 ? `${formatNumber(bytes / 1e6, 0)} MB` : `${formatNumber(bytes / 1e9, 1)} GB`;

/** How full the browser's store is, with a warning before it is. @param screens asked anew when it changes */
export function RoomMeter({ screens }: { screens: number }) {
  const [room, setRoom] = useState<Room | null>(null);
  useEffect(() => {
    let current = true;
    void storageRoom().then((known) => current && setRoom(known));
    return () => {
      current = false;
    };
  }, [screens]);
  if (!room) return null;
  const isNearlyFull = room.share > NEARLY_FULL;
  return (
    <div
      className={`flex items-center gap-2 text-xs ${isNearlyFull ? 'font-semibold text-missed' : 'text-ink-2'}`}
      title="What the workspace takes of the room that this browser gives"
    >
      <div
        role="meter"
        aria-label="Room taken"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * room.share)}
        className="h-2 w-16 overflow-hidden rounded-full border border-outline"
      >
        <div
          className={`h-full ${isNearlyFull ? 'bg-missed' : 'bg-action'}`}
          style={{ width: `${Math.min(100, Math.max(2, 100 * room.share))}%` }}
        />
      </div>
      <span>
        {size(room.usedBytes)} of {size(room.quotaBytes)}
      </span>
      {isNearlyFull && (
        <span role="alert">
          Nearly full: save screens as ZIP and delete them here, or back up in Settings.
        </span>
      )}
    </div>
  );
}

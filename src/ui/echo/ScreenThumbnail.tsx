import { useEffect, useState } from 'react';
import type { ScreenRecord } from '@core/records';
import { thumbnailOf } from '@/storage/thumbnails';

/** The whole recording, small, under its own view; made off the page, and kept. */
export function ScreenThumbnail({ screen }: { screen: ScreenRecord }) {
  const [shown, setShown] = useState<{ url: string } | { missing: string } | null>(null);
  useEffect(() => {
    let current = true;
    let url = '';
    void thumbnailOf(screen).then((made) => {
      if (!current) return;
      if (made.ok) {
        url = URL.createObjectURL(made.value);
        setShown({ url });
      } else {
        setShown({ missing: made.error });
      }
    });
    return () => {
      current = false;
      URL.revokeObjectURL(url);
    };
  }, [screen]);
  return (
    <div
      className="relative aspect-[384/168] overflow-hidden rounded-md bg-echo-ground"
      aria-busy={shown === null}
    >
      {shown && 'url' in shown && (
        <img src={shown.url} alt="" className="h-full w-full" data-testid="thumbnail" />
      )}
      {shown && 'missing' in shown && (
        <p className="absolute inset-0 grid place-items-center p-3 text-center text-xs text-white">
          {shown.missing}
        </p>
      )}
    </div>
  );
}

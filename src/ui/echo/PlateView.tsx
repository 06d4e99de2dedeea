/** A plate: a picture sounded from its recipe when it comes into view. */
import { useEffect, useRef, useState } from 'react';
import type { View } from '@core/display';
import type { DrillScreen } from '@core/drills';
import type { Plate } from '@core/records';
import type { WaterContent } from '@core/waters';
import { openPlate } from '@/storage/drillScreens';
import { useSettings } from '@/storage/settings';
import type { PictureState } from './EchoPicture';
import { type Outlined, ScreenPicture } from './ScreenPicture';

interface PlateViewProps {
  /** Over a water of its own, where one is made for it. */
  plate: Plate & { water?: WaterContent };
  label: string;
  /** Instead of the plate's own. */
  view?: View;
  onScreen?: (screen: DrillScreen) => void;
  onPicture?: (state: PictureState) => void;
  /** As it scrolls, not the whole of it. */
  scrolls?: boolean;
}

const LOOKS = { visible: 'right', attached: 'missed', hidden: 'hidden' } as const;

/** Named where it can be seen; what nobody could see is left out, or a plate would be all labels. */
function outlinesOf({ regions }: DrillScreen): Outlined[] {
  return regions
    .filter(({ verdict, outline }) => verdict !== 'hidden' && outline.length > 0)
    .slice(0, 14)
    .map((region, i) => ({
      region,
      look: LOOKS[region.verdict],
      badge: String(i + 1),
      name: region.name,
    }));
}

export function PlateView({
  plate,
  label,
  view,
  onScreen,
  onPicture,
  scrolls = false,
}: PlateViewProps) {
  const { units } = useSettings();
  const frame = useRef<HTMLElement>(null);
  const [near, setNear] = useState(false);
  const [opened, setOpened] = useState<DrillScreen | string | null>(null);
  const { recipe, waterMark, caption, revealed, water } = plate;
  const key = JSON.stringify({ recipe, waterMark, water });
  useEffect(() => {
    if (!frame.current) return;
    const watch = new IntersectionObserver(([entry]) => entry.isIntersecting && setNear(true), {
      rootMargin: '200px',
    });
    watch.observe(frame.current);
    return () => watch.disconnect();
  }, []);
  const heard = useRef(onScreen);
  useEffect(() => {
    heard.current = onScreen;
  });
  useEffect(() => {
    if (!near) return;
    let current = true;
    const wanted = JSON.parse(key) as Parameters<typeof openPlate>[0];
    void openPlate(wanted).then((screen) => {
      if (!current) return;
      setOpened(screen.ok ? screen.value : screen.error);
      if (screen.ok) heard.current?.(screen.value);
    });
    return () => {
      current = false;
    };
  }, [near, key]);
  const isPicture = opened !== null && typeof opened !== 'string';
  return (
    <figure ref={frame} className="flex h-full min-h-0 flex-col gap-1">
      <div
        className={`relative min-h-0 flex-1 overflow-hidden rounded-md ${isPicture ? '' : 'bg-echo-ground'}`}
      >
        {opened === null && (
          <p
            className="absolute inset-0 grid place-items-center text-sm text-[#c3ccd2]"
            role="status"
          >
            Sounding…
          </p>
        )}
        {typeof opened === 'string' && (
          <p
            className="absolute inset-0 grid place-items-center text-sm text-[#ffc861]"
            role="alert"
          >
            {opened}
          </p>
        )}
        {isPicture && (
          <ScreenPicture
            screen={opened}
            units={units}
            label={caption ? `${label}: ${caption}` : label}
            view={view}
            whole={!scrolls}
            outlined={revealed ? outlinesOf(opened) : []}
            onPicture={onPicture}
          />
        )}
      </div>
      {caption && <figcaption className="text-xs text-ink-2">{caption}</figcaption>}
    </figure>
  );
}

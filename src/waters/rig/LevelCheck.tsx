import { useEffect, useMemo, useState } from 'react';
import { levelCheck } from '@core/demo';
import type { EchoSource, View } from '@core/display';
import { MIDDLE_GAIN_DB, viewOf } from '@core/display';
import { EchoRing, type Rig, soundRig } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import { EchoPicture } from '@/ui/echo/EchoPicture';
import { SoundingClient } from '@/workers/soundingClient';

const VIEW = viewOf({
  gainDb: MIDDLE_GAIN_DB,
  paletteId: 'rockpool',
  topM: 0,
  bottomM: 10,
  scrollPxPerS: 12,
});
const SETTLE_MS = 250;

/** The check pass sounded with a rig, in a worker of its own; null until it is there. */
function useSounded(rig: Rig): EchoSource | null {
  const [source, setSource] = useState<EchoSource | null>(null);
  useEffect(() => {
    const client = new SoundingClient();
    const timer = setTimeout(() => {
      const request = levelCheck(rig);
      void client.collect(request).then(
        ({ info, blocks }) => {
          const ring = new EchoRing(info, request.pingCount, 0);
          for (const block of blocks) ring.append(block);
          setSource({
            info,
            levelsCdb: ring.levelsCdb,
            capacity: ring.capacity,
            first: 0,
            end: request.pingCount,
          });
        },
        // Closed before it was done: a newer one is on its way.
        () => {},
      );
    }, SETTLE_MS);
    return () => {
      clearTimeout(timer);
      client.close();
    };
  }, [rig]);
  return source;
}

interface LevelCheckProps {
  rig: Rig;
  units: UnitSystem;
}

/** The same pass twice: with the rig as it is, and with it level. */
export function LevelCheck({ rig, units }: LevelCheckProps) {
  const level = useMemo(() => soundRig(rig.draftM), [rig.draftM]);
  const asIs = useSounded(rig);
  const asLevel = useSounded(level);
  const [width, setWidth] = useState(0);
  // All of the pass, however wide the picture is.
  const view = (source: EchoSource | null): View => ({
    ...VIEW,
    scrollPxPerS: source
      ? Math.max(4, Math.min(120, (width * source.info.pingRateHz) / source.end))
      : VIEW.scrollPxPerS,
  });
  return (
    <div className="grid gap-3 lg:grid-cols-2">
      {(
        [
          ['As it is mounted', asIs],
          ['Level', asLevel],
        ] as const
      ).map(([title, source]) => (
        <figure key={title} className="flex flex-col gap-1">
          <figcaption className="font-semibold">{title}</figcaption>
          <div className="h-56">
            <EchoPicture
              source={source}
              view={view(source)}
              endPing={source?.end ?? 0}
              units={units}
              label={`Echo of the level check, ${title.toLowerCase()}`}
              onResize={(size) => setWidth(size.width)}
            >
              {!source && (
                <p role="status" className="absolute inset-x-0 top-1/2 text-center text-[#e9e4d6]">
                  Sounding…
                </p>
              )}
            </EchoPicture>
          </div>
        </figure>
      ))}
    </div>
  );
}

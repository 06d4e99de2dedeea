import { useState } from 'react';
import type { ItemKindName } from '@core/drills';
import { isPolar } from '@core/sounding';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { type KindProps, outlinedOn } from './kindView';

/** The frames of a sector, one at a time. */
function Step({
  from,
  to,
  at,
  onAt,
}: {
  from: number;
  to: number;
  at: number;
  onAt: (at: number) => void;
}) {
  return (
    <label className="absolute right-3 bottom-2 flex items-center gap-2 rounded-md bg-card/90 px-2 py-1 text-xs">
      Frame
      <input
        type="range"
        className="accent-action"
        min={from}
        max={to}
        value={at}
        onClick={(event) => event.stopPropagation()}
        onKeyDown={(event) => event.stopPropagation()}
        onChange={(event) => onAt(Number(event.target.value))}
      />
    </label>
  );
}

interface MarkStageProps extends Pick<
  KindProps<ItemKindName, unknown>,
  'ground' | 'units' | 'lines' | 'label' | 'view'
> {
  targetId: string;
}

/** A screen with one mark framed, until its truth may be seen. */
export function MarkStage({ targetId, ground, units, lines, label, view }: MarkStageProps) {
  const [screen] = ground.screens;
  const region = screen.regions.find((one) => one.targetId === targetId);
  const [endPing, setEndPing] = useState((region?.peak.ping ?? screen.firstPing) + 1);
  const isSector = isPolar(screen.info.instrument);
  return (
    <ScreenPicture
      screen={screen}
      units={units}
      label={label}
      view={view ?? undefined}
      endPing={isSector ? endPing : undefined}
      frames={region && lines.length === 0 ? [{ region, badge: '' }] : []}
      outlined={outlinedOn(lines, 0)}
    >
      {isSector && (
        <Step
          from={screen.firstPing + 1}
          to={screen.firstPing + screen.pingCount}
          at={endPing}
          onAt={setEndPing}
        />
      )}
    </ScreenPicture>
  );
}

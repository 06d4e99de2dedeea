import { useState } from 'react';
import { type Cursor, cursorAt } from '@core/reading';
import type { UnitSystem } from '@core/units';
import { CursorMarks } from '@/ui/echo/CursorMarks';
import { MeasureTab } from './MeasureTab';
import type { ScreenTab } from './screenTab';
import type { ScreenWork } from './useScreenRecord';
import type { ShownScreen } from './useShownScreen';

export function useMeasureTab(
  { record, echo }: ScreenWork,
  { track, isScaled, pxPerM, pxPerTrackM }: ShownScreen,
  units: UnitSystem,
): ScreenTab {
  const [cursors, setCursors] = useState<Cursor[]>([]);
  return {
    onPick: isScaled
      ? (point) => {
          const next = cursorAt(echo.info, track, point.ping - record.firstPing, point);
          setCursors(cursors.length === 1 ? [cursors[0], next] : [next]);
        }
      : undefined,
    always: (picture) => <CursorMarks picture={picture} cursors={cursors} light={false} />,
    panel: (
      <MeasureTab
        echo={{ ...echo, track }}
        cursors={cursors}
        units={units}
        pxPerM={pxPerM}
        pxPerTrackM={pxPerTrackM}
        isScaled={isScaled}
        calibrateHref={`/library/picture?id=${record.id}`}
        onClear={() => setCursors([])}
      />
    ),
  };
}

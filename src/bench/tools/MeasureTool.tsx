import { measure } from '@core/reading';
import { MeasurePanel } from '@/ui/echo/MeasurePanel';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';

export function MeasureTool({ kit, onClear }: { kit: BenchKit; onClear: () => void }) {
  const { ring, cursors, endPing, units, picture } = kit;
  const [a, b] = cursors;
  const slot = ring && endPing > ring.first ? ring.slot(endPing - 1) : null;
  const measured = (fishLengthM: number) => {
    if (!a || !ring || slot === null || !picture) return [];
    const { pxPerM, pxPerTrackM } = picture;
    const latest = { timeS: ring.track.timeS[slot], alongM: ring.track.alongM[slot] };
    return measure({
      info: ring.info,
      a,
      b: b ?? null,
      latest,
      units,
      pxPerM,
      pxPerTrackM,
      fishLengthM,
    });
  };
  return <MeasurePanel cursors={cursors} units={units} measured={measured} onClear={onClear} />;
}

export const measureTool: Tool = {
  id: 'measure',
  name: 'Measure',
  key: 'Q',
  panel: ({ kit, session }) => <MeasureTool kit={kit} onClear={session.clearCursors} />,
  pick: (session, ...picked) => session.putCursor(...picked),
};

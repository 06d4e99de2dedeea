import { useState } from 'react';
import { depthAtM } from '@core/bottom';
import type { Point } from '@core/planning';
import { radToDeg } from '@core/units';
import { newMark } from '@/storage/chartNotes';
import { PathDraft } from '@/ui/chart/chartMarks';
import type { ChartBase, ChartTab } from './chartTab';
import { type MarkMode, MarksPanel } from './MarksPanel';
import type { NoteSelection } from './NotesLayer';

/** A place tapped on the chart is meant within so many pixels, and never better than a fix. */
const TAP_PX = 3;
const FIX_SIGMA_M = 1.5;

/** Marks, lines and the spot log. */
export function useMarksTab(base: ChartBase): ChartTab & { begin: (mode: MarkMode) => void } {
  const { notebook, notebookState, content, offsetM, units } = base;
  const { notes, water } = notebookState;
  const { boat } = base.sailed;
  const [mode, setMode] = useState<MarkMode>('select');
  const [traced, setTraced] = useState<Point[]>([]);
  const [selection, setSelection] = useState<NoteSelection>(null);
  const depthAt = (xM: number, yM: number) =>
    Math.round(10 * Math.max(0, depthAtM(content.scene.bottom, xM, yM) + offsetM)) / 10;
  const begin = (next: MarkMode) => {
    setMode(next);
    setTraced([]);
  };
  const removeSelected = () => {
    const all = [...notes.marks, ...notes.lines, ...notes.spots];
    const note = all.find(({ id }) => id === selection?.id);
    if (!note) return;
    notebook.change(`delete ${note.name}`, [{ before: note, after: null }]);
    setSelection(null);
    notebook.tell(`“${note.name}” was deleted.`);
  };
  const addMark = ({ x, y }: Point, metresPerPx: number) => {
    const sigma = Math.max(FIX_SIGMA_M, TAP_PX * metresPerPx);
    const covarianceM2: [number, number, number] = [sigma * sigma, 0, sigma * sigma];
    const place = { xM: x, yM: y, covarianceM2 };
    const mark = newMark({
      waterId: water.id,
      name: `Mark ${notes.marks.length + 1}`,
      symbol: 'other',
      note: '',
      depthM: depthAt(x, y),
      ...place,
      sightings: [
        { from: 'chart', atMs: Date.now(), screenId: null, boat: null, slantM: null, ...place },
      ],
    });
    notebook.change(`mark ${mark.name}`, [{ before: null, after: mark }]);
    setMode('select');
    setSelection({ part: 'mark', id: mark.id });
  };
  return {
    begin,
    leave: () => begin('select'),
    over: (at) => traced.length > 0 && <PathDraft points={traced} at={at} />,
    onTap(point, at) {
      if (mode === 'line') setTraced([...traced, point]);
      else if (mode === 'mark') addMark(point, at.metresPerPx);
      else setSelection(null);
    },
    notes: {
      selection,
      edit: {
        onSelect(next) {
          const mark = notes.marks.find(({ id }) => next?.part === 'mark' && id === next.id);
          if (mode === 'line' && mark) setTraced([...traced, { x: mark.xM, y: mark.yM }]);
          else setSelection(next);
        },
        onMoveMark: (mark, xM, yM, gesture) =>
          notebook.edit(
            `move ${mark.name}`,
            mark,
            { xM: Math.round(100 * xM) / 100, yM: Math.round(100 * yM) / 100 },
            `${mark.id}-${gesture}`,
          ),
        onChangeLine: (line, pointsM, gesture) =>
          notebook.edit(`change ${line.name}`, line, { pointsM }, `${line.id}-${gesture}`),
        onDelete: removeSelected,
      },
    },
    panel: (
      <MarksPanel
        notebook={notebook}
        state={notebookState}
        selection={selection}
        onSelect={setSelection}
        onDelete={removeSelected}
        mode={mode}
        onMode={begin}
        traced={traced.length}
        onFinishLine={() => {
          const line = notebook.addLine('break', traced);
          begin('select');
          setSelection({ part: 'line', id: line.id });
        }}
        boat={
          boat && {
            xM: boat.xM,
            yM: boat.yM,
            headingDeg: (radToDeg(boat.headingRad) + 360) % 360,
          }
        }
        depthAt={depthAt}
        units={units}
      />
    ),
  };
}

import { ellipse95 } from '@core/reading';
import type { LineRecord, MarkRecord, Sighting } from '@core/records';
import { ChartText } from '@/ui/chart/chartMarks';
import { Handle } from '@/ui/chart/Handle';
import type { Projection } from '@/ui/chart/projection';
import { MARK_WORDS } from './markWords';
import { RouteLayer } from './RouteLayer';

export type NoteSelection =
  | { part: 'mark'; id: string }
  | { part: 'line'; id: string }
  | { part: 'spot'; id: string }
  | null;

export interface NoteEdit {
  onSelect: (selection: NoteSelection) => void;
  onMoveMark: (mark: MarkRecord, xM: number, yM: number, gesture: string) => void;
  onChangeLine: (line: LineRecord, pointsM: LineRecord['pointsM'], gesture: string) => void;
  onDelete: () => void;
}

interface NotesLayerProps {
  marks: readonly MarkRecord[];
  lines: readonly LineRecord[];
  at: Projection;
  selection: NoteSelection;
  /** Without it the notes are only there to be seen. */
  edit: NoteEdit | null;
}

/** Marks with the ellipse in which they lie, and lines traced, over the chart. */
export function NotesLayer({ marks, lines, at, selection, edit }: NotesLayerProps) {
  return (
    <>
      {lines.map((line) => {
        const isSelected = selection?.part === 'line' && selection.id === line.id;
        const points = line.pointsM.map(({ x, y }) => at.toPx(x, y).join(',')).join(' ');
        if (isSelected && edit) {
          return (
            <RouteLayer
              key={line.id}
              routeM={line.pointsM}
              name={line.name}
              at={at}
              look="strong"
              onChange={(pointsM, gesture) => edit.onChangeLine(line, pointsM, gesture)}
            />
          );
        }
        const drawn = (
          <>
            <polyline points={points} fill="none" stroke="transparent" strokeWidth={14} />
            <polyline points={points} fill="none" stroke="var(--card)" strokeWidth={4} />
            <polyline points={points} fill="none" stroke="var(--missed)" strokeWidth={2} />
          </>
        );
        if (!edit) {
          return (
            <g key={line.id} pointerEvents="none">
              {drawn}
            </g>
          );
        }
        return (
          <Handle
            key={line.id}
            at={at}
            xM={line.pointsM[0].x}
            yM={line.pointsM[0].y}
            label={`Line ${line.name}`}
            selected={false}
            onSelect={() => edit.onSelect({ part: 'line', id: line.id })}
          >
            {drawn}
          </Handle>
        );
      })}
      {marks.map((mark) => {
        const [x, y] = at.toPx(mark.xM, mark.yM);
        const isSelected = selection?.part === 'mark' && selection.id === mark.id;
        const { Icon, words } = MARK_WORDS[mark.symbol];
        const drawn = (
          <>
            <circle
              cx={x}
              cy={y}
              r={11}
              fill={isSelected ? 'var(--ink)' : 'var(--card)'}
              stroke="var(--ink)"
              strokeWidth={1.4}
            />
            <Icon
              x={x - 7}
              y={y - 7}
              width={14}
              height={14}
              color={isSelected ? 'var(--card)' : 'var(--ink)'}
              aria-hidden="true"
            />
            <ChartText x={x + 15} y={y} text={mark.name} />
          </>
        );
        return (
          <g key={mark.id}>
            <Ellipse place={mark} at={at} strong={isSelected} />
            {isSelected &&
              mark.sightings.length > 1 &&
              mark.sightings.map((sighting, index) => (
                <Ellipse key={index} place={sighting} at={at} strong={false} />
              ))}
            {edit ? (
              <Handle
                at={at}
                xM={mark.xM}
                yM={mark.yM}
                label={`${words} mark ${mark.name}`}
                selected={isSelected}
                onSelect={() => edit.onSelect({ part: 'mark', id: mark.id })}
                onMove={(xM, yM, gesture) => edit.onMoveMark(mark, xM, yM, gesture)}
                onDelete={edit.onDelete}
              >
                {drawn}
              </Handle>
            ) : (
              <g pointerEvents="none">{drawn}</g>
            )}
          </g>
        );
      })}
    </>
  );
}

interface EllipseProps {
  place: Pick<Sighting, 'xM' | 'yM' | 'covarianceM2'>;
  at: Projection;
  strong: boolean;
}

/** Where the thing lies with 95 %. */
function Ellipse({ place, at, strong }: EllipseProps) {
  const [x, y] = at.toPx(place.xM, place.yM);
  const { longM, shortM, directionDeg } = ellipse95(place.covarianceM2);
  return (
    <ellipse
      transform={`translate(${x} ${y}) rotate(${directionDeg - (at.upRad * 180) / Math.PI})`}
      rx={shortM / at.metresPerPx}
      ry={longM / at.metresPerPx}
      fill="var(--live)"
      fillOpacity={strong ? 0.16 : 0.05}
      stroke="var(--live)"
      strokeOpacity={strong ? 0.9 : 0.5}
      strokeDasharray="4 3"
      pointerEvents="none"
      data-testid={strong ? 'mark-ellipse' : undefined}
    />
  );
}

import { useState } from 'react';
import { depthAtM } from '@core/bottom';
import { type Point, thinned } from '@core/planning';
import { waterToday } from '@core/waters';
import { SectionLine } from '@/ui/chart/chartMarks';
import type { Projection } from '@/ui/chart/projection';
import { SectionView } from '@/ui/chart/SectionView';
import { Things } from '@/ui/chart/Things';
import { BoatPanel } from './BoatPanel';
import type { ChartBase, ChartTab } from './chartTab';
import { PlaceMark } from './PlaceMark';
import { FRESH_DRAFT } from './PlanPanel';
import { SeasonPanel } from './SeasonPanel';
import { StudyPanel } from './StudyPanel';
import { useMosaic } from './useMosaic';

/** A track is kept as finely as the chart can tell apart. */
const TRACK_TOLERANCE_M = 0.3;
const MOST_TRACK_POINTS = 2000;

/** Reading the chart: sections, the level of the day, the season, and the boat sailed ahead. */
export function useStudyTab(base: ChartBase): ChartTab {
  const { notebook, content, sailed, ownBoat, offsetM, units, mayReveal, state, change } = base;
  const { bottom, water } = content.scene;
  const mosaic = useMosaic(base.waterId);
  const [revealed, setRevealed] = useState(false);
  const [placing, setPlacing] = useState<'launch' | 'guess' | null>(null);
  const [guess, setGuess] = useState<Point | null>(null);
  const [seasonShown, setSeasonShown] = useState(false);
  const [section, setSection] = useState(() => {
    const { originM, columns, rows, cellM } = bottom;
    const y = originM.y + ((rows - 1) * cellM) / 2;
    return { from: { x: originM.x, y }, to: { x: originM.x + (columns - 1) * cellM, y } };
  });
  const [alongSection, setAlongSection] = useState<Point | null>(null);

  const { boat, live, sweep, sailing, sailedPass, sail, trail } = sailed;
  const keepTrack = () => {
    const line = notebook.addLine('track', thinned(trail, TRACK_TOLERANCE_M, MOST_TRACK_POINTS));
    notebook.tell(`Kept as “${line.name}”.`);
  };
  const place = (point: Point) => {
    if (placing === 'guess') setGuess(point);
    else {
      const charted = Math.round(100 * depthAtM(bottom, point.x, point.y)) / 100;
      change({ launch: { at: point, measuredM: state.launch?.measuredM ?? charted } });
    }
    setPlacing(null);
  };
  const toggle = (what: 'launch' | 'guess') => setPlacing(placing === what ? null : what);
  const showsAll = mayReveal && revealed;
  // Where its day puts the life of a water takes a moment: not before it is to be seen.
  const shownTargets =
    showsAll || seasonShown
      ? waterToday(content).scene.targets.filter(
          ({ kind }) => showsAll || kind === 'fish' || kind === 'baitSchool',
        )
      : [];
  return {
    always: (at) => (
      <>
        {mosaic.layer(at)}
        {shownTargets.length > 0 && <Things targets={shownTargets} at={at} />}
      </>
    ),
    under: (at) => (
      <>
        <SectionLine section={section} at={at} onMove={setSection} />
        {alongSection && <SectionCursor at={at} point={alongSection} />}
      </>
    ),
    over: (at) => (
      <>
        {state.launch && (
          <PlaceMark
            at={at}
            point={state.launch.at}
            label="Sounding at the launch"
            onMove={(launchAt) => change({ launch: { ...state.launch!, at: launchAt } })}
          />
        )}
        {guess && (
          <PlaceMark
            at={at}
            point={guess}
            label="Where you would look first"
            onMove={seasonShown ? undefined : setGuess}
          />
        )}
      </>
    ),
    onTap: placing ? place : undefined,
    leave: () => setPlacing(null),
    below: (
      <div className="h-38 shrink-0 overflow-hidden rounded-lg border border-hairline bg-card">
        <SectionView
          bottom={bottom}
          water={water}
          targets={shownTargets}
          from={section.from}
          to={section.to}
          offsetM={offsetM}
          units={units}
          onAlong={setAlongSection}
        />
      </div>
    ),
    panel: (
      <>
        <StudyPanel
          content={content}
          state={state}
          boat={ownBoat}
          offsetM={offsetM}
          deepest={base.deepest}
          units={units}
          mayReveal={mayReveal}
          revealed={revealed}
          onReveal={setRevealed}
          placing={placing === 'launch'}
          onPlaceLaunch={() => toggle('launch')}
          onChange={change}
        />
        {mosaic.panel}
        <SeasonPanel
          content={content}
          units={units}
          guess={guess}
          guessing={placing === 'guess'}
          onGuess={() => toggle('guess')}
          onReveal={setSeasonShown}
          day={state.day}
          onDay={(day) => change({ day })}
        />
        <BoatPanel
          passes={content.passes}
          passId={sailedPass.id}
          onPass={sail}
          sailing={sailing}
          live={live}
          boat={boat}
          sweep={sweep}
          onInstrument={(instrument) =>
            change({ draft: { ...(state.draft ?? FRESH_DRAFT), instrument } })
          }
          onKeepTrack={trail.length > 1 ? keepTrack : null}
          up={state.up}
          onUp={(up) => change({ up })}
          units={units}
        />
      </>
    ),
  };
}

function SectionCursor({ at, point }: { at: Projection; point: Point }) {
  const [x, y] = at.toPx(point.x, point.y);
  return <circle cx={x} cy={y} r={4} fill="var(--action)" pointerEvents="none" />;
}

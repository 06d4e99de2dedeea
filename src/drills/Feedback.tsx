/** What is said after the commit: the grade, what gave each thing away, and what would have shown it better. */
import { BookOpen, Eye, Box, Scissors } from '@/ui/icons';
import { useMemo, useState } from 'react';
import type { View } from '@core/display';
import {
  type Answer,
  type DrillScreen,
  drillSource,
  type Grade,
  type Ground,
  type Item,
  SKILLS,
  slotOf,
} from '@core/drills';
import type { Pose } from '@core/pass';
import { betterView, clarity, type TruthRegion } from '@core/reading';
import type { WaterContent } from '@core/waters';
import { formatNumber } from '@core/units';
import { useSettings } from '@/storage/settings';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Cutaway } from '@/ui/echo/Cutaway';
import { SpaceView } from '@/ui/space/SpaceView';
import { HadItBeen, type Instead } from './instead';
import { KIND_VIEWS } from './kinds';
import type { GradeFigure, Line } from './kinds/kindView';
import { LineList } from './LineList';

const plainFigures = ({ right, score }: Grade): GradeFigure[] => [
  {
    value: right ? 'right' : score > 0 ? 'partly right' : 'wrong',
    text: `score ${formatNumber(100 * score, 0)} of 100`,
  },
];

function Figure({ value, text }: GradeFigure) {
  return (
    <div className="flex-1 rounded-md bg-well px-2.5 py-2">
      <p className="figures text-lg leading-tight font-semibold">{value}</p>
      <p className="text-xs leading-tight text-ink-2">{text}</p>
    </div>
  );
}

interface FeedbackProps {
  item: Item;
  ground: Ground;
  grade: Grade;
  lines: Line[];
  /** The view that is being tried on the picture. */
  tried: View | null;
  onTry: (view: View | null) => void;
  answer: Answer;
  /** What stands beside the picture: the same, had the mark been something else. */
  instead: Instead | null;
  onInstead: (instead: Instead | null) => void;
}

export function Feedback(props: FeedbackProps) {
  const { item, ground, grade, lines, tried, onTry, answer, instead, onInstead } = props;
  const kind = KIND_VIEWS[item.kind];
  const about = lines.find(({ region }) => region) ?? null;
  const heading = kind.asksMany ? 'What gave them away' : 'Why';
  const screen = about ? ground.screens[about.screen] : ground.screens.at(0);
  return (
    <Card className="flex flex-col gap-2.5 p-4">
      <div className="flex gap-2" data-testid="grade-figures">
        {(kind.figures?.(grade) ?? plainFigures(grade)).map(({ value, text }) => (
          <Figure key={text} value={value} text={text} />
        ))}
      </div>
      <h2 className="text-sm text-action">{heading}</h2>
      <LineList label={heading} lines={lines} />
      {screen && about?.region && screen.levelsCdb.length > 0 && (
        <Clearer
          screen={screen}
          region={about.region}
          tried={tried}
          onTry={about.screen === 0 && kind.isViewable ? onTry : null}
        />
      )}
      {item.kind === 'whatIsThis' &&
        answer.kind === 'whatIsThis' &&
        grade.kind === 'whatIsThis' && (
          <HadItBeen
            {...{ item, instead, onInstead }}
            screen={ground.screens[0]}
            truth={grade.truth}
            said={answer.label}
          />
        )}
      {screen && ground.water && about?.region && (
        <Opened screen={screen} water={ground.water} region={about.region} />
      )}
      <a
        href={`/handbook?page=${item.skill}`}
        className="inline-flex items-center gap-1.5 font-semibold text-action underline"
      >
        <BookOpen size={15} aria-hidden="true" /> {SKILLS[item.skill]} in the handbook
      </a>
    </Card>
  );
}

/** Settings in which two views differ, in words. */
function changesInWords(from: View, to: View): string {
  const words: string[] = [];
  if (from.gainDb !== to.gainDb || from.autoGain !== to.autoGain)
    words.push(`gain ${formatNumber(to.gainDb, 0)} dB`);
  if (from.contrastDb !== to.contrastDb)
    words.push(`contrast ${formatNumber(to.contrastDb, 0)} dB`);
  if (from.noiseFilter !== to.noiseFilter) words.push('noise filter off');
  if (from.crossTalkFilter !== to.crossTalkFilter) words.push('cross-talk filter off');
  if (from.surfaceFilterM !== to.surfaceFilterM) words.push('surface filter off');
  if (from.bottomM !== to.bottomM) words.push(`range to ${formatNumber(to.bottomM, 0)} m`);
  return words.join(', ');
}

const WORTH_SHOWING = 1.15;
const USUAL_RANGE_PX = 560;

/** The setting that would have shown it better, as a before and after. */
function Clearer({
  screen,
  region,
  tried,
  onTry,
}: {
  screen: DrillScreen;
  region: TruthRegion;
  tried: View | null;
  onTry: ((view: View | null) => void) | null;
}) {
  const better = useMemo(() => {
    // A whole screen is shown squeezed: its scroll is no setting of anybody's.
    const input = { source: drillSource(screen), region, rangePx: USUAL_RANGE_PX, speedMps: 0 };
    const found = betterView(input, screen.view);
    const before = clarity(input, screen.view);
    return {
      ...found,
      ratio: found.clarity / Math.max(0.01, before),
      words: changesInWords(screen.view, found.view),
    };
  }, [screen, region]);
  if (better.words === '' || better.ratio < WORTH_SHOWING || !onTry) return null;
  return (
    <Button
      size="small"
      className="text-balance whitespace-normal!"
      onClick={() => onTry(tried ? null : better.view)}
      aria-pressed={tried !== null}
    >
      <Eye size={14} aria-hidden="true" className="shrink-0" />
      {tried ? 'Back to how it was' : `Clearer: ${better.words}`}
    </Button>
  );
}

/** The water under the boat when the mark was heard, in section. */
function Opened({
  screen,
  water,
  region,
}: {
  screen: DrillScreen;
  water: WaterContent;
  region: TruthRegion;
}) {
  const { units } = useSettings();
  const [shown, setShown] = useState(false);
  const [isInSpace, setInSpace] = useState(false);
  const slot = slotOf(screen, region.peak.ping);
  const { track, sounder, rig, targets, info } = screen;
  if (!sounder || !rig) return null;
  const pose: Pose = {
    timeS: track.timeS[slot],
    alongM: track.alongM[slot],
    xM: track.xM[slot],
    yM: track.yM[slot],
    headingRad: track.headingRad[slot],
    speedMps: track.speedMps[slot],
    heaveM: 0,
    rollRad: 0,
    pitchRad: 0,
    ended: false,
  };
  const drawn = {
    ...{ bottom: water.scene.bottom, targets, sounder, rig, pose, units },
    lit: region.targetId,
    rangeM: (region.peak.bin + 0.5) * info.rangeStepM,
    onLight: () => undefined,
  };
  return (
    <>
      <Button size="small" aria-expanded={shown} onClick={() => setShown(!shown)}>
        <Scissors size={14} aria-hidden="true" /> {shown ? 'Close the water' : 'Open the water'}
      </Button>
      {shown && (
        <Button size="small" aria-pressed={isInSpace} onClick={() => setInSpace(!isInSpace)}>
          <Box size={14} aria-hidden="true" /> In space
        </Button>
      )}
      {shown && (
        <div
          className={`${isInSpace ? 'h-64' : 'h-32'} overflow-hidden rounded-md border border-hairline`}
          data-testid="cutaway"
        >
          {isInSpace ? <SpaceView {...drawn} /> : <Cutaway {...drawn} water={water.scene.water} />}
        </div>
      )}
    </>
  );
}

import { useState } from 'react';
import { lifeNear, readSeason } from '@core/builder';
import { airTrendC } from '@core/life';
import { type DayChoice, waterToday, type WaterContent } from '@core/waters';
import { format, formatNumber, LENGTH, TEMPERATURE, type UnitSystem } from '@core/units';
import { clarityWords, temperatureAtC } from '@core/water';
import { Button } from '@/ui/Button';
import { DayPicker } from '@/ui/DayPicker';
import { Panel } from '@/ui/Panel';

interface SeasonPanelProps {
  content: WaterContent;
  units: UnitSystem;
  /** Where the student would look; null until they have tapped. */
  guess: { x: number; y: number } | null;
  guessing: boolean;
  onGuess: () => void;
  onReveal: (shown: boolean) => void;
  day: DayChoice;
  onDay: (day: DayChoice) => void;
}

const NEAR_M = 40;

/** The days before, and the question that they answer: where would you look first? */
export function SeasonPanel(props: SeasonPanelProps) {
  const { content, units, guess, guessing } = props;
  const [shown, setShown] = useState(false);
  const { conditions } = content;
  const { water } = content.scene;
  const temperature = TEMPERATURE[units];
  const trendC = airTrendC(conditions.airDailyC);
  const trend = temperature.show(trendC) - temperature.show(0);
  const minuteOfDay = Math.round(60 * conditions.hourOfDay);
  const season = readSeason(content);
  const reveal = () => {
    setShown(!shown);
    props.onReveal(!shown);
  };
  const life = guess && lifeNear(waterToday(content), guess, NEAR_M);
  return (
    <Panel title="Where would you look first?">
      <DayPicker content={content} day={props.day} onChange={props.onDay} />
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-sm">
        <dt className="text-ink-2">Surface</dt>
        <dd>{format(temperature, temperatureAtC(water, 0), 1)}</dd>
        <dt className="text-ink-2">Clarity</dt>
        <dd>{clarityWords(water)}</dd>
        <dt className="text-ink-2">Thermocline</dt>
        <dd>
          {water.thermocline
            ? `${format(LENGTH[units], water.thermocline.depthM, 1)}, below it ${format(temperature, water.temperatureC - water.thermocline.dropC, 1)}`
            : 'none'}
        </dd>
        <dt className="text-ink-2">Time of day</dt>
        <dd>
          {String(Math.floor(minuteOfDay / 60) % 24).padStart(2, '0')}:
          {String(minuteOfDay % 60).padStart(2, '0')}
        </dd>
      </dl>
      {conditions.airDailyC.length > 1 && (
        <AirTrend airDailyC={conditions.airDailyC} trend={trend} units={units} />
      )}
      <p className="text-xs text-ink-2" role="status">
        {guess
          ? `You would look at ${formatNumber(LENGTH[units].show(guess.x), 0)} east, ${formatNumber(LENGTH[units].show(guess.y), 0)} north.`
          : 'Say it before you see it: put your place on the chart.'}
      </p>
      <div className="flex gap-2">
        <Button onClick={props.onGuess} aria-pressed={guessing} disabled={shown}>
          {guess ? 'Choose again' : 'Choose a place'}
        </Button>
        <Button look="primary" onClick={reveal} disabled={!guess} aria-pressed={shown}>
          {shown ? 'Close' : 'Commit and see'}
        </Button>
      </div>
      {shown && life && (
        <div role="status" data-testid="season-answer">
          <p>
            <b>{season.title}.</b> {season.answer}
          </p>
          <p className="mt-1 text-xs text-ink-2">
            Within {format(LENGTH[units], NEAR_M, 0)} of your place: {life.bait.near} of{' '}
            {life.bait.all} bait schools, {life.fish.near} of {life.fish.all} fish.
          </p>
        </div>
      )}
    </Panel>
  );
}

interface AirTrendProps {
  airDailyC: readonly number[];
  /** In the unit shown. */
  trend: number;
  units: UnitSystem;
}

/** Daily means of the air as a small line; the last three days decide. */
function AirTrend({ airDailyC, trend, units }: AirTrendProps) {
  const least = Math.min(...airDailyC);
  const most = Math.max(...airDailyC, least + 1);
  const x = (i: number) => 4 + (i / (airDailyC.length - 1)) * 192;
  const y = (c: number) => 36 - ((c - least) / (most - least)) * 30;
  const { show, unit } = TEMPERATURE[units];
  const words = `Air, ${airDailyC.length} days: ${formatNumber(show(least), 0)} to ${formatNumber(show(most), 0)} ${unit}, last three ${trend >= 0 ? '+' : ''}${formatNumber(trend, 1)} ${unit} against those before`;
  return (
    <figure>
      <svg viewBox="0 0 200 40" className="h-10 w-full" role="img" aria-label={words}>
        <rect
          x={x(Math.max(0, airDailyC.length - 3)) - 3}
          width={200 - x(Math.max(0, airDailyC.length - 3)) + 3}
          height={40}
          fill="var(--well)"
        />
        <polyline
          points={airDailyC.map((c, i) => `${x(i)},${y(c)}`).join(' ')}
          fill="none"
          stroke="var(--live)"
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <figcaption className="text-xs text-ink-2">{words}.</figcaption>
    </figure>
  );
}

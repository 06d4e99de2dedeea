/** What answers say, figure by figure, each with its counts, its interval and what it means. */
import { lazy, type ReactNode, Suspense } from 'react';
import {
  type CalibrationVerdict,
  FEW_TRIALS,
  type Figures,
  type Interval,
  type Share,
  misreadInWords,
} from '@core/drills';
import { formatNumber } from '@core/units';
import { Card } from '@/ui/Card';

const charts = () => import('./charts');
const CalibrationChart = lazy(() => charts().then((all) => ({ default: all.CalibrationChart })));
const SkillsChart = lazy(() => charts().then((all) => ({ default: all.SkillsChart })));
const MeasureChart = lazy(() => charts().then((all) => ({ default: all.MeasureChart })));
const ReactionChart = lazy(() => charts().then((all) => ({ default: all.ReactionChart })));

const VERDICT: Record<CalibrationVerdict, string> = {
  surerThanRight: 'Surer than right. Look for a second sign before you say “sure”.',
  righterThanSure: 'Righter than sure. Your eye is better than you think.',
  wellJudged: 'Well judged: about as right as you said.',
  tooFew: 'Too few answers to say anything about confidence.',
};

const percent = (share: number) =>
  Number.isFinite(share) ? `${formatNumber(100 * share, 0)} %` : '–';

function shareWords({ count, of, low, high }: Share) {
  return of === 0
    ? 'none yet'
    : `${count} of ${of}, 95 % interval ${percent(low)} to ${percent(high)}`;
}

/** An interval in words; one answer alone gives none. */
const intervalWords = ({ low, high }: Interval, show: (value: number) => string) =>
  Number.isFinite(low)
    ? `95 % interval ${show(low)} to ${show(high)}`
    : 'one alone gives no interval';

function Drawn({ height, children }: { height: number; children: ReactNode }) {
  return (
    <div className="relative" style={{ height }}>
      <Suspense fallback={<p className="text-ink-2">Drawing the chart…</p>}>{children}</Suspense>
    </div>
  );
}

function Row({ name, value, text }: { name: string; value: string; text: string }) {
  return (
    <div className="grid grid-cols-[1fr_auto] gap-x-3 border-t border-hairline py-1.5 first:border-t-0">
      <dt className="font-semibold">{name}</dt>
      <dd className="figures text-end font-semibold">{value}</dd>
      <dd className="col-span-2 text-xs text-ink-2">{text}</dd>
    </div>
  );
}

function Telling({ figures }: { figures: Figures }) {
  const { detection, tapping } = figures;
  if (!detection || !tapping) {
    return <p className="text-ink-2">Nothing was tapped or called yet.</p>;
  }
  const few = detection.signals < FEW_TRIALS || detection.noises < FEW_TRIALS;
  const { dPrimeInterval: d, biasInterval: b } = detection;
  const n = (value: number) => formatNumber(value, 2);
  const cautious =
    detection.bias > 0.2
      ? 'You would rather miss one than mark a fake.'
      : detection.bias < -0.2
        ? 'You would rather mark a fake than miss one.'
        : 'Neither cautious nor bold.';
  return (
    <dl>
      <Row
        name="Telling targets from look-alikes, d′"
        value={n(detection.dPrime)}
        text={`0 is guessing, 1 fair, 2 good, 3 very good. ${detection.hits} of ${detection.signals} targets, ${detection.falseAlarms} of ${detection.noises} look-alikes. ${intervalWords(d, n)}${few ? '; too few trials to lean on the figure alone' : ''}.`}
      />
      <Row
        name="Caution, c"
        value={n(detection.bias)}
        text={`${cautious} Above 0 is cautious. ${intervalWords(b, n)}.`}
      />
      <Row
        name="Of your marks, right (precision)"
        value={percent(tapping.precision.share)}
        text={`${shareWords(tapping.precision)}. ${tapping.falseMarks} marks on look-alikes, ${tapping.strays} on nothing.`}
      />
      <Row
        name="Of the targets, found (recall)"
        value={percent(tapping.recall.share)}
        text={`${shareWords(tapping.recall)}. ${tapping.notCounted} that nobody could see were not counted.`}
      />
    </dl>
  );
}

function ConfusionTable({ labels, counts }: Figures['naming']) {
  const totals = counts.map((row) => row.reduce((sum, count) => sum + count, 0));
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm">
        <caption className="pb-1 text-left text-xs text-ink-2">
          Rows: what it was. Columns: what was said. Counts, and shares of the row.
        </caption>
        <thead>
          <tr>
            <th className="text-left text-xs font-normal text-ink-2">it was</th>
            {labels.map((label) => (
              <th key={label} className="px-1.5 text-xs font-normal text-ink-2">
                {label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {labels.map((label, row) => (
            <tr key={label} className="border-t border-hairline">
              <th className="py-1 pr-2 text-left font-semibold">{label}</th>
              {counts[row].map((count, column) => (
                <td
                  key={labels[column]}
                  className={`figures px-1.5 text-center ${row === column ? 'bg-well font-semibold text-good' : count > 0 ? 'font-semibold text-missed' : 'text-ink-2'}`}
                >
                  {count === 0 ? '·' : count}
                  {count > 0 && totals[row] > 0 && (
                    <span className="ml-1 text-xs font-normal text-ink-2">
                      {percent(count / totals[row])}
                    </span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

export function FiguresView({ figures }: { figures: Figures }) {
  const { naming, sorting, misreadings, measures, reactionsS, skills, steps } = figures;
  return (
    <>
      <Card title="Telling things apart">
        <div className="p-4 pt-1">
          <Telling figures={figures} />
        </div>
      </Card>
      <Card title="How right the confidence was">
        <div className="flex flex-col gap-2 p-4 pt-1">
          <p className="text-base font-semibold">{VERDICT[figures.verdict]}</p>
          <p className="text-ink-2">
            Brier score{' '}
            <span className="figures font-semibold">{formatNumber(figures.brier, 3)}</span>: the
            mean square of what you claimed less what came;{' '}
            {intervalWords(figures.brierInterval, (value) => formatNumber(value, 3))}. 0 is perfect;
            always “fairly” and right three times in four gives 0.188.
          </p>
          {steps.length > 0 && (
            <Drawn height={220}>
              <CalibrationChart steps={steps} />
            </Drawn>
          )}
          <p className="text-xs text-ink-2">
            Points on the line: as right as you said. Below it: surer than right. Bars are 95 %
            intervals.
          </p>
        </div>
      </Card>
      {skills.length > 0 && (
        <Card title="Skill by skill">
          <div className="p-4 pt-1">
            <Drawn height={70 + 26 * skills.length}>
              <SkillsChart skills={skills} />
            </Drawn>
            <p className="text-xs text-ink-2">
              Where you would be right about half the time, 0 being a middling item. The pale bar is
              how far that may still move.
            </p>
          </div>
        </Card>
      )}
      {(naming.labels.length > 0 || sorting.labels.length > 0) && (
        <Card title="What is taken for what">
          <div className="flex flex-col gap-2 p-4 pt-1">
            {naming.labels.length > 0 && <ConfusionTable {...naming} />}
            {sorting.labels.length > 0 && <ConfusionTable {...sorting} />}
            {misreadings.length > 0 && (
              <ol className="list-inside list-decimal text-sm">
                {misreadings.slice(0, 3).map(({ truth, said, count }) => (
                  <li key={truth + said}>
                    {misreadInWords({ truth, said })}, {count === 1 ? 'once' : `${count} times`}
                  </li>
                ))}
              </ol>
            )}
          </div>
        </Card>
      )}
      {measures && (
        <Card title="Measuring">
          <div className="flex flex-col gap-2 p-4 pt-1">
            <p>
              {measures.bias > 0.03
                ? 'You tend to read too long'
                : measures.bias < -0.03
                  ? 'You tend to read too short'
                  : 'Neither too long nor too short'}
              : <span className="figures font-semibold">{percent(measures.bias)}</span> on the mean,{' '}
              {intervalWords(measures.biasInterval, percent)}; spread{' '}
              <span className="figures">{percent(measures.spread)}</span>. Right:{' '}
              {shareWords(measures.right)}.
            </p>
            <Drawn height={200}>
              <MeasureChart errors={measures.errors} />
            </Drawn>
          </div>
        </Card>
      )}
      {reactionsS.length > 0 && (
        <Card title="Calling live">
          <div className="flex flex-col gap-2 p-4 pt-1">
            <p>
              In the middle{' '}
              <span className="figures font-semibold">
                {formatNumber(figures.middleReactionS, 1)} s
              </span>{' '}
              from the first sign to the call, over {reactionsS.length} calls;{' '}
              {intervalWords(figures.reactionInterval, (value) => `${formatNumber(value, 1)} s`)}.
            </p>
            <Drawn height={180}>
              <ReactionChart reactionsS={reactionsS} />
            </Drawn>
          </div>
        </Card>
      )}
    </>
  );
}

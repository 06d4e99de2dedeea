import { ListChecks } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { type CalibrationVerdict, type DrillSummary, summarise } from '@core/drills';
import type { AttemptRecord } from '@core/records';
import { formatNumber } from '@core/units';
import { listAttempts } from '@/storage/attempts';
import { ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { PageHeader } from '@/ui/PageHeader';

const CalibrationChart = lazy(() => import('./CalibrationChart'));

const VERDICT: Record<CalibrationVerdict, string> = {
  surerThanRight: 'You were surer than right. Look for a second sign before you say “sure”.',
  righterThanSure: 'You were righter than sure. Your eye is better than you think.',
  wellJudged: 'You judged yourself well.',
  tooFew: 'Too few answers to say anything about confidence.',
};

function Figure({ value, name, text }: { value: string; name: string; text: string }) {
  return (
    <div className="rounded-md bg-well px-4 py-3">
      <p className="figures text-2xl leading-tight font-semibold">{value}</p>
      <p className="font-semibold">{name}</p>
      <p className="text-xs text-ink-2">{text}</p>
    </div>
  );
}

/** How an attempt went, and how right the confidence was, over this attempt and all of them. */
export function Summary({ attempt }: { attempt: AttemptRecord }) {
  const summary = summarise(attempt.answers);
  const [all, setAll] = useState<DrillSummary | null>(null);
  useEffect(() => {
    let current = true;
    void listAttempts().then(
      (attempts) => current && setAll(summarise(attempts.flatMap((other) => other.answers))),
    );
    return () => {
      current = false;
    };
  }, []);
  return (
    <>
      <PageHeader title="How it went" note={attempt.drillName}>
        <ButtonLink look="primary" href="/drills">
          <ListChecks size={16} aria-hidden="true" /> Another drill
        </ButtonLink>
      </PageHeader>
      <div className="mx-auto grid max-w-5xl gap-4 p-4 lg:grid-cols-2">
        <Card title="Marks">
          <div className="grid grid-cols-2 gap-3 p-4" data-testid="summary-figures">
            <Figure
              value={`${summary.right} of ${summary.answered}`}
              name="items right"
              text="every target found and nothing marked falsely, or the mark named"
            />
            <Figure
              value={`${summary.hits} of ${summary.hits + summary.misses}`}
              name="hits"
              text={`${summary.misses} missed that could be seen`}
            />
            <Figure
              value={String(summary.falseMarks + summary.strays)}
              name="false marks"
              text={`${summary.falseMarks} on look-alikes, ${summary.strays} on nothing`}
            />
            <Figure
              value={`${summary.namedRight} of ${summary.named}`}
              name="named rightly"
              text={`${summary.notCounted} hidden fish were not counted`}
            />
          </div>
        </Card>
        <Card title="How right the confidence was">
          <div className="flex flex-col gap-3 p-4">
            <p className="text-base font-semibold">{VERDICT[summary.verdict]}</p>
            <p className="text-ink-2">
              Score <span className="figures font-semibold">{formatNumber(summary.brier, 3)}</span>{' '}
              (0 is perfect; always “fairly sure” and right three times in four gives 0.188).
            </p>
            <table className="w-full">
              <thead className="text-left text-xs text-ink-2">
                <tr>
                  <th className="font-normal">You said</th>
                  <th className="font-normal">that means</th>
                  <th className="font-normal">you were right</th>
                </tr>
              </thead>
              <tbody>
                {summary.steps.map((step) => (
                  <tr key={step.confidence} className="border-t border-hairline">
                    <td className="py-1">{step.confidence}</td>
                    <td className="figures py-1">{formatNumber(100 * step.claimed, 0)} %</td>
                    <td className="figures py-1">
                      {step.right} of {step.trials}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Card>
        {all && all.steps.length > 0 && (
          <Card title="All your answers so far" className="lg:col-span-2">
            <div className="grid items-center gap-4 p-4 md:grid-cols-[1fr_260px]">
              <div className="h-64">
                <Suspense fallback={<p className="text-ink-2">Drawing the chart…</p>}>
                  <CalibrationChart steps={all.steps} />
                </Suspense>
              </div>
              <p className="text-ink-2">
                {all.answered} answers. Points on the line: as right as you said. Below it: surer
                than right. Bars show how much the share may still move; they shrink as answers come
                in.
              </p>
            </div>
          </Card>
        )}
      </div>
    </>
  );
}

import { ArrowRight, ListChecks } from 'lucide-react';
import { format as formatDate } from 'date-fns/format';
import { useEffect, useState } from 'react';
import { summarise } from '@core/drills';
import { EVIDENCE, type EvidenceKind } from '@core/reading';
import type { AttemptRecord } from '@core/records';
import { listAttempts, startDrill } from '@/storage/attempts';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { EVIDENCE_WORDS } from '@/ui/evidenceWords';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';

const ITEMS = 5;

function AttemptRow({ attempt }: { attempt: AttemptRecord }) {
  const summary = summarise(attempt.answers);
  const finished = attempt.finishedAtMs !== null;
  return (
    <tr className="border-t border-hairline">
      <td className="py-2 pr-4">{formatDate(attempt.createdAtMs, 'd MMM yyyy, HH:mm')}</td>
      <td className="figures py-2 pr-4">
        {summary.right} of {summary.answered}
      </td>
      <td className="figures py-2 pr-4">
        {summary.hits} of {summary.hits + summary.misses}
      </td>
      <td className="figures py-2 pr-4">{summary.falseMarks + summary.strays}</td>
      <td className="py-2 text-end">
        <a
          className="font-semibold text-action underline"
          href={`/drills/attempt?id=${attempt.id}`}
        >
          {finished ? 'See it again' : `Go on at item ${attempt.answers.length + 1}`}
        </a>
      </td>
    </tr>
  );
}

function Drills() {
  const [attempts, setAttempts] = useState<AttemptRecord[] | null>(null);
  const [starting, setStarting] = useState(false);
  const [leastEvidence, setLeastEvidence] = useState<EvidenceKind>('knownStructure');
  const [message, setMessage] = useState('');
  useEffect(() => {
    let current = true;
    void listAttempts().then((list) => current && setAttempts(list));
    return () => {
      current = false;
    };
  }, []);

  const start = async () => {
    setStarting(true);
    const seed = crypto.getRandomValues(new Uint32Array(1))[0] >>> 1;
    const attempt = await startDrill(ITEMS, seed, leastEvidence);
    if (attempt) {
      location.assign(`/drills/attempt?id=${attempt.id}`);
      return;
    }
    setStarting(false);
    setMessage('The library holds no screen with a fair question. Record one on the bench first.');
  };
  const unfinished = attempts?.find((attempt) => attempt.finishedAtMs === null);

  return (
    <>
      <PageHeader title="Drills" note="Commit first, then see the water." />
      <div className="mx-auto flex max-w-4xl flex-col gap-4 p-4">
        <Card className="flex flex-wrap items-center gap-5 px-5 py-5">
          <div className="min-w-72 flex-1">
            <h2 className="text-lg">Five from the library</h2>
            <p className="max-w-prose text-ink-2">
              Mark every fish on some screens, name a single mark on others. Say how sure you are;
              then the truth is shown. What nobody could see never counts against you.
            </p>
            <div className="mt-2 w-80">
              <Choice
                label="Screens known by at least"
                value={leastEvidence}
                options={EVIDENCE.map((value) => ({ value, label: EVIDENCE_WORDS[value] }))}
                onChange={setLeastEvidence}
              />
            </div>
            <p role="alert" className="mt-1 min-h-5 text-missed">
              {message}
            </p>
          </div>
          <Button look="primary" onClick={() => void start()} disabled={starting}>
            <ListChecks size={18} aria-hidden="true" />{' '}
            {starting ? 'Choosing items…' : 'Start five items'}
          </Button>
          {unfinished && (
            <ButtonLink href={`/drills/attempt?id=${unfinished.id}`}>
              Go on where you were <ArrowRight size={16} aria-hidden="true" />
            </ButtonLink>
          )}
        </Card>
        <Card title="What you have done">
          {attempts?.length ? (
            <div className="overflow-x-auto px-4 pt-2 pb-4">
              <table className="w-full">
                <thead className="text-left text-xs text-ink-2">
                  <tr>
                    <th className="pb-1 font-normal">Begun</th>
                    <th className="pb-1 font-normal">Items right</th>
                    <th className="pb-1 font-normal">Targets found</th>
                    <th className="pb-1 font-normal">False marks</th>
                    <th className="pb-1 font-normal">
                      <span className="sr-only">Open</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {attempts.map((attempt) => (
                    <AttemptRow key={attempt.id} attempt={attempt} />
                  ))}
                </tbody>
              </table>
            </div>
          ) : (
            <p className="px-4 pt-1 pb-4 text-ink-2">
              Nothing yet. A first drill takes three minutes.
            </p>
          )}
        </Card>
      </div>
    </>
  );
}

export function DrillsPage() {
  return (
    <Prepared>
      <Drills />
    </Prepared>
  );
}

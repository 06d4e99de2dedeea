/** What one can and cannot read, over everything that was answered here. */
import { useEffect, useMemo, useState } from 'react';
import { figuresOf, itemFigures, practiceState, SKILLS } from '@core/drills';
import type { AttemptRecord, DrillRecord } from '@core/records';
import { formatNumber } from '@core/units';
import { format as formatDate } from 'date-fns/format';
import { answeredIn, listAttempts } from '@/storage/attempts';
import { listDrills } from '@/storage/drills';
import { useSettings } from '@/storage/settings';
import { ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { BeforeAfter, HarderThanForetold } from './BeforeAfter';
import { FiguresView } from '@/ui/figures/FiguresView';

const MOST_DUE = 8;

function AllFigures() {
  const { role } = useSettings();
  const [attempts, setAttempts] = useState<AttemptRecord[] | null>(null);
  const [drills, setDrills] = useState<DrillRecord[]>([]);
  const [drill, setDrill] = useState('all');
  useEffect(() => {
    let current = true;
    void Promise.all([listAttempts(), listDrills()]).then(([list, composed]) => {
      if (!current) return;
      setDrills(composed);
      setAttempts(list);
    });
    return () => {
      current = false;
    };
  }, []);
  // Of an exam nothing is shown before its end, and nothing of one that keeps its marks back.
  const open = useMemo(
    () =>
      (attempts ?? []).filter(
        ({ feedback, finishedAtMs }) =>
          feedback === 'each' || (feedback === 'end' && finishedAtMs !== null) || role === 'teach',
      ),
    [attempts, role],
  );
  const names = [...new Set(open.map(({ drillName }) => drillName))];
  const chosen = open.filter(({ drillName }) => drill === 'all' || drillName === drill);
  const figures = figuresOf(chosen.flatMap(answeredIn));
  const doubtful = itemFigures(chosen.map(answeredIn)).filter(({ isDoubtful }) => isDoubtful);
  // All that was answered at one browser counts as one reader's.
  const readers = useMemo(() => [open.flatMap(answeredIn)], [open]);
  const { cards } = practiceState(readers[0]);
  if (!attempts) return <p className="p-6 text-ink-2">Reading the answers…</p>;
  return (
    <>
      <PageHeader title="What you can read" note={`${figures.answered} answers`}>
        {names.length > 1 && (
          <Choice
            label="Of"
            value={drill}
            options={[
              { value: 'all', label: 'everything' },
              ...names.map((name) => ({ value: name, label: name })),
            ]}
            onChange={setDrill}
          />
        )}
        <ButtonLink href="/drills">Back to the drills</ButtonLink>
      </PageHeader>
      {figures.answered === 0 ? (
        <p className="p-6 text-ink-2">
          Nothing was answered yet. A practice of five takes about four minutes.
        </p>
      ) : (
        <div className="mx-auto max-w-6xl gap-4 p-4 lg:columns-2 [&>section]:mb-4 [&>section]:break-inside-avoid">
          <FiguresView figures={figures} />
          <BeforeAfter attempts={open} drills={drills} />
          <HarderThanForetold readers={readers} />
          <Card title="When each comes back">
            <div className="p-4 pt-1">
              <p className="text-xs text-ink-2">
                A skill is due when about one in ten would have forgotten it; each time it is asked
                with a new picture.
              </p>
              <table className="mt-1 w-full text-sm">
                <tbody>
                  {cards
                    .slice(0, MOST_DUE)
                    .map(({ skill, instrument, band, dueMs, stabilityDays }) => (
                      <tr key={`${skill}${instrument}${band}`} className="border-t border-hairline">
                        <td className="py-1">
                          {SKILLS[skill]}, {band}
                        </td>
                        <td className="figures py-1 text-end">
                          {formatDate(dueMs, 'd MMM, HH:mm')}
                        </td>
                        <td className="figures py-1 pl-3 text-end text-ink-2">
                          lasts {formatNumber(stabilityDays, 1)} d
                        </td>
                      </tr>
                    ))}
                </tbody>
              </table>
            </div>
          </Card>
          {role === 'teach' && doubtful.length > 0 && (
            <Card title="Items to look at again">
              <ul className="p-4 pt-1 text-sm">
                {doubtful.map(({ itemId, answers, right, discrimination, harderBy }) => (
                  <li key={itemId} className="border-t border-hairline py-1.5 first:border-t-0">
                    <span className="font-semibold break-all">
                      {itemId.split(':').slice(0, 2).join(', ')}
                    </span>
                    : right {right.count} of {answers}, tells good from poor by{' '}
                    {formatNumber(discrimination, 2)}, harder than foretold by{' '}
                    {formatNumber(harderBy, 1)}
                  </li>
                ))}
              </ul>
            </Card>
          )}
        </div>
      )}
    </>
  );
}

export function FiguresPage() {
  return (
    <Prepared>
      <AllFigures />
    </Prepared>
  );
}

/** What a class has in common: its commonest misreadings on their pictures, what it gained, and questions that misbehave. */
import { useEffect, useMemo, useState } from 'react';
import {
  type Answered,
  askOf,
  type Figures,
  misreadingsOf,
  framesOn,
  gainBetween,
  type Ground,
  type Item,
  itemFigures,
  misreadInWords,
} from '@core/drills';
import type { CourseRecord, ResultRecord } from '@core/records';
import { formatNumber } from '@core/units';
import { answeredBy } from '@/storage/classes';
import { openGround } from '@/storage/drillScreens';
import { useSettings } from '@/storage/settings';
import { Card } from '@/ui/Card';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';

export interface ReaderResults {
  id: string;
  name: string;
  results: readonly ResultRecord[];
  answered: readonly Answered[];
}

const answerHref = (resultId: string, itemId: string) =>
  `/drills/attempt?result=${resultId}&item=${encodeURIComponent(itemId)}`;

/** The picture of a question, small, with what it points at. */
function ItemPicture({ item }: { item: Item }) {
  const { units } = useSettings();
  const [ground, setGround] = useState<Ground | string | null>(null);
  useEffect(() => {
    let current = true;
    void openGround(item).then(
      (opened) => current && setGround(opened.ok ? opened.value : opened.error),
    );
    return () => {
      current = false;
    };
  }, [item]);
  return (
    <div className="h-44 overflow-hidden rounded-md bg-well">
      {ground === null ? (
        <p className="p-3 text-xs text-ink-2">Sounding it…</p>
      ) : typeof ground === 'string' ? (
        <p className="p-3 text-xs text-ink-2">Its picture is not here: {ground}.</p>
      ) : (
        ground.screens.length > 0 && (
          <ScreenPicture
            screen={ground.screens[0]}
            units={units}
            label={askOf(item)}
            reads="none"
            frames={framesOn(item, ground, 0)}
          />
        )
      )}
    </div>
  );
}

const MOST_SHOWN = 3;

/** The three commonest ways of taking one thing for another, each with a picture on which it happened. */
export function Commonest({
  figures,
  readers,
}: {
  figures: Figures;
  readers: readonly ReaderResults[];
}) {
  const shown = figures.misreadings.slice(0, MOST_SHOWN).map((misread) => {
    const isSuch = (answered: readonly Answered[]) =>
      misreadingsOf(answered).some(
        ({ truth, said }) => truth === misread.truth && said === misread.said,
      );
    const by = readers.filter(({ answered }) => isSuch(answered));
    const example = by
      .flatMap(({ results }) => results)
      .flatMap((result) => answeredBy(result).map((one) => ({ ...one, result })))
      .find((one) => isSuch([one]));
    return { ...misread, by, example };
  });
  if (shown.length === 0) return null;
  return (
    <Card title="What this class takes for what">
      <ol className="grid gap-4 p-4 pt-1 md:grid-cols-3">
        {shown.map(({ truth, said, count, by, example }) => (
          <li key={`${truth}${said}`} className="flex flex-col gap-1.5">
            {example && <ItemPicture item={example.item} />}
            <p className="font-semibold">{misreadInWords({ truth, said })}</p>
            <p className="text-sm text-ink-2">
              {count === 1 ? 'once' : `${count} times`}, by {by.map(({ name }) => name).join(', ')}
            </p>
            {example && (
              <a
                className="font-semibold text-action underline"
                href={answerHref(example.result.id, example.item.id)}
              >
                See one on its picture
              </a>
            )}
          </li>
        ))}
      </ol>
    </Card>
  );
}

const percent = (share: number) => `${formatNumber(100 * share, 0)} %`;

/** What was right before the course and after it, by who took both tests. */
export function Gained({
  course,
  readers,
}: {
  course: CourseRecord | null;
  readers: readonly ReaderResults[];
}) {
  const tests = course?.meetings.flatMap(({ parts }) => parts.filter(({ test }) => test !== null));
  const idsOf = (test: 'before' | 'after') =>
    new Set(tests?.filter((part) => part.test === test).map(({ of }) => of));
  const [before, after] = [idsOf('before'), idsOf('after')];
  const taken = ({ results }: ReaderResults, ids: ReadonlySet<string>) =>
    results.filter(({ attempt }) => ids.has(attempt.drillId ?? '')).flatMap(answeredBy);
  const both = readers
    .map((reader) => ({ ...reader, was: taken(reader, before), is: taken(reader, after) }))
    .filter(({ was, is }) => was.length > 0 && is.length > 0);
  if (both.length === 0) return null;
  const rows = [
    ...both.map(({ name, was, is }) => ({ name, gain: gainBetween(was, is) })),
    {
      name: 'All of them',
      gain: gainBetween(
        both.flatMap(({ was }) => was),
        both.flatMap(({ is }) => is),
      ),
    },
  ];
  return (
    <Card title="From the first test to the second">
      <div className="overflow-x-auto p-4 pt-1">
        <table className="w-full text-sm">
          <thead className="text-left text-xs text-ink-2">
            <tr>
              <th className="font-normal">Who</th>
              <th className="font-normal">Before</th>
              <th className="font-normal">After</th>
              <th className="font-normal">Gained, and its 95 % interval</th>
            </tr>
          </thead>
          <tbody className="figures">
            {rows.map(({ name, gain }) => (
              <tr key={name} className="border-t border-hairline last:font-semibold">
                <td className="py-1">{name}</td>
                <td>
                  {gain.before.count} of {gain.before.of}
                </td>
                <td>
                  {gain.after.count} of {gain.after.of}
                </td>
                <td>
                  {percent(gain.gained)} ({percent(gain.interval.low)} to{' '}
                  {percent(gain.interval.high)})
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2 text-xs text-ink-2">
          An interval that holds 0 may be chance. The two tests ask the same sorts of questions on
          other pictures.
        </p>
      </div>
    </Card>
  );
}

/** Questions that do not tell good readers from poor ones, or proved far harder than foretold. */
export function Misbehaving({ readers }: { readers: readonly ReaderResults[] }) {
  const doubtful = useMemo(
    () =>
      itemFigures(readers.map(({ answered }) => answered)).filter(({ isDoubtful }) => isDoubtful),
    [readers],
  );
  if (doubtful.length === 0) return null;
  const where = new Map(
    readers
      .flatMap(({ results }) => results)
      .flatMap((result) =>
        answeredBy(result).map(({ item }) => [item.id, { result, item }] as const),
      ),
  );
  return (
    <Card title="Questions that misbehave">
      <div className="p-4 pt-1">
        <p className="mb-1 max-w-prose text-xs text-ink-2">
          Who reads well is no likelier to be right on these, or they proved far harder than
          foretold. Look at each before you ask it again.
        </p>
        <ul className="text-sm">
          {doubtful.slice(0, 8).map(({ itemId, right, answers }) => {
            const found = where.get(itemId);
            return (
              found && (
                <li
                  key={itemId}
                  className="flex flex-wrap gap-3 border-t border-hairline py-1 first:border-t-0"
                >
                  <span className="min-w-48 flex-1">{askOf(found.item)}</span>
                  <span className="figures">
                    {right.count} of {answers} right
                  </span>
                  <a
                    className="font-semibold text-action underline"
                    href={answerHref(found.result.id, itemId)}
                  >
                    See it
                  </a>
                </li>
              )
            );
          })}
        </ul>
      </div>
    </Card>
  );
}

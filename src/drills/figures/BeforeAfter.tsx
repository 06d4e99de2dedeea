/** What was gained from a drill to its parallel form, and which sorts of question proved harder than foretold. */
import { useMemo } from 'react';
import {
  type Answered,
  gainBetween,
  type Interval,
  ITEM_KINDS,
  kindName,
  learnDifficulty,
  SKILL_IDS,
  SKILLS,
} from '@core/drills';
import type { AttemptRecord, DrillRecord } from '@core/records';
import { formatNumber } from '@core/units';
import { answeredIn } from '@/storage/attempts';
import { Card } from '@/ui/Card';

interface Pair {
  before: AttemptRecord;
  after: AttemptRecord;
}

/** Of each drill and its other form, the first finished go at one and the last at the other that came after it. */
function pairsOf(attempts: readonly AttemptRecord[], drills: readonly DrillRecord[]): Pair[] {
  const finished = attempts
    .filter(({ finishedAtMs }) => finishedAtMs !== null)
    .toSorted((a, b) => a.createdAtMs - b.createdAtMs);
  return drills.flatMap(({ id, parallelOf }): Pair[] => {
    if (!parallelOf) return [];
    const both = finished.filter(({ drillId }) => drillId === id || drillId === parallelOf);
    const before = both.at(0);
    const after = both.findLast(({ drillId }) => drillId !== before?.drillId);
    return before && after ? [{ before, after }] : [];
  });
}

const points = (share: number) =>
  `${share >= 0 ? '+' : '−'}${formatNumber(100 * Math.abs(share), 0)}`;
const pointsBetween = ({ low, high }: Interval) => `${points(low)} to ${points(high)}`;

function Gained({ before, after }: Pair) {
  const gain = useMemo(() => gainBetween(answeredIn(before), answeredIn(after)), [before, after]);
  const { dPrime } = gain;
  const isSure = gain.interval.low > 0 || gain.interval.high < 0;
  return (
    <section className="flex flex-col gap-1.5 border-t border-hairline py-2 first:border-t-0">
      <h3 className="font-semibold">
        {before.drillName}, then {after.drillName}
      </h3>
      <p>
        <span className="figures font-semibold">{points(gain.gained)}</span> points of a hundred:{' '}
        {gain.before.count} of {gain.before.of} right before, {gain.after.count} of {gain.after.of}{' '}
        after; 95 % interval {pointsBetween(gain.interval)}
        {isSure ? '.' : ', so it may as well be none.'}
      </p>
      {dPrime && (
        <p>
          Telling targets from look-alikes, d′:{' '}
          <span className="figures">{formatNumber(dPrime.before.dPrime, 2)}</span> before,{' '}
          <span className="figures">{formatNumber(dPrime.after.dPrime, 2)}</span> after
          {Number.isFinite(dPrime.interval.low) &&
            `; the difference between ${formatNumber(dPrime.interval.low, 2)} and ${formatNumber(dPrime.interval.high, 2)}`}
          .
        </p>
      )}
      {gain.skills.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-sm">
            <thead className="text-xs text-ink-2">
              <tr>
                <th className="text-start font-normal">Skill</th>
                <th className="text-end font-normal">before</th>
                <th className="text-end font-normal">after</th>
                <th className="text-end font-normal">points, and their interval</th>
              </tr>
            </thead>
            <tbody>
              {gain.skills.map(({ skill, before: was, after: is, gained, interval }) => (
                <tr key={skill} className="border-t border-hairline">
                  <td className="py-1">{SKILLS[skill]}</td>
                  <td className="figures py-1 text-end">
                    {was.count} of {was.of}
                  </td>
                  <td className="figures py-1 text-end">
                    {is.count} of {is.of}
                  </td>
                  <td className="figures py-1 text-end">
                    {points(gained)} ({pointsBetween(interval)})
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

interface BeforeAfterProps {
  attempts: readonly AttemptRecord[];
  drills: readonly DrillRecord[];
}

export function BeforeAfter({ attempts, drills }: BeforeAfterProps) {
  const pairs = pairsOf(attempts, drills);
  if (pairs.length === 0) return null;
  return (
    <Card title="Before and after">
      <div className="p-4 pt-1">
        {pairs.map((pair) => (
          <Gained key={pair.after.id} {...pair} />
        ))}
      </div>
    </Card>
  );
}

/** Fewer answers than this say nothing of a sort of question. */
const LEAST_ANSWERS = 6;
const MOST_SHOWN = 6;

const VIEWS: Record<string, string> = {
  along: 'along the track',
  abeam: 'to both sides',
  sector: 'of the sector',
  other: 'of the library, and charts',
};

/** A feature in words: “Measure: off bottom”, “Pictures to both sides”. */
function featureWords(feature: string): string {
  const [sort, part, topic = ''] = feature.split(':');
  if (sort === 'open') return 'Pictures that leave it open';
  if (sort === 'view') return `Pictures ${VIEWS[part] ?? part}`;
  const kind = ITEM_KINDS.find((one) => one === part);
  const skill = SKILL_IDS.find((one) => one === topic);
  const words = skill ? SKILLS[skill] : topic.replace(/([A-Z])/g, ' $1');
  return `${kind ? kindName(kind).replace('?', '') : part}: ${words.toLowerCase()}`;
}

export function HarderThanForetold({ readers }: { readers: readonly (readonly Answered[])[] }) {
  const found = useMemo(
    () =>
      [...learnDifficulty(readers).values()]
        .filter(({ answers }) => answers >= LEAST_ANSWERS)
        .toSorted((a, b) => Math.abs(b.harderBy) - Math.abs(a.harderBy))
        .slice(0, MOST_SHOWN),
    [readers],
  );
  if (found.length === 0) return null;
  return (
    <Card title="Harder or easier than foretold">
      <div className="p-4 pt-1">
        <table className="w-full text-sm">
          <tbody>
            {found.map(({ feature, harderBy, sd, answers }) => (
              <tr key={feature} className="border-t border-hairline first:border-t-0">
                <td className="py-1">{featureWords(feature)}</td>
                <td className="figures py-1 text-end font-semibold">
                  {harderBy >= 0 ? 'harder by ' : 'easier by '}
                  {formatNumber(Math.abs(harderBy), 1)}
                </td>
                <td className="figures py-1 pl-3 text-end text-ink-2">
                  ± {formatNumber(2 * sd, 1)}, {answers} answers
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-1 text-xs text-ink-2">
          On the scale of ability, where a step of one is a class. Practice aims by these, the more
          the more answers stand behind them.
        </p>
      </div>
    </Card>
  );
}

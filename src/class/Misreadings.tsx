/** Who misreads what: abilities by skill and student, behind each the answers on their pictures; and the class as one reader. */
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  askOf,
  classTable,
  figuresOf,
  type SkillFigures,
  type SkillId,
  type SkillRow,
  SKILLS,
} from '@core/drills';
import { type ClassRecord, type CourseRecord, reasonOf, type ResultRecord } from '@core/records';
import { lessonOf } from '@core/teaching';
import { formatNumber } from '@core/units';
import { answeredBy } from '@/storage/classes';
import { listCourses } from '@/storage/courses';
import { newDrillFor } from '@/storage/drills';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { showToast } from '@/ui/toast';
import { FiguresView } from '@/ui/figures/FiguresView';
import { Commonest, Gained, Misbehaving, type ReaderResults } from './ClassFigures';

/** Half of a 95 % interval, in deviations. */
const HALF_95 = 1.96;
/** By where 0 lies against one deviation about the figure. */
const LOOKS = {
  weak: 'bg-missed/15 text-missed',
  strong: 'bg-good/15 text-good',
  open: 'text-ink',
} as const;

function lookOf({ theta, sd }: SkillFigures): keyof typeof LOOKS {
  if (theta + sd < 0) return 'weak';
  return theta - sd > 0 ? 'strong' : 'open';
}

type Order = 'taught' | 'weakest' | { student: string };

const orderKey = (order: Order) => (typeof order === 'string' ? order : order.student);

function inOrder(rows: readonly SkillRow[], order: Order): SkillRow[] {
  if (order === 'taught') return [...rows];
  const value = ({ cells, theta }: SkillRow) =>
    order === 'weakest' ? theta : (cells.get(order.student)?.theta ?? Infinity);
  return [...rows].sort((a, b) => value(a) - value(b));
}

interface Head {
  of: Order;
  label: string;
}

function Heading({
  head,
  order,
  onOrder,
}: {
  head: Head;
  order: Order;
  onOrder: (o: Order) => void;
}) {
  const isChosen = orderKey(order) === orderKey(head.of);
  return (
    <th
      aria-sort={isChosen ? 'ascending' : 'none'}
      className="sticky top-0 bg-card px-1 py-1 text-xs font-normal"
    >
      <button
        type="button"
        className={`max-w-20 rounded-sm text-left break-words hover:underline ${isChosen ? 'font-semibold text-ink' : 'text-ink-2'}`}
        onClick={() => onOrder(isChosen && head.of !== 'taught' ? 'taught' : head.of)}
      >
        {head.label}
      </button>
    </th>
  );
}

interface Chosen {
  studentId: string;
  skill: SkillId;
}

/** The answers behind a cell, each a step from its picture. */
function Answers({
  chosen,
  name,
  results,
}: {
  chosen: Chosen;
  name: string;
  results: readonly ResultRecord[];
}) {
  const own = results.filter(({ studentId }) => studentId === chosen.studentId);
  const found = own.flatMap((result) =>
    answeredBy(result)
      .filter(({ item }) => item.skill === chosen.skill)
      .map((one) => ({ ...one, result })),
  );
  const lesson = lessonOf(chosen.skill);
  const panel = useRef<HTMLDivElement>(null);
  // It opens under a table that may fill the page.
  useEffect(() => panel.current?.scrollIntoView({ block: 'nearest' }), [chosen]);
  return (
    <Card title={`${name}: ${SKILLS[chosen.skill]}`}>
      <div ref={panel} className="p-4 pt-1">
        <ol>
          {found.map(({ item, grade, answer, result }) => (
            <li
              key={`${result.id}${item.id}`}
              className="flex flex-wrap gap-x-3 border-t border-hairline py-1.5 first:border-t-0"
            >
              <span className={`w-14 font-semibold ${grade.right ? 'text-good' : 'text-missed'}`}>
                {grade.right ? 'right' : grade.score > 0 ? 'partly' : 'wrong'}
              </span>
              <span className="min-w-48 flex-1">
                {askOf(item)} <span className="text-xs text-ink-2">{answer.confidence}</span>
              </span>
              <a
                className="font-semibold text-action underline"
                href={`/drills/attempt?result=${result.id}&item=${encodeURIComponent(item.id)}`}
              >
                See it on its picture
              </a>
            </li>
          ))}
        </ol>
        {lesson && (
          <p className="mt-2">
            Teach this next:{' '}
            <a
              className="font-semibold text-action underline"
              href={`/lessons/lesson?id=${lesson.id}`}
            >
              {lesson.name}
            </a>
          </p>
        )}
      </div>
    </Card>
  );
}

const MOST_IN_NEED = 4;

/** Who reads a skill weakly beyond doubt; where nobody does, the weakest four. */
function inNeed(cells: SkillRow['cells'], readers: readonly ReaderResults[]): string[] {
  const asked = readers
    .flatMap(({ id, name }) => {
      const cell = cells.get(id);
      return cell ? [{ name, cell }] : [];
    })
    .toSorted((a, b) => a.cell.theta - b.cell.theta);
  const weak = asked.filter(({ cell }) => lookOf(cell) === 'weak');
  return (weak.length > 0 ? weak : asked.slice(0, MOST_IN_NEED)).map(({ name }) => name);
}

interface MisreadingsProps {
  group: ClassRecord;
  results: readonly ResultRecord[];
}

export function Misreadings({ group, results }: MisreadingsProps) {
  const [order, setOrder] = useState<Order>('weakest');
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [making, setMaking] = useState<{ skill: SkillId; made: number } | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  const [course, setCourse] = useState<CourseRecord | null>(null);
  useEffect(() => {
    void listCourses().then((all) =>
      setCourse(all.find(({ classId }) => classId === group.id) ?? null),
    );
  }, [group.id]);
  const { readers, rows, asOne } = useMemo(() => {
    const all = group.students
      .filter(({ archivedAtMs }) => archivedAtMs === null)
      .map(({ id, name }): ReaderResults => {
        const own = results.filter(({ studentId }) => studentId === id);
        return { id, name, results: own, answered: own.flatMap(answeredBy) };
      });
    const figures = figuresOf(all.flatMap(({ answered }) => answered));
    return {
      readers: all,
      rows: classTable(all),
      // Pictures and charts are drawn once, not at every choice of a cell.
      asOne: (
        <>
          <Commonest figures={figures} readers={all} />
          <Misbehaving readers={all} />
          <h2 className="text-xl">The class as one reader</h2>
          <div className="gap-4 lg:columns-2 [&>section]:mb-4 [&>section]:break-inside-avoid">
            <FiguresView figures={figures} />
          </div>
        </>
      ),
    };
  }, [group, results]);
  if (rows.length === 0) {
    return (
      <p className="text-ink-2">
        Nothing was handed in yet. Under Students, take the files that students saved.
      </p>
    );
  }
  const makeDrill = async (skill: SkillId, students: number) => {
    stop.current = new AbortController();
    setMaking({ skill, made: 0 });
    try {
      const drill = await newDrillFor(skill, students, {
        onMade: (made) => setMaking({ skill, made }),
        signal: stop.current.signal,
      });
      if (drill) location.assign(`/drills/compose?id=${drill.id}`);
    } catch (failure) {
      showToast({ message: `No drill could be made: ${reasonOf(failure)}.` });
    }
    setMaking(null);
  };
  const student = chosen && readers.find(({ id }) => id === chosen.studentId);
  return (
    <>
      <Card title="Ability by skill">
        <div className="p-4 pt-1">
          <p className="mb-2 max-w-prose text-xs text-ink-2">
            0 is a middling reader; below it ± the 95 % interval and how many answers. Coloured
            where 0 is farther off than one deviation, about two chances in three:{' '}
            <span className={`px-1 ${LOOKS.weak}`}>weak</span>{' '}
            <span className={`px-1 ${LOOKS.strong}`}>strong</span>. Press a head to sort, a figure
            to see its answers.
          </p>
          {making && (
            <p role="status" className="mb-2 flex items-center gap-3 text-sm">
              Making a drill of “{SKILLS[making.skill]}”: {making.made} questions
              <Button size="small" onClick={() => stop.current?.abort()}>
                Stop
              </Button>
            </p>
          )}
          <div className="overflow-x-auto">
            <table className="text-sm">
              <thead>
                <tr className="align-bottom">
                  <Heading
                    head={{ of: 'taught', label: 'Skill' }}
                    order={order}
                    onOrder={setOrder}
                  />
                  <Heading
                    head={{ of: 'weakest', label: 'Class' }}
                    order={order}
                    onOrder={setOrder}
                  />
                  <th className="text-xs font-normal text-ink-2">The weakest</th>
                  {readers.map(({ id, name }) => (
                    <Heading
                      key={id}
                      head={{ of: { student: id }, label: name }}
                      order={order}
                      onOrder={setOrder}
                    />
                  ))}
                </tr>
              </thead>
              <tbody>
                {inOrder(rows, order).map(({ skill, cells, theta }) => (
                  <tr key={skill} className="border-t border-hairline">
                    <th className="min-w-40 py-0.5 pr-2 text-left font-semibold">
                      {SKILLS[skill]}
                    </th>
                    <td className="figures px-1 text-center font-semibold">
                      {formatNumber(theta, 1)}
                    </td>
                    <td className="px-1">
                      <Button
                        size="chip"
                        disabled={making !== null}
                        title={`A drill of this for ${inNeed(cells, readers).join(', ')}`}
                        aria-label={`Make a drill of ${SKILLS[skill]} for ${inNeed(cells, readers).join(', ')}`}
                        onClick={() => void makeDrill(skill, inNeed(cells, readers).length)}
                      >
                        Drill {inNeed(cells, readers).length}
                      </Button>
                    </td>
                    {readers.map(({ id, name }) => {
                      const cell = cells.get(id);
                      const isOpen = chosen?.studentId === id && chosen.skill === skill;
                      return (
                        <td key={id} className="p-0.5">
                          {cell && (
                            <button
                              type="button"
                              aria-pressed={isOpen}
                              aria-label={`${name}, ${SKILLS[skill]}: ${formatNumber(cell.theta, 1)} ± ${formatNumber(HALF_95 * cell.sd, 1)}, ${cell.trials} answers`}
                              className={`figures w-17 rounded-sm border px-1 py-0.5 text-center leading-tight hover:border-outline ${isOpen ? 'border-outline' : 'border-transparent'} ${LOOKS[lookOf(cell)]}`}
                              onClick={() => setChosen(isOpen ? null : { studentId: id, skill })}
                            >
                              {formatNumber(cell.theta, 1)}
                              <span className="block text-2xs whitespace-nowrap text-ink-2">
                                ±{formatNumber(HALF_95 * cell.sd, 1)}·{cell.trials}
                              </span>
                            </button>
                          )}
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </div>
      </Card>
      {chosen && student && <Answers chosen={chosen} name={student.name} results={results} />}
      <Gained course={course} readers={readers} />
      {asOne}
    </>
  );
}

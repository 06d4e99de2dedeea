/** How an attempt went. */
import { ListChecks } from '@/ui/icons';
import { askOf, figuresOf, type Placement, placementOf, SKILLS } from '@core/drills';
import type { AttemptRecord } from '@core/records';
import { lessonOf } from '@core/teaching';
import { formatNumber } from '@core/units';
import { answeredCount, answeredIn } from '@/storage/attempts';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { PageHeader } from '@/ui/PageHeader';
import { FiguresView } from '@/ui/figures/FiguresView';

function Figure({ value, name, text }: { value: string; name: string; text: string }) {
  return (
    <div className="rounded-md bg-well px-4 py-3">
      <p className="figures text-2xl leading-tight font-semibold">{value}</p>
      <p className="font-semibold">{name}</p>
      <p className="text-xs text-ink-2">{text}</p>
    </div>
  );
}

const backTo = ({ lessonId }: AttemptRecord) =>
  lessonId ? `/lessons/lesson?id=${lessonId}` : null;

/** Where to begin, after a placement. */
function Begin({ placement }: { placement: Placement }) {
  const { begin, holds, theta, sd } = placement;
  const lesson = begin && lessonOf(begin);
  return (
    <Card title="Where to begin">
      <div className="flex flex-col gap-2 p-4 pt-1">
        <p className="text-base font-semibold">
          {begin
            ? `With “${SKILLS[begin]}”: the first of what is taught that does not hold yet.`
            : 'Everything asked about holds. Practise, and what is weakest comes by itself.'}
        </p>
        {holds.length > 0 && (
          <p className="text-ink-2">
            Held already: {holds.map((skill) => SKILLS[skill]).join(', ')}. One question each is a
            hint, no proof.
          </p>
        )}
        <p className="text-xs text-ink-2">
          Over all of them you stand at{' '}
          <span className="figures font-semibold">{formatNumber(theta, 1)}</span>, give or take{' '}
          <span className="figures">{formatNumber(sd, 1)}</span>; 0 is a middling reader.
        </p>
        <div className="flex gap-2">
          {lesson && (
            <ButtonLink look="primary" href={`/lessons/lesson?id=${lesson.id}`}>
              Lesson: {lesson.name}
            </ButtonLink>
          )}
          {begin && (
            <ButtonLink href={`/handbook?page=${begin}`}>
              {SKILLS[begin]} in the handbook
            </ButtonLink>
          )}
        </div>
      </div>
    </Card>
  );
}

export function Summary({
  attempt,
  onLook,
}: {
  attempt: AttemptRecord;
  onLook: (index: number) => void;
}) {
  const answered = answeredIn(attempt);
  const figures = figuresOf(answered);
  const back = backTo(attempt);
  const { passShare, answers, items } = attempt;
  // What ran out of time counts as wrong; what lost its screen counts neither way.
  const counted = answers.filter(({ without }) => without !== 'lost');
  const total = counted.reduce((sum, { grade }) => sum + (grade?.score ?? 0), 0);
  const score = counted.length > 0 ? total / counted.length : NaN;
  const timedOut = answers.filter(({ without }) => without === 'timeOut').length;
  const isShown = attempt.feedback !== 'never';
  return (
    <>
      <PageHeader title="How it went" note={attempt.drillName}>
        {back && <ButtonLink href={back}>Back to the lesson</ButtonLink>}
        <ButtonLink look="primary" href="/drills">
          <ListChecks size={16} aria-hidden="true" /> To the drills
        </ButtonLink>
      </PageHeader>
      {!isShown ? (
        <p className="p-6 text-lg">
          {answeredCount(attempt)} answers are kept. Hand them in under Class; your instructor has
          the marks.
        </p>
      ) : (
        <div className="mx-auto max-w-6xl gap-4 p-4 lg:columns-2 [&>section]:mb-4 [&>section]:break-inside-avoid">
          {attempt.mode === 'placement' && <Begin placement={placementOf(answered)} />}
          <Card
            title="Marks"
            aside={
              passShare !== null && (
                <span
                  className={`font-semibold ${score >= passShare ? 'text-good' : 'text-missed'}`}
                >
                  {score >= passShare ? 'Passed' : 'Not passed'} (asked:{' '}
                  {formatNumber(100 * passShare, 0)} %)
                </span>
              )
            }
          >
            <div className="grid grid-cols-2 gap-3 p-4" data-testid="summary-figures">
              <Figure
                value={`${figures.right.count} of ${counted.length}`}
                name="items right"
                text={`score ${formatNumber(100 * score, 0)} of 100${timedOut > 0 ? `; ${timedOut} ran out of time` : ''}`}
              />
              <Figure
                value={
                  figures.middleTookS > 0
                    ? `${formatNumber(Math.max(1, figures.middleTookS), 0)} s`
                    : '–'
                }
                name="to an answer"
                text="in the middle of all"
              />
            </div>
            <ol className="px-4 pb-4" aria-label="Items">
              {items.map((item, i) => {
                const stored = answers.find(({ itemId }) => itemId === item.id);
                const right = stored?.grade?.right ?? false;
                return (
                  <li
                    key={item.id}
                    className="flex items-center gap-3 border-t border-hairline py-1"
                  >
                    <span
                      className={`w-20 text-xs font-semibold ${right ? 'text-good' : 'text-missed'}`}
                    >
                      {stored?.grade
                        ? right
                          ? 'right'
                          : stored.grade.score > 0
                            ? 'partly'
                            : 'wrong'
                        : stored?.without === 'lost'
                          ? 'no screen'
                          : 'no answer'}
                    </span>
                    <span className="min-w-0 flex-1">
                      {askOf(item)} <span className="text-xs text-ink-2">{SKILLS[item.skill]}</span>
                    </span>
                    {stored?.grade && (
                      <Button
                        size="small"
                        onClick={() => onLook(i)}
                        aria-label={`Look at item ${i + 1} again`}
                      >
                        Look again
                      </Button>
                    )}
                  </li>
                );
              })}
            </ol>
          </Card>
          <FiguresView figures={figures} />
        </div>
      )}
    </>
  );
}

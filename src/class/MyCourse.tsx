/** A learner's side: the course, what the instructor sent, and what to hand in. */
import { format as formatDate } from 'date-fns/format';
import { useCallback, useEffect, useState } from 'react';
import { writeResults } from '@core/formats';
import type { AttemptRecord, DrillRecord } from '@core/records';
import { answeredCount, attemptsOfAll, dueNow, listAttempts } from '@/storage/attempts';
import { comingMeeting } from '@/storage/courses';
import { listDrills } from '@/storage/drills';
import { fileName, saveFile } from '@/storage/saveFile';
import { useSettings } from '@/storage/settings';
import { bringIn } from '@/storage/workspaceFile';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Check } from '@/ui/Check';
import { DueNote } from '@/ui/DueNote';
import { FileButton } from '@/ui/FileButton';
import { ChartLine, Download } from '@/ui/icons';
import { NextMeeting } from '@/ui/NextMeeting';
import { PageHeader } from '@/ui/PageHeader';
import { WhoIsHere } from '@/ui/WhoIsHere';

interface Found {
  attempts: AttemptRecord[];
  drills: DrillRecord[];
  coming: Awaited<ReturnType<typeof comingMeeting>>;
  /** Skills whose time has come again. */
  due: number;
}

async function find(): Promise<Found> {
  const [attempts, drills, coming] = await Promise.all([
    listAttempts(),
    listDrills(),
    comingMeeting(),
  ]);
  const due = dueNow(attempts);
  const begun = attempts.filter(({ answers }) => answers.length > 0);
  return { attempts: begun, drills, coming, due };
}

function saveResults(alias: string, attempts: AttemptRecord[]) {
  const now = new Date();
  const text = writeResults({ alias, attempts }, now.toISOString());
  const name = `${fileName(alias)}-${formatDate(now, 'yyyy-MM-dd')}.results.json`;
  saveFile(new TextEncoder().encode(text), name, 'application/json');
}

/** One file for each name that answered something at this browser. */
async function saveForAll(): Promise<void> {
  const all = (await attemptsOfAll()).filter(({ answers }) => answers.length > 0);
  const names = [...new Set(all.map(({ alias }) => alias).filter(Boolean))].toSorted();
  for (const alias of names)
    saveResults(
      alias,
      all.filter((one) => one.alias === alias),
    );
}

/** Drills that were brought in, those not taken yet first. */
function Sent({ drills, attempts }: Pick<Found, 'drills' | 'attempts'>) {
  const taken = new Set(attempts.map(({ drillId }) => drillId));
  const sorted = drills.toSorted((a, b) => Number(taken.has(a.id)) - Number(taken.has(b.id)));
  return (
    <ul>
      {sorted.map((drill) => (
        <li
          key={drill.id}
          className="flex flex-wrap items-center gap-3 border-t border-hairline py-1.5 first:border-t-0"
        >
          <span className="min-w-40 flex-1 font-semibold">{drill.name}</span>
          <span className="text-sm text-ink-2">
            {taken.has(drill.id) ? 'taken' : `${drill.items.length} items, not taken yet`}
          </span>
          <a className="font-semibold text-action underline" href={`/drills#${drill.id}`}>
            To it
          </a>
        </li>
      ))}
      {drills.length === 0 && <li className="text-ink-2">Nothing yet.</li>}
    </ul>
  );
}

export function MyCourse() {
  const { alias } = useSettings();
  const [found, setFound] = useState<Found | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [message, setMessage] = useState('');
  const load = useCallback(async () => setFound(await find()), []);
  useEffect(() => {
    const timer = setTimeout(() => void load(), 0);
    return () => clearTimeout(timer);
  }, [load]);
  const take = async (files: readonly File[]) => {
    const said: string[] = [];
    for (const file of files) said.push(await bringIn(file));
    setMessage(said.join(' '));
    await load();
  };
  const attempts = found?.attempts ?? [];
  const chosen = attempts.filter(({ id }) => !left.has(id));
  const isShared = new Set(attempts.map((attempt) => attempt.alias)).size > 1;
  return (
    <>
      <PageHeader title="My course" note="What comes, what was sent, and what you hand in.">
        <WhoIsHere onChanged={() => void load()} />
        <ButtonLink href="/drills/figures">
          <ChartLine size={16} aria-hidden="true" /> What you can read
        </ButtonLink>
      </PageHeader>
      <div
        className="mx-auto flex max-w-3xl flex-col gap-4 p-4"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          void take([...event.dataTransfer.files]);
        }}
      >
        {found?.coming && <NextMeeting {...found.coming} isTeaching={false} />}
        {found && <DueNote due={found.due} />}
        <Card title="Sent by your instructor">
          <div className="flex flex-col gap-3 p-4 pt-1">
            {found && <Sent {...found} />}
            <div className="flex flex-wrap items-center gap-3">
              <FileButton
                label="A file from your instructor"
                accept=".zip"
                onFile={(file) => void take([file])}
              >
                Bring in a file
              </FileButton>
              <p className="text-xs text-ink-2">Or drop it anywhere on this page.</p>
            </div>
            <p role="status" className="text-sm">
              {message}
            </p>
          </div>
        </Card>
        <Card title="Hand in">
          <div className="flex flex-col gap-3 p-4 pt-1">
            {found && attempts.length === 0 && (
              <p className="text-ink-2">Nothing was answered here yet.</p>
            )}
            <ul className="max-h-96 overflow-y-auto">
              {attempts.map((attempt) => (
                <li key={attempt.id} className="border-t border-hairline py-1.5 first:border-t-0">
                  <Check
                    checked={!left.has(attempt.id)}
                    onChange={(isIn) => {
                      const next = new Set(left);
                      if (isIn) next.delete(attempt.id);
                      else next.add(attempt.id);
                      setLeft(next);
                    }}
                  >
                    <span className="font-semibold">{attempt.drillName}</span>{' '}
                    <span className="text-ink-2">
                      {formatDate(attempt.createdAtMs, 'd MMM, HH:mm')}, {answeredCount(attempt)}{' '}
                      answers
                      {attempt.finishedAtMs === null && ', not finished'}
                    </span>
                  </Check>
                </li>
              ))}
            </ul>
            <div className="flex flex-wrap items-center gap-3">
              <Button
                look="primary"
                disabled={alias.trim() === '' || chosen.length === 0}
                onClick={() => saveResults(alias, chosen)}
              >
                <Download size={16} aria-hidden="true" /> Save {chosen.length}{' '}
                {chosen.length === 1 ? 'go' : 'goes'} as a file
              </Button>
              {isShared && (
                <Button onClick={() => void saveForAll()}>A file for everyone here</Button>
              )}
              <p className="text-xs text-ink-2">
                {alias.trim() === ''
                  ? 'Say above who you are: the file bears that name.'
                  : 'Handed in twice, a go counts once. It is graded where it is counted.'}
              </p>
            </div>
          </div>
        </Card>
      </div>
    </>
  );
}

import { ArrowRight, ChartLine, Compass, ListChecks, Plus, Signpost, Sprout } from '@/ui/icons';
import { format as formatDate } from 'date-fns/format';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { countsOf, practiceState, streakDays } from '@core/drills';
import { EVIDENCE, type EvidenceKind } from '@core/reading';
import { type AttemptRecord, reasonOf } from '@core/records';
import { answeredIn, listAttempts } from '@/storage/attempts';
import { newDrill } from '@/storage/drills';
import { storageFault } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { EVIDENCE_WORDS } from '@/ui/evidenceWords';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { WhoIsHere } from '@/ui/WhoIsHere';
import { DrillList } from './compose/DrillList';
import { startFromLibrary } from './fromLibrary';
import { startPlacement, startPractice } from './practice';

const ITEMS = 5;
const SESSIONS = [5, 10, 20];
const MINUTE_MS = 60_000;

/** Whole days since a day long ago, where the reader is. */
function localDay(ms: number): number {
  const offsetMs = new Date(ms).getTimezoneOffset() * MINUTE_MS;
  return Math.floor((ms - offsetMs) / 86_400_000);
}

const open = ({ id }: AttemptRecord) => location.assign(`/drills/attempt?id=${id}`);

function AttemptRow({ attempt }: { attempt: AttemptRecord }) {
  const finished = attempt.finishedAtMs !== null;
  const shows = attempt.feedback !== 'never' && (attempt.feedback === 'each' || finished);
  const { right, tapping } = countsOf(answeredIn(attempt));
  return (
    <tr className="border-t border-hairline">
      <td className="py-2 pr-4">{formatDate(attempt.createdAtMs, 'd MMM yyyy, HH:mm')}</td>
      <td className="py-2 pr-4">{attempt.drillName}</td>
      <td className="figures py-2 pr-4">{shows ? `${right.count} of ${right.of}` : 'held back'}</td>
      <td className="figures py-2 pr-4">
        {shows && tapping ? `${tapping.recall.count} of ${tapping.recall.of}` : '–'}
      </td>
      <td className="figures py-2 pr-4">
        {shows && tapping ? tapping.falseMarks + tapping.strays : '–'}
      </td>
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

function Practice({ attempts }: { attempts: AttemptRecord[] }) {
  const [state, setState] = useState<'idle' | 'making'>('idle');
  const [message, setMessage] = useState('');
  const stop = useRef<AbortController | null>(null);
  const [nowMs] = useState(() => Date.now());
  const { cards, due, streak } = useMemo(() => {
    const answered = attempts.flatMap(answeredIn);
    const kept = practiceState(answered).cards;
    return {
      cards: kept,
      due: kept.filter(({ dueMs }) => dueMs <= nowMs).length,
      streak: streakDays(answered, localDay, nowMs),
    };
  }, [attempts, nowMs]);
  const start = async (begin: (signal: AbortSignal) => Promise<AttemptRecord>) => {
    setState('making');
    setMessage('');
    stop.current = new AbortController();
    const { signal } = stop.current;
    try {
      open(await begin(signal));
    } catch (failure) {
      setState('idle');
      if (!signal.aborted) setMessage(reasonOf(failure));
    }
  };
  return (
    <Card className="flex flex-wrap items-center gap-5 px-5 py-4">
      <div className="min-w-72 flex-1">
        <h2 className="text-lg">Practice</h2>
        <p className="max-w-prose text-ink-2">
          New pictures each time, as hard as you can just about read them: what is due first,
          something new among it, and one in five with no fish at all.
        </p>
        <p className="mt-1 text-sm" role="status">
          {cards.length === 0
            ? 'Nothing is due: the first session finds out where you stand, and twelve items say where to begin.'
            : `${due === 0 ? 'Nothing is due' : `${due} due`}, ${cards.length} kept in mind`}
          {streak > 1 && `; ${streak} days in a row`}
        </p>
        <p role="alert" className="text-missed">
          {message}
        </p>
      </div>
      <div className="flex flex-wrap gap-2">
        {SESSIONS.map((length, i) => (
          <Button
            key={length}
            look={i === 0 ? 'primary' : 'plain'}
            disabled={state === 'making'}
            onClick={() => void start((signal) => startPractice(length, signal))}
          >
            {i === 0 && <Sprout size={18} aria-hidden="true" />}
            {state === 'making' && i === 0 ? 'Sounding…' : `Practise ${length}`}
          </Button>
        ))}
        {cards.length === 0 && (
          <Button disabled={state === 'making'} onClick={() => void start(startPlacement)}>
            <Signpost size={18} aria-hidden="true" /> Find where to begin, 12 items
          </Button>
        )}
        {state === 'making' && <Button onClick={() => stop.current?.abort()}>Stop</Button>}
      </div>
    </Card>
  );
}

function Library() {
  const [starting, setStarting] = useState(false);
  const [leastEvidence, setLeastEvidence] = useState<EvidenceKind>('knownStructure');
  const [message, setMessage] = useState('');
  const start = async () => {
    setStarting(true);
    const attempt = await startFromLibrary(ITEMS, leastEvidence);
    if (attempt) {
      open(attempt);
      return;
    }
    setStarting(false);
    setMessage('The library holds no screen with a fair question. Record one on the bench first.');
  };
  return (
    <Card className="flex flex-wrap items-center gap-5 px-5 py-4">
      <div className="min-w-72 flex-1">
        <h2 className="text-lg">Five from the library</h2>
        <p className="max-w-prose text-ink-2">
          Recorded screens, asked about in several ways. Say how sure you are; then the truth is
          shown. What nobody could see never counts against you.
        </p>
        <div className="mt-2 w-full max-w-96">
          <Choice
            label="Screens known by at least"
            value={leastEvidence}
            options={EVIDENCE.map((value) => ({ value, label: EVIDENCE_WORDS[value] }))}
            onChange={setLeastEvidence}
          />
        </div>
        <p role="alert" className="text-missed">
          {message}
        </p>
      </div>
      <Button onClick={() => void start()} disabled={starting}>
        <ListChecks size={18} aria-hidden="true" />{' '}
        {starting ? 'Choosing items…' : 'Start five items'}
      </Button>
    </Card>
  );
}

function Drills() {
  const { role } = useSettings();
  const [attempts, setAttempts] = useState<AttemptRecord[] | null>(null);
  const [message, setMessage] = useState('');
  const load = useCallback(async () => setAttempts(await listAttempts()), []);
  useEffect(() => {
    const timer = setTimeout(() => void load(), 0);
    return () => clearTimeout(timer);
  }, [load]);
  const unfinished = attempts?.find((attempt) => attempt.finishedAtMs === null);
  const compose = async () => {
    try {
      const drill = await newDrill({ name: 'New drill' });
      location.assign(`/drills/compose?id=${drill.id}`);
    } catch (failure) {
      setMessage(`No drill could be begun: ${storageFault(failure)}.`);
    }
  };

  return (
    <>
      <PageHeader title="Drills" note="Commit first, then see the water.">
        {role === 'learn' && <WhoIsHere onChanged={() => void load()} />}
        {unfinished && (
          <ButtonLink href={`/drills/attempt?id=${unfinished.id}`}>
            Go on where you were <ArrowRight size={16} aria-hidden="true" />
          </ButtonLink>
        )}
        <ButtonLink href="/drills/figures">
          <ChartLine size={16} aria-hidden="true" /> What you can read
        </ButtonLink>
      </PageHeader>
      <div className="mx-auto flex max-w-5xl flex-col gap-4 p-4">
        {attempts && <Practice attempts={attempts} />}
        <Library />
        <Card className="flex flex-wrap items-center gap-5 px-5 py-4">
          <div className="min-w-72 flex-1">
            <h2 className="text-lg">Search a water</h2>
            <p className="max-w-prose text-ink-2">
              A large water, something to find, and a clock: choose where to sail and what with,
              mark what you mean, go round again. Then the water opens.
            </p>
          </div>
          <ButtonLink href="/drills/search">
            <Compass size={18} aria-hidden="true" /> Choose a search
          </ButtonLink>
        </Card>
        <Card
          title="Drills"
          aside={
            role !== 'learn' && (
              <Button look="primary" onClick={() => void compose()}>
                <Plus size={16} aria-hidden="true" /> Compose a drill
              </Button>
            )
          }
        >
          <p role="alert" className="px-4 text-missed">
            {message}
          </p>
          <DrillList mayChange={role !== 'learn'} />
        </Card>
        <Card title="What you have done">
          {attempts?.length ? (
            <div className="overflow-x-auto px-4 pt-2 pb-4">
              <table className="w-full">
                <thead className="text-left text-xs text-ink-2">
                  <tr>
                    <th className="pb-1 font-normal">Begun</th>
                    <th className="pb-1 font-normal">Drill</th>
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
              Nothing yet. A first practice of five takes about four minutes.
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

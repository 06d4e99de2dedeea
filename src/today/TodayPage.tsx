import { ArrowRight, CircleDot, GraduationCap, ListChecks, MoveRight, UserRound } from '@/ui/icons';
import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import { useEffect, useState } from 'react';
import type { AttemptRecord, ScreenRecord, WaterRecord } from '@core/records';
import { dueNow, listAttempts } from '@/storage/attempts';
import { firstParagraph } from '@/ui/firstParagraph';
import { listWaters } from '@/storage/waters';
import { comingMeeting } from '@/storage/courses';
import { recentVisits, type Visit } from '@/storage/recent';
import { listScreens } from '@/storage/screens';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { DueNote } from '@/ui/DueNote';
import { ScreenThumbnail } from '@/ui/echo/ScreenThumbnail';
import { NextMeeting } from '@/ui/NextMeeting';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { WaterMap } from '@/ui/WaterMap';
import { SearchAll } from './SearchAll';

interface TodayData {
  waters: WaterRecord[];
  screens: ScreenRecord[];
  unfinished: AttemptRecord | null;
  coming: Awaited<ReturnType<typeof comingMeeting>>;
  /** Skills whose time has come again. */
  due: number;
}

async function loadToday(): Promise<TodayData> {
  const [waters, screens, attempts, coming] = await Promise.all([
    listWaters(),
    listScreens(),
    listAttempts(),
    comingMeeting(),
  ]);
  const open = attempts
    .filter((attempt) => attempt.finishedAtMs === null)
    .sort((a, b) => b.updatedAtMs - a.updatedAtMs);
  return {
    waters: waters.waters,
    screens: screens.screens,
    coming,
    unfinished: open[0] ?? null,
    due: dueNow(attempts),
  };
}

function RoleQuestion() {
  const change = useSettings((state) => state.change);
  return (
    <Card className="flex flex-wrap items-center gap-4 px-5 py-4">
      <div className="min-w-64 flex-1">
        <h2 className="text-lg">What brings you here?</h2>
        <p className="text-ink-2">
          It decides what is shown first and what stays hidden. You can change it in Settings at any
          time.
        </p>
      </div>
      <Button look="primary" onClick={() => void change({ role: 'teach' })}>
        <GraduationCap size={18} aria-hidden="true" /> I teach
      </Button>
      <Button look="primary" onClick={() => void change({ role: 'learn' })}>
        <UserRound size={18} aria-hidden="true" /> I learn
      </Button>
    </Card>
  );
}

const STEPS = {
  teach: [
    [
      'Show',
      'Sail the demo water on the bench. Change one control at a time.',
      '/bench',
      'Open the bench',
    ],
    [
      'Keep',
      'Freeze a good picture and record it. Truth and settings go with it.',
      '/library',
      'See the library',
    ],
    [
      'Ask',
      'Take a lesson, or compose a drill in a minute: students commit, then see why.',
      '/lessons',
      'Open the lessons',
    ],
  ],
  learn: [
    [
      'Learn',
      'Short lessons: look, try a control, answer. The first says where now is.',
      '/lessons',
      'Open the lessons',
    ],
    [
      'Decide',
      'Practise five new pictures: answer, and say how sure you are.',
      '/drills',
      'Start a drill',
    ],
    [
      'Look again',
      'Open a screen, move the gain, and see what you missed.',
      '/library',
      'See the library',
    ],
  ],
} as const;

function FirstWater({ water }: { water: WaterRecord | null }) {
  return (
    <Card className="overflow-hidden">
      <div className="h-64">{water && <WaterMap water={water.content} />}</div>
      <div className="flex flex-wrap items-start gap-3 border-t border-hairline px-5 py-4">
        <div className="min-w-64 flex-1">
          <h2 className="text-lg">{water ? water.content.name : 'No water yet'}</h2>
          <p className="max-w-prose text-ink-2">
            {firstParagraph(water?.content.description ?? '')}
          </p>
        </div>
        {water && (
          <ButtonLink look="primary" href={`/bench?water=${water.id}`}>
            <CircleDot size={16} aria-hidden="true" /> Sound it
          </ButtonLink>
        )}
      </div>
    </Card>
  );
}

function FirstSteps({ role }: { role: keyof typeof STEPS }) {
  return (
    <Card title={role === 'learn' ? 'How to begin' : 'A first lesson'}>
      <ol className="flex flex-col px-5 py-3">
        {STEPS[role].map(([title, text, href, label], index) => (
          <li key={title} className="flex gap-4 border-b border-hairline py-3.5 last:border-b-0">
            <span className="figures text-2xl leading-none text-ink-2" aria-hidden="true">
              {index + 1}
            </span>
            <div>
              <h3>{title}</h3>
              <p className="text-ink-2">{text}</p>
              <a
                className="mt-1 inline-flex items-center gap-1 font-semibold text-action underline"
                href={href}
              >
                {label} <MoveRight size={15} aria-hidden="true" />
              </a>
            </div>
          </li>
        ))}
      </ol>
    </Card>
  );
}

/** Where one left off, the newest first. */
function LastOpen({ visits }: { visits: Visit[] }) {
  return (
    <Card title="Last open">
      <ul className="px-2 py-2">
        {visits.map(({ what, name, href, atMs }) => (
          <li key={href}>
            <a
              href={href}
              className="flex items-baseline gap-3 rounded-md px-2 py-1.5 hover:bg-well"
            >
              <span className="w-14 shrink-0 text-xs text-ink-2">{what}</span>
              <span className="min-w-0 flex-1 truncate font-semibold">{name}</span>
              <span className="shrink-0 text-xs text-ink-2">
                {formatDistanceToNow(atMs, { addSuffix: true })}
              </span>
            </a>
          </li>
        ))}
      </ul>
    </Card>
  );
}

function Waters({ waters }: { waters: WaterRecord[] }) {
  return (
    <Card
      title="Waters"
      aside={
        <a className="font-semibold text-action underline" href="/waters">
          All of them
        </a>
      }
    >
      <ul className="px-2 py-2">
        {waters.slice(0, 8).map(({ id, content }) => (
          <li key={id} className="flex items-baseline gap-3 rounded-md px-2 py-1 hover:bg-well">
            <span className="min-w-0 flex-1 truncate font-semibold">{content.name}</span>
            <a className="text-action underline" href={`/waters/chart?water=${id}`}>
              Chart<span className="sr-only"> of {content.name}</span>
            </a>
            <a className="text-action underline" href={`/bench?water=${id}`}>
              Sound<span className="sr-only"> {content.name}</span>
            </a>
          </li>
        ))}
      </ul>
    </Card>
  );
}

function Today() {
  const role = useSettings((state) => state.role);
  const [data, setData] = useState<TodayData | null>(null);
  const [visits] = useState(recentVisits);
  useEffect(() => {
    let current = true;
    void loadToday().then((loaded) => current && setData(loaded));
    return () => {
      current = false;
    };
  }, []);
  return (
    <>
      <PageHeader title="Today" note="Read the water before you fish it." />
      <div className="mx-auto flex max-w-6xl flex-col gap-4 p-4">
        {role === null && <RoleQuestion />}
        {role !== null && <SearchAll />}
        {data?.coming && <NextMeeting {...data.coming} isTeaching={role !== 'learn'} />}
        {data?.unfinished && (
          <Card className="flex flex-wrap items-center gap-4 px-5 py-3">
            <ListChecks size={20} className="text-live" aria-hidden="true" />
            <p className="flex-1">
              <b>{data.unfinished.drillName}</b> is waiting at item{' '}
              {data.unfinished.answers.length + 1} of {data.unfinished.length}.
            </p>
            <ButtonLink look="primary" href={`/drills/attempt?id=${data.unfinished.id}`}>
              Go on <ArrowRight size={16} aria-hidden="true" />
            </ButtonLink>
          </Card>
        )}
        {data && <DueNote due={data.due} />}
        {visits.length > 0 ? (
          <div className="grid gap-4 lg:grid-cols-2">
            <LastOpen visits={visits} />
            <Waters waters={data?.waters ?? []} />
          </div>
        ) : (
          <div className="grid gap-4 lg:grid-cols-[1.25fr_1fr]">
            <FirstWater water={data?.waters[0] ?? null} />
            <FirstSteps role={role ?? 'teach'} />
          </div>
        )}
        <Card
          title="Recorded screens"
          aside={
            <a className="font-semibold text-action underline" href="/library">
              All {data?.screens.length ?? ''} in the library
            </a>
          }
        >
          <ul className="grid gap-4 px-4 py-4 sm:grid-cols-3">
            {data?.screens.slice(0, 3).map((screen) => (
              <li key={screen.id}>
                <a href={`/library/screen?id=${screen.id}`} className="group block rounded-md">
                  <ScreenThumbnail screen={screen} />
                  <span className="mt-1.5 block font-semibold group-hover:underline">
                    {screen.name}
                  </span>
                  <span className="block text-xs text-ink-2">{screen.passName}</span>
                </a>
              </li>
            ))}
          </ul>
          {data?.screens.length === 0 && (
            <p className="px-4 pb-4 text-ink-2">
              Nothing recorded. On the bench, freeze a picture and press R.
            </p>
          )}
        </Card>
        <p className="pb-4 text-xs text-ink-2">
          Training pictures are not for navigation. On the water, one person reads the screen and
          another keeps the lookout; local rules come first.
        </p>
      </div>
    </>
  );
}

export function TodayPage() {
  return (
    <Prepared>
      <Today />
    </Prepared>
  );
}

import { ArrowRight, CircleDot, GraduationCap, ListChecks, MoveRight, UserRound } from '@/ui/icons';
import { useEffect, useState } from 'react';
import type { AttemptRecord, ScreenRecord, WaterRecord } from '@core/records';
import { dueNow, listAttempts } from '@/storage/attempts';
import { firstParagraph } from '@/ui/firstParagraph';
import { listWaters } from '@/storage/waters';
import { comingMeeting } from '@/storage/courses';
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

interface TodayData {
  water: WaterRecord | null;
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
    water: waters.waters[0] ?? null,
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

function Today() {
  const role = useSettings((state) => state.role);
  const [data, setData] = useState<TodayData | null>(null);
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
        <div className="grid gap-4 lg:grid-cols-[1.25fr_1fr]">
          <Card className="overflow-hidden">
            <div className="h-64">{data?.water && <WaterMap water={data.water.content} />}</div>
            <div className="flex flex-wrap items-start gap-3 border-t border-hairline px-5 py-4">
              <div className="min-w-64 flex-1">
                <h2 className="text-lg">
                  {data?.water ? data.water.content.name : 'No water yet'}
                </h2>
                <p className="max-w-prose text-ink-2">
                  {firstParagraph(data?.water?.content.description ?? '')}
                </p>
              </div>
              {data?.water && (
                <ButtonLink look="primary" href={`/bench?water=${data.water.id}`}>
                  <CircleDot size={16} aria-hidden="true" /> Sound it
                </ButtonLink>
              )}
            </div>
          </Card>
          <Card title={role === 'learn' ? 'How to begin' : 'A first lesson'}>
            <ol className="flex flex-col px-5 py-3">
              {STEPS[role ?? 'teach'].map(([title, text, href, label], index) => (
                <li
                  key={title}
                  className="flex gap-4 border-b border-hairline py-3.5 last:border-b-0"
                >
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
        </div>
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

import { useEffect, useState } from 'react';
import { readEchoFile } from '@core/formats';
import { RECORD_KINDS, type RecordKindName, reasonOf } from '@core/records';
import { ENGINE_VERSION } from '@core/sounding';
import {
  countRecords,
  DATA_VERSION,
  getEcho,
  listOrphans,
  listRecords,
  removeEcho,
  removeThumbnail,
} from '@/storage/database';
import { type Room, storageRoom } from '@/storage/room';
import { version } from '../../package.json';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { formatSize } from './formatSize';

const KINDS = Object.keys(RECORD_KINDS) as RecordKindName[];
const NAMES: Record<RecordKindName, string> = {
  water: 'waters',
  screen: 'screens',
  collection: 'collections',
  drill: 'drills',
  attempt: 'attempts',
  lesson: 'lessons of your own',
  settings: 'settings',
  bench: 'bench',
  mark: 'marks',
  line: 'lines',
  spot: 'spot log',
  boat: 'boat',
  chart: 'charts',
  search: 'searches',
  class: 'classes',
  course: 'courses',
  examKey: 'keys of exams',
  result: 'results of students',
};

type Orphans = Awaited<ReturnType<typeof listOrphans>>;
interface Found {
  room: Room | null;
  counts: Record<RecordKindName, number>;
  orphans: Orphans;
}

interface Work {
  name: string;
  /** 0–1 */
  share: number;
}

/** What every record and every echo that is stored here reads as; `stop` ends it. */
async function readAllBack(onShare: (share: number) => void, signal: AbortSignal): Promise<string> {
  const faults: string[] = [];
  let records = 0;
  let echoes = 0;
  for (const kind of KINDS) {
    const listed = await listRecords(kind);
    records += listed.records.length + listed.unreadable.length;
    for (const { id, message } of listed.unreadable) faults.push(`${kind} ${id}: ${message}`);
  }
  const { records: screens } = await listRecords('screen');
  for (const [i, screen] of screens.entries()) {
    if (signal.aborted) return `Stopped after ${echoes} echoes; ${faults.length} faults so far.`;
    onShare(i / screens.length);
    if (screen.source.kind === 'picture') continue;
    const bytes = await getEcho(screen.echoId);
    if (!bytes) {
      faults.push(`the echoes of “${screen.name}” are not here`);
      continue;
    }
    const echo = readEchoFile(bytes);
    if (!echo.ok) faults.push(`“${screen.name}”: ${echo.error.message}`);
    echoes++;
  }
  const all = `${records} records and ${echoes} echoes were read back`;
  return faults.length === 0
    ? `${all}: all are whole.`
    : `${all}; ${faults.length} faults: ${faults.slice(0, 5).join('; ')}.`;
}

/** Fetches what of the demo library was never looked at, so that it is here without the server. */
async function fetchDemo(onShare: (share: number) => void, signal: AbortSignal): Promise<string> {
  const { records } = await listRecords('screen');
  const demo = records.filter(({ echoId }) => echoId.startsWith('demo-'));
  let missing = 0;
  for (const [i, { echoId }] of demo.entries()) {
    if (signal.aborted) return `Stopped: ${i} of ${demo.length} are here.`;
    onShare(i / demo.length);
    if (!(await getEcho(echoId))) missing++;
  }
  return missing === 0
    ? `All ${demo.length} demo screens can be opened without the server.`
    : `${missing} of ${demo.length} could not be fetched: is the server running?`;
}

/** @param isThorough reads all screens for what belongs to none: not while a page opens */
async function lookThrough(isThorough: boolean): Promise<Found> {
  const counts = await countRecords();
  const orphans = isThorough ? await listOrphans() : { echoIds: [], thumbnailIds: [] };
  return { room: await storageRoom(), counts, orphans };
}

/** Room, what is stored, and whether all of it can be read. */
export function Health() {
  const [found, setFound] = useState<Found | null>(null);
  const [work, setWork] = useState<(Work & { stop: () => void }) | null>(null);
  const [outcome, setOutcome] = useState('');
  const look = () => lookThrough(true).then(setFound);
  useEffect(() => {
    void lookThrough(false).then(setFound);
  }, []);
  const run = async (name: string, task: typeof readAllBack) => {
    const stop = new AbortController();
    const show = (share: number) => setWork({ name, share, stop: () => stop.abort() });
    show(0);
    setOutcome('');
    try {
      setOutcome(await task(show, stop.signal));
    } catch (error) {
      setOutcome(`It did not end: ${reasonOf(error)}.`);
    }
    setWork(null);
    await look();
  };
  const tidy = async ({ echoIds, thumbnailIds }: Orphans) => {
    for (const id of echoIds) await removeEcho(id);
    for (const id of thumbnailIds) await removeThumbnail(id);
    setOutcome(`${echoIds.length + thumbnailIds.length} left-overs were removed.`);
    await look();
  };
  const orphans = found ? found.orphans.echoIds.length + found.orphans.thumbnailIds.length : 0;
  return (
    <Card title="Health of what is stored">
      <div className="flex flex-col gap-3 px-4 pt-2 pb-4">
        <p className="text-sm text-ink-2">
          Wise Ripple {version}, data {DATA_VERSION}, engine {ENGINE_VERSION}
          {found?.room &&
            `; ${formatSize(found.room.usedBytes)} of ${formatSize(found.room.quotaBytes)} taken`}
        </p>
        {found && (
          <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm" aria-label="What is stored">
            {KINDS.filter((kind) => found.counts[kind] > 0).map((kind) => (
              <li key={kind}>
                <span className="figures font-semibold">{found.counts[kind]}</span> {NAMES[kind]}
              </li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap gap-3">
          <Button disabled={work !== null} onClick={() => void run('Reading', readAllBack)}>
            Read everything back
          </Button>
          <Button disabled={work !== null} onClick={() => void run('Fetching', fetchDemo)}>
            Keep the demo library here
          </Button>
          {found && orphans > 0 && (
            <Button disabled={work !== null} onClick={() => void tidy(found.orphans)}>
              Remove {orphans} left-overs of deleted screens
            </Button>
          )}
        </div>
        {work && (
          <div className="flex items-center gap-3">
            <progress
              className="w-64 accent-action"
              value={work.share}
              max={1}
              aria-label={work.name}
            />
            <Button size="small" onClick={work.stop}>
              Stop
            </Button>
          </div>
        )}
        <p role="status" className="min-h-5">
          {outcome}
        </p>
        <p className="text-xs text-ink-2">
          Once opened, Wise Ripple works without its server; demo screens do once they have been
          looked at or fetched here. A network feed needs it.{' '}
          <a className="text-action underline" href="/notices.txt">
            Notices of the packages and fonts it is built on
          </a>
          ,{' '}
          <a className="text-action underline" href="/sbom.json">
            list of components
          </a>
          .
        </p>
      </div>
    </Card>
  );
}

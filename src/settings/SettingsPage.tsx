import { Download } from '@/ui/icons';
import { format as formatDate } from 'date-fns/format';
import { type ReactNode, useEffect, useState } from 'react';
import { listUnreadable, rawRecord } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { fileName, saveFile } from '@/storage/saveFile';
import { exportWorkspace, importWorkspace, reportWords } from '@/storage/workspaceFile';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { FileButton } from '@/ui/FileButton';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { formatSize } from './formatSize';
import { Health } from './Health';
import { Segmented } from '@/ui/Segmented';

function Choice({ title, hint, children }: { title: string; hint: string; children: ReactNode }) {
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-hairline py-3 first:border-t-0">
      <div className="min-w-56 flex-1">
        <h2 className="text-base">{title}</h2>
        <p className="text-xs text-ink-2">{hint}</p>
      </div>
      <div className="w-64">{children}</div>
    </div>
  );
}

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

function Backup() {
  const [busy, setBusy] = useState<'export' | 'import' | null>(null);
  const [share, setShare] = useState(0);
  const [outcome, setOutcome] = useState<{ good: boolean; text: string } | null>(null);

  const save = async () => {
    setBusy('export');
    try {
      const now = new Date();
      const { bytes, left } = await exportWorkspace(now, setShare);
      saveFile(bytes, `wise-ripple-${formatDate(now, 'yyyy-MM-dd-HHmm')}.zip`, 'application/zip');
      const without = [
        left.unreadable > 0 && `${left.unreadable} that cannot be read (below)`,
        left.withoutEcho > 0 &&
          count(left.withoutEcho, 'screen without its echo', 'screens without their echoes'),
      ].filter(Boolean);
      setOutcome({
        good: without.length === 0,
        text: `Saved ${formatSize(bytes.length)}.${without.length > 0 ? ` Not in it: ${without.join(', ')}.` : ''}`,
      });
    } catch (error) {
      setOutcome({ good: false, text: `The workspace could not be saved: ${String(error)}` });
    }
    setBusy(null);
  };
  const bringBack = async (file: File) => {
    setBusy('import');
    const result = await importWorkspace(new Uint8Array(await file.arrayBuffer()));
    setBusy(null);
    setOutcome(
      result.ok
        ? {
            good: true,
            text: `Brought back: ${reportWords(result.value)}.`,
          }
        : {
            good: false,
            text: `“${file.name}” was not taken: ${result.error}. Nothing has been changed.`,
          },
    );
  };

  return (
    <Card title="Backup">
      <div className="flex flex-col gap-3 px-4 pt-2 pb-4">
        <p className="max-w-prose text-ink-2">
          Everything is kept in this browser only. A backup holds waters, marks, lines and the spot
          log, screens with their echoes, drills, boat, bench and settings; brought back, it adds
          what is missing and renews what is older.
        </p>
        <div className="flex flex-wrap gap-3">
          <Button look="primary" onClick={() => void save()} disabled={busy !== null}>
            <Download size={16} aria-hidden="true" />{' '}
            {busy === 'export' ? `Packing… ${Math.round(100 * share)} %` : 'Save a backup'}
          </Button>
          <FileButton
            label="Backup file"
            accept=".zip,application/zip"
            disabled={busy !== null}
            onFile={(file) => void bringBack(file)}
          >
            {busy === 'import' ? 'Reading…' : 'Bring back a backup'}
          </FileButton>
        </div>
        <p
          role="status"
          className={`min-h-5 ${outcome?.good === false ? 'text-live' : 'text-good'}`}
        >
          {outcome?.text}
        </p>
      </div>
    </Card>
  );
}

type Unreadable = Awaited<ReturnType<typeof listUnreadable>>[number];

/** What another version wrote, or what is damaged: it is kept, and can be taken along. */
function NotRead() {
  const [found, setFound] = useState<Unreadable[]>([]);
  useEffect(() => {
    void listUnreadable().then(setFound);
  }, []);
  if (found.length === 0) return null;
  const save = async ({ kind, id }: Unreadable) => {
    const raw = await rawRecord(kind, id);
    saveFile(JSON.stringify(raw, null, 1), `${fileName(`${kind} ${id}`)}.json`, 'application/json');
  };
  return (
    <Card title="What could not be read">
      <div className="flex flex-col gap-2 px-4 pt-2 pb-4">
        <p className="max-w-prose text-ink-2">
          It is stored here and left as it is; nothing has been written over it. A newer Wise Ripple
          may read it. A backup does not hold it: save it as a file of its own.
        </p>
        <ul className="flex flex-col gap-1">
          {found.map((record) => (
            <li key={`${record.kind} ${record.id}`} className="flex flex-wrap items-center gap-3">
              <span className="min-w-0 flex-1">
                <b>
                  {record.kind}, {record.id}
                </b>
                : {record.message}
              </span>
              <Button size="small" onClick={() => void save(record)}>
                <Download size={14} aria-hidden="true" /> Save it as a file
              </Button>
            </li>
          ))}
        </ul>
      </div>
    </Card>
  );
}

function Settings() {
  const { role, units, theme, paper, change } = useSettings();
  return (
    <>
      <PageHeader title="Settings" />
      <div className="mx-auto flex max-w-3xl flex-col gap-4 p-4">
        <Card className="px-4 py-1">
          <Choice
            title="Who you are"
            hint="Learners see what is in the water only after they have decided."
          >
            <Segmented
              label="Who you are"
              value={role}
              options={[
                { value: 'teach', label: 'I teach' },
                { value: 'learn', label: 'I learn' },
              ]}
              onChange={(next) => void change({ role: next })}
            />
          </Choice>
          <Choice title="Units" hint="What is stored stays metric; only what you read changes.">
            <Segmented
              label="Units"
              value={units}
              options={[
                { value: 'metric', label: 'm, km/h, °C' },
                { value: 'imperial', label: 'ft, mph, °F' },
              ]}
              onChange={(next) => void change({ units: next })}
            />
          </Choice>
          <Choice title="Paper" hint="What documents are made for when you print.">
            <Segmented
              label="Paper"
              value={paper}
              options={[
                { value: 'A4', label: 'A4' },
                { value: 'LETTER', label: 'Letter' },
              ]}
              onChange={(next) => void change({ paper: next })}
            />
          </Choice>
          <Choice title="Light" hint="Paper for daylight, dusk for a dim room.">
            <Segmented
              label="Light"
              value={theme}
              options={[
                { value: 'paper', label: 'Paper' },
                { value: 'dusk', label: 'Dusk' },
              ]}
              onChange={(next) => void change({ theme: next })}
            />
          </Choice>
        </Card>
        <Backup />
        <NotRead />
        <Health />
      </div>
    </>
  );
}

export function SettingsPage() {
  return (
    <Prepared>
      <Settings />
    </Prepared>
  );
}

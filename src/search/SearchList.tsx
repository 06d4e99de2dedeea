import { format as formatDate } from 'date-fns/format';
import { useEffect, useState } from 'react';
import { SEARCH_TASKS } from '@core/demo/searchTasks';
import { reasonOf, type SearchRecord } from '@core/records';
import { minutesUsed, type SearchTask } from '@core/search';
import { fileName, saveFile } from '@/storage/saveFile';
import { exportSearch, listSearches, startSearch } from '@/storage/searches';
import { bringIn } from '@/storage/workspaceFile';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { FileButton } from '@/ui/FileButton';
import { Download } from '@/ui/icons';
import { PageHeader } from '@/ui/PageHeader';
import { showToast } from '@/ui/toast';

export function SearchList() {
  const [searches, setSearches] = useState<SearchRecord[] | null>(null);
  const [message, setMessage] = useState('');
  useEffect(() => {
    let current = true;
    void listSearches().then((list) => current && setSearches(list));
    return () => {
      current = false;
    };
  }, []);
  const attempt = async (what: string, run: () => Promise<unknown>) => {
    try {
      await run();
    } catch (failure) {
      showToast({ message: `${what} failed: ${reasonOf(failure)}.` });
    }
    setSearches(await listSearches());
  };
  const handOn = (record: SearchRecord) =>
    attempt('Saving', async () =>
      saveFile(await exportSearch(record), `${fileName(record.task.name)}.zip`, 'application/zip'),
    );
  const take = (file: File) =>
    attempt('Importing', async () => showToast({ message: await bringIn(file) }));
  const begin = async (task: SearchTask) => {
    try {
      location.assign(`/drills/search?id=${(await startSearch(task)).id}`);
    } catch (failure) {
      setMessage(`The search could not be begun: ${reasonOf(failure)}.`);
    }
  };
  return (
    <>
      <PageHeader
        title="Search a water"
        note="Study the chart, sail, mark, go round again. The clock counts what a boat would need."
      />
      <div className="mx-auto flex max-w-5xl flex-col gap-4 p-4">
        <p role="alert" className="text-missed">
          {message}
        </p>
        <div className="grid gap-4 md:grid-cols-2">
          {SEARCH_TASKS.map((task) => (
            <Card key={task.id} className="flex flex-col gap-3 px-5 py-4">
              <div className="flex-1">
                <h2 className="text-lg">{task.name}</h2>
                <p className="text-ink-2">{task.purpose}</p>
              </div>
              <div className="flex items-center justify-between gap-3">
                <span className="figures text-sm">{task.minutes} minutes</span>
                <Button look="primary" onClick={() => void begin(task)}>
                  Begin
                </Button>
              </div>
            </Card>
          ))}
        </div>
        <Card title="Begun and done">
          {searches?.length ? (
            <ul className="px-4 pt-1 pb-3">
              {searches.map((record) => (
                <li
                  key={record.id}
                  className="flex flex-wrap items-center gap-4 border-t border-hairline py-2 first:border-t-0"
                >
                  <span className="min-w-40">
                    {formatDate(record.createdAtMs, 'd MMM yyyy, HH:mm')}
                  </span>
                  <span className="flex-1">{record.task.name}</span>
                  <span className="figures text-sm text-ink-2">
                    {Math.round(minutesUsed(record))} of {record.task.minutes} min
                  </span>
                  <a
                    className="font-semibold text-action underline"
                    href={`/drills/search?id=${record.id}`}
                  >
                    {record.finishedAtMs === null ? 'Go on' : 'See it again'}
                  </a>
                  <Button
                    aria-label={`Save ${record.task.name} as a file`}
                    onClick={() => void handOn(record)}
                  >
                    <Download size={15} aria-hidden="true" /> Save as a file
                  </Button>
                </li>
              ))}
            </ul>
          ) : (
            <p className="px-4 pt-1 pb-4 text-ink-2">
              Nothing yet. A first one has twenty minutes on its clock.
            </p>
          )}
          <div className="px-4 pb-4">
            <FileButton
              label="Bring in a search from a file"
              accept=".zip"
              onFile={(file) => void take(file)}
            >
              Bring in a search
            </FileButton>
          </div>
        </Card>
      </div>
    </>
  );
}

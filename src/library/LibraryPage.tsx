import { CircleDot, Trash2, Undo2 } from 'lucide-react';
import { format as formatDate } from 'date-fns/format';
import { useCallback, useEffect, useState } from 'react';
import type { ScreenRecord } from '@core/records';
import {
  deleteScreen,
  listScreens,
  restoreScreen,
  type ScreenList,
  updateScreen,
} from '@/storage/screens';
import { Button, ButtonLink } from '@/ui/Button';
import { ScreenThumbnail } from '@/ui/echo/ScreenThumbnail';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { showToast } from '@/ui/toast';
import { NameEditor } from '@/ui/NameEditor';
import { sounderName } from '@/ui/echo/sounderName';

interface ScreenRowProps {
  screen: ScreenRecord;
  onRename: (name: string) => void;
  onDelete: () => void;
}

function ScreenRow({ screen, onRename, onDelete }: ScreenRowProps) {
  const href = `/library/screen?id=${screen.id}`;
  return (
    <li className="flex flex-wrap items-center gap-4 rounded-lg border border-hairline bg-card p-3">
      <a
        href={href}
        className="block w-56 shrink-0 rounded-md"
        aria-label={`Open ${screen.name}`}
        tabIndex={-1}
      >
        <ScreenThumbnail screen={screen} />
      </a>
      <div className="min-w-56 flex-1">
        <NameEditor of="the screen" name={screen.name} href={href} onRename={onRename} />
        <p className="text-ink-2">
          {screen.waterName} · {screen.passName}
        </p>
        <p className="text-xs text-ink-2">
          {sounderName(screen)} · gain {screen.view.gainDb} dB · {screen.pingCount} pings · recorded{' '}
          {formatDate(screen.createdAtMs, 'd MMM yyyy, HH:mm')}
        </p>
        {screen.notes && <p className="mt-1">{screen.notes}</p>}
      </div>
      <div className="flex gap-2">
        <ButtonLink href={href}>Open</ButtonLink>
        <Button look="quiet" aria-label={`Delete ${screen.name}`} onClick={onDelete}>
          <Trash2 size={16} aria-hidden="true" /> Delete
        </Button>
      </div>
    </li>
  );
}

function Library() {
  const [list, setList] = useState<ScreenList | null>(null);
  const refresh = useCallback(() => listScreens().then(setList), []);
  useEffect(() => {
    void refresh();
  }, [refresh]);

  const restore = async (screen: ScreenRecord) => {
    await restoreScreen(screen);
    await refresh();
  };
  const remove = async (screen: ScreenRecord) => {
    const deleted = await deleteScreen(screen);
    await refresh();
    showToast({
      message: `Deleted “${screen.name}”.`,
      action: { label: 'Undo', run: () => void restore(deleted) },
    });
  };
  const rename = async (screen: ScreenRecord, name: string) => {
    const before = screen.name;
    const renamed = await updateScreen(screen, { name });
    await refresh();
    showToast({
      message: `Renamed to “${name}”.`,
      action: {
        label: 'Undo',
        run: () => void updateScreen(renamed, { name: before }).then(refresh),
      },
    });
  };

  return (
    <>
      <PageHeader
        title="Library"
        note={list ? `${list.screens.length} recorded screens` : undefined}
      >
        <ButtonLink href="/bench">
          <CircleDot size={16} aria-hidden="true" /> Record another
        </ButtonLink>
      </PageHeader>
      <div className="mx-auto flex max-w-6xl flex-col gap-3 p-4">
        {list?.unreadable.map(({ id, message }) => (
          <p key={id} role="alert" className="rounded-md border border-missed px-3 py-2">
            One screen ({id}) cannot be read: {message}. It is left as it is.
          </p>
        ))}
        {list?.screens.length === 0 && (
          <div className="rounded-lg border border-dashed border-hairline p-8 text-center">
            <h2 className="text-lg">No screens yet</h2>
            <p className="mt-1 text-ink-2">
              On the bench, freeze a picture worth a question and press R. It comes here with its
              truth.
            </p>
          </div>
        )}
        <ul className="flex flex-col gap-3" aria-label="Recorded screens">
          {list?.screens.map((screen) => (
            <ScreenRow
              key={screen.id}
              screen={screen}
              onRename={(name) => void rename(screen, name)}
              onDelete={() => void remove(screen)}
            />
          ))}
        </ul>
        {list && list.deleted.length > 0 && (
          <section aria-label="Deleted screens" className="mt-3">
            <h2 className="text-base">Deleted today</h2>
            <p className="text-xs text-ink-2">Kept for a day, then gone for good.</p>
            <ul className="mt-2 flex flex-col gap-1.5">
              {list.deleted.map((screen) => (
                <li key={screen.id} className="flex items-center gap-3">
                  <Button
                    onClick={() => void restore(screen)}
                    aria-label={`Bring back ${screen.name}`}
                  >
                    <Undo2 size={16} aria-hidden="true" /> Bring back
                  </Button>
                  <span>{screen.name}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </>
  );
}

export function LibraryPage() {
  return (
    <Prepared>
      <Library />
    </Prepared>
  );
}

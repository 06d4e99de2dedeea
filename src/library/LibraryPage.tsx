import { CircleDot, FolderPlus, ImagePlus, Radio, Tag, Trash2, Undo2 } from '@/ui/icons';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  ALL_SCREENS,
  type CollectionRecord,
  findScreens,
  type ScreenQuery,
  type ScreenRecord,
} from '@core/records';
import { listCollections, newCollection, updateCollection } from '@/storage/collections';
import { fileName, saveFile } from '@/storage/saveFile';
import {
  deleteScreen,
  listScreens,
  restoreScreen,
  type ScreenList as Listed,
  updateScreen,
  whenScreensChange,
} from '@/storage/screens';
import { useSettings } from '@/storage/settings';
import { exportRecords } from '@/storage/workspaceFile';
import { Button, ButtonLink } from '@/ui/Button';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { showToast } from '@/ui/toast';
import { FilterBar, type Look } from './find/FilterBar';
import { Incoming, useIncoming } from './find/Incoming';
import { RoomMeter } from './find/RoomMeter';
import { ScreenList } from './find/ScreenList';

const LOOK_KEY = 'library-look';

/** Records that did not change stay the same objects, so that their pictures stay as they are. */
function sameWhereUnchanged(old: Listed | null, next: Listed): Listed {
  const known = new Map(old?.screens.map((screen) => [screen.id, screen]));
  const screens = next.screens.map((screen) => {
    const before = known.get(screen.id);
    return before?.updatedAtMs === screen.updatedAtMs ? before : screen;
  });
  return { ...next, screens };
}

function Library() {
  const [list, setList] = useState<Listed | null>(null);
  const [collections, setCollections] = useState<CollectionRecord[]>([]);
  const [query, setQuery] = useState<ScreenQuery>(ALL_SCREENS);
  const [collectionId, setCollectionId] = useState('');
  const [look, setLook] = useState<Look>(() =>
    localStorage.getItem(LOOK_KEY) === 'table' ? 'table' : 'grid',
  );
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const isTold = useSettings().role !== 'learn';
  const filesRef = useRef<HTMLInputElement>(null);

  const refresh = useCallback(async () => {
    const [screens, groups] = await Promise.all([listScreens(), listCollections()]);
    setList((old) => sameWhereUnchanged(old, screens));
    setCollections(groups);
  }, []);
  useEffect(() => {
    void listScreens().then(setList);
    void listCollections().then(setCollections);
  }, []);
  useEffect(() => {
    // Many changes come together when another window imports or deletes.
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = whenScreensChange(() => {
      clearTimeout(timer);
      timer = setTimeout(() => void refresh(), 300);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [refresh]);

  const among = collections.find(({ id }) => id === collectionId)?.screenIds ?? null;
  const found = useMemo(
    () => findScreens(list?.screens ?? [], { ...query, among }),
    [list, query, among],
  );
  const picked = found.filter(({ id }) => chosen.has(id));
  const incoming = useIncoming(refresh);

  const restore = async (screens: ScreenRecord[]) => {
    for (const screen of screens) await restoreScreen(screen);
    await refresh();
  };
  const remove = async (screens: ScreenRecord[]) => {
    const deleted: ScreenRecord[] = [];
    for (const screen of screens) deleted.push(await deleteScreen(screen));
    setChosen(new Set());
    await refresh();
    const what = deleted.length === 1 ? `“${deleted[0].name}”` : `${deleted.length} screens`;
    showToast({
      message: `Deleted ${what}.`,
      action: { label: 'Undo', run: () => void restore(deleted) },
    });
  };
  const addTag = async (tag: string) => {
    const before = new Map<string, string[]>();
    for (const screen of picked.filter(({ tags }) => !tags.includes(tag))) {
      before.set(screen.id, screen.tags);
      await updateScreen(screen, { tags: [...screen.tags, tag] });
    }
    await refresh();
    showToast({
      message: `Tagged ${before.size} with “${tag}”.`,
      action: {
        label: 'Undo',
        run: () =>
          void listScreens()
            .then(async ({ screens }) => {
              for (const screen of screens) {
                const tags = before.get(screen.id);
                if (tags) await updateScreen(screen, { tags });
              }
            })
            .then(refresh),
      },
    });
  };
  const addToCollection = async (id: string, name: string) => {
    const ids = picked.map((screen) => screen.id);
    const known = collections.find((one) => one.id === id);
    if (known) {
      await updateCollection(known, { screenIds: [...new Set([...known.screenIds, ...ids])] });
    } else {
      await newCollection(name, ids);
    }
    await refresh();
    showToast({ message: `${ids.length} in “${known?.name ?? name}”.` });
  };
  const saveZip = async () => {
    const group = collections.find(({ id }) => id === collectionId);
    const screens = picked.length > 0 ? picked : found;
    const bytes = await exportRecords([
      ...screens,
      ...(group && picked.length === 0 ? [group] : []),
    ]);
    saveFile(bytes, `${fileName(group?.name ?? 'screens')}.zip`, 'application/zip');
  };
  const choose = (id: string, isChosen: boolean) => {
    const next = new Set(chosen);
    if (isChosen) next.add(id);
    else next.delete(id);
    setChosen(next);
  };

  return (
    <div
      className="flex h-full min-h-[560px] flex-col"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        incoming.take([...event.dataTransfer.files]);
      }}
    >
      <PageHeader
        title="Library"
        note={
          list
            ? found.length === list.screens.length
              ? `${list.screens.length} recorded screens`
              : `${found.length} of ${list.screens.length} screens`
            : undefined
        }
      >
        <RoomMeter screens={list?.screens.length ?? 0} />
        <Button onClick={() => filesRef.current?.click()}>
          <ImagePlus size={16} aria-hidden="true" /> Add files
        </Button>
        <input
          ref={filesRef}
          type="file"
          multiple
          className="hidden"
          aria-label="Pictures, echo logs or a library"
          accept=".png,.jpg,.jpeg,.nc,.nc4,.h5,.csv,.txt,.zip"
          onChange={(event) => {
            incoming.take([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
        <ButtonLink href="/library/feed">
          <Radio size={16} aria-hidden="true" /> Listen to a sounder
        </ButtonLink>
        <ButtonLink href="/bench" look="primary">
          <CircleDot size={16} aria-hidden="true" /> Record at the bench
        </ButtonLink>
      </PageHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 pt-3">
        <FilterBar
          isTold={isTold}
          query={query}
          look={look}
          collectionId={collectionId}
          screens={list?.screens ?? []}
          collections={collections}
          onQuery={(change) => setQuery({ ...query, ...change })}
          onLook={(next) => {
            localStorage.setItem(LOOK_KEY, next);
            setLook(next);
          }}
          onCollection={setCollectionId}
          aside={
            <ChosenBar
              found={found}
              picked={picked}
              collections={collections}
              onAll={() => setChosen(new Set(found.map(({ id }) => id)))}
              onNone={() => setChosen(new Set())}
              onTag={(tag) => void addTag(tag)}
              onCollect={(id, name) => void addToCollection(id, name)}
              onSave={() => void saveZip()}
              onDelete={() => void remove(picked)}
            />
          }
        />
        <Incoming incoming={incoming} />
        {list?.unreadable.map(({ id, message }) => (
          <p key={id} role="alert" className="rounded-md border border-missed px-3 py-2">
            One screen ({id}) cannot be read: {message}. It is left as it is.
          </p>
        ))}
        {list?.screens.length === 0 && (
          <div className="rounded-lg border border-dashed border-hairline p-8 text-center">
            <h2 className="text-lg">No screens yet</h2>
            <p className="mt-1 text-ink-2">
              On the bench, freeze a picture worth a question and press R. Or drop a picture of any
              screen here, or an echo log.
            </p>
          </div>
        )}
        {list && list.screens.length > 0 && found.length === 0 && (
          <p className="py-8 text-center text-ink-2">
            No screen is like that. Take a filter away, or clear them all.
          </p>
        )}
        {found.length > 0 && (
          <ScreenList
            isTold={isTold}
            screens={found}
            look={look}
            chosen={chosen}
            order={query.order}
            onChoose={choose}
            onOrder={(order) => setQuery({ ...query, order })}
          />
        )}
        {list && list.deleted.length > 0 && <Deleted screens={list.deleted} onRestore={restore} />}
      </div>
    </div>
  );
}

interface ChosenBarProps {
  found: readonly ScreenRecord[];
  picked: readonly ScreenRecord[];
  collections: readonly CollectionRecord[];
  onAll: () => void;
  onNone: () => void;
  onTag: (tag: string) => void;
  onCollect: (id: string, name: string) => void;
  onSave: () => void;
  onDelete: () => void;
}

/** What can be done with many at once; its row is always there, so that nothing jumps. */
function ChosenBar(props: ChosenBarProps) {
  const { found, picked, collections, onAll, onNone, onTag, onCollect, onSave, onDelete } = props;
  const [word, setWord] = useState('');
  const none = picked.length === 0;
  const said = word.trim();
  const known = collections.find(({ name }) => name === said);
  const done = (run: () => void) => () => {
    run();
    setWord('');
  };
  return (
    <div role="group" aria-label="Chosen screens" className="flex flex-wrap items-center gap-2">
      <Button size="small" disabled={found.length === 0} onClick={none ? onAll : onNone}>
        {none ? 'Choose all' : 'Choose none'}
      </Button>
      <span className="figures w-22 text-xs text-ink-2">{picked.length} chosen</span>
      {!none && (
        <>
          <input
            aria-label="Tag or collection"
            list="collections"
            className="h-7 w-44 rounded-md border border-hairline bg-card px-2 text-sm"
            placeholder="tag or collection"
            maxLength={40}
            value={word}
            onChange={(event) => setWord(event.target.value)}
          />
          <datalist id="collections">
            {collections.map(({ id, name }) => (
              <option key={id} value={name}>
                {name}
              </option>
            ))}
          </datalist>
          <Button size="small" disabled={!said} onClick={done(() => onTag(said))}>
            <Tag size={14} aria-hidden="true" /> Tag them
          </Button>
          <Button
            size="small"
            disabled={!said}
            onClick={done(() => onCollect(known?.id ?? '', said))}
          >
            <FolderPlus size={14} aria-hidden="true" /> Put into a collection
          </Button>
        </>
      )}
      <Button size="small" disabled={found.length === 0} onClick={onSave}>
        Save {none ? `all ${found.length}` : picked.length} as ZIP
      </Button>
      {!none && (
        <Button size="small" onClick={onDelete}>
          <Trash2 size={14} aria-hidden="true" /> Delete
        </Button>
      )}
    </div>
  );
}

function Deleted({
  screens,
  onRestore,
}: {
  screens: ScreenRecord[];
  onRestore: (screens: ScreenRecord[]) => Promise<void>;
}) {
  return (
    <details className="shrink-0 border-t border-hairline py-2">
      <summary>Deleted today: {screens.length}. Kept for a day, then gone for good.</summary>
      <ul className="mt-2 flex max-h-40 flex-col gap-1.5 overflow-y-auto">
        {screens.map((screen) => (
          <li key={screen.id} className="flex items-center gap-3">
            <Button
              size="small"
              onClick={() => void onRestore([screen])}
              aria-label={`Bring back ${screen.name}`}
            >
              <Undo2 size={14} aria-hidden="true" /> Bring back
            </Button>
            <span>{screen.name}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}

export function LibraryPage() {
  return (
    <Prepared>
      <Library />
    </Prepared>
  );
}

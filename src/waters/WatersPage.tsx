import {
  Activity,
  Copy,
  Download,
  Hammer,
  Map as MapIcon,
  Plus,
  RotateCcw,
  Sailboat,
  Trash2,
} from '@/ui/icons';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { SEDIMENTS } from '@core/bottom';
import { readSeason } from '@core/builder';
import { chartGrid, deepestM } from '@core/chart';
import { DEMO_WATERS } from '@core/demo';
import type { WaterRecord } from '@core/records';
import { labelOf, READING_LABELS } from '@core/targets';
import { format, LENGTH, TEMPERATURE } from '@core/units';
import { waterToday, type WaterContent } from '@core/waters';
import { fileName, saveFile } from '@/storage/saveFile';
import { useSettings } from '@/storage/settings';
import {
  addShippedWaters,
  addWater,
  importWater,
  listWaters,
  saveWater,
  setWaterDeleted,
  waterFile,
  type WaterList,
} from '@/storage/waters';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { FileButton } from '@/ui/FileButton';
import { MAP_SYMBOLS } from '@/ui/mapSymbols';
import { Menu } from '@/ui/Menu';
import { NameEditor } from '@/ui/NameEditor';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { showToast } from '@/ui/toast';
import { mapStepM, WaterMap } from '@/ui/WaterMap';
import { firstParagraph } from '@/ui/firstParagraph';

/** What is in the water, counted, with the colours of the map. */
function Legend({ water }: { water: WaterContent }) {
  return (
    <ul className="flex flex-wrap gap-x-3 gap-y-1 text-xs" aria-label="What is in it">
      {READING_LABELS.map((label) => {
        const count = water.scene.targets.filter((target) => labelOf(target) === label).length;
        if (count === 0) return null;
        return (
          <li key={label} className="flex items-center gap-1.5">
            <span
              className="size-3 rounded-full border border-outline"
              style={{ background: MAP_SYMBOLS[label].colour }}
              aria-hidden="true"
            />
            {count} {MAP_SYMBOLS[label].words}
          </li>
        );
      })}
    </ul>
  );
}

interface WaterCardProps {
  water: WaterRecord;
  isWide: boolean;
  onChanged: () => void;
}

function WaterCard({ water, isWide, onChanged }: WaterCardProps) {
  const { units, role } = useSettings();
  const [shown, setShown] = useState(false);
  const { content } = water;
  const { scene } = content;
  // With the life of its day, where that is to be seen.
  const shownWater = shown ? waterToday(content) : content;
  const deepest = useMemo(() => deepestM(chartGrid(scene.bottom)), [scene.bottom]);
  const isWinter = content.conditions.iceM > 0;
  const facts: [string, string][] = [
    ['Deepest', format(LENGTH[units], deepest, 1)],
    ['Surface', format(TEMPERATURE[units], scene.water.temperatureC, 1)],
    isWinter
      ? ['Ice', format(LENGTH[units], content.conditions.iceM, 2)]
      : [
          'Thermocline',
          scene.water.thermocline
            ? format(LENGTH[units], scene.water.thermocline.depthM, 1)
            : 'none',
        ],
    ['Weather', readSeason(content).title],
    ['Bottom', scene.bottom.sediments.map((name) => SEDIMENTS[name].label).join(', ')],
    ['To work with', `${content.passes.length} passes, ${content.spots.length} known spots`],
  ];

  const rename = async (name: string) => {
    await saveWater(water, { ...content, name });
    onChanged();
  };
  const duplicate = async () => {
    const copied = await addWater({ ...content, name: `${content.name.slice(0, 70)}, copy` });
    onChanged();
    showToast({ message: `Copied as “${copied.content.name}”.` });
  };
  const remove = async () => {
    const deleted = await setWaterDeleted(water, true);
    onChanged();
    showToast({
      message: `“${content.name}” was deleted.`,
      action: {
        label: 'Undo',
        run: () => void setWaterDeleted(deleted, false).then(onChanged),
      },
    });
  };
  const items = [
    {
      label: (
        <>
          <Copy size={16} aria-hidden="true" /> Duplicate
        </>
      ),
      run: () => void duplicate(),
    },
    {
      label: (
        <>
          <Download size={16} aria-hidden="true" /> Save as a file
        </>
      ),
      run: () =>
        saveFile(waterFile(water), `${fileName(content.name)}.water.json`, 'application/json'),
    },
    {
      label: (
        <>
          <Trash2 size={16} aria-hidden="true" /> Delete
        </>
      ),
      run: () => void remove(),
    },
  ];

  return (
    <Card className={`flex flex-col overflow-hidden ${isWide ? 'lg:col-span-2 lg:flex-row' : ''}`}>
      <div
        className={`relative aspect-[95/56] border-b border-hairline ${isWide ? 'lg:w-1/2 lg:shrink-0 lg:border-r lg:border-b-0' : ''}`}
      >
        <div className="absolute inset-0">
          <WaterMap water={shownWater} contents={shown} />
        </div>
      </div>
      <div className="flex flex-1 flex-col gap-3 p-4">
        <div>
          <h2 className="text-xl" aria-label={content.name}>
            <NameEditor
              of="the water"
              name={content.name}
              href={`/waters/chart?water=${water.id}`}
              onRename={(name) => void rename(name)}
            />
          </h2>
          <p className="line-clamp-3 text-ink-2">{firstParagraph(content.description)}</p>
        </div>
        <dl className="grid grid-cols-[auto_1fr_auto_1fr] gap-x-3 gap-y-1 text-sm">
          {facts.map(([name, value], index) => (
            <div
              key={name}
              className={`col-span-2 grid grid-cols-subgrid ${index > 3 ? 'sm:col-span-4' : ''}`}
            >
              <dt className="text-ink-2">{name}</dt>
              <dd className={`font-semibold ${index > 3 ? 'sm:col-span-3' : ''}`}>{value}</dd>
            </div>
          ))}
        </dl>
        <div className="mt-auto flex min-h-9 flex-wrap items-center gap-2">
          <ButtonLink look="primary" href={`/waters/chart?water=${water.id}`}>
            <MapIcon size={16} aria-hidden="true" /> Chart
          </ButtonLink>
          <ButtonLink href={`/bench?water=${water.id}`}>
            <Activity size={16} aria-hidden="true" /> Sound
          </ButtonLink>
          {role !== 'learn' && (
            <>
              <ButtonLink href={`/waters/build?water=${water.id}`}>
                <Hammer size={16} aria-hidden="true" /> Build
              </ButtonLink>
              <Button aria-pressed={shown} onClick={() => setShown(!shown)}>
                {shown ? 'Hide what is in it' : 'Show what is in it'}
              </Button>
            </>
          )}
          <span className="ml-auto">
            <Menu label={`More for ${content.name}`} items={items} />
          </span>
        </div>
        {shown ? (
          <Legend water={shownWater} />
        ) : (
          <p className="text-xs text-ink-2">
            Contours every {format(LENGTH[units], mapStepM(deepest), 0)}, passes dashed. North is
            up.
          </p>
        )}
      </div>
    </Card>
  );
}

function DeletedWaters({ waters, onChanged }: { waters: WaterRecord[]; onChanged: () => void }) {
  if (waters.length === 0) return null;
  return (
    <Card title="Deleted today">
      <ul className="flex flex-col gap-1 px-4 py-3">
        {waters.map((water) => (
          <li key={water.id} className="flex items-center gap-3">
            <span className="flex-1">{water.content.name}</span>
            <Button onClick={() => void setWaterDeleted(water, false).then(onChanged)}>
              <RotateCcw size={16} aria-hidden="true" /> Bring back
            </Button>
          </li>
        ))}
      </ul>
      <p className="px-4 pb-3 text-xs text-ink-2">They are kept for a day, then gone for good.</p>
    </Card>
  );
}

function Waters() {
  const role = useSettings((state) => state.role);
  const [list, setList] = useState<WaterList | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const load = useCallback(() => listWaters().then(setList), []);
  useEffect(() => {
    let current = true;
    void listWaters().then((loaded) => current && setList(loaded));
    return () => {
      current = false;
    };
  }, []);
  const bringIn = async (file: File) => {
    const read = await importWater(await file.text());
    setRefusal(
      read.ok ? null : `“${file.name}” was not taken: ${read.error}. Nothing has been changed.`,
    );
    if (!read.ok) return;
    await load();
    showToast({ message: `“${read.value.content.name}” is in.` });
  };
  const bringBackShipped = async () => {
    const added = await addShippedWaters();
    await load();
    showToast({ message: added === 1 ? 'One water came back.' : `${added} waters came back.` });
  };
  const missing = list
    ? Object.keys(DEMO_WATERS).filter((id) => !list.waters.some((water) => water.id === id)).length
    : 0;

  return (
    <>
      <PageHeader
        title="Waters"
        note="Made up, and known exactly: what the echo shows can be checked."
      >
        <ButtonLink href="/waters/rig">
          <Sailboat size={16} aria-hidden="true" /> Boat and rig
        </ButtonLink>
        <FileButton
          label="Water file"
          accept=".json,application/json"
          onFile={(file) => void bringIn(file)}
        >
          Open a file
        </FileButton>
        {role !== 'learn' && (
          <ButtonLink look="primary" href="/waters/new">
            <Plus size={16} aria-hidden="true" /> New water
          </ButtonLink>
        )}
      </PageHeader>
      <div className="mx-auto flex max-w-6xl flex-col gap-4 p-4">
        {refusal && (
          <p role="alert" className="rounded-md border border-missed bg-card px-4 py-2 text-missed">
            {refusal}
          </p>
        )}
        {list?.unreadable.map(({ id, message }) => (
          <p
            key={id}
            role="alert"
            className="rounded-md border border-missed bg-card px-4 py-2 text-missed"
          >
            The water “{id}” cannot be read: {message}. It was left as it is.
          </p>
        ))}
        <div className="grid gap-4 lg:grid-cols-2">
          {list?.waters.map((water, i) => (
            <WaterCard
              key={water.id}
              water={water}
              // None stands alone in the last row.
              isWide={i === 0 && list.waters.length % 2 === 1}
              onChanged={() => void load()}
            />
          ))}
        </div>
        {list?.waters.length === 0 && (
          <p className="text-ink-2">No water here yet. Make one, or bring the shipped ones back.</p>
        )}
        {list && <DeletedWaters waters={list.deleted} onChanged={() => void load()} />}
        {missing > 0 && (
          <p>
            <Button onClick={() => void bringBackShipped()}>
              <RotateCcw size={16} aria-hidden="true" /> Bring back the shipped waters
            </Button>
          </p>
        )}
        <p className="text-xs text-ink-2">
          Charts and depths here are for training, never for navigation.
        </p>
      </div>
    </>
  );
}

export function WatersPage() {
  return (
    <Prepared>
      <Waters />
    </Prepared>
  );
}

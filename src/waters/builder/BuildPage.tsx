import { Activity, Layers, Map as MapIcon } from '@/ui/icons';
import { useMemo, useState } from 'react';
import { depthAtM, sedimentAt, SEDIMENTS } from '@core/bottom';
import type { WaterRecord } from '@core/records';
import { format, formatNumber, LENGTH } from '@core/units';
import { useSettings } from '@/storage/settings';
import { openWater } from '@/storage/waters';
import { ButtonLink } from '@/ui/Button';
import { ChartReading } from '@/ui/chart/ChartReading';
import { type ChartPoint, ChartView } from '@/ui/chart/ChartView';
import type { ChartLook } from '@/ui/chart/drawChart';
import { type ChartPose } from '@/ui/chart/projection';
import { SectionView } from '@/ui/chart/SectionView';
import { Choice } from '@/ui/Choice';
import { OpenById } from '@/ui/OpenById';
import { Panel } from '@/ui/Panel';
import { UndoButtons } from '@/ui/UndoButtons';
import { useFlushBeforeLeaving } from '@/ui/useFlushBeforeLeaving';
import { useHotkeys } from '@/ui/useHotkeys';
import { useStore } from 'zustand';
import { BuildOverlay } from './BuildOverlay';
import { BuildPanels } from './BuildPanels';
import { BuildSession } from './buildSession';
import { TOOLS, ToolRail } from './ToolRail';
import { useBuilder } from './useBuilder';
import { useRelief } from './useRelief';

const SNAPS = [
  { value: '0', label: 'off' },
  { value: '0.5', label: '0.5 m' },
  { value: '1', label: '1 m' },
  { value: '5', label: '5 m' },
] as const;

function Builder({ water }: { water: WaterRecord }) {
  const [session] = useState(() => new BuildSession(water));
  const { content, history, saving, refusal } = useStore(session.store);
  const { units, theme } = useSettings();
  const builder = useBuilder(session);
  const { tools, setTools, selection, setSelection, path, snap, remove } = builder;
  const [pose, setPose] = useState<ChartPose | null>(null);
  const [cursor, setCursor] = useState<ChartPoint | null>(null);
  const [stepM, setStepM] = useState(1);
  const { bottom } = content.scene;
  const widthM = (bottom.columns - 1) * bottom.cellM;
  const middleY = bottom.originM.y + ((bottom.rows - 1) * bottom.cellM) / 2;
  const [section, setSection] = useState({
    from: { x: bottom.originM.x, y: middleY },
    to: { x: bottom.originM.x + widthM, y: middleY },
  });

  const relief = useRelief(content, tools, session.apply);
  useFlushBeforeLeaving(session.isUnsaved, session.flush);

  const isBrush = tools.tool === 'relief' || tools.tool === 'sediment';
  const drawSection = (point: ChartPoint, phase: 'start' | 'move' | 'end') =>
    setSection((old) => ({ from: phase === 'start' ? point : old.from, to: point }));
  const radius = (factor: number) =>
    setTools({ radiusM: Math.min(150, Math.max(1, tools.radiusM * factor)) });
  useHotkeys({
    ...Object.fromEntries(
      TOOLS.map(({ tool, key }) => [key.toLowerCase(), () => setTools({ tool })]),
    ),
    '[': () => radius(0.8),
    ']': () => radius(1.25),
    r: builder.turn,
    d: builder.copy,
    Delete: remove,
  });
  const look: ChartLook = { shading: 'depth', unsafeM: null, band: null, stepM };
  const cells = relief.sedimentCells;
  const { version } = relief;
  const sediment = useMemo(
    () => {
      if (tools.tool !== 'sediment') return null;
      const names = bottom.sediments.includes(tools.sediment)
        ? bottom.sediments
        : [...bottom.sediments, tools.sediment];
      return { cells, names };
    },
    // oxlint-disable-next-line react/exhaustive-deps -- `version` stands for cells painted in place
    [tools.tool, tools.sediment, bottom.sediments, cells, version],
  );
  const reading = cursor
    ? `${formatNumber(LENGTH[units].show(cursor.x), 1)} east, ${formatNumber(LENGTH[units].show(cursor.y), 1)} north, ${format(LENGTH[units], depthAtM(bottom, cursor.x, cursor.y), 2)} deep, ${SEDIMENTS[sedimentAt(bottom, cursor.x, cursor.y)].label}`
    : null;

  return (
    <div className="flex h-full min-h-[640px] flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-hairline px-4 py-1.5">
        <h1 className="text-xl">{content.name}</h1>
        <p className="text-ink-2" role="status">
          {saving === 'saved' && 'kept in this browser'}
          {saving === 'waiting' && 'keeping…'}
          {saving === 'failed' && 'could not be stored: the browser is out of space'}
        </p>
        <div className="ml-auto flex items-center gap-2">
          <UndoButtons history={history} onStep={session.step} />
          <ButtonLink href={`/waters/chart?water=${water.id}`}>
            <MapIcon size={16} aria-hidden="true" /> Chart
          </ButtonLink>
          <ButtonLink look="primary" href={`/bench?water=${water.id}&pass=${content.passes[0].id}`}>
            <Activity size={16} aria-hidden="true" /> Sound it
          </ButtonLink>
        </div>
      </header>
      <div className="flex min-h-0 flex-1 gap-3 p-3">
        <ToolRail tool={tools.tool} onChange={(tool) => setTools({ tool })} />
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-2">
          <div className="min-h-64 flex-1 overflow-hidden rounded-lg border border-hairline">
            <ChartView
              grid={relief.grid}
              version={relief.version}
              look={look}
              sediment={sediment}
              units={units}
              theme={theme}
              label={`Plan of ${content.name}`}
              pose={pose}
              onPose={setPose}
              onTap={builder.onTap}
              onDraw={isBrush ? relief.onDraw : tools.tool === 'section' ? drawSection : undefined}
              onCursor={setCursor}
              brushRadiusM={isBrush ? tools.radiusM : null}
              overlay={(at) => (
                <BuildOverlay
                  content={content}
                  at={at}
                  tools={tools}
                  selection={selection}
                  onSelect={setSelection}
                  path={path}
                  section={section}
                  onMoveTarget={(target, xM, yM, gesture) =>
                    builder.changeTarget(
                      { ...target, xM: snap(xM), yM: snap(yM) },
                      `move ${target.kind}`,
                      gesture,
                    )
                  }
                  onMoveShape={(index, shape, gesture) =>
                    builder.changeShape(index, shape, `move ${shape.kind}`, gesture)
                  }
                  onMoveSpot={(spot, xM, yM, gesture) =>
                    builder.changeSpot(
                      { ...spot, xM: snap(xM), yM: snap(yM) },
                      `move ${spot.name}`,
                      gesture,
                    )
                  }
                  onMoveSection={setSection}
                  onDelete={remove}
                  snap={snap}
                />
              )}
            >
              <ChartReading>{reading}</ChartReading>
            </ChartView>
          </div>
          <div className="h-38 shrink-0 overflow-hidden rounded-lg border border-hairline bg-card">
            <SectionView
              bottom={bottom}
              water={content.scene.water}
              targets={content.scene.targets}
              from={section.from}
              to={section.to}
              offsetM={0}
              units={units}
            />
          </div>
        </div>
        <aside
          aria-label="Settings of the tool"
          className="flex w-72 shrink-0 flex-col gap-2 overflow-y-auto"
        >
          {refusal && (
            <p
              role="alert"
              className="rounded-md border border-missed bg-card px-3 py-2 text-missed"
            >
              Not done: {refusal}.
            </p>
          )}
          <BuildPanels
            builder={builder}
            centre={pose?.centreM ?? { x: bottom.originM.x + widthM / 2, y: middleY }}
            units={units}
            onEdit={session.apply}
            onGrid={(file, signal) => builder.bringInGrid(file, signal, () => setPose(null))}
          />
          <Panel
            title="Chart"
            aside={<Layers size={15} aria-hidden="true" className="text-ink-2" />}
          >
            <Choice
              label="Snap to"
              value={String(tools.snapM) as (typeof SNAPS)[number]['value']}
              options={SNAPS}
              onChange={(value) => setTools({ snapM: Number(value) })}
            />
            <Choice
              label="Contours every"
              value={String(stepM)}
              options={['0.5', '1', '2', '5'].map((value) => ({
                value,
                label: format(LENGTH[units], Number(value), 1),
              }))}
              onChange={(value) => setStepM(Number(value))}
            />
          </Panel>
        </aside>
      </div>
    </div>
  );
}

function Closed() {
  return (
    <div className="p-6">
      <h1 className="text-xl">The builder stays closed</h1>
      <p role="alert" className="mt-1">
        It would show you what is in the water. Whoever teaches can open it; the role is set in
        Settings.
      </p>
      <p className="mt-3">
        <ButtonLink href="/waters">Back to the waters</ButtonLink>
      </p>
    </div>
  );
}

function OpenedBuilder({ water }: { water: WaterRecord }) {
  return useSettings(({ role }) => role) === 'learn' ? <Closed /> : <Builder water={water} />;
}

export function BuildPage() {
  return (
    <OpenById
      what="water"
      param="water"
      open={openWater}
      nameOf={({ content }) => `${content.name}, builder`}
      back={{ href: '/waters', label: 'Back to the waters' }}
    >
      {(water) => <OpenedBuilder water={water} />}
    </OpenById>
  );
}

import { Activity, Layers, Map as MapIcon } from '@/ui/icons';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { depthAtM, type Feature, sedimentAt, SEDIMENTS } from '@core/bottom';
import { bottomEdit, type Edit, freeId, sceneEdit, waterEdit } from '@core/builder';
import type { KnownSpot, WaterRecord } from '@core/records';
import { type Target, targetSchema } from '@core/targets';
import { format, formatNumber, LENGTH } from '@core/units';
import { useSettings } from '@/storage/settings';
import { openWater } from '@/storage/waters';
import { ButtonLink } from '@/ui/Button';
import { type ChartPoint, ChartView } from '@/ui/chart/ChartView';
import type { ChartLook } from '@/ui/chart/drawChart';
import { type ChartPose } from '@/ui/chart/projection';
import { SectionView } from '@/ui/chart/SectionView';
import { Choice } from '@/ui/Choice';
import { Panel } from '@/ui/Panel';
import { Prepared } from '@/ui/Prepared';
import { UndoButtons } from '@/ui/UndoButtons';
import { useFlushBeforeLeaving } from '@/ui/useFlushBeforeLeaving';
import { useHotkeys } from '@/ui/useHotkeys';
import { chartWork } from '@/workers/chartClient';
import { useStore } from 'zustand';
import { AboutWater } from './AboutWater';
import { BuildOverlay, type Selection } from './BuildOverlay';
import { BuildSession } from './buildSession';
import { ContentsList } from './ContentsList';
import { placeLife } from './placeLife';
import { ShapePanel, SpotPanel, ThingPanel } from './SelectionPanel';
import { LifePanel, ReliefPanel, SedimentPanel, ShapesPanel, ThingsPanel } from './ToolPanels';
import { ToolRail } from './ToolRail';
import { FIRST_TOOLS, NEW_THINGS, newShape, SHAPE_WORDS, snapped, type ToolState } from './tools';
import { useRelief } from './useRelief';
import { WaterPanel } from './WaterPanel';

const SNAPS = [
  { value: '0', label: 'off' },
  { value: '0.5', label: '0.5 m' },
  { value: '1', label: '1 m' },
  { value: '5', label: '5 m' },
] as const;
const TURN_DEG = 15;

function Builder({ water }: { water: WaterRecord }) {
  const [session] = useState(() => new BuildSession(water));
  const { content, history, saving, refusal } = useStore(session.store);
  const { units, theme } = useSettings();
  const [tools, setToolsRaw] = useState<ToolState>(FIRST_TOOLS);
  const [selection, setSelection] = useState<Selection>(null);
  const [path, setPath] = useState<ChartPoint[]>([]);
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

  const apply = useCallback((edit: Edit) => session.apply(edit), [session]);
  const relief = useRelief(content, tools, apply);
  const setTools = (change: Partial<ToolState>) => {
    setToolsRaw((old) => ({ ...old, ...change }));
    if (change.tool || change.shape) setPath([]);
  };
  const snap = (value: number) => snapped(value, tools.snapM);

  useFlushBeforeLeaving(session.isUnsaved, session.flush);

  const editTargets = (label: string, targets: Target[], key: string | null = null) =>
    apply(sceneEdit(content, label, { targets }, key));
  const editShapes = (label: string, features: Feature[], key: string | null = null) =>
    apply(bottomEdit(content, label, { features }, key));
  const editSpots = (label: string, spots: KnownSpot[], key: string | null = null) =>
    apply(waterEdit(content, label, { spots }, key));

  const selectedTarget =
    selection?.part === 'thing'
      ? content.scene.targets.find(({ id }) => id === selection.id)
      : undefined;
  const selectedShape = selection?.part === 'shape' ? bottom.features[selection.index] : undefined;
  const selectedSpot =
    selection?.part === 'spot' ? content.spots.find(({ id }) => id === selection.id) : undefined;

  const changeTarget = (target: Target, label: string, key: string | null = null) =>
    editTargets(
      label,
      content.scene.targets.map((old) => (old.id === target.id ? target : old)),
      key,
    );
  const changeShape = (index: number, shape: Feature, label: string, key: string | null = null) =>
    editShapes(
      label,
      bottom.features.map((old, i) => (i === index ? shape : old)),
      key,
    );
  const remove = () => {
    if (selectedTarget) {
      editTargets(
        `delete ${selectedTarget.kind}`,
        content.scene.targets.filter(({ id }) => id !== selectedTarget.id),
      );
    } else if (selection?.part === 'shape' && selectedShape) {
      editShapes(
        `delete ${selectedShape.kind}`,
        bottom.features.filter((_, i) => i !== selection.index),
      );
    } else if (selectedSpot) {
      editSpots(
        `delete ${selectedSpot.name}`,
        content.spots.filter(({ id }) => id !== selectedSpot.id),
      );
    }
    setSelection(null);
  };
  const turn = () => {
    const turned = (headingDeg: number) => (headingDeg + TURN_DEG) % 360;
    if (selectedTarget && 'headingDeg' in selectedTarget) {
      changeTarget(
        { ...selectedTarget, headingDeg: turned(selectedTarget.headingDeg) },
        'turn',
        `turn-${selectedTarget.id}`,
      );
    } else if (selection?.part === 'shape' && selectedShape && 'headingDeg' in selectedShape) {
      changeShape(
        selection.index,
        { ...selectedShape, headingDeg: turned(selectedShape.headingDeg) },
        'turn',
        `turn-shape-${selection.index}`,
      );
    }
  };
  const copy = () => {
    if (!selectedTarget) return;
    const id = freeId(selectedTarget.kind, content.scene.targets);
    const copied = { ...selectedTarget, id, xM: selectedTarget.xM + 4, yM: selectedTarget.yM - 4 };
    editTargets(`copy ${selectedTarget.kind}`, [...content.scene.targets, copied]);
    setSelection({ part: 'thing', id });
  };

  const finishPath = () => {
    editShapes(`lay ${SHAPE_WORDS[tools.shape].words.toLowerCase()}`, [
      ...bottom.features,
      newShape(tools.shape, path),
    ]);
    setSelection({ part: 'shape', index: bottom.features.length });
    setPath([]);
  };

  const onTap = (point: ChartPoint) => {
    const [x, y] = [snap(point.x), snap(point.y)];
    switch (tools.tool) {
      case 'shapes': {
        if (SHAPE_WORDS[tools.shape].isPath) {
          setPath([...path, { x, y }]);
          return;
        }
        editShapes(`lay ${SHAPE_WORDS[tools.shape].words.toLowerCase()}`, [
          ...bottom.features,
          newShape(tools.shape, [{ x, y }]),
        ]);
        setSelection({ part: 'shape', index: bottom.features.length });
        return;
      }
      case 'things': {
        if (tools.thing === 'fish' || tools.thing === 'baitSchool') return;
        const { words, make } = NEW_THINGS[tools.thing];
        const id = freeId(tools.thing, content.scene.targets);
        const target = targetSchema.parse({ ...make(x, y), id });
        editTargets(`place ${words.toLowerCase()}`, [...content.scene.targets, target]);
        setSelection({ part: 'thing', id });
        return;
      }
      case 'life': {
        const added = placeLife(content, tools.life, x, y);
        editTargets(`place ${tools.life.species}`, [...content.scene.targets, ...added]);
        setSelection({ part: 'thing', id: added[0].id });
        return;
      }
      case 'select':
        setSelection(null);
        return;
      case 'relief':
      case 'sediment':
      case 'section':
        return;
    }
  };

  const bringInGrid = async (file: File): Promise<string> => {
    const read = await chartWork().readDepthGrid(await file.text(), tools.sediment);
    if (!read.ok) {
      return `“${file.name}” was not taken: ${read.error.message}. Nothing has been changed.`;
    }
    const { bottom: brought, notes: said } = read.value;
    apply(bottomEdit(session.store.getState().content, `bring in ${file.name}`, brought));
    setPose(null);
    return [`${brought.columns} × ${brought.rows} depths from “${file.name}”.`, ...said].join(' ');
  };

  const isBrush = tools.tool === 'relief' || tools.tool === 'sediment';
  const drawSection = (point: ChartPoint, phase: 'start' | 'move' | 'end') =>
    setSection((old) => ({ from: phase === 'start' ? point : old.from, to: point }));
  const radius = (factor: number) =>
    setTools({ radiusM: Math.min(150, Math.max(1, tools.radiusM * factor)) });
  useHotkeys({
    v: () => setTools({ tool: 'select' }),
    b: () => setTools({ tool: 'relief' }),
    h: () => setTools({ tool: 'shapes' }),
    p: () => setTools({ tool: 'sediment' }),
    t: () => setTools({ tool: 'things' }),
    l: () => setTools({ tool: 'life' }),
    s: () => setTools({ tool: 'section' }),
    '[': () => radius(0.8),
    ']': () => radius(1.25),
    r: turn,
    d: copy,
    Delete: remove,
  });
  const look: ChartLook = { shading: 'depth', unsafeM: null, band: null, stepM };
  const cells = relief.liveSediment ?? bottom.sedimentCells;
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
    : 'Wheel or + and − zoom, drag moves the chart, 0 shows all.';

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
              onTap={onTap}
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
                    changeTarget(
                      { ...target, xM: snap(xM), yM: snap(yM) },
                      `move ${target.kind}`,
                      gesture,
                    )
                  }
                  onMoveShape={(index, shape, gesture) =>
                    changeShape(index, shape, `move ${shape.kind}`, gesture)
                  }
                  onMoveSpot={(spot, xM, yM, gesture) =>
                    editSpots(
                      `move ${spot.name}`,
                      content.spots.map((old) =>
                        old.id === spot.id ? { ...old, xM: snap(xM), yM: snap(yM) } : old,
                      ),
                      gesture,
                    )
                  }
                  onMoveSection={setSection}
                  onDelete={remove}
                  snap={snap}
                />
              )}
            >
              <p
                className="pointer-events-none absolute right-2 bottom-2 rounded-sm bg-card/85 px-2 py-0.5 text-xs"
                data-testid="chart-reading"
              >
                {reading}
              </p>
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
          {tools.tool === 'relief' && (
            <ReliefPanel tools={tools} units={units} onChange={setTools} onGrid={bringInGrid} />
          )}
          {tools.tool === 'sediment' && (
            <SedimentPanel
              tools={tools}
              units={units}
              onChange={setTools}
              present={bottom.sediments}
            />
          )}
          {tools.tool === 'shapes' && (
            <ShapesPanel
              tools={tools}
              units={units}
              onChange={setTools}
              drawn={path.length}
              onFinish={finishPath}
              onDrop={() => setPath([])}
            />
          )}
          {tools.tool === 'things' && (
            <ThingsPanel tools={tools} units={units} onChange={setTools} />
          )}
          {tools.tool === 'life' && <LifePanel tools={tools} units={units} onChange={setTools} />}
          {tools.tool === 'section' && (
            <Panel title="Section">
              <p className="text-xs text-ink-2">
                Drag over the chart, or move the two ends: the water below is cut along that line.
              </p>
            </Panel>
          )}
          {selectedTarget && (
            <ThingPanel
              key={selectedTarget.id}
              target={selectedTarget}
              units={units}
              onChange={(target, key) =>
                changeTarget(target, `change ${key}`, `${target.id}-${key}`)
              }
              onTurn={'headingDeg' in selectedTarget ? turn : undefined}
              onCopy={copy}
              onDelete={remove}
            />
          )}
          {selection?.part === 'shape' && selectedShape && (
            <ShapePanel
              key={selection.index}
              shape={selectedShape}
              units={units}
              onChange={(shape, key) =>
                changeShape(
                  selection.index,
                  shape,
                  `change ${key}`,
                  `shape-${selection.index}-${key}`,
                )
              }
              onTurn={'headingDeg' in selectedShape ? turn : undefined}
              onDelete={remove}
            />
          )}
          {selectedSpot && (
            <SpotPanel
              key={selectedSpot.id}
              spot={selectedSpot}
              units={units}
              onChange={(spot, key) =>
                editSpots(
                  `change ${key} of ${spot.name}`,
                  content.spots.map((old) => (old.id === spot.id ? spot : old)),
                  `${spot.id}-${key}`,
                )
              }
              onDelete={remove}
            />
          )}
          {tools.tool === 'select' && !selection && (
            <>
              <WaterPanel content={content} units={units} onEdit={apply} />
              <AboutWater content={content} onEdit={apply} />
              <ContentsList content={content} onSelect={setSelection} />
            </>
          )}
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

function OpenBuilder() {
  const [opened, setOpened] = useState<{ water: WaterRecord } | { fault: string } | null>(null);
  const role = useSettings((state) => state.role);
  useEffect(() => {
    let current = true;
    const id = new URLSearchParams(location.search).get('water') ?? '';
    void openWater(id).then(
      (result) =>
        current && setOpened(result.ok ? { water: result.value } : { fault: result.error }),
    );
    return () => {
      current = false;
    };
  }, []);
  if (!opened) return <p className="p-6 text-ink-2">Opening the builder…</p>;
  if ('fault' in opened || role === 'learn') {
    return (
      <div className="p-6">
        <h1 className="text-xl">The builder stays closed</h1>
        <p role="alert" className="mt-1">
          {'fault' in opened
            ? `This water cannot be opened: ${opened.fault}.`
            : 'It would show you what is in the water. Whoever teaches can open it; the role is set in Settings.'}
        </p>
        <p className="mt-3">
          <ButtonLink href="/waters">Back to the waters</ButtonLink>
        </p>
      </div>
    );
  }
  return <Builder water={opened.water} />;
}

export function BuildPage() {
  return (
    <Prepared>
      <OpenBuilder />
    </Prepared>
  );
}

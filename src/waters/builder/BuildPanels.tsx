/** Beside the plan: the settings of the tool, and of what is selected. */
import type { Edit } from '@core/builder';
import type { UnitSystem } from '@core/units';
import { Panel } from '@/ui/Panel';
import { AboutWater } from './AboutWater';
import { ContentsList } from './ContentsList';
import { GridsPanel } from './GridsPanel';
import { ShapePanel, SpotPanel, ThingPanel } from './SelectionPanel';
import { LifePanel, ReliefPanel, SedimentPanel, ShapesPanel, ThingsPanel } from './ToolPanels';
import type { Builder } from './useBuilder';
import { StocksPanel } from './StocksPanel';
import { WaterPanel } from './WaterPanel';

interface BuildPanelsProps {
  builder: Builder;
  units: UnitSystem;
  /** Of what the chart shows. */
  centre: { x: number; y: number };
  onEdit: (edit: Edit) => void;
  onGrid: (file: File, signal: AbortSignal) => Promise<string>;
}

export function BuildPanels({ builder, units, centre, onEdit, onGrid }: BuildPanelsProps) {
  const { content, tools, setTools, selection, setSelection, path, setPath } = builder;
  const { selectedTarget, selectedShape, selectedSpot } = builder;
  const { changeTarget, changeShape, changeSpot, turn, copy, remove, finishPath } = builder;
  const { bottom } = content.scene;
  return (
    <>
      {tools.tool === 'relief' && (
        <ReliefPanel tools={tools} units={units} onChange={setTools} onGrid={onGrid} />
      )}
      {tools.tool === 'sediment' && (
        <SedimentPanel tools={tools} units={units} onChange={setTools} present={bottom.sediments} />
      )}
      {(tools.tool === 'relief' || tools.tool === 'sediment') && (
        <GridsPanel
          content={content}
          units={units}
          centre={centre}
          patch={tools.patch}
          onPatch={(patch) => setTools({ patch })}
          onEdit={onEdit}
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
      {tools.tool === 'things' && <ThingsPanel tools={tools} units={units} onChange={setTools} />}
      {tools.tool === 'life' && (
        <>
          <LifePanel tools={tools} units={units} onChange={setTools} />
          <StocksPanel content={content} units={units} centre={centre} onEdit={onEdit} />
        </>
      )}
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
          onChange={(target, key) => changeTarget(target, `change ${key}`, `${target.id}-${key}`)}
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
            changeShape(selection.index, shape, `change ${key}`, `shape-${selection.index}-${key}`)
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
            changeSpot(spot, `change ${key} of ${spot.name}`, `${spot.id}-${key}`)
          }
          onDelete={remove}
        />
      )}
      {tools.tool === 'select' && !selection && (
        <>
          <WaterPanel content={content} units={units} onEdit={onEdit} />
          <AboutWater content={content} onEdit={onEdit} />
          <ContentsList content={content} onSelect={setSelection} />
        </>
      )}
    </>
  );
}

/** The pictures of the bench: in their panes, two of them compared, or a ladder in their place. */
import { useMemo } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { EchoPoint } from '@core/display';
import { CONTROLS } from '@core/setup';
import type { EchoRing, Instrument } from '@core/sounding';
import { controlValue } from '@/ui/echo/ControlList';
import { MarkHint } from '@/ui/echo/marking';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { WaterMap } from '@/ui/WaterMap';
import { BenchView } from './BenchView';
import { CompareArea } from '@/ui/echo/CompareArea';
import { compared, needsSounding, USUAL_STRENGTH } from './comparing';
import { PaneGrid } from './PaneGrid';
import { SpacePane } from './SpacePane';
import type { BenchSession } from './session';
import { toolOf } from './tools';
import { LadderSheetView } from './tools/LadderTool';
import { useKit } from './useKit';

export function BenchPictures({ session }: { session: BenchSession }) {
  const kit = useKit(session);
  const { run, desk, snapshot, setup, instrument, units, marks, water } = kit;
  const { comparison, sheet, eye, lit, cursors, marking, tool } = useStore(
    session.store,
    useShallow(({ hover: _, ...rest }) => rest),
  );
  const { layout } = kit.state;
  const variant = useMemo(
    () => (comparison ? compared(setup, instrument, comparison) : null),
    [setup, instrument, comparison],
  );
  const { pick } = toolOf(tool);
  const onPick = (at: Instrument) => {
    if (marking) return (point: EchoPoint, from: EchoRing) => void session.mark(at, point, from);
    return pick && ((point: EchoPoint, from: EchoRing) => pick(session, at, point, from));
  };
  const shared = {
    run,
    desk,
    water: kit.record.content.name,
    units,
    eye,
    revealed: session.showsTruth,
    lit,
    marks,
    numberOf: session.numberOf,
  };
  const view = (at: Instrument, isBare = false) => (
    <BenchView
      {...shared}
      isBare={isBare}
      instrument={at}
      isActive={at === instrument}
      isFramed={layout.instruments.length > 1 && !comparison}
      cursors={cursors.at === at ? cursors.list : []}
      isMeasuring={tool === 'measure'}
      onActive={() => session.set({ chosen: at })}
      onHover={(point) => session.set({ hover: point && { at, point } })}
      onLight={(targetId) => session.set({ lit: targetId })}
      onPick={onPick(at)}
      onShown={session.takePicture}
      onRegions={session.takeRegions}
    >
      {marking && at === instrument && <MarkHint />}
    </BenchView>
  );
  if (sheet) return <LadderSheetView kit={kit} eye={eye} sheet={sheet} />;
  if (comparison && variant) {
    // Laid over one another they must lie alike: nothing beside either.
    const isOver = comparison.mode === 'over';
    const wordsOf = (of: typeof variant) =>
      comparison.of === 'instrument'
        ? INSTRUMENT_NAME[of.instrument]
        : `${CONTROLS[comparison.of].label} ${controlValue(of.setup, instrument, comparison.of, units)}`;
    return (
      <CompareArea
        mode={comparison.mode}
        strength={comparison.strength ?? USUAL_STRENGTH}
        a={view(instrument, isOver)}
        b={
          <BenchView
            {...shared}
            instrument={variant.instrument}
            variant={{
              setup: variant.setup,
              ring: needsSounding(comparison) ? snapshot.variantRing : kit.ring,
              end: needsSounding(comparison) ? run.variantEnd : session.shownEnd,
            }}
            isActive={false}
            isBare={isOver}
            isFramed={false}
            cursors={[]}
            isMeasuring={false}
          />
        }
        wordsA={wordsOf({ setup, instrument })}
        wordsB={wordsOf(variant)}
      />
    );
  }
  const panes = layout.instruments.map((at) => ({ id: at as string, pane: view(at) }));
  if (layout.chart) {
    panes.push({
      id: 'chart',
      pane: (
        <div className="h-full overflow-hidden rounded-md border border-hairline">
          <WaterMap
            water={water}
            passId={snapshot.plan.id}
            boat={run.poseAt(snapshot.shownS)}
            routeM={snapshot.pass.routeM}
            marks={marks}
          />
        </div>
      ),
    });
  }
  if (layout.space) panes.push({ id: 'space', pane: <SpacePane session={session} /> });
  return <PaneGrid panes={panes} />;
}

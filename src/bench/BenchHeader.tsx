import { format, formatNumber, radToDeg, SPEED, TEMPERATURE } from '@core/units';
import { temperatureAtC } from '@core/water';
import type { DayChoice } from '@core/waters';
import { useStore } from 'zustand';
import { Button } from '@/ui/Button';
import { MarkButton } from '@/ui/echo/marking';
import { CircleDot } from '@/ui/icons';
import { DayPicker } from '@/ui/DayPicker';
import { UndoButtons } from '@/ui/UndoButtons';
import { depthReadout } from './depthReadout';
import type { BenchSession } from './session';
import { useKit } from './useKit';

interface BenchHeaderProps {
  session: BenchSession;
  onDay: (day: DayChoice) => void;
}

export function BenchHeader({ session, onDay }: BenchHeaderProps) {
  const { snapshot, state, ring, endPing, units, run, desk, record, water } = useKit(session);
  const marking = useStore(session.store, (now) => now.marking);
  const latest = ring && endPing > ring.first ? ring.slot(endPing - 1) : null;
  const depthM = ring && latest !== null ? ring.trackedDepthM[latest] : NaN;
  const pose = run.poseAt(snapshot.shownS);
  const readouts = [
    ['Depth', depthReadout(depthM, units)],
    ['Surface', format(TEMPERATURE[units], temperatureAtC(water.scene.water, 0), 1)],
    ['Speed', format(SPEED[units], snapshot.ended ? 0 : pose.speedMps, 1)],
    ['Heading', `${formatNumber((radToDeg(pose.headingRad) + 360) % 360, 0)}°`],
  ];
  return (
    <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-1.5">
      <div className="flex min-w-0 flex-wrap items-center gap-x-4 gap-y-1">
        <h1 className="text-xl">{record.content.name}</h1>
        <select
          aria-label="Pass"
          title="Pass"
          className="h-8 max-w-72 rounded-md border border-hairline bg-card px-2"
          value={snapshot.plan.id}
          onChange={(event) => session.choosePass(event.target.value)}
        >
          {record.content.passes.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <DayPicker content={record.content} day={session.day} onChange={onDay} />
      </div>
      <div className="ml-auto flex flex-wrap items-center gap-3">
        {state.layout.readouts &&
          readouts.map(([name, value]) => <Readout key={name} name={name} value={value} />)}
        <UndoButtons isNarrow history={state.history} onStep={desk.step} />
        <MarkButton
          marking={marking}
          onChange={(next) => session.set({ marking: next })}
          disabled={!ring}
        />
        <Button look="primary" hotkey="R" onClick={session.recordShown} disabled={!ring}>
          <CircleDot size={16} aria-hidden="true" /> Record
        </Button>
      </div>
    </header>
  );
}

function Readout({ name, value }: { name: string; value: string }) {
  return (
    <div className="min-w-20">
      <p className="text-xs leading-tight text-ink-2">{name}</p>
      <p
        className="figures text-lg leading-tight font-semibold"
        data-testid={`readout-${name.toLowerCase()}`}
      >
        {value}
      </p>
    </div>
  );
}

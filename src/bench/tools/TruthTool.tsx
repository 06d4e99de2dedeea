/** What is there: the list of what was found, and the water opened. A learner commits first. */
import { useState } from 'react';
import { LABEL_NAMES, type RegionLabel } from '@core/reading';
import { READING_LABELS, type ReadingLabel } from '@core/targets';
import type { Pose } from '@core/pass';
import { Button } from '@/ui/Button';
import { TruthList } from '@/ui/echo/TruthList';
import { WaterMap } from '@/ui/WaterMap';
import { Cutaway } from '@/ui/echo/Cutaway';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';
import type { BenchSession } from '../session';
import { useHovered } from '../useHovered';
import { withFaults } from '@core/setup';

interface TruthToolProps {
  kit: BenchKit;
  shown: boolean;
  /** A learner has said what the screen shows. */
  committed: ReadingLabel[] | null;
  onCommit: (labels: ReadingLabel[]) => void;
  lit: string | null;
  onLight: (targetId: string | null) => void;
  pose: Pose;
  rangeM: number | null;
  numberOf: (targetId: string) => number;
  /** Of what no picture showed yet there is none. */
  knownNumber: (targetId: string) => number | undefined;
}

function CommitForm({ onCommit }: { onCommit: (labels: ReadingLabel[]) => void }) {
  const [said, setSaid] = useState<ReadingLabel[]>([]);
  return (
    <form
      className="flex flex-col gap-2 px-4 py-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        onCommit(said);
      }}
    >
      <h3 className="font-semibold">Say first: what is on this screen?</h3>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {READING_LABELS.map((label) => (
          <label key={label} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-action"
              checked={said.includes(label)}
              onChange={(event) =>
                setSaid(
                  event.target.checked ? [...said, label] : said.filter((other) => other !== label),
                )
              }
            />
            {LABEL_NAMES[label]}
          </label>
        ))}
      </div>
      <div>
        <Button type="submit" look="primary">
          {said.length === 0 ? 'Nothing but water and bottom' : 'That is what I see'}
        </Button>
      </div>
    </form>
  );
}

export function TruthTool(props: TruthToolProps) {
  const { kit, shown, committed, onCommit, lit, onLight, pose, rangeM, numberOf, knownNumber } =
    props;
  const { role, frozen, regions, water, units, instrument, run } = kit;
  if (!shown) {
    return (
      <div className="flex h-full">
        <div className="min-w-0 flex-1">
          {role === 'learn' && frozen && committed === null ? (
            <CommitForm onCommit={onCommit} />
          ) : (
            <TruthList
              regions={null}
              hint={
                role === 'learn' && !frozen
                  ? 'Freeze the picture and decide for yourself; then the water opens.'
                  : 'Hidden. Say first what each echo is, then reveal what caused it.'
              }
              units={units}
              lit={lit}
              onLight={onLight}
            />
          )}
        </div>
        <div className="hidden w-80 shrink-0 border-l border-hairline lg:block">
          <WaterMap water={water} passId={kit.snapshot.plan.id} boat={pose} marks={kit.marks} />
        </div>
      </div>
    );
  }
  const visible = new Set<RegionLabel>(
    regions.filter(({ verdict }) => verdict === 'visible').map(({ label }) => label),
  );
  const said: RegionLabel[] = committed ?? [];
  const missed = committed ? [...visible].filter((label) => !said.includes(label)) : [];
  const extra = committed ? committed.filter((label) => !visible.has(label)) : [];
  const faulted = withFaults(kit.setup);
  return (
    <div className="flex h-full">
      <div className="flex w-72 min-w-0 shrink-0 flex-col">
        {committed && (
          <p className="px-4 pt-2" role="status">
            {missed.length === 0 && extra.length === 0 ? (
              <b className="text-good">All that can be seen was named, and no more.</b>
            ) : (
              <>
                {missed.length > 0 && (
                  <span className="text-missed">
                    Missed: {missed.map((label) => LABEL_NAMES[label]).join(', ')}.{' '}
                  </span>
                )}
                {extra.length > 0 && (
                  <span className="text-live">
                    Not there: {extra.map((label) => LABEL_NAMES[label]).join(', ')}.
                  </span>
                )}
              </>
            )}
          </p>
        )}
        <div className="flex min-h-0 flex-1">
          <TruthList
            regions={regions}
            hint=""
            numberOf={numberOf}
            units={units}
            lit={lit}
            onLight={onLight}
          />
        </div>
      </div>
      <div className="min-w-0 flex-1">
        <Cutaway
          bottom={water.scene.bottom}
          water={water.scene.water}
          targets={run.targets()}
          sounder={faulted.sounders[instrument]}
          rig={faulted.rig}
          pose={pose}
          units={units}
          numberOf={knownNumber}
          lit={lit}
          rangeM={rangeM}
          onLight={onLight}
        />
      </div>
    </div>
  );
}

function TruthPanel({
  kit,
  session,
  lit,
}: {
  kit: BenchKit;
  session: BenchSession;
  lit: string | null;
}) {
  const { pose, rangeM } = useHovered(session);
  return (
    <TruthTool
      kit={kit}
      shown={session.showsTruth}
      committed={session.committed}
      onCommit={session.commit}
      lit={lit}
      onLight={(targetId) => session.set({ lit: targetId })}
      pose={pose}
      rangeM={rangeM}
      numberOf={session.numberOf}
      knownNumber={session.knownNumber}
    />
  );
}

export const truthTool: Tool = {
  id: 'truth',
  name: 'What is there',
  key: 'T',
  isFlush: true,
  panel: ({ kit, session, state }) => <TruthPanel kit={kit} session={session} lit={state.lit} />,
};

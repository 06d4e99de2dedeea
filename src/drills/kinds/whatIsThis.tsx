import { isPolar } from '@core/sounding';
import { useState } from 'react';
import { z } from 'zod';
import { LABEL_NAMES, REGION_LABELS, type RegionLabel } from '@core/reading';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { CANNOT_TELL } from '@core/drills';
import { OptionList } from './OptionList';
import { type KindProps, type KindView, outlinedOn } from './kindView';

/** Beside the names: that the picture leaves it open. */
const OPEN = 'cannotTell';
const stateSchema = z.object({ label: z.enum([...REGION_LABELS, OPEN]).nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whatIsThis', State>;

const HINT: Partial<Record<RegionLabel, string>> = {
  fish: 'a single one',
  bait: 'many small ones',
  wood: 'brush, branches',
  rock: 'boulder, stones',
  weed: 'stalks, beds',
  built: 'walls, posts, wrecks',
  clutter: 'surface, wake',
  lure: 'on the line',
  crossTalk: 'another sounder',
};

/** The frames of a sector, one at a time. */
function Step({
  from,
  to,
  at,
  onAt,
}: {
  from: number;
  to: number;
  at: number;
  onAt: (at: number) => void;
}) {
  return (
    <label className="absolute right-3 bottom-2 flex items-center gap-2 rounded-md bg-card/90 px-2 py-1 text-xs">
      Frame
      <input
        type="range"
        className="accent-action"
        min={from}
        max={to}
        value={at}
        onClick={(event) => event.stopPropagation()}
        onKeyDown={(event) => event.stopPropagation()}
        onChange={(event) => onAt(Number(event.target.value))}
      />
    </label>
  );
}

function Stage({ item, ground, units, lines, label, view }: Props) {
  const [screen] = ground.screens;
  const region = screen.regions.find(({ targetId }) => targetId === item.targetId);
  const [endPing, setEndPing] = useState((region?.peak.ping ?? screen.firstPing) + 1);
  const isSector = isPolar(screen.info.instrument);
  return (
    <ScreenPicture
      screen={screen}
      units={units}
      label={label}
      view={view ?? undefined}
      endPing={isSector ? endPing : undefined}
      frames={region && lines.length === 0 ? [{ region, badge: '' }] : []}
      outlined={outlinedOn(lines, 0)}
    >
      {isSector && (
        <Step
          from={screen.firstPing + 1}
          to={screen.firstPing + screen.pingCount}
          at={endPing}
          onAt={setEndPing}
        />
      )}
    </ScreenPicture>
  );
}

function Form({ item, state, onState, committed, revealed }: Props) {
  return (
    <OptionList
      label="What it is"
      value={state.label}
      disabled={committed !== null}
      right={revealed && committed ? [item.isOpen ? OPEN : committed.grade.truth] : []}
      options={[
        ...item.options.map((value) => ({
          value,
          name: LABEL_NAMES[value],
          hint: HINT[value],
        })),
        ...(item.isOpen === undefined ? [] : [{ value: OPEN, name: CANNOT_TELL } as const]),
      ]}
      onChange={(label) => onState({ label })}
    />
  );
}

export const whatIsThisView: KindView<'whatIsThis', State> = {
  stateSchema,
  isViewable: true,
  initial: { label: null },
  given: ({ label }) =>
    label ? { kind: 'whatIsThis', label: label === OPEN ? null : label } : null,
  Stage,
  Form,
};

import { z } from 'zod';
import { CANNOT_TELL, depthUnderM, QUANTITIES, slotOf } from '@core/drills';
import { format, formatNumber, LENGTH, SPEED } from '@core/units';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { type KindProps, type KindView, outlinedOn } from './kindView';

const stateSchema = z.object({
  /** As typed, in the reader's units. */
  typed: z.string().max(20),
  valueM: z.number().nullable(),
  pixelM: z.object({ range: z.number(), along: z.number() }),
  /** Said instead of a number; drafts of earlier versions have none. */
  cannotTell: z.boolean().default(false),
});
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'measure', State>;

function Stage({ item, ground, units, state, onState, committed, lines, label, view }: Props) {
  const [screen] = ground.screens;
  const region = screen.regions.find(({ targetId }) => targetId === item.targetId);
  const lastM = screen.track.alongM[screen.pingCount - 1] - screen.track.alongM[0];
  return (
    <ScreenPicture
      screen={screen}
      units={units}
      label={label}
      view={view ?? undefined}
      reads={committed ? 'all' : 'raw'}
      frames={region && lines.length === 0 ? [{ region, badge: '' }] : []}
      outlined={outlinedOn(lines, 0)}
      onPicture={({ picture }) => {
        const lengthPx = picture.kind === 'abeam' ? picture.heightPx : picture.widthPx;
        const pixelM = {
          range: 1 / picture.pxPerM,
          along: Number.isFinite(lastM) ? Math.abs(lastM) / lengthPx : 0,
        };
        const known = state.pixelM;
        if (!committed && (known.range !== pixelM.range || known.along !== pixelM.along)) {
          onState({ ...state, pixelM });
        }
      }}
    />
  );
}

function Form({ item, ground, units, state, onState, committed }: Props) {
  const [screen] = ground.screens;
  const { show, read, unit } = LENGTH[units];
  const region = screen.regions.find(({ targetId }) => targetId === item.targetId);
  const slot = region ? slotOf(screen, region.peak.ping) : screen.pingCount - 1;
  const [channel] = screen.info.channels;
  const { track } = screen;
  const { help, told } = QUANTITIES[item.quantity];
  const given: [string, string][] = [
    [
      region ? 'Depth there' : 'Depth now',
      `${formatNumber(show(depthUnderM(screen, slot)), 2)} ${unit}`,
    ],
  ];
  if (told.includes('speed')) {
    const speedMps = track.speedMps[slot];
    given.push([
      'Speed',
      `${formatNumber(show(speedMps), 1)} ${unit}/s, ${format(SPEED[units], speedMps)}`,
    ]);
  }
  if (told.includes('beam')) {
    given.push(['Beam', `${formatNumber(channel.beamwidthDeg, 0)}°`]);
  }
  if (told.includes('rangeCell')) {
    given.push(['Range cell', `${formatNumber(show(channel.rangeCellM), 2)} ${unit}`]);
  }
  return (
    <div className="flex flex-col gap-2">
      <p className="text-ink-2">{help}</p>
      <dl className="grid grid-cols-[1fr_auto] gap-x-3 text-sm">
        {given.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd className="figures text-end font-semibold">{value}</dd>
          </div>
        ))}
      </dl>
      <label className="flex items-center gap-2">
        <span className="flex-1">Your answer</span>
        <input
          className="figures h-9 w-24 rounded-md border border-outline bg-paper px-2 text-end text-lg font-semibold"
          inputMode="decimal"
          value={state.typed}
          disabled={committed !== null || state.cannotTell}
          onChange={(event) => {
            const typed = event.target.value;
            const value = Number(typed.trim().replace(',', '.'));
            const isNumber = typed.trim() !== '' && Number.isFinite(value) && value >= 0;
            onState({ ...state, typed, valueM: isNumber ? read(value) : null });
          }}
        />
        <span className="w-6 text-ink-2">{unit}</span>
      </label>
      {item.isOpen !== undefined && (
        <label className="flex min-h-9 items-center gap-2 rounded-md border border-hairline px-3 py-1.5 hover:border-outline has-checked:border-action has-checked:bg-well">
          <input
            type="checkbox"
            className="accent-action"
            checked={state.cannotTell}
            disabled={committed !== null}
            onChange={(event) => onState({ ...state, cannotTell: event.target.checked })}
          />
          <span className="font-semibold">{CANNOT_TELL}</span>
        </label>
      )}
      {state.typed.trim() !== '' && state.valueM === null && (
        <p role="alert" className="text-xs text-missed">
          “{state.typed}” is not a length.
        </p>
      )}
    </div>
  );
}

export const measureView: KindView<'measure', State> = {
  stateSchema,
  isViewable: true,
  initial: { typed: '', valueM: null, pixelM: { range: 0, along: 0 }, cannotTell: false },
  given: ({ valueM, pixelM, cannotTell }) =>
    valueM === null && !cannotTell
      ? null
      : { kind: 'measure', valueM: cannotTell ? null : valueM, pixelM },
  stateFrom: ({ valueM, pixelM }) => ({
    typed: valueM === null ? '' : formatNumber(valueM, 2),
    valueM,
    pixelM,
    cannotTell: valueM === null,
  }),
  Stage,
  Form,
};

import { isAbeam, isPolar } from '@core/sounding';
import { useState } from 'react';
import { z } from 'zod';
import { pingsAcross, type View, viewSchema } from '@core/display';
import { type DrillScreen, WRONG_NAMES, type Wrong } from '@core/drills';
import type { PictureState } from '@/ui/echo/EchoPicture';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { ViewControls } from '@/ui/echo/ViewControls';
import { OptionList } from './OptionList';
import { type KindProps, type KindView, outlinedOn } from './kindView';

const wrongs = Object.keys(WRONG_NAMES) as [Wrong, ...Wrong[]];
const stateSchema = z.object({
  wrong: z.enum(wrongs).nullable(),
  view: viewSchema.nullable(),
  rangePx: z.number().min(1),
});
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whatIsWrong', State>;

/** With the target well on the picture, whatever the scroll. */
function endFor(screen: DrillScreen, view: View, targetId: string | null, lengthPx: number) {
  const end = screen.firstPing + screen.pingCount;
  const region = screen.regions.find((one) => one.targetId === targetId);
  if (!region) return end;
  const across = pingsAcross(screen.info, view, lengthPx);
  return Math.round(
    Math.min(end, Math.max(region.peak.ping + across / 3, screen.firstPing + across)),
  );
}

/** Until the picture has told its own. */
const USUAL_RANGE_PX = 560;

const MENDING = [
  'gain',
  'contrast',
  'noiseFilter',
  'crossTalkFilter',
  'range',
  'scroll',
  'palette',
] as const;

function Stage(props: Props) {
  const { item, ground, units, state, onState, committed, lines, label } = props;
  const [screen] = ground.screens;
  const [picture, setPicture] = useState<PictureState | null>(null);
  const view = props.view ?? state.view ?? screen.view;
  const isSide = isAbeam(screen.info.instrument);
  const lengthPx = picture ? (isSide ? picture.picture.heightPx : picture.picture.widthPx) : 600;
  return (
    <div className="flex h-full flex-col gap-3 lg:flex-row">
      <div className="min-h-72 min-w-0 flex-1">
        <ScreenPicture
          screen={screen}
          units={units}
          label={label}
          view={view}
          whole={false}
          endPing={endFor(screen, view, item.mendTargetId, lengthPx)}
          outlined={outlinedOn(lines, 0)}
          onPicture={(next) => {
            setPicture(next);
            const { heightPx, widthPx } = next.picture;
            const rangePx = isSide ? widthPx / 2 : heightPx;
            if (!committed && rangePx !== state.rangePx) onState({ ...state, rangePx });
          }}
        />
      </div>
      {!committed && !isPolar(screen.info.instrument) && (
        <section
          aria-label="Controls"
          className="flex w-68 shrink-0 flex-col gap-2 overflow-y-auto"
        >
          <ViewControls
            screen={screen}
            view={view}
            initial={screen.view}
            controls={MENDING}
            state={picture}
            units={units}
            onView={(next) => onState({ ...state, view: next })}
          />
        </section>
      )}
    </div>
  );
}

function Form({ item, state, onState, committed, revealed }: Props) {
  return (
    <div className="flex flex-col gap-2">
      {!committed && (
        <p className="text-ink-2">
          Name it. If the controls can mend it, move them until fish and bait stand out best; leave
          the others alone.
        </p>
      )}
      <OptionList
        label="What is wrong"
        value={state.wrong}
        disabled={committed !== null}
        right={revealed && committed ? [committed.grade.truth] : []}
        options={item.options.map((value) => ({ value, name: WRONG_NAMES[value] }))}
        onChange={(wrong) => onState({ ...state, wrong })}
      />
    </div>
  );
}

export const whatIsWrongView: KindView<'whatIsWrong', State> = {
  stateSchema,
  isViewable: true,
  initial: { wrong: null, view: null, rangePx: USUAL_RANGE_PX },
  given: ({ wrong, view, rangePx }) =>
    wrong ? { kind: 'whatIsWrong', wrong, mended: view ? { view, rangePx } : null } : null,
  stateFrom: ({ wrong, mended }) => ({
    wrong,
    view: mended?.view ?? null,
    rangePx: mended?.rangePx ?? USUAL_RANGE_PX,
  }),
  Stage,
  Form,
};

/** Controls that act on a stored echo, for a screen whose sounder nobody can change any more. */
import type { View } from '@core/display';
import type { DrillScreen } from '@core/drills';
import { type Control, type ControlId, type Setup, usualSetup, withView } from '@core/setup';
import { soundRig } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import { ControlList } from './ControlList';
import type { PictureState } from './EchoPicture';

interface ViewControlsProps {
  screen: DrillScreen;
  view: View;
  /** What reset returns to. */
  initial: View;
  /** Those offered; all that act on a stored echo unless named. */
  controls?: readonly ControlId[];
  state: PictureState | null;
  units: UnitSystem;
  onView: (view: View) => void;
}

const ANY_DRAFT_M = 0.3;

function setupOf(screen: DrillScreen, view: View): Setup {
  const { info, track, sounder, rig } = screen;
  const speedMps = track.speedMps.at(-1) ?? NaN;
  const usual = usualSetup({
    deepestM: info.binCount * info.rangeStepM,
    rig: rig ?? soundRig(ANY_DRAFT_M),
    speedMps: Number.isFinite(speedMps) ? speedMps : 1,
    waveHeightM: 0,
  });
  const sounders = sounder ? { ...usual.sounders, [info.instrument]: sounder } : usual.sounders;
  return withView({ ...usual, sounders }, info.instrument, view);
}

export function ViewControls(props: ViewControlsProps) {
  const { screen, view, initial, controls, state, units, onView } = props;
  const { instrument } = screen.info;
  const picture = state?.picture;
  const lengthPx = picture ? (picture.kind === 'abeam' ? picture.heightPx : picture.widthPx) : 600;
  const speedMps = screen.track.speedMps.at(-1) ?? 0;
  const shown = ({ id, resounds, group }: Control) =>
    !resounds && group !== 'boat' && (!controls || controls.includes(id));
  return (
    <ControlList
      setup={setupOf(screen, view)}
      initial={setupOf(screen, initial)}
      instrument={instrument}
      groups={['listen', 'show']}
      shown={shown}
      units={units}
      eye="usual"
      pxPerM={picture?.pxPerM ?? 20}
      lengthPx={lengthPx}
      settled={state?.view ?? null}
      speedMps={Number.isFinite(speedMps) ? speedMps : 0}
      onChange={(_, next) => onView(next.views[instrument])}
    />
  );
}

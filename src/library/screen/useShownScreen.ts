/** A screen as it is shown just now: under which view, how far along, at what size. */
import isEqual from 'fast-deep-equal';
import { useMemo, useState } from 'react';
import { pingsAcross, type View } from '@core/display';
import type { ScreenRecord } from '@core/records';
import { type Control, type Setup, usualSetup, withMatchedScroll, withView } from '@core/setup';
import { isAbeam, isAlong, isPolar, soundRig } from '@core/sounding';
import { type OpenScreen, type ScreenEcho, screenTrack } from '@/storage/screens';
import type { PictureState } from '@/ui/echo/EchoPicture';
import { recordedSource } from '@/ui/echo/sources';

/** Of a picture only the window can change: its colours are what they are. */
const PICTURE_CONTROLS: Control['id'][] = ['upperLimit', 'range', 'scroll', 'sides'];
/** Where nothing was recorded of the sounder, controls that only show it need some setup to stand on. */
const ANY_DRAFT_M = 0.3;

function setupFor(record: ScreenRecord, opened: ScreenEcho, view: View): Setup {
  const { source, instrument } = record;
  const { info, track } = opened;
  const speedMps = track.speedMps.at(-1) ?? NaN;
  const usual = usualSetup({
    deepestM: info.binCount * info.rangeStepM,
    rig: source.kind === 'simulated' ? source.rig : soundRig(ANY_DRAFT_M),
    speedMps: Number.isFinite(speedMps) ? speedMps : 1,
    waveHeightM: 0,
  });
  const sounders =
    source.kind === 'simulated'
      ? { ...usual.sounders, [instrument]: source.sounder }
      : usual.sounders;
  return withView({ ...usual, sounders }, instrument, view);
}

export function useShownScreen({ record, echo }: Pick<OpenScreen, 'record' | 'echo'>) {
  const { firstPing, pingCount, instrument } = record;
  const { info } = echo;
  const [view, setView] = useState<View>(record.view);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [endWanted, setEnd] = useState(firstPing + pingCount);
  const [state, setState] = useState<PictureState | null>(null);

  // A view kept with undo, or taken over from another window, is shown.
  const [keptView, setKeptView] = useState(record.view);
  if (keptView !== record.view) {
    setKeptView(record.view);
    setView(record.view);
  }

  const track = useMemo(() => screenTrack({ record, echo }), [record, echo]);
  const source = useMemo(
    () => recordedSource({ firstPing, pingCount }, { ...echo, track }),
    [firstPing, pingCount, echo, track],
  );
  const isPicture = record.source.kind === 'picture';
  const isScaled = record.source.kind !== 'picture' || record.source.calibration.range !== null;
  const lastMps = track.speedMps.at(-1) ?? NaN;
  // Of some pictures and logs it is not known; nothing is matched to it then.
  const speedMps = Number.isFinite(lastMps) ? lastMps : 0;
  const lengthPx = isAbeam(instrument) ? size.height : size.width;
  const picture = state?.picture ?? null;
  const pxPerM = picture?.pxPerM ?? 0;
  // A recording shorter than the picture is stretched to fill it; its scroll is then what fills.
  const fillsPxPerS = lengthPx > 0 ? (lengthPx * info.pingRateHz) / pingCount : 0;
  const drawn =
    isPolar(instrument) || fillsPxPerS <= view.scrollPxPerS
      ? view
      : { ...view, scrollPxPerS: fillsPxPerS };
  // The controls work on a setup; of this one only the screen's own picture counts.
  const setup = setupFor(record, echo, drawn);
  const changeSetup = (_: string, { views }: Setup) => {
    const next = views[instrument];
    // What only fills the picture is not chosen.
    const isFilling = next.scrollPxPerS === drawn.scrollPxPerS;
    setView({ ...next, scrollPxPerS: isFilling ? view.scrollPxPerS : next.scrollPxPerS });
  };
  return {
    view,
    /** As it is drawn. */
    drawn,
    isChanged: !isEqual(view, record.view),
    track,
    source,
    isPicture,
    isScaled,
    speedMps,
    lengthPx,
    across: Math.min(pingCount, pingsAcross(info, drawn, lengthPx)),
    end: Math.min(endWanted, firstPing + pingCount),
    setEnd,
    picture,
    state,
    setState,
    setSize,
    pxPerM,
    pxPerTrackM:
      picture && picture.kind !== 'polar'
        ? (picture.pxPerPing * info.pingRateHz) / Math.max(0.05, speedMps)
        : pxPerM,
    setup,
    initial: setupFor(record, echo, record.view),
    changeSetup,
    match() {
      const matched = withMatchedScroll(setup, instrument, pxPerM, speedMps);
      if (matched) changeSetup('Match', matched);
    },
    showsControl: ({ id, group, resounds }: Control) =>
      !resounds &&
      group !== 'boat' &&
      (!isPicture || PICTURE_CONTROLS.includes(id)) &&
      !(id === 'range' && !isAlong(instrument)),
  };
}
export type ShownScreen = ReturnType<typeof useShownScreen>;

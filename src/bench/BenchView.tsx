/** A picture of the run: takes from run and desk what its pane shows. */
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import type { EchoPoint, Eye, View } from '@core/display';
import type { Cursor, TruthRegion } from '@core/reading';
import type { MarkRecord } from '@core/records';
import { type Setup, withFaults } from '@core/setup';
import type { EchoRing, Instrument } from '@core/sounding';
import { inUnits, type UnitSystem } from '@core/units';
import type { PictureState } from '@/ui/echo/EchoPicture';
import type { BenchRun } from './benchRun';
import type { Desk } from './desk';
import { EchoPane, useEndPing } from './EchoPane';
import type { ShownPicture } from './kit';
import { regionAt, useTruth } from './useTruth';

export interface BenchViewProps {
  run: BenchRun;
  desk: Desk;
  instrument: Instrument;
  /** Another setup on the same pass. */
  variant?: { setup: Setup; ring: EchoRing | null; end: () => number };
  isActive: boolean;
  isFramed: boolean;
  isBare?: boolean;
  water: string;
  units: UnitSystem;
  eye: Eye;
  revealed: boolean;
  lit: string | null;
  cursors: Cursor[];
  isMeasuring: boolean;
  marks: MarkRecord[];
  numberOf?: (targetId: string) => number;
  onActive?: () => void;
  onHover?: (point: EchoPoint | null) => void;
  onLight?: (targetId: string | null) => void;
  onPick?: (point: EchoPoint, ring: EchoRing) => void;
  onShown?: (instrument: Instrument, shown: ShownPicture) => void;
  onRegions?: (instrument: Instrument, regions: TruthRegion[]) => void;
  children?: ReactNode;
}

/** Outlines on a running picture follow in steps of so many pings. */
const JUDGE_EVERY_PINGS = 4;

/** Pixels a metre of range, and of the track, as a picture is shown. */
function shownPicture(state: PictureState, ring: EchoRing, lengthPx: number, endPing: number) {
  const { picture, view } = state;
  const slot = endPing > ring.first ? ring.slot(endPing - 1) : 0;
  const speedMps = ring.track.speedMps[slot];
  const trackPx = picture.kind === 'polar' ? 0 : picture.pxPerPing * ring.info.pingRateHz;
  return {
    view,
    pxPerM: picture.pxPerM,
    pxPerTrackM: picture.kind === 'polar' ? picture.pxPerM : trackPx / Math.max(0.05, speedMps),
    lengthPx,
    rangePx: picture.kind === 'abeam' ? picture.widthPx : picture.heightPx,
    pings:
      picture.kind === 'polar'
        ? Math.round(10 * ring.info.pingRateHz)
        : Math.ceil(lengthPx / picture.pxPerPing),
  } satisfies ShownPicture;
}

export function BenchView(props: BenchViewProps) {
  const { run, desk, instrument, variant, units, eye, revealed, lit, water } = props;
  const { onActive, onHover, onLight, onPick, onShown, onRegions } = props;
  const { rings, moving, progress } = useStore(run.store);
  const { setup: deskSetup, layout } = useStore(desk.store);
  const setup = variant?.setup ?? deskSetup;
  const ring = (variant ? variant.ring : rings[instrument]) ?? null;
  const end = useCallback(() => run.endPing(instrument), [run, instrument]);
  const endPingOf = variant?.end ?? end;
  const endPing = useEndPing(endPingOf, revealed, moving);
  const view: View = setup.views[instrument];
  const [shown, setShown] = useState<ShownPicture | null>(null);
  const takeState = useCallback(
    (state: PictureState, lengthPx: number) => {
      if (!ring) return;
      const next = shownPicture(state, ring, lengthPx, endPingOf());
      setShown(next);
      onShown?.(instrument, next);
    },
    [ring, endPingOf, instrument, onShown],
  );
  const judgedEnd = moving ? endPing - (endPing % JUDGE_EVERY_PINGS) : endPing;
  const regions = useTruth(run, ring, judgedEnd, shown?.pings ?? 0, shown?.view ?? view, revealed);
  useEffect(() => onRegions?.(instrument, regions), [onRegions, instrument, regions]);
  const hover = (point: EchoPoint | null) => {
    onHover?.(point);
    if (revealed) onLight?.(regionAt(regions, point)?.targetId ?? null);
  };
  return (
    <EchoPane
      instrument={instrument}
      ring={ring}
      sounder={withFaults(setup).sounders[instrument]}
      view={view}
      endPing={endPing}
      live={moving && progress === null ? endPingOf : undefined}
      units={units}
      eye={eye}
      layout={layout}
      isActive={props.isActive}
      isFramed={props.isFramed}
      isBare={props.isBare}
      water={water}
      regions={regions}
      lit={lit}
      cursors={props.cursors}
      isMeasuring={props.isMeasuring}
      marks={props.marks}
      numberOf={props.numberOf}
      nameOf={variant ? 'variant' : undefined}
      onActive={onActive}
      onHover={hover}
      onPick={onPick && ring ? (point) => onPick(point, ring) : undefined}
      causeOf={
        revealed
          ? (point) => inUnits(regionAt(regions, point)?.name ?? '', units) || undefined
          : undefined
      }
      onState={takeState}
    >
      {props.children}
    </EchoPane>
  );
}

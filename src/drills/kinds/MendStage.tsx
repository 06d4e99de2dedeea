import { useState } from 'react';
import { pingsAcross, type View } from '@core/display';
import type { DrillScreen, ItemKindName } from '@core/drills';
import { isAbeam, isPolar } from '@core/sounding';
import type { PictureState } from '@/ui/echo/EchoPicture';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { ViewControls } from '@/ui/echo/ViewControls';
import { type KindProps, outlinedOn } from './kindView';

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

const MENDING = [
  'gain',
  'contrast',
  'noiseFilter',
  'crossTalkFilter',
  'range',
  'scroll',
  'palette',
] as const;

interface MendStageProps extends Pick<
  KindProps<ItemKindName, unknown>,
  'ground' | 'units' | 'committed' | 'lines' | 'label' | 'view'
> {
  mendTargetId: string | null;
  /** As it was left; null while nothing was moved. */
  mended: View | null;
  rangePx: number;
  onMend: (view: View | null, rangePx: number) => void;
}

/** A screen with the controls that may mend it. */
export function MendStage(props: MendStageProps) {
  const { mendTargetId, ground, units, mended, onMend, committed, lines, label } = props;
  const [screen] = ground.screens;
  const [picture, setPicture] = useState<PictureState | null>(null);
  const view = props.view ?? mended ?? screen.view;
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
          endPing={endFor(screen, view, mendTargetId, lengthPx)}
          outlined={outlinedOn(lines, 0)}
          onPicture={(next) => {
            setPicture(next);
            const { heightPx, widthPx } = next.picture;
            const rangePx = isSide ? widthPx / 2 : heightPx;
            if (!committed && rangePx !== props.rangePx) onMend(mended, rangePx);
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
            onView={(next) => onMend(next, props.rangePx)}
          />
        </section>
      )}
    </div>
  );
}

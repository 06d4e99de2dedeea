/** What the shadow of an echo on the side fans lets one measure. */
import type { EchogramInfo, PingTrack } from '../sounding';
import type { OutlineRow, TruthRegion } from './visibility';

/** A shadow so much behind the echo, m, no longer touches it. */
const TOUCHING_M = 0.25;

interface ShadowReading {
  ping: number;
  /** Transducer over the bottom at that ping, m. */
  altitudeM: number;
  /** Slant ranges, m: near edge and middle of the echo, beginning and end of the shadow. */
  nearM: number;
  thingM: number;
  fromM: number;
  endM: number;
  /** From the far edge of the echo to its shadow, m. */
  gapM: number;
  touches: boolean;
}

/** At the ping where the shadow is longest; null where there is none beside an echo. */
export function shadowOf(
  { shadow, outline }: TruthRegion,
  { info, track, firstPing }: { info: EchogramInfo; track: PingTrack; firstPing: number },
): ShadowReading | null {
  const cells = ({ firstBin, lastBin }: OutlineRow) => lastBin - firstBin;
  const best = shadow.reduce<OutlineRow | null>(
    (longest, row) => (!longest || cells(row) > cells(longest) ? row : longest),
    null,
  );
  const echo = best && outline.find(({ ping }) => ping === best.ping);
  if (!best || !echo) return null;
  const step = info.rangeStepM;
  const nearM = echo.firstBin * step;
  const farM = (echo.lastBin + 1) * step;
  const fromM = best.firstBin * step;
  return {
    ping: best.ping,
    altitudeM: track.bottomDepthM[best.ping - firstPing] - info.draftM,
    nearM,
    thingM: (nearM + farM) / 2,
    fromM,
    endM: (best.lastBin + 1) * step,
    gapM: fromM - farM,
    touches: fromM - farM <= TOUCHING_M,
  };
}

/** The lengths that decide what a mark is, as lines on the picture: the gap under it, how high it stands, its shadow. */
import { type EchogramInfo, isAbeam, isAlong, type PingTrack } from '../sounding';
import { heightFromShadowM, heightOffBottomM } from './measure';
import type { Spot } from './regions';
import { shadowOf } from './shadow';
import type { TruthRegion } from './visibility';

export interface CueLine {
  channel: number;
  from: Spot;
  to: Spot;
  /** What is measured there, and what it comes to, m. */
  what: 'gap' | 'height' | 'shadowGap' | 'shadow';
  valueM: number;
}

/** Shorter than this a line says nothing, m. */
const LEAST_M = 0.1;
const HANGS = new Set(['fish', 'bait', 'lure']);

/**
 * @param bottomMAt depth of the bottom under the boat as it is drawn, by ping, m
 * @returns none on a sector, of what is not seen, and where the picture does not give one
 */
export function cueLinesOf(
  region: TruthRegion,
  ground: { info: EchogramInfo; track: PingTrack; firstPing: number },
  bottomMAt: (ping: number) => number,
): CueLine[] {
  const { info } = ground;
  const { channel, peak, outline, label, verdict } = region;
  if (verdict !== 'visible' || outline.length === 0) return [];
  const line = (
    what: CueLine['what'],
    valueM: number,
    ping: number,
    fromBin: number,
    toBin: number,
  ): CueLine[] => {
    const spot = (bin: number) => ({ ping: ping + 0.5, beam: 0, bin });
    return valueM < LEAST_M
      ? []
      : [{ channel, what, valueM, from: spot(fromBin), to: spot(toBin) }];
  };
  if (isAlong(info.instrument)) {
    const ping = Math.floor(peak.ping);
    const row = outline.find((one) => one.ping === ping);
    const bottomBin = (bottomMAt(ping) - info.draftM) / info.rangeStepM;
    if (!row || !Number.isFinite(bottomBin)) return [];
    if (HANGS.has(label)) {
      const middle = peak.bin + 0.5;
      return line('gap', (bottomBin - middle) * info.rangeStepM, ping, middle, bottomBin);
    }
    const top = row.firstBin;
    return line('height', (bottomBin - top) * info.rangeStepM, ping, top, bottomBin);
  }
  if (!isAbeam(info.instrument)) return [];
  const shadow = shadowOf(region, ground);
  if (!shadow) return [];
  const { altitudeM, nearM, thingM, fromM, endM, touches, ping } = shadow;
  const bin = (rangeM: number) => rangeM / info.rangeStepM;
  if (touches) {
    return line('shadow', heightFromShadowM(altitudeM, nearM, endM), ping, bin(nearM), bin(endM));
  }
  if (!HANGS.has(label)) return [];
  const offM = heightOffBottomM(altitudeM, thingM, fromM);
  return line('shadowGap', offM, ping, bin(thingM), bin(fromM));
}

/** What the page one is on knows that a card of the reckoner can begin with. */
import { useEffect, useRef } from 'react';
import type { Surroundings } from '@core/reckoner';
import type { ChannelInfo } from '@core/sounding';

type Read = () => Partial<Surroundings>;

let readNow: Read | null = null;

export const knownSurroundings = (): Partial<Surroundings> => readNow?.() ?? {};

/** As long as the page stands it is asked whenever a card begins. */
export function useTellSurroundings(read: Read): void {
  const latest = useRef(read);
  useEffect(() => {
    latest.current = read;
  });
  useEffect(() => {
    const own = () => latest.current();
    readNow = own;
    return () => {
      if (readNow === own) readNow = null;
    };
  }, []);
}

/** What an echo that is shown tells: of its sounder, its window, and how the boat went. NaN where nothing is known. */
export function surroundingsOf(of: {
  channel: Pick<ChannelInfo, 'beamwidthDeg' | 'acrossBeamwidthDeg'> | undefined;
  depthM: number;
  speedMps: number;
  shownM: number;
  heightPx: number;
  pingRateHz: number;
}): Partial<Surroundings> {
  const { channel, depthM, speedMps, shownM, heightPx, pingRateHz } = of;
  const all: Surroundings = {
    ...{ depthM, speedMps, pingRateHz, rangeM: shownM, pictureHeightPx: heightPx },
    beamDeg: channel?.acrossBeamwidthDeg ?? channel?.beamwidthDeg ?? NaN,
  };
  return Object.fromEntries(
    Object.entries(all).filter(([, value]) => Number.isFinite(value) && value > 0),
  );
}

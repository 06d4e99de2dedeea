import type { EchoSource } from '@core/display';
import type { EchoRing } from '@core/sounding';

/** A running ring as a picture's source; which pings are there is asked anew each time. */
export function ringSource(ring: EchoRing, channel = 0): EchoSource {
  return {
    info: ring.info,
    levelsCdb: ring.levelsCdb,
    capacity: ring.capacity,
    bottomDepthM: ring.trackedDepthM,
    channel,
    get first() {
      return ring.first;
    },
    get end() {
      return ring.end;
    },
  };
}

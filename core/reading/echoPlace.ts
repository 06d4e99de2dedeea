/** A cell of any picture as a place on the water. */
import { radToDeg } from '../units';
import { type EchogramInfo, isAbeam, type PingTrack, TRAITS } from '../sounding';
import type { EchoPoint } from '../display';
import {
  type BoatPlace,
  groundRangeM,
  placeAside,
  placeBelow,
  placeInPlane,
  type PlacedPoint,
} from './place';

export interface PlacedEcho {
  boat: BoatPlace;
  place: PlacedPoint;
  /** Range from the transducer to the middle of the cell, m. */
  slantM: number;
  /** Depth of the thing as far as the picture tells it; null on side fans, which show range alone. */
  depthM: number | null;
}

/** Middle of a cell from the transducer, m. */
export const cellRangeM = (info: EchogramInfo, bin: number) => (bin + 0.5) * info.rangeStepM;

/**
 * Where what a cell shows lies: below the boat, square to its course at √(R² − h²), or in the plane of
 * the sector.
 * @param slot of the ping in `track`
 * @param bearingDeg of the sector from the bow
 */
export function placeOfEcho(
  info: EchogramInfo,
  track: PingTrack,
  slot: number,
  point: EchoPoint,
  bearingDeg = 0,
): PlacedEcho {
  const boat = {
    xM: track.xM[slot],
    yM: track.yM[slot],
    headingDeg: radToDeg(track.headingRad[slot]),
  };
  const slantM = cellRangeM(info, point.bin);
  const channel = info.channels[point.channel];
  const { beamwidthDeg, acrossBeamwidthDeg } = channel;
  switch (TRAITS[info.instrument].picture) {
    case 'along':
      return {
        boat,
        slantM,
        depthM: info.draftM + slantM,
        place: placeBelow(boat, slantM, beamwidthDeg, acrossBeamwidthDeg ?? beamwidthDeg),
      };
    case 'abeam': {
      const side = channel.name === 'port' ? 'port' : 'starboard';
      const heightM = track.bottomDepthM[slot] - info.draftM;
      return {
        boat,
        slantM,
        depthM: null,
        place: placeAside(boat, side, slantM, heightM, beamwidthDeg),
      };
    }
    case 'polar': {
      const angleDeg = channel.beamAnglesDeg[point.beam];
      const downM = slantM * Math.cos((angleDeg * Math.PI) / 180);
      return {
        boat,
        slantM,
        depthM: info.draftM + downM,
        place: placeInPlane(
          boat,
          bearingDeg,
          angleDeg,
          slantM,
          beamwidthDeg,
          acrossBeamwidthDeg ?? beamwidthDeg,
        ),
      };
    }
  }
}

/** Distance over the ground from the boat, m; for side fans by the slant correction. */
export function outwardM(info: EchogramInfo, depthM: number, point: EchoPoint): number {
  const slantM = cellRangeM(info, point.bin);
  if (isAbeam(info.instrument)) return groundRangeM(slantM, depthM - info.draftM);
  const angleDeg = info.channels[point.channel].beamAnglesDeg[point.beam];
  return slantM * Math.sin((angleDeg * Math.PI) / 180);
}

/**
 * One framed mark in numbers that anybody could read off the picture as it is drawn: how large, how bright, how full, what
 * lies around and behind it, how it bends. Nothing of the truth is in them but where its frame is.
 */
import { ln } from '../numeric';
import type { TruthRegion } from '../reading';
import { isPolar, isAbeam } from '../sounding';
import { type DrillScreen, slotOf } from './drillScreen';
import { depthUnderM, drawnCellDb } from './drawn';

export const MARK_MEASURES = [
  'pings or beams, log',
  'thickness, m, log',
  'brightest, dB',
  'mean, dB',
  'share of it that is drawn',
  'grain, dB',
  'over what surrounds it, dB',
  'what follows it, dB',
  'gap to the bottom, m, log; on side fans range against depth, log; on a sector nothing',
  'under the surface, m, log',
  'bend of its top, cells',
  'ragged upper edge, cells',
] as const;

/** Drawn means at least so much over the weakest colour, dB. */
const DRAWN_DB = 2;
/** What surrounds a mark is looked at so many pings or beams to each side. */
const ASIDE = 6;
/** What follows it is looked at over so many times its thickness, and at least so many cells. */
const BEHIND_TIMES = 1;
const BEHIND_CELLS = 6;
const LEAST_GAP_M = 0.05;
/** A gap wider than this says no more. */
const MOST_GAP_M = 12;

const meanOf = (values: readonly number[]) =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
const spreadOf = (values: readonly number[]) => {
  const middle = meanOf(values);
  return Math.sqrt(meanOf(values.map((value) => (value - middle) ** 2)));
};

/** A stretch of cells in one ping, or in one beam of a sector's frame. */
interface Strip {
  slot: number;
  beam: number;
  firstBin: number;
  lastBin: number;
}

/** The strips of a mark: ping by ping, or on a sector beam by beam of the frame where it is strongest. */
function stripsOf(screen: DrillScreen, region: TruthRegion): Strip[] {
  if (!isPolar(screen.info.instrument)) {
    return region.outline.map(({ ping, firstBin, lastBin }) => ({
      slot: slotOf(screen, ping),
      beam: 0,
      firstBin,
      lastBin,
    }));
  }
  const frame = region.outline.filter(({ ping }) => ping === Math.floor(region.peak.ping));
  return (frame.length > 0 ? frame : region.outline.slice(0, 1)).flatMap((row) =>
    Array.from({ length: row.lastBeam - row.firstBeam + 1 }, (_, i) => ({
      slot: slotOf(screen, row.ping),
      beam: row.firstBeam + i,
      firstBin: row.firstBin,
      lastBin: row.lastBin,
    })),
  );
}

/** Where the lowest cell of a mark lies against the bottom, as far as the instrument shows one. */
function againstBottom(screen: DrillScreen, slot: number, lowestBin: number): number {
  const { info } = screen;
  if (isPolar(info.instrument)) return 0;
  const rangeM = (lowestBin + 1) * info.rangeStepM;
  const altitudeM = depthUnderM(screen, slot) - info.draftM;
  if (isAbeam(info.instrument)) return ln(rangeM / Math.max(0.3, altitudeM));
  return ln(Math.min(MOST_GAP_M, Math.max(LEAST_GAP_M, altitudeM - rangeM)));
}

/** @returns as MARK_MEASURES says; null where the picture has no levels */
export function measuresOfMark(screen: DrillScreen, region: TruthRegion): number[] | null {
  const { info, pingCount, levelsCdb } = screen;
  if (levelsCdb.length === 0) return null;
  const strips = stripsOf(screen, region);
  if (strips.length === 0) return null;
  const polar = isPolar(info.instrument);
  const beams = info.channels[region.channel].beamAnglesDeg.length;
  const cell = (slot: number, beam: number, bin: number) =>
    drawnCellDb(screen, slot, region.channel, bin, beam);
  const inside: number[] = [];
  const behind: number[] = [];
  const aside: number[] = [];
  for (const { slot, beam, firstBin, lastBin } of strips) {
    for (let bin = firstBin; bin <= lastBin; bin++) inside.push(cell(slot, beam, bin));
    const reach = Math.max(BEHIND_CELLS, Math.round(BEHIND_TIMES * (lastBin - firstBin + 1)));
    for (let bin = lastBin + 2; bin < Math.min(info.binCount, lastBin + 2 + reach); bin++) {
      behind.push(cell(slot, beam, bin));
    }
  }
  const outer = (by: number) => (polar ? strips[by < 0 ? 0 : strips.length - 1].beam : 0) + by;
  const ends = [strips[0], strips[strips.length - 1]];
  ends.forEach(({ slot, firstBin, lastBin }, end) => {
    for (let by = 2; by < 2 + ASIDE; by++) {
      const sign = end === 0 ? -by : by;
      const [atSlot, atBeam] = polar ? [slot, outer(sign)] : [slot + sign, 0];
      if (atSlot < 0 || atSlot >= pingCount || atBeam < 0 || atBeam >= beams) continue;
      for (let bin = firstBin; bin <= lastBin; bin++) aside.push(cell(atSlot, atBeam, bin));
    }
  });
  const brightest = Math.max(
    ...strips.map(({ slot, beam, firstBin, lastBin }) => {
      let most = 0;
      for (let bin = firstBin; bin <= lastBin; bin++) {
        const together = [bin - 1, bin, bin + 1].map((at) =>
          cell(slot, beam, Math.min(info.binCount - 1, Math.max(0, at))),
        );
        most = Math.max(most, meanOf(together));
      }
      return most;
    }),
  );
  const drawn = inside.filter((db) => db >= DRAWN_DB);
  const tops = strips.map(({ slot, beam, firstBin, lastBin }) => {
    let bin = firstBin;
    while (bin < lastBin && cell(slot, beam, bin) < DRAWN_DB) bin++;
    return bin;
  });
  const thickM =
    meanOf(strips.map(({ firstBin, lastBin }) => lastBin - firstBin + 1)) * info.rangeStepM;
  const peakSlot = slotOf(screen, region.peak.ping);
  const lowest = Math.max(...strips.map(({ lastBin }) => lastBin));
  const third = Math.max(1, Math.floor(tops.length / 3));
  const outerTop = (meanOf(tops.slice(0, third)) + meanOf(tops.slice(-third))) / 2;
  const steps = tops.slice(1).map((top, i) => Math.abs(top - tops[i]));
  return [
    ln(strips.length),
    ln(Math.max(info.rangeStepM, thickM)),
    brightest,
    meanOf(inside),
    drawn.length / Math.max(1, inside.length),
    spreadOf(drawn),
    meanOf(inside) - meanOf(aside),
    meanOf(behind) - meanOf(aside),
    againstBottom(screen, peakSlot, lowest),
    ln(0.2 + Math.min(...strips.map(({ firstBin }) => firstBin)) * info.rangeStepM),
    outerTop - Math.min(...tops),
    meanOf(steps),
  ];
}

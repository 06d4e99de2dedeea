/**
 * The ideal reader: what somebody answers who has nothing but the picture as it is drawn, its readouts and its scales. A
 * question is fair where this answer is right; it is the test of every kind that is asked of a picture.
 */
import { betterView, type RegionLabel, type TruthRegion } from '../reading';
import { seenOn } from './drillScreen';
import type { Ground } from './itemBase';
import type { Answer, Item } from './items';
import { liveStartPing } from './kinds/callLive';
import { readMeasure } from './kinds/measure';
import { placeFrom } from './kinds/placeIt';
import { readChange } from './kinds/whatChanged';
import { readSame, readWhichIs } from './kinds/whichIs';
import { readSpecies } from './kinds/whichSpecies';
import { binOf, LOOK_ALIKES } from './lookAlikes';
import { isDrawnAs, isMistakenFor, OPEN_BELOW } from './plain';
import { readMark } from './markReader';
import { clarityInput, USUAL_RANGE_PX } from './mend';

const GIVEN = { confidence: 'sure', committedAtMs: 0, tookMs: 0 } as const;
/** A press comes so many pings after a mark begins to show. */
const PRESS_PINGS = 3;
const TAP_CELLS = 3;

/** Marks that the reader takes for a sort of thing. */
function takenFor(label: RegionLabel, { screens: [screen] }: Ground): TruthRegion[] {
  return seenOn(screen).filter((region) =>
    region.label === label ? isDrawnAs(screen, region) : isMistakenFor(screen, region, label),
  );
}

/** @returns null of what is asked about faults, charts and plans */
export function readerAnswer(item: Item, ground: Ground): Answer | null {
  const [screen] = ground.screens;
  const regionOf = (targetId: string) =>
    screen.regions.find((region) => region.targetId === targetId)!;
  switch (item.kind) {
    case 'whatIsThis': {
      const read = readMark(screen, regionOf(item.targetId), item.options);
      if (!read) return null;
      const isOpen = item.isOpen !== undefined && read[0].share <= OPEN_BELOW;
      return { kind: 'whatIsThis', label: isOpen ? null : read[0].label, ...GIVEN };
    }
    case 'whichIs': {
      const choice = item.which === 'same' ? readSame(item, ground) : readWhichIs(item, ground);
      return { kind: 'whichIs', choice: choice ?? item.candidates.length, ...GIVEN };
    }
    case 'measure':
      return {
        ...{ kind: 'measure', valueM: readMeasure(item, screen) },
        ...{ pixelM: { range: 0, along: 0 }, ...GIVEN },
      };
    case 'tapAll':
      return {
        kind: 'tapAll',
        marks: takenFor(item.label, ground).map(({ peak, channel }) => ({
          ping: peak.ping + 0.5,
          bin: peak.bin + 0.5,
          channel,
        })),
        tolerance: { pings: TAP_CELLS, bins: TAP_CELLS },
        ...GIVEN,
      };
    case 'sort': {
      const named = item.targetIds.map((id) => {
        const region = regionOf(id);
        const among = [region.label, ...LOOK_ALIKES[region.label]];
        const read = readMark(screen, region, among);
        return [id, binOf(read ? read[0].label : region.label)] as const;
      });
      return {
        kind: 'sort',
        bins: Object.fromEntries(named.flatMap(([id, bin]) => (bin ? [[id, bin]] : []))),
        ...GIVEN,
      };
    }
    case 'callLive':
      return {
        kind: 'callLive',
        presses: takenFor('fish', ground)
          .filter(({ outline }) => outline[0].ping >= liveStartPing(screen))
          .map(({ outline }) => outline[0].ping + PRESS_PINGS)
          .toSorted((a, b) => a - b),
        ...GIVEN,
      };
    case 'placeIt': {
      const { xM, yM } = placeFrom(ground, item.targetId, ground.screens.length);
      return { kind: 'placeIt', xM, yM, passes: ground.screens.length, ...GIVEN };
    }
    case 'whatChanged': {
      const change = readChange(ground.screens[0], ground.screens[1]);
      return change && { kind: 'whatChanged', change, ...GIVEN };
    }
    case 'whichSpecies': {
      const species = ground.water && readSpecies(item, screen, ground.water);
      return species ? { kind: 'whichSpecies', species, ...GIVEN } : null;
    }
    case 'settingsRace': {
      const input = clarityInput(screen, regionOf(item.mendTargetId), USUAL_RANGE_PX);
      const { view, moves } = betterView(input, screen.view);
      const rangePx = USUAL_RANGE_PX;
      return { kind: 'settingsRace', view, rangePx, moves: Math.max(1, moves), ...GIVEN };
    }
    case 'whatIsWrong':
    case 'whereNext':
      return null;
  }
}

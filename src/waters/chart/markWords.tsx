import {
  Anchor,
  Circle,
  Fish,
  Landmark,
  type LucideIcon,
  Mountain,
  Sprout,
  TreePine,
  TriangleAlert,
  Waypoints,
} from '@/ui/icons';
import type { LineKind, MarkSymbol, Sighting } from '@core/records';

export const MARK_WORDS: Record<MarkSymbol, { words: string; Icon: LucideIcon }> = {
  fish: { words: 'Fish', Icon: Fish },
  bait: { words: 'Bait', Icon: Waypoints },
  wood: { words: 'Wood', Icon: TreePine },
  rock: { words: 'Rock', Icon: Mountain },
  weed: { words: 'Weed', Icon: Sprout },
  built: { words: 'Built', Icon: Landmark },
  launch: { words: 'Launch', Icon: Anchor },
  hazard: { words: 'Danger', Icon: TriangleAlert },
  other: { words: 'Other', Icon: Circle },
};

export const LINE_WORDS: Record<LineKind, string> = {
  road: 'Drowned road',
  wall: 'Wall',
  break: 'Break',
  channel: 'Channel',
  weedEdge: 'Weed edge',
  track: 'Track',
  other: 'Other',
};

export const SOURCE_WORDS: Record<Sighting['from'], string> = {
  cone: 'cone',
  downFan: 'down fan',
  sideFans: 'side fan',
  column: 'column',
  sector: 'sector',
  chart: 'the chart',
  file: 'a file',
};

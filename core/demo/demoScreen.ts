import type { Recipe } from '../drills/recipe';
import type { Instrument } from '../sounding';

/** A screen of the demo library, sounded by `npm run demo-data`. */
export interface DemoScreen extends Recipe {
  id: string;
  name: string;
  notes: string;
  waterId: 'hollin-reservoir' | 'tarvo-sound' | 'lake-ismo' | 'wendholm' | 'vennick';
  tags?: string[];
}

export const PINGS: Record<Instrument, number> = {
  cone: 420,
  column: 300,
  downFan: 420,
  sideFans: 320,
  sector: 14,
};

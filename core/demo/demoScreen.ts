import { type Recipe, USUAL_PINGS } from '../drills/recipe';
import type { Instrument } from '../sounding';
import type { DEMO_WATERS } from './waters';

/** A screen of the demo library, sounded by `npm run demo-data`. */
export interface DemoScreen extends Recipe {
  id: string;
  name: string;
  notes: string;
  waterId: keyof typeof DEMO_WATERS;
  tags?: string[];
}

export type ScreenExtra = Partial<
  Omit<DemoScreen, 'id' | 'name' | 'notes' | 'waterId' | 'passId' | 'instrument'>
>;

/** Makes the screens of one water; `idPrefix` keeps their ids apart from those of other waters. */
export const screensOf =
  (waterId: DemoScreen['waterId'], idPrefix = 'demo-') =>
  (
    id: string,
    instrument: Instrument,
    passId: string,
    name: string,
    notes: string,
    extra: ScreenExtra = {},
  ): DemoScreen => ({
    id: `${idPrefix}${id}`,
    name,
    notes,
    waterId,
    passId,
    instrument,
    pings: USUAL_PINGS[instrument],
    ...extra,
  });

/** Recordings the demo library starts with, each a stretch of a pass; the sounder makes them afresh. */
import type { ConePresetId } from '../sounding';

export interface DemoScreen {
  id: string;
  name: string;
  notes: string;
  passId: string;
  presetId: ConePresetId;
  speedMps: number;
  /** Distance along the pass at which the recording ends, m. */
  endAlongM: number;
  pingCount: number;
  gainDb: number;
  bottomM: number;
}

export const DEMO_SCREENS: DemoScreen[] = [
  {
    id: 'demo-slope',
    name: 'Bait over the slope',
    notes: 'A bleak school with zander and pike under it; bream farther on, close to the mud.',
    passId: 'across',
    presetId: '200',
    speedMps: 1.5,
    endAlongM: 192,
    pingCount: 480,
    gainDb: 42,
    bottomM: 16,
  },
  {
    id: 'demo-brush',
    name: 'Brush, stones and perch',
    notes: 'Two brush piles with stones between them. One perch hangs clear of the wood.',
    passId: 'flat',
    presetId: '200',
    speedMps: 1.4,
    endAlongM: 98,
    pingCount: 620,
    gainDb: 40,
    bottomM: 12,
  },
  {
    id: 'demo-channel',
    name: 'Down the channel side',
    notes: 'Steep sides, one zander over the creek bed, a small bleak in the layer.',
    passId: 'across',
    presetId: '83',
    speedMps: 1.6,
    endAlongM: 252,
    pingCount: 520,
    gainDb: 38,
    bottomM: 20,
  },
];

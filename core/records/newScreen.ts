import { NO_TRUTH } from '../reading';
import { newRecord, type ScreenRecord } from './kinds';

type Stated = Pick<
  ScreenRecord,
  'id' | 'name' | 'instrument' | 'source' | 'pingCount' | 'view' | 'evidence'
>;

/** A screen as it comes in: what is stated of it, its echo under its own id, and nothing judged yet. */
export function newScreen(stated: Stated & Partial<ScreenRecord>, nowMs: number): ScreenRecord {
  return {
    notes: '',
    waterId: '',
    waterName: '',
    passName: '',
    echoId: stated.id,
    firstPing: 0,
    truth: NO_TRUTH,
    nothingHere: null,
    tags: [],
    skills: [],
    difficulty: null,
    contents: null,
    things: [],
    ...newRecord('screen', stated.id, nowMs),
    ...stated,
  };
}

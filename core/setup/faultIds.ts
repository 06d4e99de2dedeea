export const FAULT_IDS = [
  'tilted',
  'rolled',
  'air',
  'crossTalk',
  'electrical',
  'stopStart',
  'hardTurn',
  'gainFull',
  'filterLeft',
  'starved',
  'wrongRange',
  'scrollMismatch',
] as const;
export type FaultId = (typeof FAULT_IDS)[number];

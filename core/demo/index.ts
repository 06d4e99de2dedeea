export type { DemoScreen } from './demoScreen';
export { DEMO_SCREENS } from './demoScreens';
export { levelCheck, LEVEL_CHECK_PILINGS } from './levelCheck';
export * from './waters';

/** Older than anything a user does, so that their changes to demo records win when files are merged. */
export const DEMO_TIME_MS = 1_767_603_600_000;

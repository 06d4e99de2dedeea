import { hollinReservoir } from './hollinReservoir';
import { lakeIsmo } from './lakeIsmo';
import { tarvoSound } from './tarvoSound';

export { type DemoScreen, DEMO_SCREENS } from './demoScreens';
export { levelCheck, LEVEL_CHECK_PILINGS } from './levelCheck';
export { hollinReservoir, lakeIsmo, tarvoSound };

/** The waters that are shipped, by the id of their record. */
export const DEMO_WATERS = {
  'hollin-reservoir': hollinReservoir,
  'tarvo-sound': tarvoSound,
  'lake-ismo': lakeIsmo,
};

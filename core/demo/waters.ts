import { hollinReservoir } from './hollinReservoir';
import { lakeIsmo } from './lakeIsmo';
import { marenEstuary } from './marenEstuary';
import { sundraBay } from './sundra';
import { tarvoSound } from './tarvoSound';
import { vennick } from './vennick';
import { wendholm } from './wendholm';

export { hollinReservoir, lakeIsmo, marenEstuary, sundraBay, tarvoSound, vennick, wendholm };

/** The waters that are shipped, by the id of their record. */
export const DEMO_WATERS = {
  'hollin-reservoir': hollinReservoir,
  'tarvo-sound': tarvoSound,
  'lake-ismo': lakeIsmo,
  wendholm,
  vennick,
  'sundra-bay': sundraBay,
  'maren-estuary': marenEstuary,
};

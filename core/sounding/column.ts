/**
 * The column: a cone over a fixed point, through the ice, at anchor or from a pier. What moves is the
 * water's life and the lure; the physics is the cone's. Narrow (8°) and wide (20°) are two transducers,
 * which may ping together.
 */
import { createConeSounding } from './cone';
import type { Sounding } from './instrument';
import type { Rig } from './rig';
import type { Scene } from './scene';
import type { ColumnSounder } from './sounder';

export const createColumnSounding = (
  scene: Scene,
  sounder: ColumnSounder,
  rig: Rig,
  isInIce: boolean,
): Sounding => createConeSounding(scene, sounder, rig, 'column', isInIce);

/**
 * Sundra Bay, a made-up piece of open coast, 2.8 by 2.2 km: rock and kelp under the shore, two reef heads, a field of sand
 * waves, a wreck and a cove with moorings. Tide and swell come with it.
 */
import { type WaterContent, waterContentSchema } from '../../waters';
import { bottom, SEED } from './bottom';
import { DAYS, STOCKS } from './life';
import { PASSES } from './passes';
import { SPOTS } from './spots';
import { targets } from './things';

export function sundraBay(): WaterContent {
  return waterContentSchema.parse({
    name: 'Sundra Bay',
    description:
      'Open coast, nearly three kilometres of it. Rock falls from the western shore in ledges with kelp; two reef heads rise from fifteen metres; a coaster lies broken to the south-east of them, and beyond it the stream has laid sand in waves. A cove in the west has a jetty and moorings. The tide lifts everything by up to three and a half metres.\n\nChoose a day at the head of the bench: slack water, the flood, dusk, and a day of swell. On the sea weather, tide and traffic decide; keep to local rules and turn back in time.',
    origin: { latitudeDeg: 57.9, longitudeDeg: 5.4 },
    scene: { seed: SEED, water: DAYS[0].water, bottom: bottom(), targets: targets() },
    conditions: DAYS[0].conditions,
    spots: SPOTS,
    stocks: STOCKS,
    days: DAYS,
    passes: PASSES,
  });
}

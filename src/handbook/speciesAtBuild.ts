import { speciesPages } from '@core/teaching/species';

/** Worked out while the application is built: it takes seconds, and depends on nothing but the shipped waters. */
export const SPECIES_PAGES = speciesPages();

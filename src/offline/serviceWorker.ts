/**
 * Keeps the application in the browser, so that every place opens without the server. Everything of a build belongs together:
 * a new one waits until the user takes it.
 */
import { type PrecacheEntry, Serwist } from 'serwist';

/** Every file of the build but the demo library, put in where it is built. */
declare const BUILD_FILES: PrecacheEntry[];

new Serwist({
  precacheEntries: BUILD_FILES,
  // A page is the same whatever its address asks for; what is asked for lies in the browser.
  precacheOptions: { ignoreURLParametersMatching: [/./], cleanupOutdatedCaches: true },
}).addEventListeners();

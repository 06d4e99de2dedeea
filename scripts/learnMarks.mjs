// Learns the reader of marks anew: after the engine's version was raised, or the measures changed.
import { runBundled } from './lib/bundled.mjs';

process.exitCode = await runBundled('scripts/lib/learnMarks.ts');

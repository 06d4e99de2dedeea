// `npm start`: everything a fresh machine needs, then the application.
import { build, installPackages } from './lib/shell.mjs';

await installPackages();
console.log('Building…');
await build();
await import('./serve.mjs');

// `npm run demo-data [-- --list]`: sounds the demo library from its seeds into public/demo, unless what
// is there was made from the same sources.
import { installPackages } from './lib/shell.mjs';
import { demoData } from './lib/demoData.mjs';

await installPackages();
await demoData({ anew: true, list: process.argv.includes('--list') });

// The import checker does not read .astro files: pages may take one place and the layout, no more.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/shell.mjs';

const ALLOWED = {
  pages:
    /^@\/(layouts|today|waters|bench|library|drills|lessons|class|handbook|search|settings|reckoner)\//,
  // The reckoner stands at the side of every page.
  layouts: /^(@\/(layouts|styles|ui|reckoner)\/|lucide-react$)/,
};
let faults = 0;
for (const [folder, allowed] of Object.entries(ALLOWED)) {
  const entries = readdirSync(join(ROOT, 'src', folder), { recursive: true, withFileTypes: true });
  for (const entry of entries.filter(({ name }) => name.endsWith('.astro'))) {
    const file = join(entry.parentPath, entry.name);
    for (const [, from] of readFileSync(file, 'utf8').matchAll(/import[^'"]*['"]([^'"]+)['"]/g)) {
      if (allowed.test(from)) continue;
      console.error(`${file}: may not import ${from}`);
      faults++;
    }
  }
}
process.exit(faults > 0 ? 1 : 0);

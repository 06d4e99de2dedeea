// An Astro integration: what the application is built on, told with it: licences of packages and fonts, and the list of
// components as CycloneDX, which npm itself writes.
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const npm = (...args) =>
  execFileSync('npm', args, {
    cwd: ROOT,
    encoding: 'utf8',
    maxBuffer: 100_000_000,
    stdio: ['ignore', 'pipe', 'ignore'],
  });

const LICENCE = /^(licen[cs]e|copying|notice|ofl)/i;

/** Name, licence and its text, of every package that the application needs when it runs. */
function notices() {
  const packages = JSON.parse(npm('query', '.prod')).filter(({ location }) => location);
  return packages
    .map(({ name, version, license, location }) => {
      const folder = join(ROOT, location);
      const files = existsSync(folder)
        ? readdirSync(folder).filter((file) => LICENCE.test(file))
        : [];
      const texts = files
        .filter((file) => /(\.(md|txt)|^[^.]+)$/i.test(file))
        .map((file) => readFileSync(join(folder, file), 'utf8').trim());
      const stated = typeof license === 'string' ? license : (license?.type ?? 'see its text');
      return [`${name} ${version}: ${stated}`, ...texts].join('\n\n');
    })
    .toSorted()
    .join(`\n\n${'-'.repeat(70)}\n\n`);
}

export const noticesAndComponents = () => ({
  name: 'notices',
  hooks: {
    'astro:build:done': ({ dir, logger }) => {
      const folder = fileURLToPath(dir);
      const head =
        'Wise Ripple is built on these packages and fonts, with thanks to those who made them.\n\n';
      try {
        writeFileSync(join(folder, 'notices.txt'), head + notices());
        writeFileSync(
          join(folder, 'sbom.json'),
          npm('sbom', '--omit=dev', '--sbom-format=cyclonedx'),
        );
      } catch (error) {
        // Packages that npm finds fault with keep nobody from using the application.
        logger.warn(`no list of components: ${String(error)}`);
      }
    },
  },
});

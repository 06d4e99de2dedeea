// `npm test`: installs what is missing, then every check and suite. The last line sums them up.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  bin,
  build,
  capture,
  installChromium,
  installNetcdfTools,
  installPackages,
  run,
} from './lib/shell.mjs';

await installPackages();
await installChromium();
await installNetcdfTools();

const scratch = mkdtempSync(join(tmpdir(), 'wise-ripple-test-'));
let passed = 0;
let failed = 0;

function report(name, startedMs, good, output = '') {
  console.log(`${good ? '✓' : '✗'} ${name} (${((Date.now() - startedMs) / 1000).toFixed(0)} s)`);
  if (good) passed++;
  else {
    failed++;
    console.log(output);
  }
}

async function check(name, command, args) {
  const startedMs = Date.now();
  const { code, output } = await capture(command, args);
  report(name, startedMs, code === 0, output);
}

/** Adds a suite's own counts from its JSON report; a suite that wrote none has failed as a whole. */
async function suite(name, command, args, env, file, count) {
  const startedMs = Date.now();
  const code = await run(command, args, { env: { ...process.env, ...env } });
  try {
    const counts = count(JSON.parse(readFileSync(file, 'utf8')));
    passed += counts.passed;
    failed += counts.failed;
    // A run can fail without a failed test: an error while loading, or no test at all.
    if (code !== 0 && counts.failed === 0) failed++;
    console.log(
      `  ${name}: ${counts.passed} passed, ${counts.failed} failed (${((Date.now() - startedMs) / 1000).toFixed(0)} s)`,
    );
  } catch {
    report(name, startedMs, false, 'The suite wrote no report.');
  }
}

// Two at a time: this fits the two cores of a small machine.
await Promise.all([
  (async () => {
    await check('types', bin('astro'), ['check', '--minimumSeverity', 'warning']);
    await check('imports', 'npm', ['run', '-s', 'check:imports']);
    await check('unused code', bin('knip'), []);
  })(),
  (async () => {
    await check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
    await check('format', bin('prettier'), ['--check', '.']);
  })(),
]);

const unitReport = join(scratch, 'unit.json');
await suite(
  'unit tests',
  bin('vitest'),
  ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unitReport}`],
  {},
  unitReport,
  (json) => ({ passed: json.numPassedTests, failed: json.numFailedTests }),
);

console.log('Building…');
await build();

const e2eReport = join(scratch, 'e2e.json');
await suite(
  'browser tests',
  bin('playwright'),
  ['test'],
  { E2E_JSON: e2eReport },
  e2eReport,
  ({ stats }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
  }),
);

rmSync(scratch, { recursive: true, force: true });
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);

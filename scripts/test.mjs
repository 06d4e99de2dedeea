// `npm test`: installs what is missing, then every check and suite. The last line sums them up.
// `npm run test:long`: the same rules over many more seeds; docs/testing.md says when.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
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
import { countLines, processorS, slowestOf, stolenS } from './lib/testReport.mjs';

const long = process.argv.includes('--long');

await installPackages();
await installChromium();
if (!long) await installNetcdfTools();

const scratch = mkdtempSync(join(tmpdir(), 'wise-ripple-test-'));
const begunMs = Date.now();
const begunProcessorS = processorS();
const begunStolenS = stolenS();
const stages = [];
const tests = [];
let passed = 0;
let failed = 0;

const secondsSince = (startedMs) => (Date.now() - startedMs) / 1000;

function report(name, startedMs, good, output = '') {
  const seconds = secondsSince(startedMs);
  stages.push({ name, seconds });
  console.log(`${good ? '✓' : '✗'} ${name} (${seconds.toFixed(0)} s)`);
  if (good) passed++;
  else {
    failed++;
    console.log(output);
  }
}

/** A check that passes or fails as a whole; quiet while all is well. */
async function check(name, command, args) {
  const startedMs = Date.now();
  const { code, output } = await capture(command, args);
  report(name, startedMs, code === 0, output);
}

const script = (name) => check(name.replace('check:', ''), 'npm', ['run', '-s', name]);

/** Adds a suite's own counts from its JSON report; a suite that wrote none has failed as a whole. */
async function suite(name, command, args, env, file, read) {
  const startedMs = Date.now();
  const code = await run(command, args, { env: { ...process.env, ...env } });
  try {
    const found = read(JSON.parse(readFileSync(file, 'utf8')));
    passed += found.passed;
    failed += found.failed;
    // A run can fail without a failed test: an error while loading, or no test at all.
    if (code !== 0 && found.failed === 0) failed++;
    tests.push(...found.tests);
    const seconds = secondsSince(startedMs);
    stages.push({ name, seconds });
    console.log(
      `  ${name}: ${found.passed} passed, ${found.failed} failed (${seconds.toFixed(0)} s)`,
    );
  } catch {
    report(name, startedMs, false, 'The suite wrote no report.');
  }
}

/** A project by itself: two in one run share its threads unevenly, and fill one another's memory. */
const vitest = (project) => {
  const file = join(scratch, `${project}.json`);
  return suite(
    `${project} tests`,
    bin('vitest'),
    [
      'run',
      `--project=${project}`,
      '--reporter=dot',
      '--reporter=json',
      `--outputFile.json=${file}`,
    ],
    {},
    file,
    (json) => ({
      passed: json.numPassedTests,
      failed: json.numFailedTests,
      tests: json.testResults.flatMap(({ assertionResults }) =>
        assertionResults.map(({ fullName, duration }) => ({
          name: fullName,
          seconds: (duration ?? 0) / 1000,
        })),
      ),
    }),
  );
};

async function playwright(env = {}) {
  const file = join(scratch, 'browser.json');
  await suite(
    'browser tests',
    bin('playwright'),
    ['test'],
    { ...env, E2E_JSON: file },
    file,
    (json) => {
      const found = [];
      const walk = ({ suites = [], specs = [] }) => {
        suites.forEach(walk);
        for (const { title, tests: runs } of specs) {
          for (const { results } of runs) {
            for (const { duration } of results)
              found.push({ name: title, seconds: duration / 1000 });
          }
        }
      };
      walk(json);
      return {
        passed: json.stats.expected,
        failed: json.stats.unexpected,
        tests: found,
      };
    },
  );
}

async function everything() {
  // Two at a time: this fits the two cores of a small machine.
  await Promise.all([
    (async () => {
      const startedMs = Date.now();
      await build();
      stages.push({ name: 'build', seconds: secondsSince(startedMs) });
      await script('check:unused');
      await script('check:imports');
    })(),
    (async () => {
      await script('check:types');
      await script('check:lint');
      await script('check:format');
    })(),
  ]);
  for (const project of ['core', 'application', 'components']) await vitest(project);
  await playwright();
}

async function longRun() {
  await vitest('long');
  await build();
  await playwright({ E2E_LONG: '1' });
}

await (long ? longRun() : everything());
rmSync(scratch, { recursive: true, force: true });

console.log('\nThe slowest tests:');
for (const { name, seconds } of slowestOf(tests, 15)) {
  console.log(`  ${seconds.toFixed(1).padStart(6)} s  ${name}`);
}
console.log(
  `Stages: ${stages.map(({ name, seconds }) => `${name} ${seconds.toFixed(0)} s`).join(', ')}.`,
);
console.log(
  `${(secondsSince(begunMs) / 60).toFixed(1)} min, ${((processorS() - begunProcessorS) / 60).toFixed(1)} min of processor time` +
    ` on this machine's ${availableParallelism()} cores, whatever else ran on them;` +
    ` ${((stolenS() - begunStolenS) / 60).toFixed(1)} min more they waited for other machines.`,
);
const lines = countLines();
console.log(
  `Tests are ${lines.tests} of ${lines.all} lines of code: ${((100 * lines.tests) / lines.all).toFixed(1)} %.`,
);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);

// Helpers of the scripts that run before anything is installed: Node's own modules only.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHROMIUM } from './browser.mjs';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

process.env.ASTRO_TELEMETRY_DISABLED = '1';

/** Runs a command with its output in view; resolves to its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    child.on('error', () => resolve(127));
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1)));
  });
}

/** Runs a command and keeps its output; `code`, `output`. */
export function capture(command, args, options = {}) {
  return new Promise((resolve) => {
    let output = '';
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      ...options,
    });
    child.stdout.on('data', (chunk) => (output += chunk));
    child.stderr.on('data', (chunk) => (output += chunk));
    child.on('error', (error) => resolve({ code: 127, output: String(error) }));
    child.on('exit', (code) => resolve({ code: code ?? 1, output }));
  });
}

/** A program that npm installed, by its name in node_modules/.bin. */
export const bin = (name) => join(ROOT, 'node_modules', '.bin', name);

const STAMP = join(ROOT, 'node_modules', '.wise-ripple-install');

/** `npm ci`, unless the present lock file has been installed already. */
export async function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  console.log('Installing packages…');
  const code = await run('npm', [
    'ci',
    '--include=dev',
    '--no-audit',
    '--no-fund',
    '--loglevel=error',
  ]);
  if (code !== 0) {
    console.error('npm ci failed; see the messages above.');
    process.exit(code);
  }
  mkdirSync(dirname(STAMP), { recursive: true });
  writeFileSync(STAMP, lock);
}

function apt(...args) {
  process.env.DEBIAN_FRONTEND = 'noninteractive';
  const isRoot = process.getuid?.() === 0;
  return isRoot ? run('apt-get', args) : run('sudo', ['-n', 'apt-get', ...args]);
}

/** Debian's reader of netCDF files, for a second opinion in the tests; they do without where apt fails. */
export async function installNetcdfTools() {
  if (existsSync('/usr/bin/ncdump')) return;
  console.log('Installing ncdump…');
  await apt('update', '-qq');
  await apt('install', '-y', '-qq', '--no-install-recommends', 'netcdf-bin');
}

/** Debian's chromium for the tests in a browser, installed with apt where it is missing. */
export async function installChromium() {
  if (existsSync(CHROMIUM)) return;
  console.log('Installing chromium…');
  await apt('update', '-qq');
  const code = await apt(
    'install',
    '-y',
    '-qq',
    '--no-install-recommends',
    'chromium-headless-shell',
  );
  if (code !== 0 || !existsSync(CHROMIUM)) {
    console.error(
      `Chromium is missing (${CHROMIUM}) and apt could not install it. Install it by hand, or set CHROMIUM_PATH.`,
    );
    process.exit(1);
  }
}

export async function build() {
  const code = await run('npm', ['run', '-s', 'build']);
  if (code !== 0) {
    console.error('The build failed; see the messages above.');
    process.exit(code);
  }
}

/** Starts the built application on a free port of this machine; `{ url, stop }`. */
export function serveForScript() {
  return new Promise((resolve, reject) => {
    const server = spawn(process.execPath, [join(ROOT, 'scripts', 'serve.mjs')], {
      cwd: ROOT,
      env: { ...process.env, HOST: '127.0.0.1', PORT: '0' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    server.stdout.on('data', (chunk) => {
      const url = /http:\/\/\S+/.exec(String(chunk))?.[0];
      if (url) resolve({ url, pid: server.pid, stop: () => server.kill('SIGTERM') });
    });
    server.on('exit', (code) => reject(new Error(`the server ended with code ${code}`)));
  });
}

// How tests, pictures and measurements start Debian's chromium: headless, offline, without a sandbox.
export const CHROMIUM = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium';

export const BROWSER_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

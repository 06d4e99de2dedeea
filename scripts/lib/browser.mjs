// How tests, pictures and measurements start Debian's chromium: its headless shell, which draws the same
// pages for two thirds of the browser's processor time; offline, without a sandbox.
export const CHROMIUM = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell';

export const BROWSER_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

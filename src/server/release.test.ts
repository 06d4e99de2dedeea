/** What is installed is what was locked, and nothing of it runs by being installed. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

interface Locked {
  link?: boolean;
  /** Part of the package it lies in, and of its checksum. */
  inBundle?: boolean;
  integrity?: string;
  resolved?: string;
}
const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as {
  packages: Record<string, Locked>;
};
const locked = Object.entries(packages).filter(
  ([path, { link, inBundle }]) => path !== '' && !link && !inBundle,
);

describe('the lock', () => {
  it('has the checksum of every package, and names no place to fetch it from', () => {
    expect(locked.length).toBeGreaterThan(100);
    expect(locked.filter(([, { integrity }]) => !integrity).map(([path]) => path)).toEqual([]);
    expect(locked.filter(([, { resolved }]) => resolved).map(([path]) => path)).toEqual([]);
  });
  it('comes with install scripts switched off', () => {
    expect(readFileSync('.npmrc', 'utf8')).toMatch(/^ignore-scripts=true$/m);
  });
});

import { describe, expect, it } from 'vitest';
import { LAYOUTS } from '@core/setup';
import { openPage } from '../../tests/components/page';
import { benchPass, benchSetup } from '../../tests/fixtures/presented';
import { type BenchMemory, loadBenchMemory, saveBenchMemory } from './benchMemory';

const memory = (change: Partial<BenchMemory> = {}): BenchMemory => ({
  waterId: 'lake-ismo',
  pass: benchPass,
  setup: benchSetup(14),
  layout: LAYOUTS[0],
  ownLayouts: [{ ...LAYOUTS[0], id: 'mine', name: 'Mine' }],
  timeS: 63.5,
  frozen: true,
  notes: 'Ask about the second line.',
  ...change,
});

describe('what the bench remembers', () => {
  it('is nothing at first, then all of it', async () => {
    await openPage(<p />);
    expect(await loadBenchMemory()).toBeNull();
    await saveBenchMemory(memory());
    expect(await loadBenchMemory()).toMatchObject(memory());
  });
  it('is the last that was kept', async () => {
    await openPage(<p />);
    await saveBenchMemory(memory({ timeS: 10 }));
    await saveBenchMemory(memory({ timeS: 20, frozen: false, notes: '' }));
    expect(await loadBenchMemory()).toMatchObject({ timeS: 20, frozen: false, notes: '' });
  });
});

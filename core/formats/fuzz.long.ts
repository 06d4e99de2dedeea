import { describe, expect, it } from 'vitest';
import { fuzz, READERS } from '../../tests/fixtures/fuzzing';

describe.each(READERS)('two thousand mutations of $name', (reader) => {
  it('are read or refused in words, and what is accepted reads back', async () => {
    expect(await fuzz(reader, 2000)).toEqual([]);
  });
});

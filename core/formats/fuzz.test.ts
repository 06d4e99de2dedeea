/** Two hundred mutations of every format; two thousand in the long run. A number that fails there is kept here. */
import { describe, expect, it } from 'vitest';
import { fuzz, READERS } from '../../tests/fixtures/fuzzing';

/** Mutations that once broke a reader, by the reader. */
const KEPT: Record<string, number[]> = {};

describe.each(READERS)('$name as nobody meant them', (reader) => {
  it('are read or refused in words, and what is accepted reads back', async () => {
    for (const seed of reader.seeds) expect((await reader.read(seed as never)).ok).toBe(true);
    expect(await fuzz(reader, 200)).toEqual([]);
    for (const number of KEPT[reader.name] ?? []) expect(await fuzz(reader, 1, number)).toEqual([]);
  });
});

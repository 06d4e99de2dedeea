/** The quick schema of long lists against the usual one. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { z } from 'zod';
import { integersSchema } from '.';

const quick = integersSchema(-2, 5, 6);
const usual = z.array(z.int().min(-2).max(5)).max(6);
const value = fc.oneof(
  { weight: 6, arbitrary: fc.integer({ min: -4, max: 8 }) },
  fc.constantFrom<unknown>(0.5, NaN, Infinity, -0, null, undefined, '3', [1], 1e300),
);

it('takes and refuses what the usual schema does, for the same reasons at the same places', () => {
  const given = fc.oneof(
    { weight: 20, arbitrary: fc.array(value, { maxLength: 9 }) },
    fc.array(fc.integer({ min: -2, max: 5 }), { maxLength: 6 }),
    fc.constantFrom<unknown>(undefined, null, 7, '1,2', { length: 0 }, new Uint8Array(2)),
  );
  fc.assert(
    fc.property(given, (list) => {
      const found = quick.safeParse(list);
      const wanted = usual.safeParse(list);
      expect(found.data).toEqual(wanted.data);
      const reasons = (error?: z.ZodError) =>
        error?.issues.map(({ path, message }) => ({ path, message }));
      expect(reasons(found.error)).toEqual(reasons(wanted.error));
    }),
    { numRuns: 500 },
  );
});

it('takes a list with holes for one with nothing in its places', () => {
  const list = [1, 2, 3];
  Reflect.deleteProperty(list, 1);
  expect(quick.safeParse(list).error?.issues[0].path).toEqual([1]);
});

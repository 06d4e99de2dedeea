import fc from 'fast-check';
import { describe, it } from 'vitest';
import { anyRequest, expectSound } from '../../tests/fixtures/anyRequest';

describe('any of many requests', () => {
  // A request that fails is printed with its seed and path: pass both here to see it again, and keep
  // the request as an example once it is mended.
  it.each([20_261_125, 1, 2])('is sounded soundly from seed %i', (seed) => {
    fc.assert(fc.property(anyRequest, expectSound), { seed, numRuns: 300 });
  });
});

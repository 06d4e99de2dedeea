import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyRequest, expectSound } from '../../tests/fixtures/anyRequest';
import { targetSchema } from '../targets';
import { soundingRequestSchema } from '.';

// Many more of them: anyRequest.long.ts.
describe('any request the schema admits', () => {
  it('gives finite levels, truth inside the record, and the same bytes again', () => {
    let sounded = 0;
    fc.assert(
      fc.property(anyRequest, (raw) => {
        expectSound(raw);
        sounded++;
      }),
      { seed: 20_261_125, numRuns: 24 },
    );
    expect(sounded).toBe(24);
  });

  it('refuses what is out of bounds, by its path', () => {
    const [sample] = fc.sample(anyRequest, { seed: 1, numRuns: 1 });
    const faults = (changes: object) =>
      soundingRequestSchema
        .safeParse({ ...sample, ...changes })
        .error?.issues.map((issue) => issue.path.join('.'));
    expect(faults({ sounder: { ...sample.sounder, pingRateHz: 1e9 } })).toContain(
      'sounder.pingRateHz',
    );
    expect(faults({ rig: { ...sample.rig, draftM: Number.NaN } })).toContain('rig.draftM');
    expect(faults({ pingCount: 0 })).toContain('pingCount');
    const twice = targetSchema.parse({
      id: 'a',
      kind: 'sphere',
      xM: 0,
      yM: 0,
      depthM: 1,
      radiusM: 1,
    });
    expect(faults({ scene: { ...sample.scene, targets: [twice, twice] } })).toContain(
      'scene.targets.1.id',
    );
  });
});

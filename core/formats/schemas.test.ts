import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { z } from 'zod';
import { truthFileSchema } from './truthFile';

/** As it is published for other programs. Written by z.toJSONSchema. */
it('the published schema of truth files is the one that is held to', () => {
  const published = JSON.parse(readFileSync('docs/schemas/truth.schema.json', 'utf8')) as unknown;
  expect(published).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(truthFileSchema))));
});

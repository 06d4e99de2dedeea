import { readFileSync } from 'node:fs';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { writeQtiPackage } from '@core/formats';
import { question } from '../../tests/fixtures/questions';
import { qtiQuestion } from './qti';

const SCHEMA = readFileSync(
  new URL('../../tests/fixtures/qti-3.0-part.xsd', import.meta.url),
  'utf8',
);
const ASKED = ['name', 'leftOpen', 'changed', 'behind', 'tapFish'] as const;
const made = (name: Parameters<typeof question>[0]) => {
  const { item, ground } = question(name);
  return qtiQuestion(item, ground, 'metric');
};

describe('a package of questions', () => {
  const files = unzipSync(
    writeQtiPackage(
      'Evening & morning',
      ASKED.map((name) => made(name)!),
    ),
  );
  const text = (path: string) => strFromU8(files[path]);

  it('is as QTI 3.0 has it, item by item, and as a test', async () => {
    const paths = Object.keys(files).filter(
      (path) => path.startsWith('items/') || path === 'test.xml',
    );
    expect(paths).toHaveLength(ASKED.length + 1);
    for (const path of paths) {
      const { errors } = await validateXML({
        xml: [{ fileName: path.replace('/', '-'), contents: text(path) }],
        schema: [SCHEMA],
      });
      expect(
        errors.map(({ message }) => message),
        path,
      ).toEqual([]);
    }
  });
  it('lists in its manifest all that is in it, and nothing else', () => {
    const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@' });
    const { manifest } = parser.parse(text('imsmanifest.xml')) as {
      manifest: {
        metadata: { schema: string; schemaversion: string };
        resources: {
          resource: { '@type': string; file: { '@href': string } | { '@href': string }[] }[];
        };
      };
    };
    expect(manifest.metadata).toEqual({ schema: 'QTI Package', schemaversion: '3.0.0' });
    const { resource } = manifest.resources;
    expect(resource.map((one) => one['@type'])).toEqual([
      'imsqti_test_xmlv3p0',
      ...ASKED.map(() => 'imsqti_item_xmlv3p0'),
    ]);
    const listed = resource.flatMap(({ file }) => [file].flat().map((one) => one['@href']));
    expect([...listed, 'imsmanifest.xml'].toSorted()).toEqual(Object.keys(files).toSorted());
  });
  it('shows each question on its picture, with what it points at', () => {
    const svg = text('pictures/item-1-1.svg');
    expect(svg).toContain('data:image/png;base64,');
    expect(svg).toMatch(/<rect [^>]*stroke="#000"/);
    // Where the fish are is the answer.
    expect(text('pictures/item-5-1.svg')).not.toContain('<rect');
  });
  it('leaves out what can be asked on the screen only', () => {
    for (const name of ['sort', 'place', 'live', 'race', 'empty'] as const)
      expect(made(name)).toBeNull();
  });
});

/**
 * Questions as a package of Question and Test Interoperability 3.0 (1EdTech, QTI 3.0 ASI Information Model; package by IMS
 * Content Packaging 1.2): choices, measures and marking, each on its picture. The right answers are in it.
 */
import { strToU8, zipSync } from 'fflate';
import { XMLBuilder } from 'fast-xml-parser';

const ASI = 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0';
const PACKAGE = 'http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1';
const TEMPLATES = 'https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/';

interface Common {
  ask: string;
  /** SVG, with the echo in it. */
  pictures: { svg: string; widthPx: number; heightPx: number; alt: string }[];
}

export type QtiQuestion = Common &
  (
    | { kind: 'choice'; choices: string[]; right: number[] }
    | { kind: 'number'; unit: string; value: number; tolerance: number }
    /** Circles in which a point counts, px of the first picture. */
    | { kind: 'points'; areas: { x: number; y: number; radius: number }[] }
  );

const builder = new XMLBuilder({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  format: true,
  suppressEmptyNode: true,
  suppressBooleanAttributes: false,
});
const xml = (root: object) => `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build(root)}`;

const picturePath = (item: number, picture: number) => `pictures/item-${item}-${picture}.svg`;
const itemPath = (item: number) => `items/item-${item}.xml`;

const declared = (cardinality: string, baseType: string, more: object = {}) => ({
  ...{ '@identifier': 'RESPONSE', '@cardinality': cardinality, '@base-type': baseType },
  ...more,
});

const scoredByTemplate = (name: string) => ({ '@template': `${TEMPLATES}${name}` });

/** Right within the tolerance, else not. */
const scoredWithin = (value: number, tolerance: number) => ({
  'qti-response-condition': {
    'qti-response-if': {
      'qti-equal': {
        ...{ '@tolerance-mode': 'absolute', '@tolerance': `${tolerance} ${tolerance}` },
        'qti-variable': { '@identifier': 'RESPONSE' },
        'qti-base-value': { '@base-type': 'float', '#text': value },
      },
      'qti-set-outcome-value': {
        '@identifier': 'SCORE',
        'qti-base-value': { '@base-type': 'float', '#text': 1 },
      },
    },
  },
});

const imageOf = ({ alt, widthPx, heightPx }: Common['pictures'][number], src: string) => ({
  ...{ '@src': src, '@alt': alt, '@width': widthPx, '@height': heightPx },
});

function partsOf(question: QtiQuestion, number: number) {
  const { ask, pictures } = question;
  const images = pictures.map((picture, i) => ({
    img: imageOf(picture, `../${picturePath(number, i + 1)}`),
  }));
  switch (question.kind) {
    case 'choice': {
      const isOne = question.right.length === 1;
      return {
        declaration: declared(isOne ? 'single' : 'multiple', 'identifier', {
          'qti-correct-response': { 'qti-value': question.right.map((i) => `c${i}`) },
        }),
        body: {
          p: images,
          'qti-choice-interaction': {
            ...{ '@response-identifier': 'RESPONSE', '@shuffle': 'false' },
            '@max-choices': isOne ? 1 : 0,
            'qti-prompt': ask,
            'qti-simple-choice': question.choices.map((text, i) => ({
              '@identifier': `c${i}`,
              '#text': text,
            })),
          },
        },
        processing: scoredByTemplate('match_correct'),
      };
    }
    case 'number':
      return {
        declaration: declared('single', 'float', {
          'qti-correct-response': { 'qti-value': question.value },
        }),
        body: {
          p: [
            ...images,
            {
              '#text': `${ask} (${question.unit}) `,
              'qti-text-entry-interaction': {
                ...{ '@response-identifier': 'RESPONSE', '@expected-length': 8 },
              },
            },
          ],
        },
        processing: scoredWithin(question.value, question.tolerance),
      };
    case 'points': {
      const { areas } = question;
      return {
        declaration: declared('multiple', 'point', {
          'qti-area-mapping': {
            '@default-value': 0,
            'qti-area-map-entry': areas.map(({ x, y, radius }) => ({
              ...{ '@shape': 'circle', '@mapped-value': 1 / areas.length },
              '@coords': [x, y, radius].map(Math.round).join(','),
            })),
          },
        }),
        body: {
          'qti-select-point-interaction': {
            ...{ '@response-identifier': 'RESPONSE', '@max-choices': 0 },
            'qti-prompt': ask,
            ...images[0],
          },
        },
        processing: scoredByTemplate('map_response_point'),
      };
    }
  }
}

const asi = (schema: string) => ({
  '@xmlns': ASI,
  '@xmlns:xsi': 'http://www.w3.org/2001/XMLSchema-instance',
  '@xsi:schemaLocation': `${ASI} https://purl.imsglobal.org/spec/qti/v3p0/schema/xsd/${schema}`,
});

function itemXml(question: QtiQuestion, number: number): string {
  const { declaration, body, processing } = partsOf(question, number);
  return xml({
    'qti-assessment-item': {
      ...asi('imsqti_asiv3p0_v1p0.xsd'),
      ...{ '@identifier': `item-${number}`, '@title': `Question ${number}` },
      ...{ '@adaptive': 'false', '@time-dependent': 'false', '@xml:lang': 'en' },
      'qti-response-declaration': declaration,
      'qti-outcome-declaration': {
        ...{ '@identifier': 'SCORE', '@cardinality': 'single', '@base-type': 'float' },
        'qti-default-value': { 'qti-value': 0 },
      },
      'qti-item-body': body,
      'qti-response-processing': processing,
    },
  });
}

const testXml = (title: string, numbers: readonly number[]) =>
  xml({
    'qti-assessment-test': {
      ...asi('imsqti_asiv3p0_v1p0.xsd'),
      ...{ '@identifier': 'test', '@title': title },
      'qti-test-part': {
        '@identifier': 'part',
        '@navigation-mode': 'nonlinear',
        '@submission-mode': 'individual',
        'qti-assessment-section': {
          ...{ '@identifier': 'section', '@title': title, '@visible': 'true' },
          'qti-assessment-item-ref': numbers.map((number) => ({
            '@identifier': `ref-${number}`,
            '@href': itemPath(number),
          })),
        },
      },
    },
  });

const manifestXml = (questions: readonly QtiQuestion[]) =>
  xml({
    manifest: {
      '@xmlns': PACKAGE,
      '@identifier': 'package',
      metadata: { schema: 'QTI Package', schemaversion: '3.0.0' },
      organizations: '',
      resources: {
        resource: [
          {
            '@identifier': 'res-test',
            '@type': 'imsqti_test_xmlv3p0',
            '@href': 'test.xml',
            file: { '@href': 'test.xml' },
            dependency: questions.map((_, i) => ({ '@identifierref': `res-item-${i + 1}` })),
          },
          ...questions.map(({ pictures }, i) => ({
            '@identifier': `res-item-${i + 1}`,
            '@type': 'imsqti_item_xmlv3p0',
            '@href': itemPath(i + 1),
            file: [
              { '@href': itemPath(i + 1) },
              ...pictures.map((_, p) => ({ '@href': picturePath(i + 1, p + 1) })),
            ],
          })),
        ],
      },
    },
  });

/** @returns the package, a ZIP */
export function writeQtiPackage(title: string, questions: readonly QtiQuestion[]): Uint8Array {
  const files: Record<string, Uint8Array> = {
    'imsmanifest.xml': strToU8(manifestXml(questions)),
    'test.xml': strToU8(
      testXml(
        title,
        questions.map((_, i) => i + 1),
      ),
    ),
  };
  questions.forEach((question, i) => {
    files[itemPath(i + 1)] = strToU8(itemXml(question, i + 1));
    question.pictures.forEach(({ svg }, p) => {
      files[picturePath(i + 1, p + 1)] = strToU8(svg);
    });
  });
  return zipSync(files, { level: 6 });
}

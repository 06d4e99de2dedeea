import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { getDocumentProxy } from 'unpdf';
import { describe, expect, it } from 'vitest';
import { SKILL_IDS } from '@core/drills';
import { GLOSSARY, HANDBOOK, LESSONS } from '@core/teaching';
import { question } from '../../tests/fixtures/questions';
import { type Card, CARDS, firstChoices, firstValues, sayIn } from '@core/reckoner';
import { arithmeticCard, gainLadder, glossary, reckonedCard, studentReport } from './documents';
import { paperFigure, shapeOf } from './figures';
import { type Block, type Figure, type PaperFonts, type PaperSize, writePaper } from './pdf';

const font = (name: string) => {
  const file = `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${name}-normal.woff`;
  return new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(file)));
};
const FONTS: PaperFonts = {
  ...{ body: font('latin-400'), bodyMore: font('latin-ext-400') },
  ...{ bold: font('latin-700'), boldMore: font('latin-ext-700') },
};

async function readBack(blocks: Block[], size: PaperSize = 'A4') {
  const bytes = await writePaper({ title: 'A paper', size, blocks }, FONTS);
  const pdf = await getDocumentProxy(bytes.slice());
  const pages: string[] = [];
  const trees: string[] = [];
  for (let i = 1; i <= pdf.numPages; i++) {
    const page = await pdf.getPage(i);
    const { items } = await page.getTextContent();
    pages.push(
      items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replaceAll(/\s+/g, ' '),
    );
    trees.push(JSON.stringify(await page.getStructTree()));
  }
  const [, , widthPt, heightPt] = (await pdf.getPage(1)).view;
  const { info } = await pdf.getMetadata();
  return { bytes, pdf, pages, trees, widthPt, heightPt, info: info as { Title: string } };
}

const figure = (): Figure => {
  const { item, ground } = question('name');
  const [screen] = ground.screens;
  const region = screen.regions.find(
    (one) => 'targetId' in item && one.targetId === item.targetId,
  )!;
  return paperFigure(screen, {
    ...{ units: 'metric', shape: shapeOf(screen), caption: 'What is the framed mark?' },
    ...{ alt: 'An echo with one mark framed', framed: [{ region, badge: 'A' }] },
  });
};

describe('a paper', () => {
  it('holds its words, is tagged, and tells what its pictures show', async () => {
    const made = figure();
    const { pdf, pages, trees, info } = await readBack([
      { kind: 'title', text: 'Łódź and Ålviken', note: 'Name' },
      { kind: 'heading', text: 'One' },
      { kind: 'figure', figure: made, heightPt: 200 },
      { kind: 'ticks', options: ['Fish', 'Bait'] },
      { kind: 'list', items: ['a first', 'a second'] },
      { kind: 'table', head: ['No.'], rows: [['seven']], shares: [1] },
    ]);
    expect(info.Title).toBe('A paper');
    expect(pages).toHaveLength(1);
    // Where another font takes over, a gap is read back.
    expect(pages[0].replaceAll(' ', '')).toContain('ŁódźandÅlviken');
    for (const word of ['Fish', 'a second', 'seven', '1 of 1', 'What is the framed']) {
      expect(pages[0]).toContain(word);
    }
    expect((await pdf.getMarkInfo())?.Marked).toBe(true);
    for (const tag of ['"H1"', '"H2"', '"Figure"', '"L"', '"Table"', '"TH"', '"TD"']) {
      expect(trees[0]).toContain(tag);
    }
    expect(trees[0]).toContain('An echo with one mark framed');
  });
  it('embeds its own fonts and no other', async () => {
    const { bytes } = await readBack([{ kind: 'text', text: 'Łódź' }]);
    const text = Buffer.from(bytes).toString('latin1');
    expect(text).toMatch(/\/FontFile[23]/);
    expect(text).toMatch(/\/BaseFont \/\w+\+AtkinsonHyperlegibleNext/);
    expect(text).not.toMatch(/Helvetica|Times/);
  });
  it('is of the size that is set', async () => {
    const block: Block[] = [{ kind: 'text', text: 'x' }];
    const a4 = await readBack(block, 'A4');
    const letter = await readBack(block, 'LETTER');
    expect([a4.widthPt, a4.heightPt].map(Math.round)).toEqual([595, 842]);
    expect([letter.widthPt, letter.heightPt]).toEqual([612, 792]);
  });
  it('keeps a question on one page, and goes on over as many as it needs', async () => {
    const together = (n: number): Block => ({
      kind: 'together',
      blocks: [
        { kind: 'heading', text: `Question ${n}.` },
        { kind: 'blanks', count: 12 },
        { kind: 'ticks', options: [`end ${n}.`] },
      ],
    });
    const { pages } = await readBack([1, 2, 3, 4, 5].map(together));
    expect(pages).toHaveLength(3);
    for (const n of [1, 2, 3, 4, 5]) {
      const page = pages.find((text) => text.includes(`Question ${n}.`))!;
      expect(page).toContain(`end ${n}.`);
    }
  });
  it('leaves out no letter of anything that is taught', async () => {
    const texts = [
      ...SKILL_IDS.flatMap((skill) => {
        const { look, taken, decides, sum, note, plates } = HANDBOOK[skill];
        return [look, taken, decides, sum, note, ...plates.map(({ caption }) => caption)];
      }),
      ...LESSONS.flatMap(({ steps }) => steps.flatMap(({ title, text }) => [title, text])),
    ];
    const all = [...new Set(texts.filter((text) => text !== null).join(''))].join('');
    // A letter that cannot be written is refused.
    await readBack([{ kind: 'text', text: all }]);
    await expect(readBack([{ kind: 'text', text: '中' }])).rejects.toThrow('no “中”');
  });
});

describe('documents', () => {
  it('print a picture in greys on white, with its frame and its scale', () => {
    const made = figure();
    const size = new DataView(made.png.buffer, made.png.byteOffset);
    expect([size.getUint32(16), size.getUint32(20)]).toEqual([made.widthPx, made.heightPx]);
    // Grey, eight bits.
    expect([made.png[24], made.png[25]]).toEqual([8, 0]);
    expect(made.widthPx).toBeGreaterThan(1200);
    const [frame] = made.frames;
    expect(frame.label).toBe('A');
    expect(frame.x + frame.width).toBeLessThanOrEqual(1);
    expect(made.ticks.length).toBeGreaterThan(2);
    expect(made.ticks.at(-1)!.text).toMatch(/ m$/);
  });
  it('a ladder shows one echo under six gains, the stronger the darker', async () => {
    const [screen] = question('name').ground.screens;
    const { pages } = await readBack(gainLadder(screen, 'Slope', 'metric'));
    expect(pages).toHaveLength(1);
    expect(pages[0].match(/Gain \d+ dB/g)).toHaveLength(6);
  });
  it('the card holds every sum of the reckoner on one page', async () => {
    const { pages } = await readBack(arithmeticCard());
    expect(pages).toHaveLength(1);
    expect(pages[0]).toContain('root of (R² − h²)');
    expect(arithmeticCard().find((block) => block.kind === 'table')).toMatchObject({
      rows: { length: CARDS.length },
    });
  });
  it.each(CARDS.map((card): [string, Card] => [card.id, card]))(
    'a card of the reckoner is printed with its numbers: %s',
    async (_, card) => {
      const blocks = reckonedCard(card, firstValues(card, {}), firstChoices(card), 'metric');
      const { pages } = await readBack(blocks);
      expect(pages).toHaveLength(1);
      const { results, drawing } = card.work(
        firstValues(card, {}),
        firstChoices(card),
        sayIn('metric'),
      );
      expect(pages[0].replaceAll(/\s+/g, ' ')).toContain(results[0].text);
      expect(blocks.some(({ kind }) => kind === 'drawing')).toBe(drawing !== undefined);
    },
  );
  it('the words fill a few pages, each with its meaning', async () => {
    const { pages } = await readBack(glossary());
    const text = pages.join(' ').replaceAll(/\s+/g, ' ');
    for (const { term } of GLOSSARY) expect(text).toContain(term);
  });
  it('a report tells how much each figure rests on', async () => {
    const figures = {
      right: { count: 3, of: 4, share: 0.75, interval: { from: 0.3, to: 0.95 } },
      skills: [{ skill: 'gain', theta: 0.5, sd: 1, trials: 4 }],
    } as unknown as Parameters<typeof studentReport>[1];
    const { pages } = await readBack(studentReport('Aino', figures, 'Tuesday'));
    expect(pages[0]).toContain('3 of 4 answers were right');
    expect(pages[0]).toMatch(/Gain 0\.5 −1\.5 to 2\.5 4/);
  });
});

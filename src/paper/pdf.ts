/**
 * Pages from blocks, as a tagged PDF (ISO 32000-1, 14.8) with its own fonts: what is said by a picture is said in words, too.
 * Knows nothing of drills or echoes, and runs where there is no browser.
 */
import PDFDocument from 'pdfkit';
import type { Drawing } from '@core/reckoner';
import { drawInBox } from './drawing';

export type PaperSize = 'A4' | 'LETTER';

export interface Figure {
  /** Grey, eight bits a pixel. */
  png: Uint8Array;
  widthPx: number;
  heightPx: number;
  /** What it shows, for those who do not see it. */
  alt: string;
  caption: string;
  /** Corners round marks, with their names; shares of the picture's width and height. */
  frames: { x: number; y: number; width: number; height: number; label: string }[];
  /** Of the scale: shares from the top, or from the left. */
  ticks: { at: number; text: string }[];
  ticksAre: 'down' | 'across';
}

export type Block =
  | { kind: 'title'; text: string; note: string }
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; isSmall?: boolean }
  | { kind: 'figure'; figure: Figure; heightPt: number }
  /** At one scale, as wide as the page. */
  | { kind: 'drawing'; drawing: Drawing; heightPt: number }
  /** Side by side, each with its caption. */
  | { kind: 'figures'; figures: Figure[]; heightPt: number }
  /** Boxes to tick, on one line where they fit. */
  | { kind: 'ticks'; options: string[] }
  /** To write on. */
  | { kind: 'blanks'; count: number }
  | { kind: 'list'; items: string[] }
  | { kind: 'table'; head: string[]; rows: string[][]; shares: number[] }
  | { kind: 'page' }
  /** Kept on one page. */
  | { kind: 'together'; blocks: Block[] };

export interface Paper {
  title: string;
  size: PaperSize;
  blocks: Block[];
}

/** Latin letters, and those that only some languages of Europe have. */
export interface PaperFonts {
  body: Uint8Array;
  bodyMore: Uint8Array;
  bold: Uint8Array;
  boldMore: Uint8Array;
}

const MARGIN_PT = 54;
const INK = '#1c252b';
const FAINT = '#55616a';
const BODY_PT = 10.5;
const SMALL_PT = 8.5;
const HEADING_PT = 13;
const TITLE_PT = 19;
const GAP_PT = 7;
const BESIDE_PT = 10;
const BLANK_PT = 22;
const BOX_PT = 9;
const CELL_PAD_PT = 4;

/** What the fonts have no letter for, in words. */
const IN_WORDS: Record<string, string> = {
  θ: 'angle',
  α: 'absorption ',
  β: 'slope',
  '⌈': 'rounded up (',
  '⌉': ')',
  τ: 'pulse length',
  λ: 'wavelength',
  Δ: 'difference of ',
  '√': 'root of ',
  '≈': 'about ',
  '≤': 'at most ',
  '≥': 'at least ',
  '→': 'to',
  '′': '’',
  '\u2009': ' ',
  '\u202f': ' ',
};

const SUBSCRIPT: Record<string, string> = Object.fromEntries(
  Array.from('₀₁₂₃₄₅₆₇₈₉', (letter, digit) => [letter, String(digit)]),
);

/** A text as it can be written. */
const printable = (text: string) =>
  Array.from(text, (letter) => IN_WORDS[letter] ?? SUBSCRIPT[letter] ?? letter).join('');

type Weight = 'body' | 'bold';
type Element = PDFKit.PDFStructureElement;

/** As fontkit, under pdfkit, knows a font. */
interface KnownFont {
  font: { hasGlyphForCodePoint(code: number): boolean };
}

class Writer {
  readonly doc: PDFKit.PDFDocument;
  private readonly root: Element;
  private readonly bytes: Promise<Uint8Array>;

  constructor({ title, size }: Paper, fonts: PaperFonts) {
    this.doc = new PDFDocument({
      ...{ size, margin: MARGIN_PT, bufferPages: true, autoFirstPage: true },
      ...{ tagged: true, lang: 'en', displayTitle: true, pdfVersion: '1.7' },
      info: { Title: title, Producer: 'Wise Ripple', Creator: 'Wise Ripple' },
      // Nothing but the fonts that are given is used, so nothing else need be there.
      font: null as unknown as string,
    });
    const chunks: Uint8Array[] = [];
    this.bytes = new Promise((resolve) => {
      this.doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
      this.doc.on('end', () => resolve(joined(chunks)));
    });
    for (const [name, font] of Object.entries(fonts)) {
      this.doc.registerFont(name, font as unknown as PDFKit.Mixins.PDFFontSource);
    }
    this.root = this.doc.struct('Document');
    this.doc.addStructure(this.root);
  }

  get widthPt(): number {
    return this.doc.page.width - 2 * MARGIN_PT;
  }

  private get bottomPt(): number {
    return this.doc.page.height - MARGIN_PT;
  }

  private has(weight: Weight, code: number): boolean {
    this.doc.font(weight);
    return (this.doc as unknown as { _font: KnownFont })._font.font.hasGlyphForCodePoint(code);
  }

  /**
   * Stretches of a text that one font can write.
   * @throws where none can: a sum without one of its letters would be another sum
   */
  private runs(text: string, weight: Weight): { text: string; font: string }[] {
    const runs: { text: string; font: string }[] = [];
    for (const letter of printable(text)) {
      const code = letter.codePointAt(0)!;
      const isPlain = letter === '\n' || this.has(weight, code);
      const more = `${weight}More`;
      const font = isPlain ? weight : this.has(more as Weight, code) ? more : null;
      const last = runs.at(-1);
      if (font === null) throw new Error(`the fonts have no “${letter}”`);
      if (last?.font === font) last.text += letter;
      else runs.push({ text: letter, font });
    }
    return runs;
  }

  private heightOfText(text: string, weight: Weight, sizePt: number, widthPt: number): number {
    this.doc.font(weight).fontSize(sizePt);
    return this.doc.heightOfString(printable(text), { width: widthPt, lineGap: 2 });
  }

  private write(
    text: string,
    weight: Weight,
    sizePt: number,
    at: { x: number; y: number; widthPt: number; colour?: string },
  ): void {
    const { x, y, widthPt, colour = INK } = at;
    const runs = this.runs(text, weight);
    runs.forEach((run, i) => {
      const options = { width: widthPt, lineGap: 2, continued: i < runs.length - 1 };
      this.doc.font(run.font).fontSize(sizePt).fillColor(colour);
      if (i === 0) this.doc.text(run.text, x, y, options);
      else this.doc.text(run.text, options);
    });
  }

  /** Content under a tag of its own. */
  private tag(
    type: string,
    draw: () => void,
    options: { alt?: string } = {},
    into = this.root,
  ): void {
    into.add(this.doc.struct(type as 'P', options, draw));
  }

  /** What only decorates. */
  private artifact(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' });
    draw();
    this.doc.endMarkedContent();
  }

  private heightOf(block: Block): number {
    switch (block.kind) {
      case 'title':
        return (
          this.heightOfText(block.text, 'bold', TITLE_PT, this.widthPt) +
          this.heightOfText(block.note, 'body', BODY_PT, this.widthPt) +
          2 * GAP_PT
        );
      case 'heading':
        return this.heightOfText(block.text, 'bold', HEADING_PT, this.widthPt) + GAP_PT;
      case 'text':
        return (
          this.heightOfText(block.text, 'body', block.isSmall ? SMALL_PT : BODY_PT, this.widthPt) +
          GAP_PT
        );
      case 'figure':
        return block.heightPt + this.captionPt(block.figure, this.widthPt) + GAP_PT;
      case 'drawing':
        return block.heightPt + 2 * GAP_PT;
      case 'figures': {
        const widthPt = this.shareOf(block.figures.length);
        const captions = block.figures.map((figure) => this.captionPt(figure, widthPt));
        return block.heightPt + Math.max(...captions) + GAP_PT;
      }
      case 'ticks':
        return this.tickLines(block.options).length * (BOX_PT + 9) + GAP_PT;
      case 'blanks':
        return block.count * BLANK_PT + GAP_PT;
      case 'list':
        return block.items.reduce((sum, item) => sum + this.listItemPt(item), GAP_PT);
      case 'table':
        return block.rows.reduce(
          (sum, row) => sum + this.rowPt(row, block.shares),
          this.rowPt(block.head, block.shares) + GAP_PT,
        );
      case 'page':
        return 0;
      case 'together':
        return block.blocks.reduce((sum, one) => sum + this.heightOf(one), 0);
    }
  }

  /** Of each of so many side by side. */
  private shareOf(count: number): number {
    return (this.widthPt - BESIDE_PT * (count - 1)) / count;
  }

  private captionPt({ caption }: Figure, widthPt: number): number {
    return caption ? this.heightOfText(caption, 'body', SMALL_PT, widthPt) + 2 : 2;
  }

  private listItemPt(item: string): number {
    return this.heightOfText(item, 'body', BODY_PT, this.widthPt - 14) + 3;
  }

  private rowPt(row: readonly string[], shares: readonly number[]): number {
    const heights = row.map((cell, i) =>
      this.heightOfText(
        cell || ' ',
        'bold',
        SMALL_PT + 1,
        shares[i] * this.widthPt - 2 * CELL_PAD_PT,
      ),
    );
    return Math.max(...heights) + 2 * CELL_PAD_PT;
  }

  private tickLines(options: readonly string[]): string[][] {
    this.doc.font('body').fontSize(BODY_PT);
    const lines: string[][] = [];
    let leftPt = 0;
    for (const option of options) {
      const wide = this.doc.widthOfString(option) + BOX_PT + 22;
      if (lines.length === 0 || leftPt < wide) {
        lines.push([]);
        leftPt = this.widthPt;
      }
      lines.at(-1)!.push(option);
      leftPt -= wide;
    }
    return lines;
  }

  /** A new page where so much no longer fits. */
  private room(heightPt: number): void {
    const isFresh = this.doc.y <= MARGIN_PT + 1;
    if (!isFresh && this.doc.y + heightPt > this.bottomPt) this.newPage();
  }

  private newPage(): void {
    this.doc.addPage();
    this.doc.x = MARGIN_PT;
    this.doc.y = MARGIN_PT;
  }

  draw(block: Block): void {
    const { doc } = this;
    const x = MARGIN_PT;
    if (block.kind === 'page') {
      if (doc.y > MARGIN_PT + 1) this.newPage();
      return;
    }
    if (block.kind === 'together') {
      this.room(this.heightOf(block));
      for (const one of block.blocks) this.draw(one);
      return;
    }
    if (block.kind !== 'table' && block.kind !== 'list' && block.kind !== 'text') {
      this.room(this.heightOf(block));
    }
    switch (block.kind) {
      case 'title':
        this.tag('H1', () =>
          this.write(block.text, 'bold', TITLE_PT, { x, y: doc.y, widthPt: this.widthPt }),
        );
        doc.y += GAP_PT / 2;
        if (block.note) {
          this.tag('P', () =>
            this.write(block.note, 'body', BODY_PT, {
              x,
              y: doc.y,
              widthPt: this.widthPt,
              colour: FAINT,
            }),
          );
        }
        doc.y += GAP_PT;
        return;
      case 'heading':
        doc.y += GAP_PT / 2;
        this.tag('H2', () =>
          this.write(block.text, 'bold', HEADING_PT, { x, y: doc.y, widthPt: this.widthPt }),
        );
        doc.y += GAP_PT / 2;
        return;
      case 'text':
        for (const paragraph of block.text.split(/\n{2,}/)) {
          const sizePt = block.isSmall ? SMALL_PT : BODY_PT;
          this.room(Math.min(60, this.heightOfText(paragraph, 'body', sizePt, this.widthPt)));
          this.tag('P', () =>
            this.write(paragraph, 'body', sizePt, {
              ...{ x, y: doc.y, widthPt: this.widthPt },
              colour: block.isSmall ? FAINT : INK,
            }),
          );
          doc.y += GAP_PT;
        }
        return;
      case 'figure':
        this.figure(block.figure, x, this.widthPt, block.heightPt);
        return;
      case 'drawing': {
        const y = doc.y + GAP_PT / 2;
        const box = { x, y, width: this.widthPt, height: block.heightPt };
        this.tag(
          'Figure',
          () =>
            drawInBox(doc, block.drawing, box, (text, left, top) =>
              this.write(text, 'body', SMALL_PT - 0.5, { x: left, y: top, widthPt: 200 }),
            ),
          { alt: block.drawing.alt },
        );
        doc.x = MARGIN_PT;
        doc.y = y + block.heightPt + GAP_PT * 1.5;
        return;
      }
      case 'figures': {
        const widthPt = this.shareOf(block.figures.length);
        const y = doc.y;
        block.figures.forEach((figure, i) => {
          doc.y = y;
          this.figure(figure, x + i * (widthPt + BESIDE_PT), widthPt, block.heightPt);
        });
        doc.y = y + this.heightOf(block);
        return;
      }
      case 'ticks':
        for (const line of this.tickLines(block.options)) {
          const y = doc.y;
          let at = x;
          for (const option of line) {
            this.artifact(() =>
              doc
                .lineWidth(0.8)
                .strokeColor(INK)
                .rect(at, y + 1, BOX_PT, BOX_PT)
                .stroke(),
            );
            this.tag('P', () =>
              this.write(option, 'body', BODY_PT, { x: at + BOX_PT + 5, y, widthPt: this.widthPt }),
            );
            doc.font('body').fontSize(BODY_PT);
            at += doc.widthOfString(option) + BOX_PT + 22;
          }
          doc.y = y + BOX_PT + 9;
        }
        doc.y += GAP_PT;
        return;
      case 'blanks':
        for (let i = 0; i < block.count; i++) {
          doc.y += BLANK_PT;
          const { y } = doc;
          this.artifact(() =>
            doc
              .lineWidth(0.5)
              .strokeColor(FAINT)
              .moveTo(x, y)
              .lineTo(x + this.widthPt, y)
              .stroke(),
          );
        }
        doc.y += GAP_PT;
        return;
      case 'list': {
        const list = doc.struct('L');
        this.root.add(list);
        for (const item of block.items) {
          this.room(this.listItemPt(item));
          const { y } = doc;
          this.tag(
            'LI',
            () => {
              this.write('•', 'body', BODY_PT, { x, y, widthPt: 14 });
              this.write(item, 'body', BODY_PT, { x: x + 14, y, widthPt: this.widthPt - 14 });
            },
            {},
            list,
          );
          doc.y += 3;
        }
        doc.y += GAP_PT;
        return;
      }
      case 'table': {
        const table = doc.struct('Table');
        this.root.add(table);
        for (const [i, row] of [block.head, ...block.rows].entries()) {
          const heightPt = this.rowPt(row, block.shares);
          this.room(heightPt);
          const { y } = doc;
          const tr = doc.struct('TR');
          table.add(tr);
          let at = x;
          row.forEach((cell, column) => {
            const widthPt = block.shares[column] * this.widthPt;
            this.tag(
              i === 0 ? 'TH' : 'TD',
              () =>
                this.write(cell || ' ', i === 0 ? 'bold' : 'body', SMALL_PT + 1, {
                  ...{ x: at + CELL_PAD_PT, y: y + CELL_PAD_PT },
                  widthPt: widthPt - 2 * CELL_PAD_PT,
                }),
              {},
              tr,
            );
            at += widthPt;
          });
          this.artifact(() =>
            doc
              .lineWidth(i === 0 ? 1 : 0.4)
              .strokeColor(i === 0 ? INK : FAINT)
              .moveTo(x, y + heightPt)
              .lineTo(x + this.widthPt, y + heightPt)
              .stroke(),
          );
          doc.y = y + heightPt;
        }
        doc.y += GAP_PT;
      }
    }
  }

  private figure(figure: Figure, x: number, widthPt: number, heightPt: number): void {
    const { doc } = this;
    const y = doc.y;
    const scalePt = figure.ticks.length > 0 && figure.ticksAre === 'down' ? 26 : 0;
    const wide = widthPt - scalePt;
    this.tag(
      'Figure',
      () => {
        // pdfkit reads the bytes of a picture as they are.
        doc.image(figure.png as unknown as ArrayBuffer, x, y, { width: wide, height: heightPt });
        doc.lineWidth(0.6).strokeColor(INK).rect(x, y, wide, heightPt).stroke();
        for (const frame of figure.frames) this.frame(frame, x, y, wide, heightPt);
        for (const { at, text } of figure.ticks)
          this.tick(figure.ticksAre, at, text, { x, y, wide, heightPt });
      },
      { alt: figure.alt },
    );
    doc.y = y + heightPt + 2;
    if (figure.caption) {
      this.tag('Caption', () =>
        this.write(figure.caption, 'body', SMALL_PT, { x, y: doc.y, widthPt, colour: FAINT }),
      );
    }
    doc.x = MARGIN_PT;
    doc.y = y + heightPt + this.captionPt(figure, widthPt) + GAP_PT;
  }

  private tick(
    way: Figure['ticksAre'],
    at: number,
    text: string,
    { x, y, wide, heightPt }: { x: number; y: number; wide: number; heightPt: number },
  ): void {
    const { doc } = this;
    doc.lineWidth(0.6).strokeColor(INK);
    if (way === 'down') {
      const level = y + at * heightPt;
      doc
        .moveTo(x + wide, level)
        .lineTo(x + wide + 4, level)
        .stroke();
      this.write(text, 'body', SMALL_PT, { x: x + wide + 6, y: level - 5, widthPt: 40 });
      return;
    }
    const out = x + at * wide;
    doc
      .moveTo(out, y)
      .lineTo(out, y + 5)
      .stroke();
    doc.rect(out - 9, y + 5, 18, 10).fill('#ffffff');
    this.write(text, 'body', SMALL_PT - 1, { x: out - 8, y: y + 6, widthPt: 40 });
  }

  private frame(
    frame: Figure['frames'][number],
    x: number,
    y: number,
    wide: number,
    heightPt: number,
  ): void {
    const { doc } = this;
    const [left, top] = [x + frame.x * wide, y + frame.y * heightPt];
    const [across, down] = [frame.width * wide, frame.height * heightPt];
    // White under black: it shows on dark and on light.
    for (const [colour, lineWidth] of [
      ['#ffffff', 2.6],
      ['#000000', 1.1],
    ] as const) {
      doc.lineWidth(lineWidth).strokeColor(colour).rect(left, top, across, down).stroke();
    }
    if (!frame.label) return;
    const middle = { x: Math.max(x + 7, left), y: Math.max(y + 7, top - 8) };
    doc.circle(middle.x, middle.y, 6.5).fillAndStroke('#ffffff', '#000000');
    doc.font('bold').fontSize(8);
    const offset = doc.widthOfString(frame.label) / 2;
    this.write(frame.label, 'bold', 8, { x: middle.x - offset, y: middle.y - 4.5, widthPt: 20 });
  }

  async end(foot: string): Promise<Uint8Array> {
    const { doc } = this;
    const { start, count } = doc.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      doc.switchToPage(i);
      // Below the margin, where text would begin a new page.
      doc.page.margins.bottom = 0;
      const y = doc.page.height - MARGIN_PT + 18;
      this.artifact(() => {
        this.write(foot, 'body', SMALL_PT - 0.5, {
          x: MARGIN_PT,
          y,
          widthPt: this.widthPt - 60,
          colour: FAINT,
        });
        const page = `${i + 1} of ${count}`;
        doc.font('body').fontSize(SMALL_PT);
        const x = MARGIN_PT + this.widthPt - doc.widthOfString(page);
        this.write(page, 'body', SMALL_PT, { x, y, widthPt: 60, colour: FAINT });
      });
    }
    this.root.end();
    doc.end();
    return this.bytes;
  }
}

function joined(chunks: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
}

const FOOT = 'Wise Ripple. Training pictures are not for navigation; local rules come first.';

/** @returns the file */
export async function writePaper(paper: Paper, fonts: PaperFonts): Promise<Uint8Array> {
  const writer = new Writer(paper, fonts);
  for (const block of paper.blocks) writer.draw(block);
  return writer.end(FOOT);
}

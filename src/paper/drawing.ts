/** A drawing of the reckoner on paper: the same lines as on the screen, in greys. */
import { type Drawing, scaleOf, type Stroke, strokesOf, wordsOf } from '@core/reckoner';

const FILLS: Partial<Record<Stroke['look'], string>> = {
  water: '#f2f4f4',
  ground: '#c9c9c4',
  beam: '#d8dcdc',
  thing: '#222222',
  shadow: '#777777',
  seen: '#e4e4dd',
  boat: '#ffffff',
};
const NO_EDGE = new Set<Stroke['look']>(['water', 'ground']);
const DASHED = new Set<Stroke['look']>(['line', 'quiet']);
const WORDS_PT = 8;

export function drawInBox(
  doc: PDFKit.PDFDocument,
  { frame, shapes }: Drawing,
  box: { x: number; y: number; width: number; height: number },
  write: (text: string, x: number, y: number) => void,
): void {
  const scale = scaleOf(frame, box.width, box.height);
  doc.save();
  doc.rect(box.x, box.y, box.width, box.height).clip();
  for (const { points, isClosed, look } of shapes.flatMap((shape) => strokesOf(shape, scale))) {
    points.forEach(([x, y], i) => {
      if (i === 0) doc.moveTo(box.x + x, box.y + y);
      else doc.lineTo(box.x + x, box.y + y);
    });
    if (isClosed) doc.closePath();
    doc.lineWidth(look === 'sound' || look === 'thing' ? 1.6 : 0.7).strokeColor('#222222');
    if (DASHED.has(look)) doc.dash(3, { space: 2 });
    else doc.undash();
    const fill = isClosed ? FILLS[look] : undefined;
    if (fill && NO_EDGE.has(look)) doc.fill(fill);
    else if (fill) doc.fillAndStroke(fill, '#222222');
    else doc.stroke();
  }
  doc.undash();
  doc.restore();
  for (const shape of shapes) {
    const words = wordsOf(shape, scale);
    if (!words) continue;
    doc.font('body').fontSize(WORDS_PT);
    const left = words.anchor === 'middle' ? doc.widthOfString(words.text) / 2 : 0;
    write(words.text, box.x + words.at[0] - left, box.y + words.at[1] - WORDS_PT);
  }
  doc.lineWidth(0.6).strokeColor('#222222').rect(box.x, box.y, box.width, box.height).stroke();
}

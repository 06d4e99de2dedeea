/** A drill's questions for other programs, as a QTI package: what can be asked there, on the pictures that are printed. */
import {
  askOf,
  choicesOf,
  framesOn,
  gradeAnswer,
  type Ground,
  type Item,
  rightAnswer,
  rightChoices,
} from '@core/drills';
import { type QtiQuestion, writeQtiPackage } from '@core/formats';
import type { DrillRecord } from '@core/records';
import { LENGTH, type UnitSystem } from '@core/units';
import { openGround } from '@/storage/drillScreens';
import { paperFigure, shapeOf } from './figures';
import type { Figure } from './pdf';

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

function base64(bytes: Uint8Array): string {
  const PART = 0x8000;
  let text = '';
  for (let i = 0; i < bytes.length; i += PART) {
    text += String.fromCharCode(...bytes.subarray(i, i + PART));
  }
  return btoa(text);
}

/** A figure with its frames and scale, in one file. */
function svgOf({ png, widthPx, heightPx, frames, ticks, ticksAre, alt }: Figure): string {
  const boxes = frames.map(({ x, y, width, height, label }) => {
    const at = `x="${x * widthPx}" y="${y * heightPx}" width="${width * widthPx}" height="${height * heightPx}"`;
    const badge = label
      ? `<text x="${x * widthPx}" y="${Math.max(24, y * heightPx - 8)}" font-weight="bold" stroke="#fff" stroke-width="6" paint-order="stroke">${escaped(label)}</text>`
      : '';
    return `<rect ${at} fill="none" stroke="#fff" stroke-width="6"/><rect ${at} fill="none" stroke="#000" stroke-width="2.5"/>${badge}`;
  });
  const scale = ticks.map(({ at, text }) => {
    const [x, y] = ticksAre === 'down' ? [widthPx - 6, at * heightPx + 8] : [at * widthPx, 24];
    const anchor = ticksAre === 'down' ? 'end' : 'middle';
    return `<text x="${x}" y="${y}" text-anchor="${anchor}" stroke="#fff" stroke-width="6" paint-order="stroke">${escaped(text)}</text>`;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${heightPx}" viewBox="0 0 ${widthPx} ${heightPx}" font-family="sans-serif" font-size="24">`,
    `<title>${escaped(alt)}</title>`,
    `<image width="${widthPx}" height="${heightPx}" href="data:image/png;base64,${base64(png)}"/>`,
    ...boxes,
    ...scale,
    '</svg>',
  ].join('');
}

/** @returns null for what cannot be asked elsewhere: on a chart, with controls, sorted, or with nothing to find */
export function qtiQuestion(item: Item, ground: Ground, units: UnitSystem): QtiQuestion | null {
  const ask = askOf(item);
  const figures = ground.screens.map((screen, i) =>
    paperFigure(screen, {
      ...{ units, alt: ask, caption: '', shape: shapeOf(screen) },
      framed: framesOn(item, ground, i),
    }),
  );
  const picturesOf = (shown: readonly Figure[]) =>
    shown.map((figure) => ({
      ...{ svg: svgOf(figure), alt: figure.alt },
      ...{ widthPx: figure.widthPx, heightPx: figure.heightPx },
    }));
  const choices = choicesOf(item, ground, units);
  if (choices.length > 0) {
    const right = rightChoices(item, choices, ground);
    const texts = choices.map(({ text }) => text);
    return { kind: 'choice', ask, pictures: picturesOf(figures), choices: texts, right };
  }
  const answer = rightAnswer(item, ground);
  if (item.kind === 'measure' && answer?.kind === 'measure' && answer.valueM !== null) {
    const [{ info, view, track }] = ground.screens;
    const lengthM = Math.abs(track.alongM[track.alongM.length - 1] - track.alongM[0]);
    const pixelM = {
      range: Math.min(view.bottomM, info.binCount * info.rangeStepM) / figures[0].heightPx,
      along: Number.isFinite(lengthM) ? lengthM / figures[0].widthPx : 0,
    };
    const grade = gradeAnswer(item, { ...answer, pixelM }, ground);
    const { show, unit } = LENGTH[units];
    const rounded = (metres: number) => Number(show(metres).toFixed(3));
    return {
      ...{ kind: 'number', ask, pictures: picturesOf(figures), unit },
      value: rounded(answer.valueM),
      tolerance: grade.kind === 'measure' ? rounded(grade.toleranceM) : 0,
    };
  }
  if (item.kind === 'tapAll' && answer?.kind === 'tapAll' && answer.marks.length > 0) {
    const [screen] = ground.screens;
    const asked = screen.regions.filter(
      ({ label, verdict, outline }) =>
        label === item.label && verdict === 'visible' && outline.length > 0,
    );
    const figure = paperFigure(screen, {
      ...{ units, alt: ask, caption: '', shape: shapeOf(screen) },
      framed: asked.map((region) => ({ region, badge: '' })),
    });
    const areas = figure.frames.map(({ x, y, width, height }) => ({
      x: (x + width / 2) * figure.widthPx,
      y: (y + height / 2) * figure.heightPx,
      radius: Math.max(width * figure.widthPx, height * figure.heightPx) / 2,
    }));
    // Where they are is the answer.
    return { kind: 'points', ask, pictures: picturesOf([{ ...figure, frames: [] }]), areas };
  }
  return null;
}

/** @returns the package, and how many questions it holds */
export async function qtiPackage(
  drill: DrillRecord,
  units: UnitSystem,
): Promise<{ bytes: Uint8Array; count: number }> {
  const questions: QtiQuestion[] = [];
  for (const item of drill.items) {
    const ground = await openGround(item);
    const question = ground.ok ? qtiQuestion(item, ground.value, units) : null;
    if (question) questions.push(question);
  }
  if (questions.length === 0) throw new Error('none of its questions can be asked elsewhere');
  return { bytes: writeQtiPackage(drill.name, questions), count: questions.length };
}

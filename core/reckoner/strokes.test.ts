import { describe, expect, it } from 'vitest';
import {
  CARDS,
  type Card,
  type Drawing,
  firstChoices,
  firstValues,
  sayIn,
  scaleOf,
  type Shape,
  strokesOf,
  type Words,
  wordsOf,
} from '.';

const FRAME: Drawing['frame'] = [-10, -2, 30, 18];
const scale = scaleOf(FRAME, 800, 300);

describe('the scale of a drawing', () => {
  it('is one for both ways, and shows the whole frame in the middle', () => {
    const [left, top] = scale.at([-10, -2]);
    const [right, bottom] = scale.at([30, 18]);
    expect(bottom - top).toBeCloseTo(300, 6);
    expect(right - left).toBeCloseTo(600, 6);
    expect(left).toBeCloseTo(100, 6);
    expect(top).toBeCloseTo(0, 6);
    expect(scale.px(2)).toBeCloseTo(30, 6);
  });
  it('goes back to where it came from', () => {
    const [x, y] = scale.back(scale.at([3.7, 11.2]));
    expect([x, y]).toEqual([expect.closeTo(3.7, 9), expect.closeTo(11.2, 9)]);
  });
});

describe('shapes as lines', () => {
  const of = (shape: Shape) => strokesOf(shape, scale);
  it('an area closes, a line does not', () => {
    const points = [
      [0, 0],
      [4, 0],
      [4, 4],
    ] as const;
    expect(of({ kind: 'area', look: 'beam', points })[0]).toMatchObject({ isClosed: true });
    expect(of({ kind: 'line', look: 'line', points })[0]).toMatchObject({ isClosed: false });
  });
  it('every point of an arc is as far from its middle as it says', () => {
    const [{ points }] = of({
      ...{ kind: 'arc', centre: [0, 0], radiusM: 8, fromDeg: -10, toDeg: 80, look: 'sound' },
    });
    for (const [x, y] of points.map(scale.back)) expect(Math.hypot(x, y)).toBeCloseTo(8, 6);
    // Degrees count from straight down to the right.
    const [first, last] = [points[0], points.at(-1)!].map(scale.back);
    expect(first[0]).toBeLessThan(0);
    expect(last[0]).toBeGreaterThan(7);
  });
  it('what would be too small to see is drawn as large as it must be', () => {
    const wide = (shape: Shape) => {
      const xs = of(shape)[0].points.map(([x]) => x);
      return Math.max(...xs) - Math.min(...xs);
    };
    expect(wide({ kind: 'fish', at: [0, 0], lengthM: 0.01 })).toBeCloseTo(8, 6);
    expect(wide({ kind: 'fish', at: [0, 0], lengthM: 2 })).toBeCloseTo(30, 6);
    expect(wide({ kind: 'boat', at: [0, 0], lengthM: 0.1 })).toBeCloseTo(26, 6);
    expect(wide({ kind: 'ring', at: [0, 0], radiusM: 0, look: 'thing' })).toBeCloseTo(5, 1);
  });
  it('a span has a tick at each end, square to it, and its words beside or over it', () => {
    const level: Shape = { kind: 'span', from: [0, 5], to: [10, 5], text: '10 m' };
    const [line, a, b] = of(level);
    expect(line.points).toHaveLength(2);
    for (const { points } of [a, b]) expect(points[0][0]).toBeCloseTo(points[1][0], 6);
    expect(wordsOf(level, scale)).toMatchObject({ text: '10 m', anchor: 'middle' });
    const upright: Shape = { kind: 'span', from: [0, 0], to: [0, 10], text: '10 m' };
    expect(wordsOf(upright, scale)).toMatchObject({ anchor: 'start' });
    expect(wordsOf({ ...upright, text: '' }, scale)).toBeNull();
    expect(wordsOf({ kind: 'boat', at: [0, 0], lengthM: 4 }, scale)).toBeNull();
  });
});

const WIDTH = 560;
const HEIGHT = 288;
const LETTER_PX = 6.6;
const LINE_PX = 13;

function boxOf({ at: [x, y], text, anchor }: Words) {
  const width = text.length * LETTER_PX;
  const left = anchor === 'middle' ? x - width / 2 : x;
  return { left, right: left + width, top: y - LINE_PX, bottom: y + 2, text };
}

const drawn = CARDS.flatMap((card): [string, Card, Drawing][] => {
  const { drawing } = card.work(firstValues(card, {}), firstChoices(card), sayIn('metric'));
  return drawing ? [[card.id, card, drawing]] : [];
});

describe('a drawing as it comes', () => {
  it.each(drawn)('%s: its words lie in it, and none over another', (_, _card, drawing) => {
    const at = scaleOf(drawing.frame, WIDTH, HEIGHT);
    const boxes = drawing.shapes.flatMap((shape) => {
      const words = wordsOf(shape, at);
      return words ? [boxOf(words)] : [];
    });
    for (const { left, right, top, bottom, text } of boxes) {
      expect(left >= 0 && right <= WIDTH && top >= 0 && bottom <= HEIGHT, text).toBe(true);
    }
    boxes.forEach((a, i) => {
      for (const b of boxes.slice(i + 1)) {
        const apart =
          a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top;
        expect(apart, `${a.text} and ${b.text}`).toBe(true);
      }
    });
  });
  it.each(drawn)(
    '%s: what can be taken by hand is apart from the rest of it',
    (_, card, drawing) => {
      const at = scaleOf(drawing.frame, WIDTH, HEIGHT);
      const spots = drawing.handles.map((handle) => at.at(handle.at));
      spots.forEach(([x, y], i) => {
        for (const [otherX, otherY] of spots.slice(i + 1)) {
          expect(Math.hypot(x - otherX, y - otherY)).toBeGreaterThan(14);
        }
      });
      for (const { field } of drawing.handles) expect(card.fields[field]).toBeDefined();
    },
  );
});

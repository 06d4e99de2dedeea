import { render, screen } from '@testing-library/react';
import { createRef } from 'react';
import { describe, expect, it } from 'vitest';
import { Loupe, LoupeContext } from './Loupe';

const SIZE = { width: 800, height: 500 };
const READING = { width: 190, height: 130, aside: 14 };

/** As the picture places its reading. */
function readingAt({ x, y }: { x: number; y: number }) {
  const isLeft = x + READING.aside + READING.width > SIZE.width;
  const top = Math.min(Math.max(4, y - 40), SIZE.height - READING.height);
  const left = isLeft ? x - READING.aside - READING.width : x + READING.aside;
  return { isLeft, left, top, right: left + READING.width, bottom: top + READING.height };
}

function loupeAt(cursor: { x: number; y: number }) {
  const { unmount } = render(
    <LoupeContext value={true}>
      <Loupe canvas={createRef()} cursor={cursor} reading={readingAt(cursor)} {...SIZE} />
    </LoupeContext>,
  );
  const { left, top, width, height } = screen.getByTestId('loupe').style;
  unmount();
  const [l, t, w, h] = [left, top, width, height].map(Number.parseFloat);
  return { left: l, top: t, right: l + w, bottom: t + h };
}

describe('the loupe', () => {
  it.each([
    { x: 400, y: 250 },
    { x: 5, y: 5 },
    { x: 5, y: 495 },
    { x: 795, y: 5 },
    { x: 795, y: 250 },
    { x: 795, y: 495 },
    { x: 120, y: 300 },
  ])('keeps off cursor and reading, and on the picture: $x, $y', (cursor) => {
    const loupe = loupeAt(cursor);
    const reading = readingAt(cursor);
    const meets = (box: { left: number; right: number; top: number; bottom: number }) =>
      loupe.left < box.right &&
      loupe.right > box.left &&
      loupe.top < box.bottom &&
      loupe.bottom > box.top;
    expect(meets(reading)).toBe(false);
    expect(meets({ left: cursor.x, right: cursor.x, top: cursor.y, bottom: cursor.y })).toBe(false);
    expect(loupe.left).toBeGreaterThanOrEqual(0);
    expect(loupe.right).toBeLessThanOrEqual(SIZE.width);
    expect(loupe.top).toBeGreaterThanOrEqual(0);
    expect(loupe.bottom).toBeLessThanOrEqual(SIZE.height);
  });
  it('is not there until it is asked for', () => {
    const cursor = { x: 400, y: 250 };
    render(<Loupe canvas={createRef()} cursor={cursor} reading={readingAt(cursor)} {...SIZE} />);
    expect(screen.queryByTestId('loupe')).toBeNull();
  });
});

import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { EchoPoint } from '@core/display';
import type { DrawnRegion } from '@core/reading';
import { DRAW_TOOLS, useDrawing } from './drawing';

type Tool = (typeof DRAW_TOOLS)[number]['id'];

const point = (ping: number, bin: number, channel = 0): EchoPoint => ({
  ping,
  bin,
  beam: 0,
  channel,
});

/** A drawing with a tool in the hand, and what came of it. */
function drawing(tool: Tool) {
  const drawn: DrawnRegion[] = [];
  const { result } = renderHook(() => useDrawing('fish', (region) => drawn.push(region)));
  act(() => result.current.choose(tool));
  const tap = (...of: Parameters<typeof point>) => act(() => result.current.tap(point(...of)));
  return { drawn, tap, now: () => result.current };
}
const corners = ({ shape }: DrawnRegion) => shape.spots.map(({ ping, bin }) => [ping, bin]);

describe('drawing a region', () => {
  it('makes a point of one tap, in the middle of its cell', () => {
    const { drawn, tap, now } = drawing('point');
    tap(7, 40, 1);
    expect(drawn).toHaveLength(1);
    expect(drawn[0]).toMatchObject({ label: 'fish', channel: 1, shape: { kind: 'point' } });
    expect(corners(drawn[0])).toEqual([[7.5, 40.5]]);
    expect(now().spots).toEqual([]);
  });

  it('makes a box of two corners, whichever comes first', () => {
    const { drawn, tap, now } = drawing('box');
    tap(20, 60);
    expect(now().spots).toHaveLength(1);
    expect(drawn).toHaveLength(0);
    tap(5, 30);
    expect(drawn[0].shape.kind).toBe('box');
    const pings = corners(drawn[0]).map(([ping]) => ping);
    expect([Math.min(...pings), Math.max(...pings)]).toEqual([5.5, 20.5]);
  });

  it('closes a polygon by a tap on its first corner, not before it has three', () => {
    const { drawn, tap } = drawing('polygon');
    tap(10, 10);
    tap(30, 10);
    tap(11, 11);
    // Near the first one, but two corners are no polygon yet: it is the third.
    expect(drawn).toHaveLength(0);
    tap(20, 40);
    tap(10, 12);
    expect(drawn).toHaveLength(1);
    expect(drawn[0].shape.kind).toBe('polygon');
    expect(corners(drawn[0])).toHaveLength(4);
  });

  it('ends a line where it stands, if it is one', () => {
    const { drawn, tap, now } = drawing('line');
    tap(3, 50);
    act(() => now().close());
    expect(drawn).toHaveLength(0);
    tap(3, 50);
    tap(9, 52);
    tap(15, 51);
    act(() => now().close());
    expect(drawn[0].shape.kind).toBe('line');
    expect(corners(drawn[0]).map(([ping]) => ping)).toEqual([3.5, 9.5, 15.5]);
  });

  it('takes a lasso whole from the pointer and nothing from taps', () => {
    const { drawn, tap, now } = drawing('lasso');
    tap(4, 4);
    expect(now().spots).toEqual([]);
    const spots = [point(1, 1), point(8, 2), point(6, 9)].map(({ ping, bin, beam }) => ({
      ping,
      bin,
      beam,
    }));
    act(() => now().finish(spots, 0));
    expect(drawn[0].shape.kind).toBe('polygon');
    act(() => now().finish(spots.slice(0, 2), 0));
    expect(drawn).toHaveLength(1);
  });

  it('begins anew on the other side: no region lies on both', () => {
    const { drawn, tap, now } = drawing('box');
    tap(10, 10, 0);
    tap(20, 20, 1);
    expect(drawn).toHaveLength(0);
    expect(now().channel).toBe(1);
    expect(now().spots).toHaveLength(1);
    tap(25, 30, 1);
    expect(drawn[0].channel).toBe(1);
    expect(corners(drawn[0]).flat()).not.toContain(10.5);
  });

  it('takes back the last corner, all of them, and those of another tool', () => {
    const { tap, now } = drawing('polygon');
    tap(1, 1);
    tap(9, 9);
    act(() => now().back());
    expect(now().spots.map(({ ping }) => ping)).toEqual([1.5]);
    act(() => now().cancel());
    expect(now().spots).toEqual([]);
    tap(1, 1);
    act(() => now().choose('line'));
    expect(now().spots).toEqual([]);
  });

  it('draws nothing while it selects', () => {
    const { drawn, tap, now } = drawing('select');
    tap(5, 5);
    act(() => now().finish([{ ping: 1, bin: 1, beam: 0 }], 0));
    expect(drawn).toEqual([]);
    expect(now().spots).toEqual([]);
  });

  it('has a key of its own for every tool, and says how it works', () => {
    expect(new Set(DRAW_TOOLS.map(({ key }) => key)).size).toBe(DRAW_TOOLS.length);
    for (const { hint } of DRAW_TOOLS) expect(hint).toMatch(/\.$/);
  });
});

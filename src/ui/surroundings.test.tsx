import { render } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { cardOf, firstValues } from '@core/reckoner';
import { knownSurroundings, surroundingsOf, useTellSurroundings } from './surroundings';

function Page({ depthM }: { depthM: number }) {
  useTellSurroundings(() => ({ depthM, speedMps: 2 }));
  return null;
}

const SHOWN = {
  channel: { beamwidthDeg: 20, acrossBeamwidthDeg: null },
  ...{ depthM: 7.5, speedMps: 1.2, shownM: 16, heightPx: 480, pingRateHz: 12 },
};

describe('what a page knows', () => {
  it('is asked for when a card begins, as it is then, and only while the page stands', () => {
    expect(knownSurroundings()).toEqual({});
    const { rerender, unmount } = render(<Page depthM={6} />);
    rerender(<Page depthM={9} />);
    expect(knownSurroundings()).toEqual({ depthM: 9, speedMps: 2 });
    const { depth, speed } = firstValues(cardOf('footprint')!, knownSurroundings());
    expect([depth, speed]).toEqual([9, 2]);
    unmount();
    expect(knownSurroundings()).toEqual({});
  });
  it('is the last page’s where two stand', () => {
    const first = render(<Page depthM={3} />);
    const second = render(<Page depthM={4} />);
    expect(knownSurroundings().depthM).toBe(4);
    first.unmount();
    expect(knownSurroundings().depthM).toBe(4);
    second.unmount();
    expect(knownSurroundings()).toEqual({});
  });
});

describe('what an echo tells', () => {
  it('is its beam, its window and the boat', () => {
    expect(surroundingsOf(SHOWN)).toEqual({
      ...{ depthM: 7.5, speedMps: 1.2, rangeM: 16, pictureHeightPx: 480, pingRateHz: 12 },
      beamDeg: 20,
    });
  });
  it('of a fan the broad side', () => {
    const channel = { beamwidthDeg: 0.8, acrossBeamwidthDeg: 50 };
    expect(surroundingsOf({ ...SHOWN, channel }).beamDeg).toBe(50);
  });
  it('leaves out what is lost or stands still, so that a card begins as usual', () => {
    const told = surroundingsOf({ ...SHOWN, depthM: Number.NaN, speedMps: 0, channel: undefined });
    expect(Object.keys(told).toSorted()).toEqual(['pictureHeightPx', 'pingRateHz', 'rangeM']);
    const { depth } = firstValues(cardOf('footprint')!, told);
    expect(depth).toBe(cardOf('footprint')!.fields.depth.usual);
  });
});

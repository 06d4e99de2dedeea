import { describe, expect, it } from 'vitest';
import { madeUpRegion, madeUpScreen } from '../drills/madeUp';
import { onPicture } from '.';

describe('truth as far as a picture shows it', () => {
  const { info, view } = madeUpScreen();
  const shallow = madeUpRegion('shallow', { ping: 50, bin: 60 });
  const deep = madeUpRegion('deep', { ping: 90, bin: 300 });
  const verdicts = (change: object) =>
    onPicture([shallow, deep], info, { ...view, ...change }).map(({ verdict }) => verdict);
  it('hides what lies outside the window, and says why', () => {
    // Cell 60 is 3.3 m deep, cell 300 15.3 m.
    expect(verdicts({ topM: 0, bottomM: 20 })).toEqual(['visible', 'visible']);
    expect(verdicts({ topM: 0, bottomM: 10 })).toEqual(['visible', 'hidden']);
    expect(verdicts({ topM: 6, bottomM: 20 })).toEqual(['hidden', 'visible']);
    const [, hidden] = onPicture([shallow, deep], info, { ...view, bottomM: 10 });
    expect(hidden.reason).toBe('offPicture');
  });
  it('leaves pictures alone that follow the bottom', () => {
    expect(verdicts({ bottomM: 10, autoRange: true })).toEqual(['visible', 'visible']);
    expect(verdicts({ bottomM: 10, zoom: 'bottom' })).toEqual(['visible', 'visible']);
  });
});

import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { presented } from '../../tests/fixtures/presented';
import { listenToPresenter, type Presented, startPresenting } from './presenting';

const PRESENTED = presented();

/** Channels of one name hear each other, not themselves, at once. */
const open: FakeChannel[] = [];
class FakeChannel {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  constructor(readonly name: string) {
    open.push(this);
  }
  postMessage(data: unknown) {
    for (const other of open) {
      if (other !== this && other.name === this.name) other.onmessage?.({ data });
    }
  }
  close() {
    open.splice(open.indexOf(this), 1);
  }
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('BroadcastChannel', FakeChannel);
  open.length = 0;
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the students’ window', () => {
  it('is told at once when it opens, when something changes, and again and again', () => {
    let now: Presented = PRESENTED;
    const presenter = startPresenting(() => now);
    const heard: Presented[] = [];
    const stop = listenToPresenter((one) => heard.push(one));
    expect(heard).toEqual([PRESENTED]);
    now = { ...PRESENTED, revealed: true };
    presenter.tell();
    expect(heard.at(-1)!.revealed).toBe(true);
    vi.advanceTimersByTime(1600);
    expect(heard).toHaveLength(5);
    stop();
    presenter.stop();
    vi.advanceTimersByTime(5000);
    expect(heard).toHaveLength(5);
    expect(open).toHaveLength(0);
  });
  it('hears nothing while there is nothing to show', () => {
    const presenter = startPresenting(() => null);
    const heard: Presented[] = [];
    listenToPresenter((one) => heard.push(one));
    vi.advanceTimersByTime(2000);
    expect(heard).toEqual([]);
    presenter.stop();
  });
  it('leaves alone what is no word of a bench, as of another version', () => {
    const heard: Presented[] = [];
    listenToPresenter((one) => heard.push(one));
    const other = new FakeChannel(open[0].name);
    for (const word of [null, 'hello', { ask: true }, { ...PRESENTED, active: 'radar' }, {}]) {
      other.postMessage(word);
    }
    expect(heard).toEqual([]);
    other.postMessage(PRESENTED);
    expect(heard).toHaveLength(1);
  });
  it('opens in one window and is shown in many', () => {
    const presenter = startPresenting(() => PRESENTED);
    const counts = [0, 0, 0];
    counts.forEach((_, i) => listenToPresenter(() => counts[i]++));
    presenter.tell();
    expect(counts.every((count) => count >= 2)).toBe(true);
    presenter.stop();
  });
});

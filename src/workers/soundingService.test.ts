import { describe, expect, it } from 'vitest';
import { createSoundingRun } from '@core/sounding';
import { fishAt, testRequest, testScene } from '../../tests/fixtures/scene';
import type { FromSoundingWorker } from './soundingProtocol';
import { createSoundingService } from './soundingService';

const request = testRequest(
  testScene({ targets: [fishAt('f', -14, 0.3, 6)], water: { volumeScatteringDb: -82 } }),
  { sounder: { binCount: 64, noise: true, speckle: true }, pingCount: 130 },
);

/** The service on this thread; deferred tasks run when `turn` is called, as between messages. */
function harness() {
  const sent: FromSoundingWorker[] = [];
  const transfers: number[] = [];
  const tasks: (() => void)[] = [];
  const receive = createSoundingService(
    (message, transfer) => {
      sent.push(message);
      transfers.push(transfer.length);
    },
    (task) => tasks.push(task),
  );
  const turn = () => {
    const task = tasks.shift();
    task?.();
    return task !== undefined;
  };
  const settle = () => {
    while (turn());
  };
  const pings = () =>
    sent.flatMap((m) => (m.type === 'block' ? [m.block.pingCount] : [])).reduce((a, b) => a + b, 0);
  return { sent, transfers, receive, turn, settle, pings };
}

describe('the sounding service', () => {
  it('opens a job and sends nothing before it is asked', () => {
    const { sent, receive, settle } = harness();
    receive({ type: 'start', jobId: 1, request });
    settle();
    expect(sent.map((m) => m.type)).toEqual(['opened']);
  });

  it('sends as many pings as were asked for, in order, with transferred buffers', () => {
    const { sent, transfers, receive, settle, pings } = harness();
    receive({ type: 'start', jobId: 1, request });
    receive({ type: 'demand', jobId: 1, pings: 7 });
    settle();
    expect(pings()).toBe(7);
    receive({ type: 'demand', jobId: 1, pings: 100 });
    settle();
    expect(pings()).toBe(107);
    expect(transfers[1]).toBeGreaterThan(10);
    const blocks = sent.flatMap((m) => (m.type === 'block' ? [m] : []));
    let next = 0;
    for (const { block, done, total } of blocks) {
      expect(block.firstPing).toBe(next);
      next += block.pingCount;
      expect([done, total]).toEqual([next, 130]);
    }
  });

  it('ends at the last ping, whatever more is asked', () => {
    const { sent, receive, settle, pings } = harness();
    receive({ type: 'start', jobId: 1, request });
    receive({ type: 'demand', jobId: 1, pings: 9999 });
    settle();
    expect(pings()).toBe(130);
    expect(sent.at(-1)).toEqual({ type: 'finished', jobId: 1 });
  });

  it('sends the bytes that the core computes', () => {
    const { sent, receive, settle } = harness();
    receive({ type: 'start', jobId: 1, request });
    receive({ type: 'demand', jobId: 1, pings: 30 });
    settle();
    const block = sent.find((m) => m.type === 'block')!.block;
    expect(block).toEqual(createSoundingRun(request).block(0, 30));
  });

  it('stops between blocks when a job is cancelled, and leaves others alone', () => {
    const { sent, receive, turn, settle, pings } = harness();
    receive({ type: 'start', jobId: 1, request });
    receive({ type: 'demand', jobId: 1, pings: 130 });
    turn();
    const before = pings();
    receive({ type: 'cancel', jobId: 1 });
    receive({ type: 'start', jobId: 2, request });
    receive({ type: 'demand', jobId: 2, pings: 5 });
    settle();
    expect(pings()).toBe(before + 5);
    expect(sent.some((m) => m.type === 'finished')).toBe(false);
  });

  it('answers a bad request with a value that names the fault', () => {
    const { sent, receive, settle } = harness();
    const bad = { ...request, sounder: { ...request.sounder, beamwidthDeg: 400 } };
    receive({ type: 'start', jobId: 3, request: bad });
    receive({ type: 'demand', jobId: 3, pings: 5 });
    settle();
    expect(sent).toHaveLength(1);
    expect(sent[0]).toMatchObject({ type: 'failed', jobId: 3, error: { code: 'invalidRequest' } });
    expect(sent[0].type === 'failed' && sent[0].error.message).toMatch(/sounder\.beamwidthDeg/);
  });
});

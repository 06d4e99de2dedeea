import { describeIssues } from '@core/records';
import {
  blockBuffers,
  createSoundingRun,
  explainCell,
  type LedgerCell,
  type Scene,
  soundingRequestSchema,
  type SoundingRequest,
} from '@core/sounding';
import type { FromSoundingWorker, SoundingError, ToSoundingWorker } from './soundingProtocol';

/** Pings computed before the worker looks for messages again; about 10 ms of work. */
const BLOCK_PINGS = 48;

interface Job {
  request: SoundingRequest;
  block: ReturnType<typeof createSoundingRun>['block'];
  sent: number;
  demanded: number;
  running: boolean;
}

/**
 * The worker without its thread: takes messages, posts answers.
 * @param post sends a message and gives away the listed buffers
 * @param defer runs a task after messages that are already waiting
 */
export function createSoundingService(
  post: (message: FromSoundingWorker, transfer: ArrayBuffer[]) => void,
  defer: (task: () => void) => void,
): (message: ToSoundingWorker) => void {
  const jobs = new Map<number, Job>();
  // Consecutive jobs are nearly always over the same water, often with another lure in it. What is
  // prepared hangs on the bottom and on each target, so those that did not change are kept.
  let lastBottom: { text: string; bottom: Scene['bottom'] } | null = null;
  let lastTargets = new Map<string, Scene['targets'][number]>();

  function fail(jobId: number, error: SoundingError) {
    jobs.delete(jobId);
    post({ type: 'failed', jobId, error }, []);
  }

  function knownScene(request: SoundingRequest): SoundingRequest {
    const { scene } = request;
    const text = JSON.stringify(scene.bottom);
    if (lastBottom?.text !== text) lastBottom = { text, bottom: scene.bottom };
    const targets = new Map(
      scene.targets.map((target) => {
        const words = JSON.stringify(target);
        return [words, lastTargets.get(words) ?? target];
      }),
    );
    lastTargets = targets;
    return {
      ...request,
      scene: { ...scene, bottom: lastBottom.bottom, targets: [...targets.values()] },
    };
  }

  function start(jobId: number, raw: unknown) {
    const parsed = soundingRequestSchema.safeParse(raw);
    if (!parsed.success) {
      fail(jobId, { code: 'invalidRequest', message: describeIssues(parsed.error) });
      return;
    }
    try {
      const request = knownScene(parsed.data);
      const run = createSoundingRun(request);
      jobs.set(jobId, { request, block: run.block, sent: 0, demanded: 0, running: false });
      post({ type: 'opened', jobId, info: run.info }, []);
    } catch (error) {
      fail(jobId, { code: 'failed', message: String(error) });
    }
  }

  function explain(jobId: number, raw: unknown, cell: LedgerCell) {
    const parsed = soundingRequestSchema.safeParse(raw);
    if (!parsed.success) {
      fail(jobId, { code: 'invalidRequest', message: describeIssues(parsed.error) });
      return;
    }
    try {
      const ledger = explainCell(knownScene(parsed.data), cell);
      post({ type: 'explained', jobId, ledger }, []);
    } catch (error) {
      fail(jobId, { code: 'failed', message: String(error) });
    }
  }

  function work(jobId: number) {
    const job = jobs.get(jobId);
    if (!job) return; // cancelled
    const { firstPing, pingCount } = job.request;
    const count = Math.min(BLOCK_PINGS, job.demanded - job.sent, pingCount - job.sent);
    if (count > 0) {
      try {
        const block = job.block(firstPing + job.sent, count);
        job.sent += count;
        post(
          { type: 'block', jobId, block, done: job.sent, total: pingCount },
          blockBuffers(block),
        );
      } catch (error) {
        fail(jobId, { code: 'failed', message: String(error) });
        return;
      }
    }
    if (job.sent >= pingCount) {
      jobs.delete(jobId);
      post({ type: 'finished', jobId }, []);
    } else if (job.sent < job.demanded) {
      defer(() => work(jobId));
    } else {
      job.running = false;
    }
  }

  return (message) => {
    if (message.type === 'start') {
      start(message.jobId, message.request);
      return;
    }
    if (message.type === 'explain') {
      explain(message.jobId, message.request, message.cell);
      return;
    }
    const job = jobs.get(message.jobId);
    if (!job) return;
    if (message.type === 'cancel') {
      jobs.delete(message.jobId);
      return;
    }
    job.demanded = Math.min(job.request.pingCount, job.demanded + message.pings);
    if (!job.running) {
      job.running = true;
      work(message.jobId);
    }
  };
}

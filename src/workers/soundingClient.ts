import type {
  EchogramInfo,
  EchoLedger,
  LedgerCell,
  PingBlock,
  SoundingRequest,
} from '@core/sounding';
import type { FromSoundingWorker, SoundingError, ToSoundingWorker } from './soundingProtocol';

export interface SoundingHandlers {
  onOpened?: (info: EchogramInfo) => void;
  onBlock: (block: PingBlock, done: number, total: number) => void;
  onFinished?: () => void;
  onExplained?: (ledger: EchoLedger) => void;
  onFailed: (error: SoundingError) => void;
}

export interface SoundingJob {
  /** Asks for that many more pings. */
  demand: (pings: number) => void;
  /** Nothing more arrives after this, not even what is on its way. */
  cancel: () => void;
}

const startWorker = () =>
  new Worker(new URL('./sounding.worker.ts', import.meta.url), { type: 'module' });
let prepared: Worker | null = null;

/**
 * Starts a worker for the next client, while the page is still finding out what to sound.
 * @returns ends it if nobody took it
 */
export function prepareSounding(): () => void {
  prepared ??= startWorker();
  return () => {
    prepared?.terminate();
    prepared = null;
  };
}

/** One worker and the jobs running in it. */
export class SoundingClient {
  private readonly worker = prepared ?? startWorker();
  private readonly handlers = new Map<number, SoundingHandlers>();
  private nextJobId = 1;

  constructor() {
    prepared = null;
    this.worker.onmessage = ({ data }: MessageEvent<FromSoundingWorker>) => this.receive(data);
    this.worker.onerror = (event) => {
      const error: SoundingError = {
        code: 'failed',
        message: event.message || 'the worker stopped',
      };
      for (const handlers of this.handlers.values()) handlers.onFailed(error);
      this.handlers.clear();
    };
  }

  start(request: SoundingRequest, handlers: SoundingHandlers): SoundingJob {
    const jobId = this.nextJobId++;
    this.handlers.set(jobId, handlers);
    this.post({ type: 'start', jobId, request });
    return {
      demand: (pings) => this.post({ type: 'demand', jobId, pings }),
      cancel: () => {
        this.handlers.delete(jobId);
        this.post({ type: 'cancel', jobId });
      },
    };
  }

  /** All pings of a request at once, as blocks in order. */
  collect(request: SoundingRequest): Promise<{ info: EchogramInfo; blocks: PingBlock[] }> {
    return new Promise((resolve, reject) => {
      const blocks: PingBlock[] = [];
      let info: EchogramInfo | null = null;
      const job = this.start(request, {
        onOpened: (opened) => (info = opened),
        onBlock: (block) => blocks.push(block),
        onFinished: () => resolve({ info: info!, blocks }),
        onFailed: (error) => reject(new Error(error.message)),
      });
      job.demand(request.pingCount);
    });
  }

  /** The ledger of one cell. */
  explain(request: SoundingRequest, cell: LedgerCell): Promise<EchoLedger> {
    return new Promise((resolve, reject) => {
      const jobId = this.nextJobId++;
      this.handlers.set(jobId, {
        onBlock: () => {},
        onExplained: resolve,
        onFailed: (error) => reject(new Error(error.message)),
      });
      this.post({ type: 'explain', jobId, request, cell });
    });
  }

  close(): void {
    this.worker.terminate();
    this.handlers.clear();
  }

  private post(message: ToSoundingWorker): void {
    this.worker.postMessage(message);
  }

  private receive(message: FromSoundingWorker): void {
    const handlers = this.handlers.get(message.jobId);
    if (!handlers) return;
    switch (message.type) {
      case 'opened':
        handlers.onOpened?.(message.info);
        break;
      case 'block':
        handlers.onBlock(message.block, message.done, message.total);
        break;
      case 'finished':
        this.handlers.delete(message.jobId);
        handlers.onFinished?.();
        break;
      case 'explained':
        this.handlers.delete(message.jobId);
        handlers.onExplained?.(message.ledger);
        break;
      case 'failed':
        this.handlers.delete(message.jobId);
        handlers.onFailed(message.error);
        break;
    }
  }
}

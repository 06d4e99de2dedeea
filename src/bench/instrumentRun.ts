/** One instrument on the pass: its worker, its job, and the ring of pings that its picture shows. */
import {
  EchoRing,
  type Instrument,
  pingRateHz,
  type SoundingRequest,
  isPolar,
} from '@core/sounding';
import { type SoundingJob, SoundingClient } from '@/workers/soundingClient';

export type RunRequest = Omit<SoundingRequest, 'firstPing' | 'pingCount'>;

/** History kept, s: frames of a sector are large. */
const CAPACITY_S = { cone: 200, column: 200, downFan: 150, sideFans: 150, sector: 40 };
/** History sounded when a run begins or another setting shows the same pass anew, s. */
const HISTORY_S = 75;
const SECTOR_HISTORY_S = 12;
const MAX_PASS_PINGS = 500_000;
/** No water carries sound more slowly. */
const SLOWEST_MPS = 1400;

interface Listener {
  /** A ring is there or another has taken its place. */
  onRing: () => void;
  onProgress: () => void;
  onFailed: (message: string) => void;
}

export class InstrumentRun {
  ring: EchoRing | null = null;
  /** Share of the history that is sounded; null when it is all there. */
  progress: number | null = null;
  private readonly client = new SoundingClient();
  private job: SoundingJob | null = null;
  private request: RunRequest | null = null;
  private requested = '';
  private demandedEnd = 0;
  private untilS = 0;
  /** A job that goes on is being made ready; and what is to be taken up after it. */
  private isOpening = false;
  private next: RunRequest | null = null;

  constructor(
    readonly instrument: Instrument,
    private readonly listener: Listener,
  ) {}

  get soundedWith(): RunRequest | null {
    return this.request;
  }

  /** End of the newest ping before a time. */
  endAt(timeS: number): number {
    const { ring } = this;
    if (!ring) return 0;
    const end = Math.floor(timeS * ring.info.pingRateHz + 1e-6);
    return Math.max(ring.first, Math.min(ring.end, end));
  }

  /** All pings before a time have come. */
  isReady(timeS: number): boolean {
    const { ring } = this;
    return (
      this.progress === null &&
      ring !== null &&
      ring.end >= Math.floor(timeS * ring.info.pingRateHz + 1e-6)
    );
  }

  /** Sounds the pass afresh up to a time, unless that is what was sounded already. */
  sound(request: RunRequest, untilS: number, force = false): void {
    const { scene, ...rest } = request;
    const words = JSON.stringify(rest);
    const sameScene = this.request?.scene === scene;
    if (!force && sameScene && words === this.requested) return;
    const hasWhole = this.ring !== null && this.progress === null;
    this.request = request;
    this.requested = words;
    this.untilS = untilS;
    this.isOpening = false;
    this.next = null;
    this.job?.cancel();
    let ring: EchoRing | null = null;
    let until = 0;
    this.progress = 0;
    this.listener.onProgress();
    const historyS = isPolar(this.instrument) ? SECTOR_HISTORY_S : HISTORY_S;
    // As many as must come in any water; what is sailed is told when the job opens.
    const leastHz = pingRateHz(request.sounder, SLOWEST_MPS);
    const firstPing = Math.max(0, Math.floor((untilS - historyS) * leastHz));
    const show = () => {
      this.ring = ring;
      this.listener.onRing();
    };
    const finish = () => {
      this.progress = null;
      show();
    };
    this.job = this.client.start(
      { ...request, firstPing, pingCount: MAX_PASS_PINGS - firstPing },
      {
        onOpened: (info) => {
          const capacity = Math.ceil(CAPACITY_S[this.instrument] * info.pingRateHz);
          ring = new EchoRing(info, capacity, firstPing);
          until = Math.max(firstPing, Math.floor(untilS * info.pingRateHz + 1e-6));
          this.demandedEnd = until;
          if (until === firstPing) finish();
          else this.job!.demand(until - firstPing);
        },
        onBlock: (block) => {
          ring!.append(block);
          if (this.progress === null) return;
          this.progress = (ring!.end - firstPing) / (until - firstPing);
          // An empty picture fills as pings come; one that is there stays until the other is whole.
          if (ring!.end >= until) finish();
          else if (!hasWhole) show();
          else this.listener.onProgress();
        },
        onFailed: ({ message }) => this.listener.onFailed(message),
      },
    );
  }

  /**
   * Goes on from the newest ping with another way or other things in the water; history stays. Getting a
   * job ready takes the worker a moment: of those asked for meanwhile only the last is taken up.
   */
  continueWith(request: RunRequest): void {
    const { ring } = this;
    if (!ring || this.progress !== null) {
      // History on its way would go on along the old one.
      if (this.request) this.sound(request, this.untilS, true);
      return;
    }
    const { scene: _, ...rest } = request;
    this.request = request;
    this.requested = JSON.stringify(rest);
    if (this.isOpening) {
      this.next = request;
      return;
    }
    this.job?.cancel();
    // What was asked of the job before and has not come is asked of this one.
    const owed = Math.max(0, this.demandedEnd - ring.end);
    this.demandedEnd = ring.end + owed;
    this.isOpening = true;
    const job = this.client.start(
      { ...request, firstPing: ring.end, pingCount: MAX_PASS_PINGS - ring.end },
      {
        onOpened: () => {
          this.isOpening = false;
          const { next } = this;
          this.next = null;
          if (next) this.continueWith(next);
        },
        onBlock: (block) => ring.append(block),
        onFailed: ({ message }) => this.listener.onFailed(message),
      },
    );
    this.job = job;
    if (owed > 0) job.demand(owed);
  }

  /** Asks for what is due by a time. */
  demandUntil(timeS: number): void {
    const { ring, job } = this;
    if (!ring || !job || this.progress !== null) return;
    const due = Math.floor(timeS * ring.info.pingRateHz + 1e-6) - this.demandedEnd;
    if (due <= 0) return;
    this.demandedEnd += due;
    job.demand(due);
  }

  /** Why a cell is as bright as it is. */
  explain: SoundingClient['explain'] = (...asked) => this.client.explain(...asked);

  close(): void {
    this.client.close();
  }
}

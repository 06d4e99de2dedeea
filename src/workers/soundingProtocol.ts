/**
 * What page and sounding worker say to one another.
 *
 * A job is a request and then a stream: the page states how many pings it wants (`demand`), the
 * worker answers with blocks of that many and no more, so a live picture never runs ahead and a batch
 * never floods. Buffers are transferred. Everything that goes wrong comes back as a value.
 */
import type {
  EchogramInfo,
  EchoLedger,
  LedgerCell,
  PingBlock,
  SoundingRequest,
} from '@core/sounding';

export type ToSoundingWorker =
  | { type: 'start'; jobId: number; request: SoundingRequest }
  | { type: 'demand'; jobId: number; pings: number }
  | { type: 'cancel'; jobId: number }
  /** Why a cell of such a request is as bright as it is. */
  | { type: 'explain'; jobId: number; request: SoundingRequest; cell: LedgerCell };

export interface SoundingError {
  code: 'invalidRequest' | 'failed';
  message: string;
}

export type FromSoundingWorker =
  | { type: 'opened'; jobId: number; info: EchogramInfo }
  /** `done` of `total` pings have now been sent. */
  | { type: 'block'; jobId: number; block: PingBlock; done: number; total: number }
  | { type: 'finished'; jobId: number }
  | { type: 'explained'; jobId: number; ledger: EchoLedger }
  | { type: 'failed'; jobId: number; error: SoundingError };

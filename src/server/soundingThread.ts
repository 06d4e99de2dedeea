/** What a worker thread of the server does: one request in, the text of its answer out. */
import { soundingAnswer } from '@core/formats';
import type { SoundingRequest } from '@core/sounding';

export default function answerText(request: SoundingRequest): string {
  return JSON.stringify(soundingAnswer(request));
}

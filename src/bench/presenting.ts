/** The instructor's bench tells the students' window what to show; the echoes are sounded there anew. */
import { z } from 'zod';
import { passRunSchema } from '@core/pass';
import { layoutSchema, setupSchema } from '@core/setup';
import { INSTRUMENTS } from '@core/sounding';
import { EYES } from '@core/display';
import { targetSchema } from '@core/targets';
import { dayChoiceSchema } from '@core/waters';

const CHANNEL = 'wise-ripple-presenting';

const presentedSchema = z.object({
  waterId: z.string(),
  day: dayChoiceSchema,
  pass: passRunSchema,
  setup: setupSchema,
  layout: layoutSchema,
  active: z.enum(INSTRUMENTS),
  inHand: z.array(targetSchema).max(10),
  timeS: z.number(),
  shownS: z.number(),
  moving: z.boolean(),
  rate: z.number(),
  revealed: z.boolean(),
  lit: z.string().nullable(),
  eye: z.enum(EYES),
});
export type Presented = z.infer<typeof presentedSchema>;

/** A window that opens asks; the bench answers, whether its clock runs or not. */
const askSchema = z.object({ ask: z.literal(true) });
/** Told again so often, for a window that missed a word. */
const REPEAT_MS = 500;

/**
 * Tells what is shown, at once when it changes, again and again, and to whoever asks.
 * @returns how to stop
 */
export function startPresenting(latest: () => Presented | null): {
  tell: () => void;
  stop: () => void;
} {
  const channel = new BroadcastChannel(CHANNEL);
  const tell = () => {
    const presented = latest();
    if (presented) channel.postMessage(presented);
  };
  channel.onmessage = (event: MessageEvent<unknown>) => {
    if (askSchema.safeParse(event.data).success) tell();
  };
  const timer = setInterval(tell, REPEAT_MS);
  return {
    tell,
    stop: () => {
      clearInterval(timer);
      channel.close();
    },
  };
}

/** @returns how to stop listening */
export function listenToPresenter(onPresented: (presented: Presented) => void): () => void {
  const channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = (event: MessageEvent<unknown>) => {
    const read = presentedSchema.safeParse(event.data);
    if (read.success) onPresented(read.data);
  };
  channel.postMessage({ ask: true });
  return () => channel.close();
}

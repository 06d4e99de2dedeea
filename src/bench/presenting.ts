/** The instructor's bench tells the students' window what to show; the echoes are sounded there anew. */
import { z } from 'zod';
import { passRunSchema } from '@core/pass';
import { layoutSchema, setupSchema } from '@core/setup';
import { INSTRUMENTS } from '@core/sounding';
import { EYES } from '@core/display';
import { targetSchema } from '@core/targets';

const CHANNEL = 'wise-ripple-presenting';

const presentedSchema = z.object({
  waterId: z.string(),
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

let channel: BroadcastChannel | null = null;

export function present(presented: Presented): void {
  channel ??= new BroadcastChannel(CHANNEL);
  channel.postMessage(presented);
}

/** @returns how to stop listening */
export function listenToPresenter(onPresented: (presented: Presented) => void): () => void {
  const own = new BroadcastChannel(CHANNEL);
  own.onmessage = (event: MessageEvent<unknown>) => {
    const read = presentedSchema.safeParse(event.data);
    if (read.success) onPresented(read.data);
  };
  return () => own.close();
}

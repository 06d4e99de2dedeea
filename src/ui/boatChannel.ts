/** Tells other pages of this browser where the boat on the bench is, so that a chart beside it can follow. */
import { useEffect, useState } from 'react';
import { z } from 'zod';

const CHANNEL = 'wise-ripple-boat';
/** Without word for so long, the bench is closed or frozen out. */
const STALE_MS = 4000;

const boatNewsSchema = z.object({
  waterId: z.string(),
  xM: z.number(),
  yM: z.number(),
  headingRad: z.number(),
  speedMps: z.number(),
  depthM: z.number().nullable(),
  /** Full angle across the track of what is sounding. */
  beamDeg: z.number(),
});
export type BoatNews = z.infer<typeof boatNewsSchema>;

let sender: BroadcastChannel | null = null;

export function tellBoat(news: BoatNews): void {
  sender ??= new BroadcastChannel(CHANNEL);
  sender.postMessage(news);
}

/** The boat that is being sailed over a water on a bench somewhere in this browser; null when none is. */
export function useBoatNews(waterId: string): BoatNews | null {
  const [news, setNews] = useState<BoatNews | null>(null);
  useEffect(() => {
    const channel = new BroadcastChannel(CHANNEL);
    let timer: ReturnType<typeof setTimeout> | undefined;
    channel.onmessage = (event: MessageEvent<unknown>) => {
      const read = boatNewsSchema.safeParse(event.data);
      if (!read.success || read.data.waterId !== waterId) return;
      setNews(read.data);
      clearTimeout(timer);
      timer = setTimeout(() => setNews(null), STALE_MS);
    };
    return () => {
      clearTimeout(timer);
      channel.close();
    };
  }, [waterId]);
  return news;
}

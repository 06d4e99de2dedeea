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

/** The track is kept in steps of this length, and begins anew where the boat was put elsewhere. */
const STEP_M = 1;
const JUMP_M = 40;
const MOST_STEPS = 5000;

interface Heard {
  news: BoatNews;
  /** Where it has been, oldest first. */
  trail: { x: number; y: number }[];
}

function heard(old: Heard | null, news: BoatNews): Heard {
  const here = { x: news.xM, y: news.yM };
  const last = old?.trail.at(-1);
  const movedM = last ? Math.hypot(here.x - last.x, here.y - last.y) : Infinity;
  if (!old || movedM > JUMP_M) return { news, trail: [here] };
  return { news, trail: movedM < STEP_M ? old.trail : [...old.trail, here].slice(-MOST_STEPS) };
}

/** The boat that is being sailed over a water on a bench somewhere in this browser; null when none is. */
export function useBoatNews(waterId: string): Heard | null {
  const [boat, setBoat] = useState<Heard | null>(null);
  useEffect(() => {
    const channel = new BroadcastChannel(CHANNEL);
    let timer: ReturnType<typeof setTimeout> | undefined;
    channel.onmessage = (event: MessageEvent<unknown>) => {
      const read = boatNewsSchema.safeParse(event.data);
      if (!read.success || read.data.waterId !== waterId) return;
      setBoat((old) => heard(old, read.data));
      clearTimeout(timer);
      timer = setTimeout(() => setBoat(null), STALE_MS);
    };
    return () => {
      clearTimeout(timer);
      channel.close();
    };
  }, [waterId]);
  return boat;
}

import type { WaterContent } from '@core/waters';
import { addWater } from '@/storage/waters';

/** Keeps a new water and opens it in the builder. */
export async function buildWater(content: WaterContent): Promise<void> {
  const water = await addWater(content);
  location.assign(`/waters/build?water=${water.id}`);
}

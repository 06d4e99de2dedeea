import { type BenchRecord, newRecord } from '@core/records';
import { getRecord, putRecord } from '@/storage/database';

const BENCH_ID = 'bench';

export type BenchMemory = Pick<
  BenchRecord,
  'waterId' | 'pass' | 'setup' | 'layout' | 'ownLayouts' | 'timeS' | 'frozen' | 'notes'
>;

export async function loadBenchMemory(): Promise<BenchMemory | null> {
  const stored = await getRecord('bench', BENCH_ID);
  return stored.ok ? stored.value : null;
}

export async function saveBenchMemory(memory: BenchMemory): Promise<void> {
  await putRecord<'bench'>({ ...newRecord('bench', BENCH_ID, Date.now()), ...memory });
}

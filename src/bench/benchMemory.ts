import { newRecord, type BenchRecord } from '@core/records';
import { getRecord, putRecord } from '@/storage/database';

const BENCH_ID = 'bench';

export type BenchMemory = Pick<
  BenchRecord,
  'waterId' | 'pass' | 'presetId' | 'view' | 'speedMps' | 'endPing' | 'frozen'
>;

export async function loadBenchMemory(): Promise<BenchMemory | null> {
  const stored = await getRecord('bench', BENCH_ID);
  return stored.ok ? stored.value : null;
}

export async function saveBenchMemory(memory: BenchMemory): Promise<void> {
  await putRecord<'bench'>({ ...newRecord('bench', BENCH_ID, Date.now()), ...memory });
}

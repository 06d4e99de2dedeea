/** Drills of a test's own, and the way of a student's answers to the instructor. */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import type { Item } from '../../core/drills';
import { type DrillRecord, newRecord } from '../../core/records';
import { enter } from './app';
import { putRecord } from './records';

export const drillOf = (name: string, items: Item[]): DrillRecord => ({
  ...newRecord('drill', 'evening', 1000),
  ...{ name, note: '', items, order: 'written' },
  ...{ feedback: 'end', secondsPerItem: null, passShare: null },
});

/** Opens the drills as who teaches, with one more in them, and the list of what can be done with it. */
export async function openDrill(page: Page, drill: DrillRecord) {
  await enter(page);
  // A table is made when its place is first opened.
  await page.goto('/drills');
  await page.getByRole('button', { name: 'Compose a drill' }).waitFor();
  await putRecord(page, drill);
  await page.reload();
  await page.getByRole('button', { name: `More for ${drill.name}` }).click();
}

/** What a button saves. */
export async function saved(page: Page, press: () => Promise<void>): Promise<Buffer> {
  const download = page.waitForEvent('download');
  await press();
  return readFileSync(await (await download).path());
}

/** The one go that was taken here, under a name, as the file that is handed in. */
export async function handIn(student: Page, alias: string): Promise<Buffer> {
  await student.goto('/class');
  await student.getByLabel('Who is here').selectOption('somebody else…');
  await student.getByLabel(/Your name/).fill(alias);
  await student.getByRole('button', { name: 'That is me' }).click();
  return saved(student, () => student.getByRole('button', { name: 'Save 1 go as a file' }).click());
}

/** Counts it in a class of its own, and opens who misreads what. */
export async function countIn(page: Page, alias: string, results: Buffer) {
  await page.goto('/class');
  await page.getByRole('button', { name: 'New class' }).click();
  await page
    .getByLabel('Files of results')
    .setInputFiles({ name: 'results.json', mimeType: 'application/json', buffer: results });
  await page.getByLabel(`Who ${alias} is`).selectOption(`a new student, ${alias}`);
  await page.getByRole('button', { name: 'Grade and count them' }).click();
  await page.getByText('1 go counted.').waitFor();
  await page.getByRole('radio', { name: 'Who misreads what' }).click();
}

/** A page with a workspace behind it, as a test of components finds it. */
import { render, screen, waitFor, within, fireEvent } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { vi } from 'vitest';
import { DEMO_WATERS } from '@core/demo';
import { RECORD_KINDS, type RecordKindName, type RecordTypes } from '@core/records';
import { listRecords, putRecord, removeRecord } from '@/storage/database';
import { prepareWorkspace } from '@/storage/demoData';
import { useSettings } from '@/storage/settings';
import { dismissToast } from '@/ui/toast';

interface Opening {
  role?: 'teach' | 'learn';
  /** What the address asks for, e.g. “?id=a”. */
  search?: string;
  records?: RecordTypes[RecordKindName][];
}

/** An empty workspace but for the shipped waters and what is given. */
export async function openPage(
  page: ReactElement,
  { role = 'teach', search = '', records = [] }: Opening = {},
) {
  await prepareWorkspace();
  for (const kind of Object.keys(RECORD_KINDS) as RecordKindName[]) {
    if (kind === 'settings') continue;
    for (const { id } of (await listRecords(kind)).records) {
      if (kind !== 'water' || !(id in DEMO_WATERS)) await removeRecord(kind, id);
    }
  }
  for (const record of records) await putRecord(record as never);
  await useSettings.getState().change({ role, units: 'metric', theme: 'paper' });
  // What the page before had to say.
  dismissToast();
  history.replaceState(null, '', `/page${search}`);
  // What a file dialog would not offer can still be dropped.
  const user = userEvent.setup({ applyAccept: false });
  return { user, ...render(page) };
}

/** A record as it is stored now. */
export async function stored<K extends RecordKindName>(
  kind: K,
  id: string,
): Promise<RecordTypes[K] | undefined> {
  return (await listRecords(kind)).records.find((record) => record.id === id);
}

/** What pages save to files from now on. */
export function savedFiles(): { name: string; blob: Blob }[] {
  const files: { name: string; blob: Blob }[] = [];
  const blobs = new Map<string, Blob>();
  vi.spyOn(URL, 'createObjectURL').mockImplementation((blob) => {
    const url = `blob:${blobs.size}`;
    blobs.set(url, blob as Blob);
    return url;
  });
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (
    this: HTMLAnchorElement,
  ) {
    files.push({ name: this.download, blob: blobs.get(this.href)! });
  });
  return files;
}

export { fireEvent, screen, waitFor, within };

/** Presses a picture or a chart at a share of its size. */
export async function tapAt(
  user: ReturnType<typeof userEvent.setup>,
  target: Element,
  across: number,
  down: number,
) {
  const { width, height } = target.getBoundingClientRect();
  const coords = { clientX: across * width, clientY: down * height };
  await user.pointer([
    { target, coords, keys: '[MouseLeft>]' },
    { target, coords, keys: '[/MouseLeft]' },
  ]);
}

/** Types a value into a control and lets it take. */
export async function setNumber(
  user: ReturnType<typeof userEvent.setup>,
  label: string,
  value: string,
) {
  const entry = await screen.findByLabelText(`${label}, exact value`);
  await user.clear(entry);
  await user.type(entry, `${value}{Enter}`);
}

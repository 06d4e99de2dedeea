import { render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';

const shut = { name: 'InvalidStateError', message: 'A mutation operation was attempted' };

/** The application as it starts where opening the browser's store goes so. */
async function startWith(open: (request: IDBOpenDBRequest) => void) {
  vi.resetModules();
  const { default: real } = await vi.importActual<{ default: LocalForage }>('localforage');
  // Other tests of this thread have opened the usual database: theirs would answer.
  const name = `shut ${crypto.randomUUID()}`;
  const createInstance: LocalForage['createInstance'] = (options) =>
    real.createInstance({ ...options, name });
  vi.doMock('localforage', () => ({
    default: { INDEXEDDB: real.INDEXEDDB, createInstance },
  }));
  vi.spyOn(indexedDB, 'open').mockImplementation(() => {
    const request = {} as IDBOpenDBRequest;
    setTimeout(() => open(request));
    return request;
  });
  return {
    ...(await import('./database')),
    ...(await import('@/ui/Prepared')),
  };
}

const refuse = (request: IDBOpenDBRequest) => {
  Object.assign(request, { error: shut });
  const event = { preventDefault() {}, target: request } as unknown as Event;
  request.onerror?.(event);
};

afterEach(() => {
  vi.restoreAllMocks();
  vi.doUnmock('localforage');
  vi.resetModules();
});

describe('a store that does not open', () => {
  it('is no new workspace: nothing is kept elsewhere, and the page says what to try', async () => {
    const { openStore, putRecord, Prepared } = await startWith(refuse);
    const before = localStorage.length;
    await expect(openStore()).rejects.toThrow('it did not open');
    await expect(
      putRecord({ schema: 'settings', id: 'settings' } as Parameters<typeof putRecord>[0]),
    ).rejects.toBeDefined();
    expect(localStorage).toHaveLength(before);
    render(<Prepared>the place</Prepared>);
    const said = await screen.findByRole('alert');
    expect(said.textContent).toContain('nothing has been changed');
    expect(screen.getByRole('button', { name: 'Try again' })).toBeDefined();
    expect(screen.queryByText('the place')).toBeNull();
  });

  it('is given up when it never answers', async () => {
    const { openStore } = await startWith(() => {});
    await expect(openStore(50)).rejects.toThrow(/no answer within 0.05 s/);
  });
});

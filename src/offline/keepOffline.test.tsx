import { afterEach, describe, expect, it, vi } from 'vitest';
import { openPage, screen, waitFor } from '../../tests/components/page';
import { SettingsPage } from '@/settings/SettingsPage';

/** As much of a browser's part as is used. */
function browser({ isFirst }: { isFirst: boolean }) {
  const waiting = { postMessage: vi.fn() };
  const heard: Record<string, () => void> = {};
  const registration = {
    waiting: null as object | null,
    installing: null,
    addEventListener: vi.fn(),
  };
  const register = vi.fn(() => Promise.resolve({ ...registration, waiting }));
  Object.defineProperty(navigator, 'serviceWorker', {
    configurable: true,
    value: {
      register,
      controller: isFirst ? null : {},
      addEventListener: (name: string, run: () => void) => (heard[name] = run),
    },
  });
  return { waiting, register, heard };
}

/** A page of its own: what was asked for once is not asked again. */
async function open() {
  vi.resetModules();
  const { keepOffline } = await import('./keepOffline');
  const opened = await openPage(<SettingsPage />);
  vi.useFakeTimers();
  keepOffline();
  keepOffline();
  await vi.advanceTimersByTimeAsync(6000);
  vi.useRealTimers();
  return opened;
}

afterEach(() => {
  vi.useRealTimers();
  Reflect.deleteProperty(navigator, 'serviceWorker');
});

describe('an application that is kept', () => {
  it('says that a newer one is ready, and takes it when asked', async () => {
    const { waiting, register, heard } = browser({ isFirst: false });
    const reload = vi.spyOn(location, 'reload').mockImplementation(() => undefined);
    const { user } = await open();
    expect(register).toHaveBeenCalledTimes(1);
    await screen.findByText(/A new version of Wise Ripple is ready/);
    await user.click(screen.getByRole('button', { name: 'Reload' }));
    expect(waiting.postMessage).toHaveBeenCalledWith({ type: 'SKIP_WAITING' });
    expect(reload).not.toHaveBeenCalled();
    heard.controllerchange();
    expect(reload).toHaveBeenCalledTimes(1);
    reload.mockRestore();
  });
  it('says nothing where it is the first', async () => {
    browser({ isFirst: true });
    await open();
    await waitFor(() => expect(screen.getByRole('heading', { level: 1 })).toBeDefined());
    expect(screen.queryByText(/A new version/)).toBeNull();
  });
});

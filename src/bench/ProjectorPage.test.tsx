import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openPage, screen, waitFor } from '../../tests/components/page';
import { presented } from '../../tests/fixtures/presented';
import type { Presented } from './presenting';
import { ProjectorPage } from './ProjectorPage';

/** The instructor's bench, as far as the window hears of it: it tells what changes, and whoever asks. */
let bench: BroadcastChannel;
let latest: Presented | null;
let asked: unknown[];
beforeEach(() => {
  latest = null;
  asked = [];
  bench = new BroadcastChannel('wise-ripple-presenting');
  bench.onmessage = ({ data }) => {
    asked.push(data);
    if (latest) bench.postMessage(latest);
  };
});
afterEach(() => bench.close());
function show(change: Partial<Presented>) {
  latest = presented({ timeS: 4, shownS: 4, moving: false, ...change });
  bench.postMessage(latest);
}
/** The window, once it listens. */
async function openWindow() {
  await openPage(<ProjectorPage />);
  await screen.findByText(/Waiting for a bench/);
  await waitFor(() => expect(asked).toContainEqual({ ask: true }));
}
const readout = (name: string) => screen.getByText(name).nextElementSibling!.textContent;

describe('the students’ window', () => {
  it('waits for a bench, and asks for it', async () => {
    await openWindow();
  });

  it('shows what the bench shows: water, readouts, and that it stands', async () => {
    await openWindow();
    show({});
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('Hollin Reservoir');
    await screen.findByText('frozen');
    await waitFor(() => expect(readout('Depth')).toMatch(/^\d+\.\d m$/));
    expect(readout('Speed')).toMatch(/km\/h$/);
  });

  it('keeps the question open until the bench reveals', async () => {
    await openWindow();
    show({});
    await screen.findByText('What is it? Say so before the answer.');
    show({ revealed: true });
    await screen.findByText('The answers are open.');
    show({ revealed: false });
    await screen.findByText('What is it? Say so before the answer.');
  });

  it('goes on waiting where the bench is over a water that is not here', async () => {
    await openWindow();
    show({ waterId: 'elsewhere', revealed: true });
    show({});
    // The first it can show is the first it shows.
    await screen.findByRole('heading', { level: 1, name: 'Hollin Reservoir' });
    await screen.findByText('What is it? Say so before the answer.');
  });
});

/** Listening to the server's own stand-in, its endpoint asked in this process. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { feedEvents } from '../../../tests/fixtures/feedEvents';
import { openPage, screen, waitFor, within } from '../../../tests/components/page';
import { listScreens, openScreen } from '@/storage/screens';
import { FeedPage } from './FeedPage';

/** Calls of the page, newest last. */
const calls: FakeSource[] = [];

class FakeSource extends EventTarget {
  static readonly CLOSED = 2;
  readyState = 0;
  onerror: (() => void) | null = null;
  constructor(readonly url: string) {
    super();
    calls.push(this);
  }
  tell(event: string, data: string) {
    if (this.readyState !== 2) this.dispatchEvent(new MessageEvent(event, { data }));
  }
  breakOff() {
    this.onerror?.();
  }
  close() {
    this.readyState = 2;
  }
  /** So many seconds of the feed, fifty times faster than the clock. */
  async hear(seconds: number, end = true) {
    const query = new URLSearchParams(this.url.split('?')[1]);
    query.set('pace', '50');
    query.set('seconds', String(seconds));
    for await (const { event, data } of feedEvents(String(query))) {
      if (event !== 'end' || end) this.tell(event, data);
    }
  }
}

const button = (name: RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });
const listen = async () => {
  const opened = await openPage(<FeedPage />);
  await opened.user.click(await screen.findByRole('button', { name: /Listen/ }));
  return { ...opened, source: calls.at(-1)! };
};

beforeEach(() => {
  calls.length = 0;
  vi.stubGlobal('EventSource', FakeSource);
});
afterEach(() => {
  vi.stubGlobal('EventSource', undefined);
});

describe('listening to a sounder', () => {
  it('asks for the water and the pace that were chosen', async () => {
    const { user } = await openPage(<FeedPage />);
    expect(
      (await screen.findByRole('button', { name: /Record the last/ })).hasAttribute('disabled'),
    ).toBe(true);
    await user.selectOptions(screen.getByLabelText('Water'), 'Lake Ismo');
    await user.selectOptions(screen.getByLabelText('Pace'), '5 × the clock');
    await user.click(button(/Listen/));
    expect(calls[0].url).toBe('/api/feed?water=lake-ismo&pace=5&seconds=3600');
    expect(screen.getByText('Calling…')).toBeDefined();
  });

  it('shows what the boat’s network says, and keeps what was heard when it ends', async () => {
    const { source } = await listen();
    await source.hear(2);
    await screen.findByText(/It stopped\. What was heard can still be recorded/);
    const network = within(screen.getByTestId('network'));
    expect(network.getByText(/^\d+\.\d m$/)).toBeDefined();
    expect(network.getByText(/^\d+\.\d °C$/)).toBeDefined();
    expect(network.getByText(/^\d+°$/)).toBeDefined();
    expect(source.readyState).toBe(FakeSource.CLOSED);
    expect(button(/Listen/)).toBeDefined();
  });

  it('records the last pings as a screen whose contents nobody claims to know', async () => {
    const { user, source } = await listen();
    await source.hear(5, false);
    await screen.findByText(/^Hearing Hollin Reservoir/);
    const pings = screen.getByLabelText('Pings to record, exact value');
    await user.clear(pings);
    await user.type(pings, '30{Enter}');
    await user.click(button(/Record the last 30/));
    await screen.findByText('Recorded “Hollin Reservoir, heard live”, 30 pings.');
    const [record] = (await listScreens()).screens;
    expect(record).toMatchObject({
      pingCount: 30,
      source: { kind: 'feed' },
      evidence: { kind: 'opinion' },
      contents: null,
    });
    const opened = await openScreen(record.id);
    if (!opened.ok) throw new Error(opened.error);
    const { echo } = opened.value;
    expect(echo.track.timeS).toHaveLength(30);
    expect(echo.targets).toEqual([]);
    expect(echo.levelsCdb.some((level) => level !== echo.levelsCdb[0])).toBe(true);
  });

  it('stops when told to, and begins anew after a gap in the numbers', async () => {
    const { user, source } = await listen();
    await source.hear(1, false);
    await screen.findByText(/^Hearing/);
    // The same seconds again: the numbers start over.
    await source.hear(1, false);
    await user.click(button(/Stop/));
    await screen.findByText(/It stopped/);
    await user.click(button(/Record the last/));
    await screen.findByText(/12 pings\.$/);
  });

  it('says when nobody answers, and when what answers is no sounder', async () => {
    const first = await listen();
    first.source.breakOff();
    await waitFor(() =>
      expect(
        screen.getAllByText(
          'Nobody answers. Is the server running, and the sounder on the network?',
        ).length,
      ).toBe(2),
    );
    first.unmount();
    const { source } = await listen();
    source.tell('hello', '{"water":');
    await waitFor(() =>
      expect(screen.getAllByText('What answers there is no sounder’s feed.')).toHaveLength(2),
    );
    expect(source.readyState).toBe(FakeSource.CLOSED);
  });

  it('passes over a ping that is none', async () => {
    const { source } = await listen();
    source.tell('ping', '{"number":1}');
    await source.hear(1, false);
    source.tell('ping', 'not even JSON');
    source.tell('ping', '{"number":13,"timeS":1,"levelsCdb":"%%%"}');
    await screen.findByText(/^Hearing/);
    source.breakOff();
    await screen.findByText(/It stopped/);
  });
});

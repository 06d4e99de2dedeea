import { beforeEach, describe, expect, it } from 'vitest';
import type { Answer } from '@core/drills';
import type { HostState, OpenedTruth, RoomAnswer, StudentState } from '@core/formats';
import { type RoomRefusal, Rooms } from './rooms';

const answer = (choice: number): Answer => ({
  ...{ kind: 'whichIs', choice, confidence: 'sure', committedAtMs: 1, tookMs: 1 },
});
const MINUTE = 60_000;
const QUESTION = new Uint8Array([1, 2, 3]);
const truth = (own: OpenedTruth['own']): OpenedTruth => ({
  ...{ regions: {}, words: 'Mark B', lines: [], own },
});

let nowMs = 0;
let rooms: Rooms;
let room: { code: string; key: string };
beforeEach(() => {
  nowMs = 1_000_000;
  rooms = new Rooms(() => nowMs);
  room = rooms.open();
});

const join = (alias: string) => rooms.join(room.code, alias, '10.0.0.1');
/** All that somebody is told. */
function hear(key: string) {
  const told: { event: string; data: unknown }[] = [];
  const stop = rooms.listen(room.code, key, (event, data) => told.push({ event, data }));
  const states = () => told.filter(({ event }) => event === 'state').map(({ data }) => data);
  return { told, stop, last: () => states().at(-1) as StudentState & HostState };
}
const refused = (run: () => unknown) => {
  try {
    run();
  } catch (failure) {
    return (failure as RoomRefusal).status;
  }
  return null;
};

describe('a room', () => {
  it('tells its host who has committed and what, and a student their own alone', () => {
    const [aino, bertil] = [join('Aino'), join('Bertil')];
    const [host, first, second] = [room.key, aino, bertil].map(hear);
    const round = rooms.ask(room.code, room.key, QUESTION);
    rooms.answer(room.code, aino, round, answer(2));
    expect(host.last().students.map(({ alias, hasAnswered }) => [alias, hasAnswered])).toEqual([
      ['Aino', true],
      ['Bertil', false],
    ]);
    const answers = host.told.filter(({ event }) => event === 'answer');
    expect((answers[0].data as RoomAnswer).answer).toEqual(answer(2));
    expect(first.last().answer).toEqual(answer(2));
    rooms.close(room.code, room.key);
    const line = {
      look: 'right',
      title: 'Right',
      text: '',
      screen: 0,
      mark: null,
      region: null,
    } as const;
    rooms.show(
      room.code,
      room.key,
      truth({
        s1: { right: false, score: 0, lines: [] },
        s2: { right: true, score: 1, lines: [line] },
      }),
    );
    expect(second.last()).toMatchObject({ phase: 'shown', own: { right: true } });
    expect(first.last().own).toEqual({ right: false, score: 0, lines: [] });
    // Nothing that Bertil was ever told speaks of Aino.
    expect(JSON.stringify(second.told)).not.toMatch(/Aino|"choice":2|s1/);
  });

  it('tells no truth before it is opened, and none of the last question with the next', () => {
    const told = hear(join('Aino'));
    rooms.ask(room.code, room.key, QUESTION);
    expect(refused(() => rooms.show(room.code, room.key, truth({})))).toBe(409);
    rooms.close(room.code, room.key);
    expect(JSON.stringify(told.told)).not.toContain('Mark B');
    rooms.show(room.code, room.key, truth({}));
    expect(told.last().truth?.words).toBe('Mark B');
    rooms.ask(room.code, room.key, QUESTION);
    expect(told.last()).toMatchObject({ phase: 'asked', truth: null, own: null, answer: null });
  });

  it('takes one answer each, to the question that stands, while it is open', () => {
    const aino = join('Aino');
    const host = hear(room.key);
    const round = rooms.ask(room.code, room.key, QUESTION);
    rooms.answer(room.code, aino, round, answer(1));
    rooms.answer(room.code, aino, round, answer(0));
    expect(host.told.filter(({ event }) => event === 'answer')).toHaveLength(1);
    expect(refused(() => rooms.answer(room.code, aino, round + 1, answer(0)))).toBe(409);
    rooms.close(room.code, room.key);
    expect(refused(() => rooms.answer(room.code, aino, round, answer(0)))).toBe(409);
  });

  it('goes on where it stood after a page was lost', () => {
    const aino = join('Aino');
    const before = hear(aino);
    const round = rooms.ask(room.code, room.key, QUESTION);
    before.stop();
    rooms.answer(room.code, aino, round, answer(1));
    expect(hear(aino).last()).toMatchObject({ phase: 'asked', round, answer: answer(1) });
    // The host's page comes back, too, and hears what was committed meanwhile.
    const host = hear(room.key);
    expect(host.told.map(({ event }) => event)).toEqual(['state', 'answer']);
    expect(host.last().students[0].isHere).toBe(true);
    expect(rooms.question(room.code, aino, round)).toBe(QUESTION);
  });

  it('keeps strangers out of all of it', () => {
    const aino = join('Aino');
    rooms.ask(room.code, room.key, QUESTION);
    const stranger = 'x'.repeat(24);
    const asStranger = [
      () => rooms.ask(room.code, aino, QUESTION),
      () => rooms.close(room.code, aino),
      () => rooms.show(room.code, stranger, truth({})),
      () => rooms.end(room.code, stranger),
      () => rooms.question(room.code, stranger, 1),
      () => rooms.listen(room.code, stranger, () => {}),
      // A code that is none is told from one that is by nothing.
      () => rooms.listen('AAAAAA', stranger, () => {}),
    ];
    expect(asStranger.map(refused)).toEqual(asStranger.map(() => 403));
    expect(refused(() => join('aino'))).toBe(409);
  });

  it('cannot be found by trying codes', () => {
    const tries = Array.from({ length: 30 }, () =>
      refused(() => rooms.join('AAAAAA', 'X', '10.0.0.9')),
    );
    expect(tries.filter((status) => status === 404)).toHaveLength(12);
    expect(tries.at(-1)).toBe(429);
    // Nobody else is kept waiting by it.
    expect(refused(() => join('Cecilia'))).toBeNull();
    nowMs += 5 * MINUTE;
    expect(refused(() => rooms.join(room.code, 'Y', '10.0.0.9'))).toBeNull();
  });

  it('bounds how much one asks, how many there are, and how many windows one has', () => {
    const aino = join('Aino');
    const round = rooms.ask(room.code, room.key, QUESTION);
    const acts = Array.from({ length: 30 }, () =>
      refused(() => rooms.answer(room.code, aino, round, answer(1))),
    );
    expect(acts.filter((status) => status === 429)).toHaveLength(10);
    for (let i = 0; i < 3; i++) hear(aino);
    expect(refused(() => hear(aino))).toBe(429);
    for (let i = 1; i < 20; i++) rooms.open();
    expect(refused(() => rooms.open())).toBe(503);
    for (let i = 1; i < 100; i++) join(`S${i}`);
    expect(refused(() => join('one more'))).toBe(503);
  });

  it('ends when it is ended, when nobody listens, and at last in any case', () => {
    const told = hear(join('Aino'));
    rooms.end(room.code, room.key);
    expect(told.last().phase).toBe('ended');
    expect(rooms.count).toBe(0);

    room = rooms.open();
    nowMs += 31 * MINUTE;
    rooms.sweep();
    expect(rooms.count).toBe(0);

    room = rooms.open();
    hear(room.key);
    nowMs += 5 * 60 * MINUTE;
    rooms.sweep();
    expect(rooms.count).toBe(1);
    nowMs += 61 * MINUTE;
    rooms.sweep();
    expect(rooms.count).toBe(0);
  });

  it('leaves nothing behind, however many there were', () => {
    for (let i = 0; i < 500; i++) {
      room = rooms.open();
      const stop = hear(join('Aino')).stop;
      rooms.ask(room.code, room.key, QUESTION);
      stop();
      rooms.end(room.code, room.key);
    }
    expect(rooms.count).toBe(1);
  });
});

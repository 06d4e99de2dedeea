import { describe, expect, it } from 'vitest';
import { question } from '../../tests/fixtures/questions';
import {
  type Answer,
  gradeAnswer,
  readerAnswer,
  seal,
  type Sealed,
  sealedScreen,
  tapTolerance,
  unseal,
} from '.';

const SEALED = [
  'tapFish',
  'tapSide',
  'empty',
  'name',
  'leftOpen',
  'behind',
  'live',
  'sort',
  'changed',
  'across',
] as const;

const answerTo = (name: (typeof SEALED)[number]): Answer => {
  const { item, ground } = question(name);
  const given = readerAnswer(item, ground);
  if (given) return given;
  const said = { confidence: 'sure', committedAtMs: 1, tookMs: 1 } as const;
  const peaks = ground.screens[0].regions.slice(0, 3).map(({ peak }) => peak);
  if (item.kind === 'callLive') {
    return { ...said, kind: 'callLive', presses: peaks.map(({ ping }) => ping) };
  }
  const marks = peaks.map((peak) => ({ ...peak, channel: 0 }));
  return { ...said, kind: 'tapAll', marks, tolerance: tapTolerance(1, 1) };
};

/** As somebody would answer who has the sealed question alone. */
function asSealed(answer: Answer, { key }: Sealed): Answer {
  if (answer.kind === 'tapAll') {
    const marks = answer.marks.map((mark) => ({ ...mark, ping: mark.ping - key.firstPing }));
    return { ...answer, marks };
  }
  if (answer.kind === 'callLive') {
    return { ...answer, presses: answer.presses.map((press) => press - key.firstPing) };
  }
  if (answer.kind === 'sort') {
    const called = Object.entries(key.targetIds);
    const bins = Object.entries(answer.bins).map(([id, bin]) => [
      called.find(([, targetId]) => targetId === id)![0],
      bin,
    ]);
    return { ...answer, bins: Object.fromEntries(bins) };
  }
  return answer;
}

/** Every word that a value holds, names of fields too. */
function wordsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  if (Array.isArray(value)) return value.flatMap(wordsIn);
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, part]) => [name, ...wordsIn(part)]);
}

describe('a sealed question', () => {
  for (const name of SEALED) {
    it(`${name}: is graded by its key as the question itself is`, () => {
      const { item, ground } = question(name);
      const sealed = seal(item, ground, 'exam-1-0')!;
      const answer = answerTo(name);
      const back = unseal(asSealed(answer, sealed), sealed.key);
      expect(gradeAnswer(sealed.key.item, back, ground)).toEqual(gradeAnswer(item, answer, ground));
    });

    it(`${name}: holds nothing that tells`, () => {
      const { item, ground } = question(name);
      const sealed = seal(item, ground, 'exam-1-0')!;
      const [screen] = ground.screens;
      const words = wordsIn(sealed.item);
      const telling = [
        ...ground.screens.flatMap(({ targets }) => targets.map(({ id }) => id)),
        ...screen.regions.map((region) => region.name),
        ...wordsIn(item.screens).filter((word) => /lake|sound|reservoir|pass/i.test(word)),
        ...['recipe', 'waterMark', 'waterId', 'passId', 'targets', 'faults', 'seed', 'engine'],
        screen.waterId,
        screen.waterName,
      ];
      for (const word of telling.filter(Boolean)) expect(words).not.toContain(word);
      expect(sealed.item).toMatchObject({ skill: 'archAndSpeed', difficulty: 0 });
      for (const { track } of sealed.echoes.values()) {
        expect([track.xM[0], track.yM[0], track.alongM[0], track.timeS[0]]).toEqual([0, 0, 0, 0]);
      }
      // Neither by what is asked can it be told whether it is left open.
      expect((sealed.item as { isOpen?: boolean }).isOpen ?? false).toBe(false);
    });
  }

  it('frames a mark by a box of its own, whatever its shape', () => {
    const { item, ground } = question('name');
    const sealed = seal(item, ground, 'exam-1-0')!;
    const [ref] = sealed.item.screens;
    if (ref.from !== 'sealed') throw new Error('It is not sealed.');
    const [echo] = sealed.echoes.values();
    const screen = sealedScreen(ref, echo);
    const [frame] = screen.regions;
    expect(screen.regions).toHaveLength(1);
    expect(new Set(frame.outline.map(({ firstBin }) => firstBin)).size).toBe(1);
    const truth = ground.screens[0].regions.find(
      (one) => 'targetId' in item && one.targetId === item.targetId,
    )!;
    expect(frame.outline[0].firstBin).toBe(Math.min(...truth.outline.map((row) => row.firstBin)));
    expect(frame).toMatchObject({ label: 'other', kind: null, name: '' });
  });

  it('is not made of what cannot be asked without its water or its truth', () => {
    for (const name of ['where', 'place', 'species', 'race', 'wrongRange'] as const) {
      const { item, ground } = question(name);
      expect(seal(item, ground, 'exam-1-0')).toBeNull();
    }
  });
});

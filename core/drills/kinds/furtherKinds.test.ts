/** Species, the settings race, the same mark in another view, and the next pass, on the shipped waters. */
import { describe, expect, it } from 'vitest';
import { question } from '../../../tests/fixtures/questions';
import { depthBandM, profileOf, standOf } from '../../life';
import { hollinReservoir } from '../../demo';
import { randomSource } from '../../random';
import { betterView } from '../../reading';
import { waterToday } from '../../waters';
import {
  clarityInput,
  dayInWords,
  explainAnswer,
  gradeAnswer,
  gradeSchema,
  type Item,
  type Ground,
  type Answer,
  itemSchema,
  readerAnswer,
  readSame,
  readSpecies,
  regionOf,
  screenOfRecipe,
  USUAL_RANGE_PX,
} from '..';
import { nextPass } from './whereNext/nextPass';

function grade(item: Item, answer: Answer, ground: Ground) {
  expect(itemSchema.safeParse(item).error).toBeUndefined();
  const graded = gradeAnswer(item, answer, ground);
  expect(gradeSchema.safeParse(graded).error).toBeUndefined();
  const lines = explainAnswer(item, answer, graded, ground, 'metric');
  return { graded, words: lines.map(({ title, text }) => `${title} ${text}`).join(' ') };
}

const GIVEN = { confidence: 'sure', committedAtMs: 1, tookMs: 1 } as const;

describe('which species', () => {
  const { item, ground } = question('species');
  const [screen] = ground.screens;
  const water = ground.water!;

  it('names one species that stands so on such a day, and others that do not', () => {
    const truth = readSpecies(item, screen, water)!;
    const target = screen.targets.find(({ id }) => id === item.targetId)!;
    expect(target).toMatchObject({ species: profileOf(truth).name });
    const day = { conditions: water.conditions, water: water.scene.water };
    const bottomM = 8;
    for (const id of item.options) {
      const [from, to] = depthBandM(standOf(profileOf(id), day), bottomM, null);
      expect(from).toBeLessThanOrEqual(to);
      expect(profileOf(id).water).toBe(profileOf(truth).water);
    }
    const { graded, words } = grade(
      item,
      { kind: 'whichSpecies', species: truth, ...GIVEN },
      ground,
    );
    expect(graded).toMatchObject({ right: true, truth });
    expect(words).toContain(`Right: ${profileOf(truth).name}`);
    expect(words).toMatch(/is \d+\.\d m deep over \d+\.\d m/);
  });

  it('says of the wrong one how it would have stood', () => {
    const truth = readSpecies(item, screen, water)!;
    const species = item.options.find((one) => one !== truth)!;
    const { graded, words } = grade(item, { kind: 'whichSpecies', species, ...GIVEN }, ground);
    expect(graded).toMatchObject({ right: false, score: 0, truth });
    expect(words).toContain(profileOf(species).name);
    expect(words.match(/On such a day/g)).toHaveLength(2);
  });

  it('tells all of the day that decides, a cold snap too', () => {
    const airDailyC = [13, 12, 13, 12, 5, 4, 3];
    const conditions = { ...water.conditions, airDailyC, hourOfDay: 10.5, iceM: 0 };
    const words = dayInWords({ ...water, conditions }, 'metric');
    expect(words[0]).toMatch(/^Water \d+ °C, 10:00$/);
    expect(words).toContain('After a cold snap');
    expect(dayInWords({ ...water, conditions: { ...conditions, iceM: 0.3 } }, 'metric')).toContain(
      'Under ice',
    );
  });

  it('is left undecided where two would fit', () => {
    const truth = readSpecies(item, screen, water)!;
    const twice = { targetId: item.targetId, options: [truth, truth] };
    expect(readSpecies(twice, screen, water)).toBeNull();
  });
});

describe('a settings race', () => {
  const { item, ground } = question('race');
  const [screen] = ground.screens;
  const best = readerAnswer(item, ground) as Extract<Answer, { kind: 'settingsRace' }>;

  it('begins with several controls astray that can be mended', () => {
    expect(screen.faults!.length).toBeGreaterThanOrEqual(2);
    const input = clarityInput(screen, regionOf(screen, item.mendTargetId), USUAL_RANGE_PX);
    const found = betterView(input, screen.view);
    expect(best.moves).toBe(found.moves);
    expect(found.moves).toBeGreaterThan(0);
  });

  it('is won by the best view in the fewest moves; more moves cost, and an unmended picture is wrong', () => {
    const won = grade(item, best, ground);
    expect(won.graded).toMatchObject({ right: true, score: 1, fewest: best.moves });
    const slow = grade(item, { ...best, moves: 3 * best.moves }, ground);
    expect(slow.graded.right).toBe(true);
    expect(slow.graded.score).toBeCloseTo(0.7 + 0.3 / 3, 2);
    expect(slow.words).toContain(`${3 * best.moves} moves; ${best.moves} would do`);
    const left = grade(item, { ...best, view: screen.view, moves: 1 }, ground);
    expect(left.graded).toMatchObject({ right: false, score: 0 });
  });
});

describe('the same mark on cone and side fans', () => {
  const { item, ground } = question('across');

  it('is the one passed at the same time and as far from the boat', () => {
    const choice = readSame(item, ground)!;
    expect(item.candidates[choice].targetId).toBe(item.reference!.targetId);
    expect(ground.screens.map(({ info }) => info.instrument)).toEqual(['cone', 'sideFans']);
    const { graded, words } = grade(item, { kind: 'whichIs', choice, ...GIVEN }, ground);
    expect(graded).toMatchObject({ right: true, truth: choice });
    expect(words).toContain('as far out as it is deep');
    const other = choice === 0 ? 1 : 0;
    const wrong = grade(item, { kind: 'whichIs', choice: other, ...GIVEN }, ground);
    expect(wrong.graded.right).toBe(false);
    expect(wrong.words).toMatch(/Passed \d+\.\d m (before|after) it, and \d+\.\d m from the boat/);
  });

  it('is not asked where another mark would fit as well', () => {
    const choice = readSame(item, ground)!;
    const twins = [item.candidates[choice], item.candidates[choice]];
    expect(readSame({ candidates: twins, reference: item.reference }, ground)).toBeNull();
    const others = item.candidates.filter((_, i) => i !== choice);
    expect(readSame({ candidates: others, reference: item.reference }, ground)).toBeNull();
  });
});

describe('which pass next', () => {
  const content = hollinReservoir();
  const water = waterToday(content);
  const questions = [1, 2, 3, 4, 5, 6].flatMap((seed) => {
    const found = nextPass.make(water, randomSource(seed));
    return found ? [found] : [];
  });
  const soundedFrom = ({ from, to, rangeM }: (typeof questions)[number]['lines'][number]) =>
    screenOfRecipe(
      {
        ...{ waterId: 'hollin-reservoir', passId: content.passes[0].id, instrument: 'sideFans' },
        ...{ pings: 520, speedMps: 2, rangeM, routeM: [from, to], endAlongM: 68 },
      },
      'hollin-reservoir',
      content,
    );

  it('has one answer that can be defended, and each other its own reason', () => {
    expect(questions.length).toBeGreaterThan(2);
    for (const question of questions) {
      const judged = nextPass.judge(question, water, 'metric');
      expect(judged.filter(({ isAccepted }) => isAccepted)).toHaveLength(1);
      expect(new Set(judged.map(({ because }) => because)).size).toBe(judged.length);
      expect(nextPass.situation(question, water, 'imperial')[0]).toContain('ft');
    }
  });

  it('is judged as the sounding shows: the thing is seen from the line defended, and not from beyond its range', () => {
    const [question] = questions;
    nextPass.judge(question, water, 'metric').forEach(({ isAccepted, because }, i) => {
      const region = soundedFrom(question.lines[i]).regions.find(
        ({ targetId }) => targetId === question.targetId,
      );
      if (isAccepted)
        expect(
          region?.verdict,
          JSON.stringify([question.targetId, because, region?.reason, region?.rivalName]),
        ).toBe('visible');
      if (because.includes('beyond the range')) expect(region?.verdict).not.toBe('visible');
    });
  });
});

import { describe, expect, it } from 'vitest';
import { DEMO_SCREENS, DEMO_WATERS } from '../demo';
import { soundDemoScreen } from '../demo/soundDemoScreen';
import { screenOfRecipe, SKILL_IDS, SKILL_INSTRUMENTS } from '../drills';
import { CONTROLS } from '../setup';
import { type Plate, readRecord, RECORD_KINDS } from '../records';
import { GLOSSARY, glossed, HANDBOOK, lessonOf, LESSONS, recipeOfScreen, synonymsIn } from '.';
import { demoRecipe } from './plates';

const waters = Object.fromEntries(Object.entries(DEMO_WATERS).map(([id, make]) => [id, make()]));

function expectSoundable({ recipe }: Plate) {
  const water = waters[recipe.waterId];
  expect(water.passes.some(({ id }) => id === recipe.passId)).toBe(true);
  expect(recipe.endAlongM ?? recipe.endS).toBeGreaterThan(0);
}

describe('the handbook', () => {
  it('has a page for every skill, with live plates and a lesson', () => {
    for (const skill of SKILL_IDS) {
      const page = HANDBOOK[skill];
      for (const text of [page.look, page.taken, page.decides])
        expect(text.length).toBeGreaterThan(30);
      expect(page.plates.length).toBeGreaterThan(0);
      page.plates.forEach(expectSoundable);
      expect(lessonOf(skill), skill).not.toBeNull();
    }
  });
  it('shows skills of an instrument on that instrument', () => {
    for (const skill of SKILL_IDS) {
      const own = SKILL_INSTRUMENTS[skill];
      if (own.length === 0) continue;
      const shown = HANDBOOK[skill].plates.map(({ recipe }) => recipe.instrument);
      expect(
        shown.some((instrument) => own.includes(instrument)),
        skill,
      ).toBe(true);
    }
  });
});

describe('the lessons', () => {
  it('are twelve or more, show and let try, and end in questions', () => {
    expect(LESSONS.length).toBeGreaterThanOrEqual(12);
    for (const lesson of LESSONS) {
      expect(lesson.minutes).toBeGreaterThanOrEqual(5);
      expect(lesson.minutes).toBeLessThanOrEqual(10);
      expect(lesson.steps[0].kind).toBe('show');
      expect(lesson.steps.at(-1)!.kind).toBe('ask');
    }
    const kinds = new Set(LESSONS.flatMap(({ steps }) => steps.map(({ kind }) => kind)));
    expect(kinds).toEqual(new Set(['show', 'try', 'ask']));
  });
  it('can be stored and read like an instructor’s own', () => {
    for (const lesson of LESSONS) {
      const read = readRecord(RECORD_KINDS.lesson, JSON.parse(JSON.stringify(lesson)));
      expect(read.ok, lesson.name).toBe(true);
      expect(new Set(lesson.steps.map(({ id }) => id)).size).toBe(lesson.steps.length);
    }
    expect(new Set(LESSONS.map(({ id }) => id)).size).toBe(LESSONS.length);
  });
  it('have plates that can be sounded and controls that their instrument has', () => {
    for (const { steps } of LESSONS) {
      for (const step of steps) {
        if (step.kind === 'show') step.plates.forEach(expectSoundable);
        if (step.kind === 'try') {
          expectSoundable(step.plate);
          for (const id of step.controls) {
            expect(CONTROLS[id].instruments).toContain(step.plate.recipe.instrument);
          }
        }
      }
    }
  });
  it('ask about what they teach', () => {
    for (const { skills, steps, name } of LESSONS) {
      const asked = steps.flatMap((step) => (step.kind === 'ask' ? (step.make?.skills ?? []) : []));
      for (const skill of skills) expect(asked, name).toContain(skill);
    }
  });
});

describe('a recipe from a screen', () => {
  it('is that of the demo library where the screen is', () => {
    const demo = { id: 'demo-slope' } as Parameters<typeof recipeOfScreen>[0];
    expect(recipeOfScreen(demo)).toEqual({ ok: true, value: demoRecipe('slope') });
    expect(() => demoRecipe('nothing')).toThrow(/no demo screen/);
  });
  it('is refused for a picture', () => {
    const picture = {
      id: 'mine',
      source: { kind: 'picture' },
    } as Parameters<typeof recipeOfScreen>[0];
    expect(recipeOfScreen(picture).ok).toBe(false);
  });
});

describe('a recipe from a screen of the bench', () => {
  const { record } = soundDemoScreen(
    DEMO_SCREENS.find(({ id }) => id === 'demo-slope')!,
    waters['hollin-reservoir'],
    1000,
  );
  const own = { ...record, id: 'screen-mine' };
  it('sounds the same stretch with the same view', () => {
    const recipe = recipeOfScreen(own);
    if (!recipe.ok) throw new Error(recipe.error);
    const { value } = recipe;
    expect(value).toMatchObject({
      waterId: 'hollin-reservoir',
      passId: 'across',
      instrument: 'cone',
      pings: record.pingCount,
    });
    expect(value.view?.gainDb).toBe(record.view.gainDb);
    const screen = screenOfRecipe(value, 'hollin-reservoir', waters['hollin-reservoir']);
    expect(Math.abs(screen.firstPing - record.firstPing)).toBeLessThanOrEqual(1);
    const seen = screen.regions.filter(({ verdict }) => verdict === 'visible');
    expect(seen.some(({ label }) => label === 'bait')).toBe(true);
  });
  it('keeps what was set by hand on the view', () => {
    const set = { persistence: 0.3, noiseFilter: 2, tvgLaw: 40, contrastDb: 7 } as const;
    const recipe = recipeOfScreen({ ...own, view: { ...own.view, ...set } });
    expect(recipe.ok && recipe.value.view).toMatchObject(set);
  });
  it('is refused where the boat changed its speed', () => {
    if (own.source.kind !== 'simulated') throw new Error('a demo screen is simulated');
    const speedChanges = [
      { fromTimeS: 0, speedMps: 1 },
      { fromTimeS: 9, speedMps: 2 },
    ];
    const source = { ...own.source, pass: { ...own.source.pass, speedChanges } };
    const recipe = recipeOfScreen({ ...own, source });
    expect(recipe.ok ? '' : recipe.error).toContain('changed its speed');
  });
});

describe('the glossary', () => {
  it('explains each term once, and by other words for it', () => {
    const text =
      'Gain first. A chirp, or sweep, needs less gain than a tone; range cells are finer.';
    const pieces = glossed(text);
    expect(pieces.map((piece) => piece.text).join('')).toBe(text);
    expect(pieces.flatMap(({ term }) => (term ? [term.term] : []))).toEqual([
      'gain',
      'chirp',
      'range cell',
    ]);
  });
  it('leaves words alone that only hold a term', () => {
    expect(glossed('Against beaming reconesting').every(({ term }) => term === null)).toBe(true);
  });
  it('has no form twice, and a page for each', () => {
    const forms = GLOSSARY.flatMap(({ term, also }) =>
      [term, ...also].map((one) => one.toLowerCase()),
    );
    expect(new Set(forms).size).toBe(forms.length);
    for (const { skill, means } of GLOSSARY) {
      expect(HANDBOOK[skill]).toBeDefined();
      expect(means.length).toBeGreaterThan(10);
    }
  });
  it('finds a page by words that it does not use', () => {
    expect(synonymsIn('What a sweep is good for.')).toContain('chirp');
  });
});

describe('pages of the handbook', () => {
  it.each(Object.entries(HANDBOOK))(
    '%s: five to nine plates, under more than one setting',
    (_, page) => {
      const count = page.plates.length + page.seen.length;
      expect(count).toBeGreaterThanOrEqual(5);
      expect(count).toBeLessThanOrEqual(9);
      for (const { thing, look } of page.seen) expect(thing.views).toContain(look.instrument);
      expect(new Set(page.seen.map(({ caption }) => caption)).size).toBe(page.seen.length);
    },
  );
});

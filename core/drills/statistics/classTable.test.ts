import { expect, it } from 'vitest';
import { madeUpAnswer, madeUpItem } from '../madeUp';
import type { SkillId } from '../skills';
import type { Answered } from './answers';
import { classTable } from './classTable';

const answered = (skill: SkillId, right: boolean): Answered => ({
  item: { ...madeUpItem, skill, kind: 'whatIsThis', targetId: 'a', options: ['fish', 'wood'] },
  answer: { ...madeUpAnswer, kind: 'whatIsThis', label: 'fish' },
  grade: { kind: 'whatIsThis', right, score: Number(right), truth: 'fish', options: 2 },
});

it('the table of a class has the skills that were asked, as they are taught, and who was asked', () => {
  const rows = classTable([
    { id: 'a', answered: [answered('wood', true), answered('gain', false)] },
    { id: 'b', answered: [answered('wood', false), answered('wood', false)] },
    { id: 'c', answered: [] },
  ]);
  expect(rows.map(({ skill }) => skill)).toEqual(['gain', 'wood']);
  const [gain, wood] = rows;
  expect([...gain.cells.keys()]).toEqual(['a']);
  expect(gain.theta).toBe(gain.cells.get('a')!.theta);
  expect(wood.cells.get('b')).toMatchObject({ trials: 2, right: { count: 0, of: 2 } });
  const [a, b] = ['a', 'b'].map((id) => wood.cells.get(id)!.theta);
  expect(a).toBeGreaterThan(0);
  expect(b).toBeLessThan(0);
  expect(wood.theta).toBeCloseTo((a + b) / 2, 12);
});

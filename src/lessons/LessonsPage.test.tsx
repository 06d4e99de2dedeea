import { expect, it } from 'vitest';
import { openPage, screen } from '../../tests/components/page';
import { LessonsPage } from './LessonsPage';

it('lists the shipped lessons', async () => {
  await openPage(<LessonsPage />);
  expect(await screen.findByRole('heading', { level: 1 })).toBeDefined();
  expect((await screen.findAllByRole('listitem')).length).toBeGreaterThan(10);
});

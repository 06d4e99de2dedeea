import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { SEARCH_TASKS } from '@core/demo/searchTasks';
import { newRecord, type SearchRecord } from '@core/records';
import { removeRecord } from '@/storage/database';
import { openPage, savedFiles, stored } from '../../tests/components/page';
import { SearchPage } from './SearchPage';

const [task] = SEARCH_TASKS;
const begun: SearchRecord = {
  ...newRecord('search', 'search-a', 1_790_000_000_000),
  task,
  legs: [],
  marks: [],
  finishedAtMs: null,
  planned: null,
};

describe('the searches', () => {
  it('say that there is nothing yet, and offer every task', async () => {
    await openPage(<SearchPage />);
    expect(await screen.findByText(/Nothing yet/)).toBeTruthy();
    for (const { name } of SEARCH_TASKS) {
      expect(screen.getByRole('heading', { name })).toBeTruthy();
    }
  });

  it('are handed on as a file and taken from one', async () => {
    const files = savedFiles();
    const { user } = await openPage(<SearchPage />, { records: [begun] });
    await user.click(await screen.findByRole('button', { name: `Save ${task.name} as a file` }));
    await expect.poll(() => files.length).toBe(1);
    await removeRecord('search', begun.id);
    const bringIn = screen.getByLabelText('Bring in a search from a file');
    await user.upload(bringIn, new File([files[0].blob], files[0].name));
    await expect.poll(() => stored('search', begun.id)).toEqual(begun);
    expect(await screen.findByRole('link', { name: 'Go on' })).toBeTruthy();
  });

  it('refuse a file that is none, by its name', async () => {
    const { user } = await openPage(<SearchPage />);
    const bringIn = await screen.findByLabelText('Bring in a search from a file');
    await user.upload(bringIn, new File(['not a zip'], 'notes.zip'));
    expect(await screen.findByText(/notes\.zip was not taken/)).toBeTruthy();
  });
});

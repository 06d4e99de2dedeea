import { render, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { fail, ok, type Result } from '@core/records';
import { recentVisits } from '@/storage/recent';
import { OpenById } from './OpenById';

interface Thing {
  name: string;
}
const page = (open: (id: string) => Promise<Result<Thing, string>>, isNamed = true) =>
  render(
    <OpenById
      what="thing"
      open={open}
      nameOf={isNamed ? ({ name }) => name : undefined}
      back={{ href: '/things', label: 'Back' }}
    >
      {({ name }) => <p>open: {name}</p>}
    </OpenById>,
  );

describe('what an address names', () => {
  beforeEach(() => {
    localStorage.removeItem('recent');
    history.replaceState(null, '', '/things/thing?id=a');
  });
  it('opens, and is found again under Today', async () => {
    page((id) => Promise.resolve(ok({ name: `thing ${id}` })));
    expect(await screen.findByText('open: thing a')).toBeDefined();
    expect(recentVisits()).toMatchObject([
      { what: 'thing', name: 'thing a', href: '/things/thing?id=a' },
    ]);
  });
  it('is not noted where it has no name, or did not open', async () => {
    page((id) => Promise.resolve(ok({ name: id })), false);
    await screen.findByText('open: a');
    page(() => Promise.resolve(fail('it is gone')));
    await screen.findByText('it is gone.');
    expect(screen.getByRole('link', { name: 'Back' }).getAttribute('href')).toBe('/things');
    expect(recentVisits()).toEqual([]);
  });
});

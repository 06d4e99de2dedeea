import { useState } from 'react';
import { openSearch } from '@/storage/searches';
import { OpenById } from '@/ui/OpenById';
import { Prepared } from '@/ui/Prepared';
import { Search } from './Search';
import { SearchList } from './SearchList';

/** The searches there are, or the one that the address names. */
export function SearchPage() {
  const [hasId] = useState(() => new URLSearchParams(location.search).has('id'));
  if (!hasId) {
    return (
      <Prepared>
        <SearchList />
      </Prepared>
    );
  }
  return (
    <OpenById
      what="search"
      open={openSearch}
      back={{ href: '/drills/search', label: 'Back to the searches' }}
    >
      {(opened) => <Search opened={opened} />}
    </OpenById>
  );
}

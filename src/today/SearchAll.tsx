/** One search over waters, screens, lessons, drills, classes, handbook, atlas, reckoner and words. */
import { Search } from '@/ui/icons';
import { useMemo, useRef, useState } from 'react';
import { useSettings } from '@/storage/settings';
import type { Findable } from './searchAll';

type Finder = (text: string) => Findable[];

export function SearchAll() {
  const isTold = useSettings(({ role }) => role !== 'learn');
  const [text, setText] = useState('');
  const [finder, setFinder] = useState<Finder | null>(null);
  const isLoading = useRef(false);
  // Read once, as the search is first used.
  const load = async () => {
    if (isLoading.current) return;
    isLoading.current = true;
    const { everything, findIn } = await import('./searchAll');
    const all = await everything(isTold);
    setFinder(() => (wanted: string) => findIn(all, wanted));
  };
  const found = useMemo(
    () => (text.trim() === '' || !finder ? null : finder(text)),
    [text, finder],
  );
  return (
    <div role="search" aria-label="Find anything" className="flex flex-col gap-2">
      <label className="relative">
        <span className="sr-only">Find anything</span>
        <Search size={18} className="absolute top-3 left-3 text-ink-2" aria-hidden="true" />
        <input
          type="search"
          className="h-11 w-full rounded-lg border border-hairline bg-card pr-3 pl-10"
          placeholder="Find a water, a screen, a lesson, a word, a sum"
          maxLength={80}
          value={text}
          onFocus={() => void load()}
          onChange={(event) => {
            void load();
            setText(event.target.value);
          }}
        />
      </label>
      {found && (
        <ul aria-label="Found" className="rounded-lg border border-hairline bg-card py-1">
          {found.map(({ what, name, href }) => (
            <li key={`${what} ${href} ${name}`}>
              <a href={href} className="flex items-baseline gap-3 px-4 py-1 hover:bg-well">
                <span className="w-20 shrink-0 text-xs text-ink-2">{what}</span>
                <span className="min-w-0 truncate">{name}</span>
              </a>
            </li>
          ))}
          {found.length === 0 && (
            <li className="px-4 py-1 text-ink-2">Nothing here holds all of these words.</li>
          )}
        </ul>
      )}
    </div>
  );
}

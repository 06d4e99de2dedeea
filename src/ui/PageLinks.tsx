/** A column of links to the parts of one page, in groups, found by their words. */
import { useState } from 'react';
import { TextField } from './TextField';

interface LinkGroup {
  /** None where there is but one group. */
  name?: string;
  items: {
    id: string;
    name: string;
    /** By which it is found, beside its name. */ words: string;
  }[];
}

interface PageLinksProps {
  label: string;
  findLabel: string;
  groups: LinkGroup[];
  current: string | null;
  hrefOf: (id: string) => string;
  /** Opens it without leaving the page. */
  onOpen: (id: string) => void;
}

export function PageLinks({ label, findLabel, groups, current, hrefOf, onOpen }: PageLinksProps) {
  const [words, setWords] = useState('');
  const wanted = words.trim().toLowerCase();
  const found = groups
    .map(({ name, items }) => ({
      name,
      items: items.filter((item) => `${item.name} ${item.words}`.toLowerCase().includes(wanted)),
    }))
    .filter(({ items }) => items.length > 0);
  return (
    <nav aria-label={label} className="flex flex-col gap-2">
      <TextField label={findLabel} value={words} max={60} onChange={setWords} />
      {found.map(({ name, items }) => (
        <section key={name ?? ''} aria-label={name}>
          {name && <h2 className="px-2 text-xs font-normal text-ink-2">{name}</h2>}
          <ol className="flex flex-wrap gap-0.5 md:flex-col">
            {items.map(({ id, name: title }) => (
              <li key={id}>
                <a
                  href={hrefOf(id)}
                  aria-current={id === current ? 'page' : undefined}
                  onClick={(event) => {
                    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
                    event.preventDefault();
                    onOpen(id);
                  }}
                  className="block rounded-md px-2 py-1 hover:bg-well aria-[current=page]:bg-ink aria-[current=page]:font-semibold aria-[current=page]:text-card"
                >
                  {title}
                </a>
              </li>
            ))}
          </ol>
        </section>
      ))}
      {found.length === 0 && <p className="px-2 text-ink-2">Nothing about “{words}”.</p>}
    </nav>
  );
}

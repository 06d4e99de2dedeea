/** All cards by what they are about, found by their words. */
import { useState } from 'react';
import { type Card, CARD_GROUPS } from '@core/reckoner';
import { TextField } from '@/ui/TextField';

const fits = (card: Card, wanted: string) =>
  `${card.name} ${card.words} ${card.formula}`.toLowerCase().includes(wanted);

interface CardListProps {
  current: string | null;
  onOpen: (id: string) => void;
}

export function CardList({ current, onOpen }: CardListProps) {
  const [words, setWords] = useState('');
  const wanted = words.trim().toLowerCase();
  const groups = CARD_GROUPS.map(({ name, cards }) => ({
    name,
    cards: cards.filter((card) => wanted === '' || fits(card, wanted)),
  })).filter(({ cards }) => cards.length > 0);
  return (
    <nav aria-label="Cards" className="flex flex-col gap-2">
      <TextField label="Find a sum" value={words} max={60} onChange={setWords} />
      {groups.map(({ name, cards }) => (
        <section key={name} aria-label={name}>
          <h3 className="px-2 text-xs text-ink-2">{name}</h3>
          <ul className="flex flex-wrap gap-0.5 md:flex-col">
            {cards.map(({ id, name: title }) => (
              <li key={id}>
                <a
                  href={`/reckoner?card=${id}`}
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
          </ul>
        </section>
      ))}
      {groups.length === 0 && <p className="px-2 text-ink-2">No sum about “{words}”.</p>}
    </nav>
  );
}

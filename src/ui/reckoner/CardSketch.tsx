/** A card of the reckoner beside a text: its drawing, which can be taken by hand, and what comes of it. */
import { useState } from 'react';
import { type Card, firstChoices, firstValues, sayIn } from '@core/reckoner';
import { useSettings } from '@/storage/settings';
import { DrawingView } from './DrawingView';

export function CardSketch({ card }: { card: Card }) {
  const { units } = useSettings();
  const [values, setValues] = useState(() => firstValues(card, {}));
  const { drawing, results, sums } = card.work(values, firstChoices(card), sayIn(units));
  if (!drawing) return null;
  return (
    <figure className="flex min-w-0 flex-col gap-1">
      <DrawingView
        drawing={drawing}
        card={card}
        values={values}
        onChange={(field, value) => setValues({ ...values, [field]: value })}
      />
      <figcaption className="flex flex-wrap items-baseline gap-x-4 text-xs text-ink-2">
        <span className="figures text-ink">{sums[0] ?? results[0].text}</span>
        <a className="text-action underline" href={`/reckoner?card=${card.id}`}>
          {card.name}, in the reckoner
        </a>
      </figcaption>
    </figure>
  );
}

/** A card of the reckoner at work: numbers in, drawing, the sum written out, what it means, and the case on an echo. */
import { Printer, RotateCcw, TriangleAlert } from '@/ui/icons';
import { lazy, Suspense, useMemo, useState } from 'react';
import { SKILLS } from '@core/drills';
import { type Card, sayIn } from '@core/reckoner';
import { usePrinting } from '@/paper/usePrinting';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { PlateView } from '@/ui/echo/PlateView';
import { Glossed } from '@/ui/Glossed';
import { NumberField } from '@/ui/NumberField';
import { begun, type Reckoned } from './address';
import { DrawingView } from '@/ui/reckoner/DrawingView';

const CurvesChart = lazy(() =>
  import('@/ui/figures/CurvesChart').then(({ CurvesChart: chart }) => ({ default: chart })),
);

/** What was asked for comes into view as it comes, and not again. */
const intoView = (part: HTMLElement | null) => part?.scrollIntoView({ block: 'nearest' });

interface CardViewProps {
  card: Card;
  at: Reckoned;
  onChange: (at: Reckoned) => void;
}

export function CardView({ card, at, onChange }: CardViewProps) {
  const { units } = useSettings();
  const { print } = usePrinting();
  const [shownAs, setShown] = useState<Reckoned | null>(null);
  const [isNamed, setNamed] = useState(false);
  const { values, chosen } = at;
  const worked = card.work(values, chosen, sayIn(units));
  const set = (field: string, value: number) =>
    onChange({ values: { ...values, [field]: value }, chosen });
  const shown = useMemo(
    () => shownAs && card.show?.(shownAs.values, shownAs.chosen),
    [card, shownAs],
  );
  return (
    <article aria-label={card.name} className="flex min-w-0 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="min-w-0 flex-1 text-lg">{card.name}</h2>
        <Button size="small" look="quiet" onClick={() => onChange(begun(card))}>
          <RotateCcw size={14} aria-hidden="true" /> As it began
        </Button>
        <Button
          size="small"
          look="quiet"
          onClick={() =>
            void print(card.name, (paper) => paper.reckonedCard(card, values, chosen, units))
          }
        >
          <Printer size={14} aria-hidden="true" /> Print
        </Button>
      </div>
      <div className="@container">
        <div className="grid gap-x-6 gap-y-3 @2xl:grid-cols-[minmax(0,1fr)_19rem]">
          <div className="flex min-w-0 flex-col gap-3 @2xl:order-last">
            <div className="flex flex-col gap-1.5">
              {Object.entries(card.choices ?? {}).map(([key, { label, options }]) => (
                <Choice
                  key={key}
                  label={label}
                  value={chosen[key]}
                  options={options}
                  onChange={(value) => onChange({ values, chosen: { ...chosen, [key]: value } })}
                />
              ))}
              {Object.entries(card.fields).map(
                ([key, { usual: _usual, from: _from, ...field }]) => (
                  <NumberField
                    key={key}
                    {...field}
                    value={values[key]}
                    units={units}
                    onChange={(value) => set(key, value)}
                  />
                ),
              )}
            </div>
          </div>
          <div className="flex min-w-0 flex-col gap-3">
            {worked.drawing && (
              <DrawingView drawing={worked.drawing} card={card} values={values} onChange={set} />
            )}
            {worked.curves && (
              <div className="h-72">
                <Suspense fallback={null}>
                  <CurvesChart {...worked.curves} />
                </Suspense>
              </div>
            )}
          </div>
        </div>
      </div>
      <dl
        aria-label="What comes of it"
        className="flex flex-wrap gap-x-8 gap-y-2"
        aria-live="polite"
      >
        {worked.results.map(({ label, text }, i) => (
          <div key={label}>
            <dt className="text-xs text-ink-2">{label}</dt>
            <dd className={`figures ${i === 0 ? 'text-2xl' : 'text-lg'}`}>{text}</dd>
          </div>
        ))}
      </dl>
      <div className="rounded-md bg-well px-3 py-2">
        <p className="text-xs text-ink-2">{card.formula}</p>
        {worked.sums.map((sum) => (
          <p key={sum} className="figures">
            {sum}
          </p>
        ))}
      </div>
      <p className="max-w-prose">
        <Glossed text={worked.meaning} />
      </p>
      <p className="max-w-prose text-ink-2">
        <strong className="font-semibold text-ink">The usual slip: </strong>
        <Glossed text={card.slip} />
      </p>
      {card.caution && (
        <p className="flex max-w-prose gap-2 text-missed">
          <TriangleAlert size={18} aria-hidden="true" className="shrink-0" />
          {card.caution}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {card.show && (
          <Button onClick={() => setShown(at)}>
            {shown ? 'Sound it again with these numbers' : 'Show me on an echo'}
          </Button>
        )}
        {shown && (
          <Button look="quiet" aria-pressed={isNamed} onClick={() => setNamed(!isNamed)}>
            {isNamed ? 'Hide names' : 'Name what is there'}
          </Button>
        )}
        <ButtonLink look="quiet" href={`/handbook?page=${card.skill}`}>
          Handbook: {SKILLS[card.skill]}
        </ButtonLink>
      </div>
      {shown && (
        <div ref={intoView} className="h-72">
          <PlateView plate={{ ...shown, revealed: isNamed }} label={card.name} />
        </div>
      )}
    </article>
  );
}

/** One says what one sees; the atlas says what it could be, and what decides. */
import { useState } from 'react';
import { candidatesFor, type Seen, TRAIT_NAMES, type TraitName, TRAITS } from '@core/atlas';
import { type Instrument, INSTRUMENTS } from '@core/sounding';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';

const NOT_SAID = '';

const optionsOf = (name: TraitName) => [
  { value: NOT_SAID, label: 'not sure' },
  ...Object.entries(TRAITS[name].options).map(([value, label]) => ({ value, label })),
];

const wordsOf = (names: readonly TraitName[]) =>
  names.map((name) => TRAITS[name].label.toLowerCase()).join(', ');

export function WhatCouldItBe({ onOpen }: { onOpen: (id: string) => void }) {
  const [seen, setSeen] = useState<Seen>({});
  const [view, setView] = useState<Instrument | ''>('');
  const found = candidatesFor(seen, view || null);
  const isAsked = TRAIT_NAMES.some((name) => seen[name]);
  return (
    <div className="flex flex-col gap-4 p-4 md:flex-row">
      <section aria-label="What you see" className="flex shrink-0 flex-col gap-2 md:w-80">
        <h2 className="text-lg">What you see</h2>
        <Choice
          label="On"
          value={view}
          options={[
            { value: '', label: 'any instrument' },
            ...INSTRUMENTS.map((value) => ({ value, label: INSTRUMENT_NAME[value] })),
          ]}
          onChange={setView}
        />
        {TRAIT_NAMES.map((name) => (
          <Choice
            key={name}
            label={TRAITS[name].label}
            value={seen[name] ?? NOT_SAID}
            options={optionsOf(name)}
            onChange={(value) => setSeen({ ...seen, [name]: value || undefined })}
          />
        ))}
        <Button className="self-start" disabled={!isAsked} onClick={() => setSeen({})}>
          Begin again
        </Button>
      </section>
      <section aria-label="What it could be" aria-live="polite" className="min-w-0 flex-1">
        <h2 className="text-lg">What it could be</h2>
        {!isAsked && <p className="text-ink-2">Say first what you see; one mark is enough.</p>}
        {isAsked && found.length === 0 && (
          <p className="text-ink-2">
            Nothing in the atlas looks like that. Leave out what you are least sure of.
          </p>
        )}
        <ol className="flex flex-col">
          {found.map(({ thing, agrees, against }) => (
            <li
              key={thing.id}
              className={`flex flex-wrap items-baseline gap-x-4 border-b border-hairline py-2 ${against.length > 0 ? 'text-ink-2' : ''}`}
            >
              <Button size="small" look="quiet" onClick={() => onOpen(thing.id)}>
                {thing.name}
              </Button>
              <p className="min-w-60 flex-1">{thing.test}</p>
              <p className="text-xs text-ink-2">
                {against.length > 0
                  ? `Against it: ${wordsOf(against)}`
                  : `For it: ${wordsOf(agrees)}`}
              </p>
            </li>
          ))}
        </ol>
      </section>
    </div>
  );
}

/** Which pictures stand on the bench, what beside them, and layouts to come back to. */
import { useState } from 'react';
import { LAYOUTS } from '@core/setup';
import { INSTRUMENTS } from '@core/sounding';
import { createId } from '@/storage/database';
import { Button } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import type { Tool } from '../tool';
import { toggled } from '../layouts';
import type { BenchKit } from '../kit';

const BESIDE: {
  key: 'chart' | 'space' | 'strip' | 'scale' | 'rings' | 'readouts';
  words: string;
}[] = [
  { key: 'chart', words: 'Chart' },
  { key: 'space', words: 'The water in space' },
  { key: 'strip', words: 'Live strip' },
  { key: 'scale', words: 'Scale' },
  { key: 'rings', words: 'Range rings' },
  { key: 'readouts', words: 'Readouts' },
];
const MOST_OWN = 20;

export function ViewsTool({ kit }: { kit: BenchKit }) {
  const { state, desk } = kit;
  const { layout, ownLayouts } = state;
  const [name, setName] = useState('');
  const keep = () => {
    const own = { ...layout, id: createId('layout'), name: name.trim() };
    desk.store.setState({ ownLayouts: [...ownLayouts, own].slice(-MOST_OWN) });
    desk.setLayout(own);
    setName('');
  };
  return (
    <div className="flex h-full gap-6">
      <fieldset className="flex flex-col gap-1">
        <legend className="mb-1 font-semibold">Pictures, up to four</legend>
        {INSTRUMENTS.map((instrument, i) => (
          <Check
            key={instrument}
            checked={layout.instruments.includes(instrument)}
            onChange={() => desk.setLayout(toggled(layout, instrument))}
          >
            {INSTRUMENT_NAME[instrument]} <span className="text-ink-2">({i + 1})</span>
          </Check>
        ))}
      </fieldset>
      <fieldset className="flex flex-col gap-1">
        <legend className="mb-1 font-semibold">Beside them</legend>
        {BESIDE.map(({ key, words }) => (
          <Check
            key={key}
            checked={layout[key]}
            onChange={(on) => desk.setLayout({ ...layout, [key]: on })}
          >
            {words}
          </Check>
        ))}
      </fieldset>
      <div className="flex min-w-0 flex-1 flex-col gap-2">
        <h3 className="font-semibold">Layouts</h3>
        <div className="flex flex-wrap gap-2">
          {[...LAYOUTS, ...ownLayouts].map((option) => (
            <Button
              key={option.id}
              aria-pressed={layout.id === option.id}
              className={layout.id === option.id ? 'border-action' : ''}
              onClick={() => desk.setLayout(option)}
            >
              {option.name}
            </Button>
          ))}
        </div>
        <form
          className="flex items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim()) keep();
          }}
        >
          <input
            aria-label="Name of a layout of your own"
            className="h-9 w-48 rounded-md border border-hairline bg-paper px-2"
            placeholder="Name it to keep it"
            maxLength={40}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" disabled={name.trim() === ''}>
            Keep this layout
          </Button>
          {ownLayouts.some(({ id }) => id === layout.id) && (
            <Button
              look="quiet"
              onClick={() =>
                desk.store.setState({
                  ownLayouts: ownLayouts.filter(({ id }) => id !== layout.id),
                })
              }
            >
              Forget it
            </Button>
          )}
        </form>
      </div>
    </div>
  );
}

export const viewsTool: Tool = {
  id: 'views',
  name: 'Views',
  key: '0',
  panel: ({ kit }) => <ViewsTool kit={kit} />,
};

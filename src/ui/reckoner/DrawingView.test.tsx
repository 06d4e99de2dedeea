import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { type Card, cardOf, CARDS, firstChoices, firstValues, sayIn } from '@core/reckoner';
import { CardSketch } from './CardSketch';
import { DrawingView } from './DrawingView';

let values: Record<string, number>;

function Drawn({ card }: { card: Card }) {
  const [now, setNow] = useState(() => firstValues(card, {}));
  const { drawing } = card.work(now, firstChoices(card), sayIn('metric'));
  return (
    <DrawingView
      drawing={drawing!}
      card={card}
      values={now}
      onChange={(field, value) => {
        values = { ...now, [field]: value };
        setNow(values);
      }}
    />
  );
}
const open = (id: string) => render(<Drawn card={cardOf(id)!} />);
const grip = (name: string) => screen.getByRole('slider', { name });

describe('a drawing', () => {
  it.each(
    CARDS.filter((card) => !['howFar', 'spotTime', 'gainLadder'].includes(card.id)).map(
      ({ id }) => id,
    ),
  )('%s is drawn, told in words, and has a grip for what can be taken by hand', (id) => {
    open(id);
    const card = cardOf(id)!;
    const { drawing } = card.work(firstValues(card, {}), firstChoices(card), sayIn('metric'));
    expect(screen.getByRole('group').getAttribute('aria-label')).toBe(drawing!.alt);
    expect(screen.getAllByRole('slider')).toHaveLength(drawing!.handles.length);
    // Nothing of it is drawn nowhere.
    const { innerHTML } = screen.getByRole('group');
    expect(innerHTML).not.toMatch(/NaN|Infinity|undefined/);
  });
  it('a grip tells its number and its limits', () => {
    open('slant');
    expect(grip('Slant range').getAttribute('aria-valuenow')).toBe('12');
    expect(grip('Slant range').getAttribute('aria-valuemax')).toBe('200');
  });
  it('is moved by keys, up and down, within its limits', () => {
    open('footprint');
    const before = cardOf('footprint')!.fields.depth.usual;
    fireEvent.keyDown(grip('Depth'), { key: 'ArrowUp' });
    expect(values.depth).toBeGreaterThan(before);
    fireEvent.keyDown(grip('Depth'), { key: 'ArrowDown' });
    fireEvent.keyDown(grip('Depth'), { key: 'ArrowDown' });
    expect(values.depth).toBeLessThan(before);
    for (let i = 0; i < 200; i++)
      fireEvent.keyDown(grip('Beam, whole angle'), { key: 'ArrowLeft' });
    expect(values.beam).toBe(cardOf('footprint')!.fields.beam.min);
    fireEvent.keyDown(grip('Depth'), { key: 'x' });
  });
});

describe('a card beside a text', () => {
  it('shows the sum as it stands, and leads to the whole card', () => {
    render(<CardSketch card={cardOf('slant')!} />);
    expect(screen.getByText('√(12.0² − 6.0²) = 10.4 m')).toBeDefined();
    fireEvent.keyDown(grip('Slant range'), { key: 'ArrowUp' });
    expect(screen.queryByText('√(12.0² − 6.0²) = 10.4 m')).toBeNull();
    expect(screen.getByRole('link').getAttribute('href')).toBe('/reckoner?card=slant');
  });
  it('is nothing where a card has curves instead', () => {
    const { container } = render(<CardSketch card={cardOf('spotTime')!} />);
    expect(container.innerHTML).toBe('');
  });
});

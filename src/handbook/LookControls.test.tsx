import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { beforeEach, describe, expect, it } from 'vitest';
import { type AtlasLook, usualLook } from '@core/atlas';
import { BANDS } from '@core/setup';
import { useSettings } from '@/storage/settings';
import { LookControls } from './LookControls';

let look: AtlasLook;

function Controls({ hangs }: { hangs: boolean }) {
  const [shown, setShown] = useState(() => usualLook('cone'));
  const change = (next: AtlasLook) => {
    look = next;
    setShown(next);
  };
  return <LookControls look={shown} hangs={hangs} onChange={change} />;
}
async function type(label: string, text: string) {
  const entry = screen.getByLabelText(`${label}, exact value`);
  await userEvent.clear(entry);
  await userEvent.type(entry, `${text}{Enter}`);
}

describe('how a thing is looked at', () => {
  beforeEach(() => useSettings.setState({ units: 'metric' }));

  it('another instrument brings its own frequency, and looks to its own side', async () => {
    render(<Controls hangs />);
    await userEvent.click(screen.getByRole('radio', { name: 'Side fans' }));
    expect(BANDS.sideFans.map(({ id }) => id)).toContain(look.bandId);
    expect(look.asideM).toBeGreaterThan(look.depthM);
    await userEvent.click(screen.getByRole('radio', { name: 'Column' }));
    expect(BANDS.column.map(({ id }) => id)).toContain(look.bandId);
    expect(look.asideM).toBe(0);
  });
  it('keeps a frequency that the next instrument has too', async () => {
    render(<Controls hangs />);
    await userEvent.selectOptions(screen.getByLabelText('Frequency'), '83 kHz');
    await userEvent.click(screen.getByRole('radio', { name: 'Column' }));
    expect(look.bandId).toBe('83');
  });
  it('depths are those of the water and of the thing in it', async () => {
    render(<Controls hangs />);
    await type('Depth of the water', '20');
    expect(look.depthM).toBe(20);
    await type('Depth of the thing', '5');
    expect(look.hangsAt).toBeCloseTo(0.25, 6);
    await type('Depth of the water', '10');
    // It hangs as high in its share as before.
    expect(look.hangsAt).toBeCloseTo(0.25, 6);
  });
  it('what stands on the ground has no depth of its own', () => {
    render(<Controls hangs={false} />);
    expect(screen.queryByLabelText('Depth of the thing, exact value')).toBeNull();
  });
  it('takes bottom, gain and what else is there', async () => {
    render(<Controls hangs />);
    await userEvent.selectOptions(screen.getByLabelText('Bottom'), 'rock');
    await type('Gain', '12');
    await userEvent.click(screen.getByRole('radio', { name: 'Among others' }));
    expect(look).toMatchObject({ sediment: 'rock', gainDb: 12, inClutter: true });
  });
  it('keeps numbers within what can be sounded, and says so', async () => {
    render(<Controls hangs />);
    await type('Depth of the water', '500');
    expect(look.depthM).toBe(40);
    expect(screen.getByText('500.0 is outside 2.0 to 40.0; set to 40.0.')).toBeDefined();
    fireEvent.blur(screen.getByLabelText('Gain, exact value'));
  });
  it('reads feet where feet are read', async () => {
    useSettings.setState({ units: 'imperial' });
    render(<Controls hangs />);
    await type('Depth of the water', '30');
    expect(look.depthM).toBeCloseTo(9.144, 3);
    useSettings.setState({ units: 'metric' });
  });
});

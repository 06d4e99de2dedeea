/** The controls that stand beside every picture: by pointer, by key, and by exact value. */
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { PALETTE_IDS, type PaletteId } from '@core/display';
import { Check } from './Check';
import { Choice } from './Choice';
import { FileButton } from './FileButton';
import { Menu } from './Menu';
import { PaletteSetting } from './PaletteSetting';
import { Setting } from './Setting';
import { ToolTabs } from './ToolTabs';
import { WindowSetting } from './WindowSetting';

describe('a setting', () => {
  function Gain(props: { heard: (value: number) => void; logarithmic?: boolean }) {
    const [value, setValue] = useState(40);
    return (
      <Setting
        label="Gain"
        hotkeys="[ ]"
        unit="dB"
        value={value}
        min={1}
        max={80}
        step={1}
        hint="More shows bait, and snow with it."
        logarithmic={props.logarithmic}
        onChange={(next) => {
          setValue(next);
          props.heard(next);
        }}
      />
    );
  }
  const slider = () => screen.getByRole('slider', { name: 'Gain' });
  const entry = () => screen.getByLabelText('Gain, exact value') as HTMLInputElement;

  it('moves by arrow keys and says its value with the unit', async () => {
    const heard = vi.fn();
    render(<Gain heard={heard} />);
    slider().focus();
    await userEvent.keyboard('{ArrowRight}{ArrowRight}{ArrowLeft}');
    expect(heard.mock.calls.map(([value]) => value as number)).toEqual([41, 42, 41]);
    expect(slider().getAttribute('aria-valuetext')).toBe('41 dB');
    await userEvent.keyboard('{Home}');
    expect(heard).toHaveBeenLastCalledWith(1);
    await userEvent.keyboard('{End}');
    expect(heard).toHaveBeenLastCalledWith(80);
  });
  it('takes an exact value, with a comma too, and leaves it on Escape', async () => {
    const heard = vi.fn();
    render(<Gain heard={heard} />);
    await userEvent.clear(entry());
    await userEvent.type(entry(), '52,4{Enter}');
    expect(heard).toHaveBeenLastCalledWith(52.4);
    await userEvent.clear(entry());
    await userEvent.type(entry(), '7{Escape}');
    expect(entry().value).toBe('52');
    expect(heard).toHaveBeenCalledTimes(1);
  });
  it('says what it does with a number out of bounds and with a word', async () => {
    const heard = vi.fn();
    render(<Gain heard={heard} />);
    await userEvent.clear(entry());
    await userEvent.type(entry(), '95{Enter}');
    expect(heard).toHaveBeenLastCalledWith(80);
    expect(screen.getByRole('status').textContent).toBe('95 is outside 1 to 80; set to 80.');
    await userEvent.clear(entry());
    await userEvent.type(entry(), 'loud{Enter}');
    expect(screen.getByRole('status').textContent).toBe('“loud” is not a number; kept 80.');
    expect(heard).toHaveBeenCalledTimes(1);
  });
  it('steps by ratio where its span is wide', async () => {
    const heard = vi.fn();
    render(<Gain heard={heard} logarithmic />);
    slider().focus();
    await userEvent.keyboard('{Home}');
    expect(heard).toHaveBeenLastCalledWith(1);
    await userEvent.keyboard('{PageUp}{PageUp}{PageUp}');
    const [[third]] = heard.mock.calls.slice(-1) as [[number]];
    expect(third).toBeGreaterThanOrEqual(1);
    expect(third).toBeLessThan(10);
  });
});

describe('the window of depth', () => {
  function Window({ heard }: { heard: (top: number, bottom: number) => void }) {
    const [[top, bottom], set] = useState([0, 12]);
    return (
      <WindowSetting
        topM={top}
        bottomM={bottom}
        limitM={24}
        leastM={1}
        units="imperial"
        onChange={(nextTop, nextBottom) => {
          set([nextTop, nextBottom]);
          heard(nextTop, nextBottom);
        }}
      />
    );
  }
  const thumb = (which: 'upper' | 'lower') =>
    screen.getByRole('slider', { name: `Range, ${which} limit` });
  it('has two limits, told in the reader’s units and handed on in metres', async () => {
    const heard = vi.fn();
    render(<Window heard={heard} />);
    expect(thumb('lower').getAttribute('aria-valuetext')).toBe('39.4 ft');
    thumb('lower').focus();
    await userEvent.keyboard('{ArrowRight}');
    expect(heard).toHaveBeenLastCalledWith(0, 12.5);
    thumb('upper').focus();
    await userEvent.keyboard('{ArrowRight}{ArrowRight}');
    expect(heard).toHaveBeenLastCalledWith(1, 12.5);
  });
  it('never closes: its limits stay a metre apart', async () => {
    const heard = vi.fn();
    render(<Window heard={heard} />);
    thumb('upper').focus();
    await userEvent.keyboard('{End}');
    for (const [top, bottom] of heard.mock.calls as [number, number][]) {
      expect(bottom - top).toBeGreaterThanOrEqual(1);
    }
    thumb('lower').focus();
    await userEvent.keyboard('{Home}');
    for (const [top, bottom] of heard.mock.calls as [number, number][]) {
      expect(bottom - top).toBeGreaterThanOrEqual(1);
    }
  });
});

describe('the palettes', () => {
  it('are all offered by name, and the chosen one says what it is good for', async () => {
    const heard = vi.fn();
    function Palettes() {
      const [value, setValue] = useState<PaletteId>('rockpool');
      return (
        <PaletteSetting
          value={value}
          eye="usual"
          onChange={(id) => {
            setValue(id);
            heard(id);
          }}
        />
      );
    }
    render(<Palettes />);
    const group = within(screen.getByRole('radiogroup', { name: 'Palette' }));
    expect(group.getAllByRole('radio')).toHaveLength(PALETTE_IDS.length);
    expect(screen.getByText('Rockpool')).toBeDefined();
    await userEvent.click(group.getByRole('radio', { name: 'Hoarfrost' }));
    expect(heard).toHaveBeenLastCalledWith('hoarfrost');
    expect(screen.getByText('Hoarfrost')).toBeDefined();
  });
});

describe('tools in a drawer', () => {
  const TOOLS = [
    { id: 'truth', name: 'What is there', hotkey: 'T' },
    { id: 'measure', name: 'Measure', hotkey: 'Q' },
    { id: 'notes', name: 'Present', hotkey: '9' },
  ] as const;
  function Drawer() {
    const [chosen, setChosen] = useState<(typeof TOOLS)[number]['id']>('truth');
    const [isFolded, setFolded] = useState(false);
    return (
      <ToolTabs
        tools={[...TOOLS]}
        chosen={chosen}
        onChoose={setChosen}
        isFlush={false}
        isFolded={isFolded}
        onFold={setFolded}
      >
        <p>{chosen} is open</p>
      </ToolTabs>
    );
  }
  it('fold away, and unfold as one of them is chosen', async () => {
    render(<Drawer />);
    await userEvent.click(screen.getByRole('button', { name: 'Fold' }));
    expect(screen.queryByRole('tabpanel')).toBeNull();
    await userEvent.click(screen.getByRole('tab', { name: 'What is there' }));
    expect(screen.getByText('truth is open')).toBeDefined();
    await userEvent.click(screen.getByRole('button', { name: 'Fold' }));
    await userEvent.click(screen.getByRole('tab', { name: 'Present' }));
    expect(screen.getByText('notes is open')).toBeDefined();
  });
  it('are tabs: one is open, arrows move between them, each tells its key', async () => {
    render(<Drawer />);
    const tab = (name: string) => screen.getByRole('tab', { name });
    expect(tab('Measure').getAttribute('aria-keyshortcuts')).toBe('Q');
    await userEvent.click(tab('Measure'));
    expect(screen.getByText('measure is open')).toBeDefined();
    expect(tab('Measure').getAttribute('aria-selected')).toBe('true');
    await userEvent.keyboard('{ArrowRight}');
    expect(screen.getByText('notes is open')).toBeDefined();
    await userEvent.keyboard('{ArrowRight}');
    expect(screen.getByText('truth is open')).toBeDefined();
    expect(screen.getAllByRole('tabpanel')).toHaveLength(1);
  });
});

describe('a menu', () => {
  it('opens by key, runs what is chosen once, and gives the focus back', async () => {
    const copy = vi.fn();
    const remove = vi.fn();
    render(
      <Menu
        label="More for Lake Ismo"
        items={[
          { label: 'Copy', run: copy },
          { label: 'Delete', run: remove },
        ]}
      />,
    );
    const button = screen.getByRole('button', { name: 'More for Lake Ismo' });
    button.focus();
    await userEvent.keyboard('{Enter}');
    expect(await screen.findByRole('menuitem', { name: 'Copy' })).toBeDefined();
    await userEvent.keyboard('{ArrowDown}{Enter}');
    expect(remove).toHaveBeenCalledTimes(1);
    expect(copy).not.toHaveBeenCalled();
    expect(screen.queryByRole('menu')).toBeNull();
  });
  it('closes on Escape and changes nothing', async () => {
    const run = vi.fn();
    render(<Menu label="More" items={[{ label: 'Delete', run }]} />);
    await userEvent.click(screen.getByRole('button', { name: 'More' }));
    await screen.findByRole('menu');
    await userEvent.keyboard('{Escape}');
    expect(screen.queryByRole('menu')).toBeNull();
    expect(run).not.toHaveBeenCalled();
  });
});

describe('small choices', () => {
  it('one of many is a list with a label, hidden or not', async () => {
    const heard = vi.fn();
    const options = [
      { value: 'a', label: 'All waters' },
      { value: 'b', label: 'Lake Ismo' },
    ] as const;
    render(<Choice label="Water" value="a" options={options} hideLabel onChange={heard} />);
    await userEvent.selectOptions(screen.getByLabelText('Water'), 'Lake Ismo');
    expect(heard).toHaveBeenCalledWith('b');
  });
  it('on or off is a box that its words belong to', async () => {
    const heard = vi.fn();
    render(
      <Check checked={false} onChange={heard}>
        Nothing to catch here
      </Check>,
    );
    await userEvent.click(screen.getByText('Nothing to catch here'));
    expect(heard).toHaveBeenCalledWith(true);
  });
  it('the same file can be given twice', async () => {
    const heard = vi.fn();
    render(
      <FileButton label="A water’s file" accept=".json" onFile={heard}>
        From a file
      </FileButton>,
    );
    const input = screen.getByLabelText('A water’s file') as HTMLInputElement;
    const file = new File(['{}'], 'water.json', { type: 'application/json' });
    await userEvent.upload(input, file);
    await userEvent.upload(input, file);
    expect(heard).toHaveBeenCalledTimes(2);
    expect((heard.mock.calls[0] as [File])[0].name).toBe('water.json');
  });
});

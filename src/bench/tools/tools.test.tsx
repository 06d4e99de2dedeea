/** The tools under the pictures, each by itself; what they do to a bench that sails is for the browser. */
import { fireEvent } from '@testing-library/react';
import { createRef, useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { CONTROLS, FAULT_IDS, FAULTS, ladderOf } from '@core/setup';
import { cursorAt } from '@core/reading';
import { explainCell } from '@core/sounding';
import { openTool } from '../../../tests/components/benchTool';
import { openPage, screen, setNumber, waitFor, within } from '../../../tests/components/page';
import { listScreens } from '@/storage/screens';
import type { Comparison } from '../comparing';
import type { BenchKit } from '../kit';
import { CompareTool } from './CompareTool';
import { FaultsTool } from './FaultsTool';
import type { HeldLure } from '../heldLure';
import { JigTool } from './JigTool';
import type { LadderSheet } from '../ladderSheet';
import { LadderSheetView, LadderTool } from './LadderTool';
import { LedgerTool } from './LedgerTool';
import { MeasureTool } from './MeasureTool';
import { RecordTool } from './RecordTool';
import { SuggestTool } from './SuggestTool';
import { TruthTool } from './TruthTool';
import { ViewsTool } from './ViewsTool';

const button = (name: RegExp | string) => screen.getByRole<HTMLButtonElement>('button', { name });
const checkbox = (name: RegExp | string) =>
  screen.getByRole<HTMLInputElement>('checkbox', { name });

describe('faults', () => {
  const open = (role: BenchKit['role'] = 'teach') =>
    openTool((kit) => <FaultsTool kit={kit} />, { role });

  it('are put in and taken out, each as a step that can be taken back', async () => {
    const { user, desk } = open();
    const list = screen.getByRole('list', { name: 'Faults' });
    expect(within(list).getAllByRole('listitem')).toHaveLength(FAULT_IDS.length);
    const { name, sign, remedy } = FAULTS[FAULT_IDS[0]];
    await user.click(checkbox(name));
    expect(desk.store.getState().setup.faults).toMatchObject([{ id: FAULT_IDS[0], secret: false }]);
    // What it looks like gives way to what helps.
    expect(within(list).getByText(remedy)).toBeDefined();
    desk.step('undo');
    await waitFor(() => expect(checkbox(name).checked).toBe(false));
    expect(within(list).getByText(sign)).toBeDefined();
  });

  it('in secret are named by one guess only; a wrong one says how that would look', async () => {
    const { user, desk } = open();
    await user.click(button('Put one in secretly'));
    expect(screen.queryByRole('list', { name: 'Faults' })).toBeNull();
    const [{ id: secret }] = desk.store.getState().setup.faults;
    const answers = new Map<string, string>();
    for (const id of FAULT_IDS) {
      await user.selectOptions(screen.getByLabelText('It is'), FAULTS[id].name);
      await user.click(button('Is that it?'));
      answers.set(id, screen.getByRole('status').textContent!);
    }
    for (const [id, said] of answers) {
      if (id === secret) expect(said).toMatch(/^Right: /);
      else {
        expect(said).toMatch(/^Not that\./);
        expect(said).toContain(FAULTS[id as typeof secret].sign);
      }
    }
    await user.click(button('Take it out'));
    expect(desk.store.getState().setup.faults).toEqual([]);
  });

  it('are not listed for a learner, who may still be given one', () => {
    open('learn');
    expect(button('Put one in secretly')).toBeDefined();
    expect(screen.queryByRole('list', { name: 'Faults' })).toBeNull();
  });
});

describe('a ladder', () => {
  function Ladder({ kit }: { kit: BenchKit }) {
    const [sheet, setSheet] = useState<LadderSheet | null>(null);
    return (
      <>
        {sheet && <LadderSheetView kit={kit} eye="usual" sheet={sheet} />}
        <LadderTool kit={kit} eye="usual" sheet={sheet} onSheet={setSheet} />
      </>
    );
  }
  const open = () => openTool((kit) => <Ladder kit={kit} />, { pings: 60 });
  const sheet = (name: RegExp) => screen.findByRole('region', { name });

  it('of a control that only shows costs no sounding, and is put away', async () => {
    const { user, desk } = open();
    await user.click(button('Make the ladder'));
    const steps = within(await sheet(/^Ladder: .*gain/)).getAllByTestId('ladder-step');
    const { setup } = desk.store.getState();
    expect(steps).toHaveLength(ladderOf(setup, 'cone', 'gain').length);
    expect(new Set(steps.map((step) => step.getAttribute('aria-label'))).size).toBe(steps.length);
    await user.click(button('Put it away'));
    expect(screen.queryByRole('region', { name: /^Ladder/ })).toBeNull();
  });

  it('of what is sent is sounded anew over the same stretch, and goes into the library', async () => {
    await openPage(<p />);
    const { user } = open();
    await user.selectOptions(screen.getByLabelText('Five steps of'), 'Pings a second');
    await user.click(button('Make the ladder'));
    const made = await sheet(/^Ladder: .*pings a second/);
    const count = within(made).getAllByTestId('ladder-step').length;
    await user.click(button('Record all'));
    await waitFor(async () => expect((await listScreens()).screens).toHaveLength(count));
    const { screens } = await listScreens();
    const rates = screens.map(({ source }) =>
      source.kind === 'simulated' ? source.sounder.pingRateHz : NaN,
    );
    expect(new Set(rates).size).toBe(count);
    // Five seconds of the pass each, whatever the pings a second.
    for (const { pingCount, source } of screens) {
      if (source.kind !== 'simulated') throw new Error('a step of a ladder is simulated');
      expect(pingCount / source.sounder.pingRateHz).toBeGreaterThan(4);
      expect(pingCount / source.sounder.pingRateHz).toBeLessThan(6);
    }
  });
});

describe('comparing', () => {
  function Compare({ kit, onHeard }: { kit: BenchKit; onHeard: (to: Comparison | null) => void }) {
    const [comparison, setComparison] = useState<Comparison | null>(null);
    const change = (to: Comparison | null) => {
      setComparison(to);
      onHeard(to);
    };
    return <CompareTool kit={kit} comparison={comparison} onChange={change} />;
  }
  const open = () => {
    const heard = vi.fn<(to: Comparison | null) => void>();
    return { ...openTool((kit) => <Compare kit={kit} onHeard={heard} />), heard };
  };

  it('lays another picture of the way over this one, as strong as wanted, and only such', async () => {
    const { user, heard } = open();
    await user.selectOptions(screen.getByLabelText('What to change'), 'Instrument');
    expect(screen.queryByRole('radio', { name: 'Laid over' })).not.toBeNull();
    await user.selectOptions(screen.getByLabelText('B is the'), 'Side fans');
    expect(screen.queryByRole('radio', { name: 'Laid over' })).toBeNull();
    await user.selectOptions(screen.getByLabelText('B is the'), 'Down fan');
    await user.click(screen.getByRole('radio', { name: 'Laid over' }));
    await setNumber(user, 'Strength', '40');
    expect(heard).toHaveBeenLastCalledWith({
      ...{ of: 'instrument', value: 'downFan', mode: 'over', strength: 0.4 },
    });
    // What cannot lie over the cone stands beside it.
    await user.selectOptions(screen.getByLabelText('B is the'), 'Sector');
    expect(heard).toHaveBeenLastCalledWith(
      expect.objectContaining({ value: 'sector', mode: 'side' }),
    );
  });

  it('begins at the far end of the ladder, is set in numbers, and is taken over as one step', async () => {
    const { user, desk, heard } = open();
    const before = desk.store.getState().setup;
    await user.selectOptions(screen.getByLabelText('What to change'), 'Gain');
    expect(heard).toHaveBeenLastCalledWith({
      of: 'gain',
      value: ladderOf(before, 'cone', 'gain').at(-1),
      mode: 'side',
    });
    await user.click(screen.getByRole('radio', { name: 'Wipe' }));
    await setNumber(user, 'B, gain', '30');
    expect(heard).toHaveBeenLastCalledWith({ of: 'gain', value: 30, mode: 'wipe' });
    await user.click(button('Take the change over'));
    const {
      setup,
      history: { past },
    } = desk.store.getState();
    expect(CONTROLS.gain.read(setup, 'cone')).toBe(30);
    expect(past.map(({ label }) => label)).toEqual(['Took over: Gain']);
    expect(heard).toHaveBeenLastCalledWith(null);
    desk.step('undo');
    expect(desk.store.getState().setup).toBe(before);
  });

  it('of two instruments never offers the same one twice', async () => {
    const { user, heard } = open();
    await user.selectOptions(screen.getByLabelText('What to change'), 'Instrument');
    const other = screen.getByLabelText('B is the');
    const names = within(other)
      .getAllByRole('option')
      .map(({ textContent }) => textContent);
    expect(names).toHaveLength(4);
    expect(names).not.toContain('Cone');
    await user.selectOptions(other, 'Side fans');
    expect(heard).toHaveBeenLastCalledWith({ of: 'instrument', value: 'sideFans', mode: 'side' });
    await user.click(button('End comparing'));
    expect(heard).toHaveBeenLastCalledWith(null);
  });

  it('of a choice offers what the instrument has', async () => {
    const { user, heard } = open();
    await user.selectOptions(screen.getByLabelText('What to change'), CONTROLS.palette.label);
    const choice = screen.getByLabelText(`B, ${CONTROLS.palette.label.toLowerCase()}`);
    const [first] = within(choice).getAllByRole<HTMLOptionElement>('option');
    await user.selectOptions(choice, first);
    expect(heard).toHaveBeenLastCalledWith({ of: 'palette', value: first.value, mode: 'side' });
  });
});

describe('the addition behind a cell', () => {
  const open = (bin: number | null, mayTell = true) =>
    openTool(
      (kit) => {
        const instrument: ReturnType<BenchKit['run']['instrument']> = Object.assign(
          Object.create(null),
          {
            soundedWith: kit.run.requestOf('cone', kit.setup),
            explain: (...asked: Parameters<typeof explainCell>) =>
              Promise.resolve().then(() => explainCell(...asked)),
          },
        );
        const run = Object.assign(Object.create(kit.run), { instrument: () => instrument });
        const picked = bin === null ? null : { ping: kit.endPing - 5, channel: 0, beam: 0, bin };
        return <LedgerTool kit={{ ...kit, run, picked }} mayTell={mayTell} />;
      },
      { pings: 30 },
    );

  it('ends at the cell’s level', async () => {
    const { ring } = open(300);
    const ledger = await screen.findByTestId('ledger');
    const number = (cell: Element) => Number(cell.textContent!.replace('−', '-'));
    const value = (term: string) => number(ledger.querySelector(`[data-term="${term}"]`)!);
    const terms = [...ledger.querySelectorAll('[data-term]')].filter(
      (cell) => !['sum', 'expected', 'received'].includes(cell.getAttribute('data-term')!),
    );
    expect(terms.length).toBeGreaterThan(0);
    // Each is rounded to a tenth.
    const sum = terms.reduce((total, cell) => total + number(cell), 0);
    expect(Math.abs(sum - value('sum'))).toBeLessThan(0.05 * (terms.length + 2));
    expect(value('expected')).toBeGreaterThanOrEqual(value('sum') - 0.11);
    const { info, levelsCdb } = ring!;
    const slot = ring!.slot(ring!.end - 5);
    expect(value('received')).toBeCloseTo(levelsCdb[slot * info.binCount + 300] / 100, 1);
    expect(ledger.textContent).toMatch(/drawn at \d+ % of the palette/);
  });

  it('waits for a tap, and tells nobody who is to find out first', () => {
    open(null).unmount();
    open(300, false);
    expect(screen.getByText('Commit to what you see first; then ask why.')).toBeDefined();
  });
});

describe('measuring', () => {
  const open = (cursors: number) =>
    openTool(
      (kit) => {
        const { info, track } = kit.ring!;
        const list = [10, 20].slice(0, cursors).map((back, i) => {
          const ping = kit.endPing - back;
          const point = { ping, channel: 0, beam: 0, bin: 200 + 100 * i };
          return cursorAt(info, track, kit.ring!.slot(ping), point);
        });
        return <MeasureTool kit={{ ...kit, cursors: list }} onClear={() => {}} />;
      },
      { pings: 40 },
    );

  it('asks for a point, then tells of one, then what lies between two', () => {
    const first = open(0);
    const without = first.container.textContent!;
    first.unmount();
    const one = open(1);
    const ofOne = one.container.textContent!;
    expect(ofOne).not.toBe(without);
    one.unmount();
    const { container, ring } = open(2);
    const stepM = ring!.info.rangeStepM;
    // A hundred cells apart in range.
    expect(container.textContent).toContain(`${(100 * stepM).toFixed(2)} m`);
  });
});

describe('recording', () => {
  const open = (cursors: BenchKit['cursors'] = []) => {
    const onRecord = vi.fn(() => Promise.resolve());
    const area = createRef<HTMLElement>();
    const opened = openTool((kit) => <RecordTool kit={kit} area={area} onRecord={onRecord} />, {
      pings: 80,
      cursors,
    });
    return { ...opened, onRecord };
  };
  const save = () => button('Record into the library');

  it('takes the screen as it stands, under a name, with notes, and clears the form', async () => {
    const { user, onRecord, endPing } = open();
    await user.type(screen.getByLabelText('Name'), 'Bream at the bend');
    await user.type(screen.getByLabelText('Notes'), 'What lies under them?');
    await user.click(save());
    expect(onRecord).toHaveBeenCalledWith(
      endPing - 80,
      endPing,
      'Bream at the bend',
      'What lies under them?',
    );
    await waitFor(() => expect(screen.getByLabelText('Name')).toHaveProperty('value', ''));
  });

  it('takes as many pings back as are asked for', async () => {
    const { user, onRecord, endPing } = open();
    await user.click(screen.getByRole('radio', { name: 'Last pings' }));
    const pings = screen.getByLabelText(/^Pings back from the edge/);
    await user.clear(pings);
    await user.type(pings, '45{Tab}');
    await user.click(save());
    expect(onRecord).toHaveBeenCalledWith(endPing - 45, endPing, '', '');
  });

  it('from A to B needs both cursors, in whichever order they were put', async () => {
    const none = open();
    await none.user.click(screen.getByRole('radio', { name: 'A to B' }));
    expect(save().disabled).toBe(true);
    expect(screen.getByText(/Put cursors A and B down/)).toBeDefined();
    none.unmount();
    const at = (ping: number) => ({ point: { ping, channel: 0, beam: 0, bin: 9 } }) as never;
    const { user, onRecord } = open([at(420), at(400)]);
    await user.click(screen.getByRole('radio', { name: 'A to B' }));
    await user.click(save());
    expect(onRecord).toHaveBeenCalledWith(400, 421, '', '');
  });
});

describe('views', () => {
  const open = () => {
    const opened = openTool((kit) => <ViewsTool kit={kit} />);
    // What is shown is not looked at here, so it need not be sounded.
    vi.spyOn(opened.run, 'show').mockImplementation(() => {});
    return opened;
  };

  it('are put on and taken off; the last one stays, and more than four never are', async () => {
    const { user, desk } = open();
    const instruments = () => desk.store.getState().layout.instruments;
    for (const name of [/^Column/, /^Down fan/, /^Side fans/, /^Sector/]) {
      await user.click(checkbox(name));
    }
    expect(instruments().length).toBeLessThanOrEqual(4);
    for (const box of screen.getAllByRole<HTMLInputElement>('checkbox', { name: /\(\d\)$/ })) {
      if (box.checked) await user.click(box);
    }
    expect(instruments()).toHaveLength(1);
  });

  it('are kept as a layout of one’s own, chosen again, and forgotten', async () => {
    const { user, desk } = open();
    expect(button('Keep this layout').disabled).toBe(true);
    await user.click(checkbox(/^Down fan/));
    await user.type(screen.getByLabelText('Name of a layout of your own'), ' Evening class ');
    await user.click(button('Keep this layout'));
    expect(button('Evening class').getAttribute('aria-pressed')).toBe('true');
    await user.click(button('Cone alone'));
    expect(desk.store.getState().layout.instruments).toEqual(['cone']);
    await user.click(button('Evening class'));
    expect(desk.store.getState().layout.instruments).toContain('downFan');
    await user.click(button('Forget it'));
    expect(screen.queryByRole('button', { name: 'Evening class' })).toBeNull();
  });
});

describe('suggestions', () => {
  it('give reasons, are set as one step, and ask a learner for the bottom', async () => {
    const { user, desk, unmount } = openTool((kit) => <SuggestTool kit={kit} />);
    const list = screen.getByRole('list', { name: 'Suggestions' });
    expect(within(list).getAllByRole('listitem').length).toBeGreaterThan(2);
    await user.click(button('Set all of this'));
    expect(desk.store.getState().history.past).toHaveLength(1);
    unmount();
    openTool((kit) => <SuggestTool kit={kit} />, { role: 'learn' });
    expect(screen.getByLabelText('Bottom, as you read it')).toBeDefined();
  });
});

describe('the rod', () => {
  function Jig({ kit }: { kit: BenchKit }) {
    const [held, setHeld] = useState<HeldLure | null>(null);
    return <JigTool kit={kit} held={held} onHold={setHeld} />;
  }
  const depthM = () =>
    Number(/Lure at ([\d.]+) m/.exec(screen.getByTestId('lure-line').textContent!)![1]);
  const takeRod = async () => {
    const opened = openTool((kit) => <Jig kit={kit} />, {
      waterId: 'lake-ismo',
      instrument: 'column',
      pings: 5,
    });
    const before = opened.run.targets().length;
    await opened.user.click(button('Take the rod'));
    opened.run.freeze();
    return { ...opened, before };
  };

  it('moves the lure by keys and by drag, never through the bottom or out of the water', async () => {
    const { user } = await takeRod();
    const atFirst = depthM();
    await user.keyboard('{ArrowUp}{ArrowUp}');
    expect(depthM()).toBeCloseTo(atFirst - 0.3, 1);
    const rod = screen.getByTestId('rod');
    const dragTo = (share: number) =>
      fireEvent.pointerMove(rod, { buttons: 1, clientY: share * 500 });
    dragTo(2);
    const deepest = depthM();
    expect(deepest).toBeGreaterThan(atFirst);
    dragTo(3);
    expect(depthM()).toBe(deepest);
    dragTo(-1);
    expect(depthM()).toBeCloseTo(0.2, 1);
  });

  it('lifts the lure once and lets it sink to where it was', async () => {
    const { user, run } = await takeRod();
    const atFirst = depthM();
    const told = vi.spyOn(run, 'setInHand');
    await user.keyboard('j');
    expect(depthM()).toBeCloseTo(atFirst, 1);
    await waitFor(() => expect(told).toHaveBeenCalled());
    const [lure] = told.mock.lastCall![0];
    if (lure.kind !== 'lure') throw new Error('a lure is in the hand');
    const depths = lure.track.slice(-3).map((point) => point.depthM);
    expect(depths[0] - depths[1]).toBeCloseTo(0.4, 6);
    expect(depths[2]).toBe(depths[0]);
  });

  it('gives one fish to judge it, and takes all of it out of the water again', async () => {
    const { user, run, before } = await takeRod();
    await user.click(button(/curious perch/));
    expect(button(/curious perch/).disabled).toBe(true);
    await waitFor(() => expect(run.targets().some(({ id }) => id === 'bench-guest')).toBe(true));
    expect(screen.getByText(/follow local ice advice, never go alone/)).toBeDefined();
    await user.click(button('Put the rod down'));
    expect(run.targets()).toHaveLength(before);
    expect(screen.queryByTestId('lure-line')).toBeNull();
  });

  it('turns and aims the sector’s mount beside it', async () => {
    const { user, desk } = openTool((kit) => <Jig kit={kit} />, { instrument: 'sector' });
    const sector = () => desk.store.getState().setup.sounders.sector;
    const aimed = sector().aimDeg;
    await user.click(button('aft'));
    expect(sector().bearingDeg).toBe(180);
    expect(button('aft').getAttribute('aria-pressed')).toBe('true');
    await user.click(button(/^Aim /));
    expect(sector().aimDeg === 0).toBe(aimed !== 0);
    desk.step('undo');
    desk.step('undo');
    expect(sector()).toMatchObject({ bearingDeg: 0, aimDeg: aimed });
  });
});

describe('what is there', () => {
  it('is asked of a learner first, by one box a sort of thing', async () => {
    const onCommit = vi.fn();
    const { user } = openTool(
      (kit) => (
        <TruthTool
          numberOf={() => 1}
          knownNumber={() => 1}
          kit={kit}
          shown={false}
          committed={null}
          onCommit={onCommit}
          lit={null}
          onLight={() => {}}
          pose={kit.run.poseAt(0)}
          rangeM={20}
        />
      ),
      { role: 'learn' },
    );
    const form = screen.getByText(/^Say first/).closest('form')!;
    expect(within(form).getByRole('button').textContent).toBe('Nothing but water and bottom');
    await user.click(checkbox('bait'));
    await user.click(checkbox('fish'));
    await user.click(checkbox('bait'));
    await user.click(button('That is what I see'));
    expect(onCommit).toHaveBeenCalledWith(['fish']);
  });

  it.each([
    { seen: ['fish'], said: ['fish'], words: /All that can be seen was named/ },
    { seen: ['fish', 'bait'], said: ['fish'], words: /Missed: bait/ },
    { seen: [], said: ['fish'], words: /Not there: fish/ },
  ] as const)('tells who said $said where $seen is seen', ({ seen, said, words }) => {
    openTool((kit) => {
      const regions = seen.map((label) => ({
        label,
        targetId: label,
        name: label,
        verdict: 'visible',
        reason: '',
        shape: { kind: 'box', firstPing: 0, endPing: 4, beam: 0, firstBin: 0, endBin: 4 },
      }));
      return (
        <TruthTool
          numberOf={() => 1}
          knownNumber={() => 1}
          kit={{ ...kit, regions: regions as never }}
          shown
          committed={[...said]}
          onCommit={() => {}}
          lit={null}
          onLight={() => {}}
          pose={kit.run.poseAt(0)}
          rangeM={20}
        />
      );
    });
    expect(screen.getByRole('status').textContent).toMatch(words);
  });
});

import { reasonOf } from '@core/records';
import { Download, Printer } from '@/ui/icons';
import { useState } from 'react';
import { readTruthFile } from '@core/formats';
import { usePrinting } from '@/paper/usePrinting';
import { recordedDrillScreen } from '@/storage/drillScreens';
import { openScreen } from '@/storage/screens';
import { Button } from '@/ui/Button';
import { FileButton } from '@/ui/FileButton';
import { showToast } from '@/ui/toast';
import { saveCsv, saveNetcdf, saveTruth, saveZip } from './exports';
import type { ScreenWork } from './useScreenRecord';

interface OutPanelProps {
  work: ScreenWork;
  /** The picture as shown; with what lies over it when asked. */
  onPng: (withOverlays: boolean) => Promise<void>;
}

/** The screen as files, and truth from a file. */
export function OutPanel({ work, onPng }: OutPanelProps) {
  const { record, echo, change } = work;
  const { isPrinting, print } = usePrinting();
  const [busy, setBusy] = useState('');
  const isPicture = record.source.kind === 'picture';
  const run = async (name: string, save: () => void | Promise<void>) => {
    setBusy(name);
    try {
      await save();
    } catch (error) {
      const reason = reasonOf(error);
      showToast({ message: `${name} could not be written: ${reason}.` });
    }
    setBusy('');
  };
  const takeTruth = async (file: File) => {
    const read = readTruthFile(await file.text());
    if (!read.ok) {
      showToast({ message: `${file.name}: ${read.error.message}. Nothing has been changed.` });
      return;
    }
    const { truth, screen } = read.value;
    if (screen.instrument !== record.instrument) {
      showToast({
        message: `${file.name} is the truth of another instrument (${screen.instrument}). Nothing has been changed.`,
      });
      return;
    }
    change('Truth from a file', {
      truth,
      evidence: screen.evidence,
      nothingHere: screen.nothingHere,
    });
  };
  const files: { name: string; words: string; save: () => void | Promise<void> }[] = [
    {
      name: 'PNG, plain',
      words: 'As shown; its scale and truth travel in the file.',
      save: () => onPng(false),
    },
    {
      name: 'PNG, with overlays',
      words: 'With scale, outlines and names.',
      save: () => onPng(true),
    },
    ...(isPicture
      ? []
      : [
          {
            name: 'SONAR-netCDF4',
            words: 'Levels, track and marks for other programs.',
            save: () => saveNetcdf(record, echo),
          },
          { name: 'CSV of levels', words: 'For a spreadsheet.', save: () => saveCsv(record, echo) },
        ]),
    {
      name: 'Truth, JSON',
      words: 'What is marked; can be read back.',
      save: () => saveTruth(record, echo),
    },
    { name: 'Screen, ZIP', words: 'All of it, for another library.', save: () => saveZip(record) },
  ];
  return (
    <ul className="grid grid-cols-4 gap-x-4 gap-y-3">
      {files.map(({ name, words, save }) => (
        <li key={name} className="flex flex-col gap-1">
          <Button disabled={busy !== ''} onClick={() => void run(name, save)}>
            <Download size={16} aria-hidden="true" /> {busy === name ? 'Writing…' : name}
          </Button>
          <span className="text-xs text-ink-2">{words}</span>
        </li>
      ))}
      <li className="flex flex-col gap-1">
        <FileButton label="Truth file" accept=".json" onFile={(file) => void takeTruth(file)}>
          Truth from a file
        </FileButton>
        <span className="text-xs text-ink-2">
          Replaces what is marked here; undo brings it back.
        </span>
      </li>
      {!isPicture && (
        <li className="flex flex-col gap-1">
          <Button
            disabled={isPrinting}
            onClick={() =>
              void openScreen(record.id).then((opened) => {
                if (!opened.ok) return;
                const screen = recordedDrillScreen(opened.value);
                void print(`Gain, ${record.name}`, (paper, { units }) =>
                  paper.gainLadder(screen, record.name, units),
                );
              })
            }
          >
            <Printer size={16} aria-hidden="true" /> Gain ladder, PDF
          </Button>
          <span className="text-xs text-ink-2">Six gains of this echo on one sheet.</span>
        </li>
      )}
      <li className="self-end text-xs text-ink-2">Training pictures are not for navigation.</li>
    </ul>
  );
}

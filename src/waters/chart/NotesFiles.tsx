import { Download } from '@/ui/icons';
import { format as formatDate } from 'date-fns/format';
import { useState } from 'react';
import { type ChartData, writeGeoJson, writeGpx, writeMarksCsv } from '@core/formats';
import {
  type ChartNotes,
  bringIn,
  type BroughtIn,
  chartData,
  marksBackup,
} from '@/storage/chartNotes';
import { fileName, saveFile } from '@/storage/saveFile';
import { type WaterRecord, reasonOf } from '@core/records';
import { Button } from '@/ui/Button';
import { FileButton } from '@/ui/FileButton';
import { Panel } from '@/ui/Panel';
import { useReading } from '@/ui/useReading';
import { readNotesFile } from '@/workers/notesClient';

const MOST_PASSES = 200;

const WRITERS = [
  {
    label: 'GPX',
    ending: 'gpx',
    type: 'application/gpx+xml',
    write: (data: ChartData) => writeGpx(data, new Date().toISOString()),
  },
  { label: 'GeoJSON', ending: 'geojson', type: 'application/geo+json', write: writeGeoJson },
  {
    label: 'CSV',
    ending: 'csv',
    type: 'text/csv',
    write: (data: ChartData) => writeMarksCsv(data.marks),
  },
];

interface NotesFilesProps {
  water: WaterRecord;
  notes: ChartNotes;
  /** Takes what a file held into the chart, as one step that can be undone. */
  onBringIn: (brought: BroughtIn, from: string) => void;
}

/** Marks, lines and passes out to other programs and in from them. */
export function NotesFiles({ water, notes, onBringIn }: NotesFilesProps) {
  const [outcome, setOutcome] = useState<{ good: boolean; text: string } | null>(null);
  const reading = useReading();
  const read = async (file: File) => {
    const refuse = (reason: string) =>
      setOutcome({
        good: false,
        text: `“${file.name}” was not taken: ${reason}. Nothing has been changed.`,
      });
    const result = await reading.read((signal) => readNotesFile(file, signal));
    if (!result.ok) return refuse(result.error.message);
    let brought: BroughtIn;
    try {
      brought = bringIn(water, result.value);
    } catch (error) {
      return refuse(reasonOf(error));
    }
    const passes = water.content.passes.length + brought.passes.length;
    if (passes > MOST_PASSES) {
      return refuse(`with its passes the water would have ${passes}; ${MOST_PASSES} is the most`);
    }
    onBringIn(brought, file.name);
    setOutcome({
      good: true,
      text: `From “${file.name}”: ${brought.marks.length} marks, ${brought.lines.length} lines, ${brought.passes.length} passes.`,
    });
  };
  const backUp = async () => {
    const now = new Date();
    saveFile(
      await marksBackup(now),
      `wise-ripple-marks-${formatDate(now, 'yyyy-MM-dd-HHmm')}.zip`,
      'application/zip',
    );
    setOutcome({
      good: true,
      text: 'All marks, lines and log entries of all waters are in the file. Settings brings it back.',
    });
  };
  return (
    <Panel title="Files">
      <p className="text-xs text-ink-2">
        GPX and GeoJSON carry marks, lines and passes to other programs; CSV the marks alone.
      </p>
      <div className="flex flex-wrap gap-2">
        {WRITERS.map(({ label, ending, type, write }) => (
          <Button
            key={ending}
            aria-label={`Save as ${label}`}
            onClick={() =>
              saveFile(
                write(chartData(water.content, notes)),
                `${fileName(water.content.name)}.${ending}`,
                type,
              )
            }
          >
            <Download size={16} aria-hidden="true" /> {label}
          </Button>
        ))}
      </div>
      <FileButton
        label="File of marks"
        accept=".gpx,.geojson,.json,.csv"
        disabled={reading.isReading}
        onFile={(file) => void read(file)}
      >
        {reading.isReading ? 'Reading…' : 'Bring in a file'}
      </FileButton>
      {reading.cancel}
      <Button onClick={() => void backUp()}>
        <Download size={16} aria-hidden="true" /> Back up all marks
      </Button>
      {outcome && (
        <p
          role={outcome.good ? 'status' : 'alert'}
          className={`text-xs ${outcome.good ? 'text-good' : 'text-missed'}`}
        >
          {outcome.text}
        </p>
      )}
    </Panel>
  );
}

/** Into the library with notes, or out as a picture or a film. */
import { reasonOf } from '@core/records';
import { Camera, CircleDot, Film } from '@/ui/icons';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { fileName, saveFile } from '@/storage/saveFile';
import { Button } from '@/ui/Button';
import { NumberField } from '@/ui/NumberField';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { Segmented } from '@/ui/Segmented';
import { TextField } from '@/ui/TextField';
import { showToast } from '@/ui/toast';
import { type Clip, filmClip, picturePng } from '../clip';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';

export type Span = 'screen' | 'pings' | 'cursors';

interface RecordToolProps {
  kit: BenchKit;
  area: RefObject<HTMLElement | null>;
  onRecord: (fromPing: number, endPing: number, name: string, notes: string) => Promise<void>;
}

const CLIP_S = 5;

export function RecordTool({ kit, area, onRecord }: RecordToolProps) {
  const { instrument, ring, endPing, picture, cursors, snapshot, record, units } = kit;
  const [span, setSpan] = useState<Span>('screen');
  const [pings, setPings] = useState(200);
  const [name, setName] = useState('');
  const [notes, setNotes] = useState('');
  const [leftS, setLeftS] = useState<number | null>(null);
  const clipRef = useRef<Clip | null>(null);
  useEffect(() => () => clipRef.current?.stop(), []);
  const caption = `${record.content.name}, ${snapshot.plan.name}, ${INSTRUMENT_NAME[instrument].toLowerCase()}`;
  const [a, b] = cursors;
  const save = async () => {
    if (span === 'cursors' && a && b) {
      const from = Math.min(a.point.ping, b.point.ping);
      await onRecord(from, Math.max(a.point.ping, b.point.ping) + 1, name, notes);
    } else {
      const count = span === 'pings' ? pings : (picture?.pings ?? pings);
      await onRecord(endPing - count, endPing, name, notes);
    }
    setName('');
    setNotes('');
  };
  const png = async () => {
    if (!area.current) return;
    saveFile(await picturePng(area.current, caption), `${fileName(caption)}.png`, 'image/png');
  };
  const film = async () => {
    if (!area.current) return;
    const clip = filmClip(area.current, caption, CLIP_S, setLeftS);
    clipRef.current = clip;
    try {
      saveFile(await clip.done, `${fileName(caption)}.webm`, 'video/webm');
    } catch (failure) {
      const reason = reasonOf(failure);
      showToast({ message: `No film was made: ${reason}.` });
    }
    clipRef.current = null;
    setLeftS(null);
  };
  return (
    <div className="flex h-full gap-6">
      <div className="flex w-72 shrink-0 flex-col gap-2">
        <Segmented
          label="How much"
          value={span}
          options={[
            { value: 'screen', label: 'The screen' },
            { value: 'pings', label: 'Last pings' },
            { value: 'cursors', label: 'A to B' },
          ]}
          onChange={setSpan}
        />
        {span === 'pings' && (
          <NumberField
            label="Pings back from the edge"
            value={pings}
            min={10}
            max={5000}
            decimals={0}
            quantity="plain"
            units={units}
            onChange={(value) => setPings(Math.round(value))}
          />
        )}
        {span === 'cursors' && !b && (
          <p className="text-ink-2">Put cursors A and B down with Measure first.</p>
        )}
        <Button
          look="primary"
          disabled={!ring || (span === 'cursors' && !b)}
          onClick={() => void save()}
        >
          <CircleDot size={16} aria-hidden="true" /> Record into the library
        </Button>
      </div>
      <div className="min-w-0 flex-1">
        <TextField
          label="Name"
          value={name}
          max={120}
          placeholder="After pass, instrument and hour"
          onChange={setName}
        />
        <TextField label="Notes" value={notes} max={5000} rows={3} onChange={setNotes} />
      </div>
      <div className="flex w-56 shrink-0 flex-col gap-2">
        <Button onClick={() => void png()}>
          <Camera size={16} aria-hidden="true" /> Picture of the screen
        </Button>
        {leftS === null ? (
          <Button onClick={() => void film()}>
            <Film size={16} aria-hidden="true" /> Film of {CLIP_S} seconds
          </Button>
        ) : (
          <Button onClick={() => clipRef.current?.stop()}>
            Stop filming <span className="figures">{leftS} s</span>
          </Button>
        )}
        <p className="text-xs text-ink-2">
          For slides: PNG, and WebM as the pictures run. The film shows what the screen shows, so
          let it run.
        </p>
      </div>
    </div>
  );
}

export const recordTool: Tool = {
  id: 'record',
  name: 'Record',
  key: 'W',
  panel: ({ kit, session }) => (
    <RecordTool kit={kit} area={session.area} onRecord={session.recordStretch} />
  ),
  pick: (session, ...picked) => session.putCursor(...picked),
};

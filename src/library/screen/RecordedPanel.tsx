import { format as formatDate } from 'date-fns/format';
import { useEffect, useState } from 'react';
import type { MarkRecord, ScreenRecord, SpotRecord } from '@core/records';
import { format, formatNumber, LENGTH, SPEED, type UnitSystem } from '@core/units';
import { listNotes } from '@/storage/chartNotes';
import type { ScreenEcho } from '@/storage/screens';
import { sounderName } from '@/ui/echo/sounderName';

/** The settings a screen was recorded with, as lines of name and value. */
export function recordedSettings(
  record: ScreenRecord,
  echo: ScreenEcho,
  units: UnitSystem,
): [string, string][] {
  const { source, view, pingCount } = record;
  const { info, track } = echo;
  const length = (metres: number, decimals = 1) => format(LENGTH[units], metres, decimals);
  const lines: [string, string][] = [['Sounder', sounderName(record, units)]];
  const add = (name: string, value: number, words: string) => {
    if (Number.isFinite(value)) lines.push([name, words]);
  };
  const [channel] = info.channels;
  add('Frequency', channel.frequencyHz, `${formatNumber(channel.frequencyHz / 1000, 0)} kHz`);
  add('Beam', channel.beamwidthDeg, `${formatNumber(channel.beamwidthDeg, 1)}°`);
  add('Listens to', info.rangeStepM, length(info.binCount * info.rangeStepM));
  add('Range cell', channel.rangeCellM, length(channel.rangeCellM, 3));
  add('Pings', info.pingRateHz, `${pingCount}, ${formatNumber(info.pingRateHz, 1)} a second`);
  add('Speed', track.speedMps[0], format(SPEED[units], track.speedMps[0], 1));
  if (source.kind === 'simulated') {
    const { sounder, rig } = source;
    lines.push(
      ['Power', `${formatNumber(sounder.acousticPowerW, 0)} W`],
      ['Transducer', `${length(rig.draftM)} deep, tilted ${rig.tiltDeg}°, rolled ${rig.rollDeg}°`],
    );
  }
  if (source.kind === 'picture') lines.push(['File', source.fileName]);
  if (source.kind === 'log') {
    lines.push(['File', source.fileName]);
    if (source.assumed.length > 0) lines.push(['Assumed', source.assumed.join('; ')]);
  }
  if (source.kind === 'feed') lines.push(['From', source.from]);
  if (source.kind !== 'picture') {
    lines.push(
      ['Gain', view.autoGain ? 'automatic' : `${view.gainDb} dB`],
      ['Window', `${length(view.topM)} to ${view.autoRange ? 'the bottom' : length(view.bottomM)}`],
    );
  }
  lines.push(['Recorded', formatDate(record.createdAtMs, 'd MMM yyyy, HH:mm')]);
  return lines;
}

interface RecordedPanelProps {
  record: ScreenRecord;
  echo: ScreenEcho;
  units: UnitSystem;
  versions: readonly ScreenRecord[];
}

/** Settings as recorded; the spot and mark it belongs to; other versions of it. */
export function RecordedPanel({ record, echo, units, versions }: RecordedPanelProps) {
  const [places, setPlaces] = useState<{ marks: MarkRecord[]; spots: SpotRecord[] } | null>(null);
  useEffect(() => {
    let current = true;
    void listNotes(record.waterId || null).then(({ marks, spots }) => {
      if (!current) return;
      setPlaces({
        marks: marks.filter(({ sightings }) =>
          sightings.some(({ screenId }) => screenId === record.id),
        ),
        spots: spots.filter(({ screenIds }) => screenIds.includes(record.id)),
      });
    });
    return () => {
      current = false;
    };
  }, [record.id, record.waterId]);
  const chart = `/waters/chart?water=${record.waterId}&tab=marks`;
  const link = 'font-semibold text-action underline';
  return (
    <div className="grid grid-cols-[3fr_2fr] gap-6">
      <dl
        className="grid h-fit grid-cols-[auto_1fr] gap-x-4 gap-y-0.5"
        data-testid="recorded-settings"
      >
        {recordedSettings(record, echo, units).map(([name, value]) => (
          <div key={`${name} ${value}`} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <div className="flex flex-col gap-2">
        <h2 className="text-sm">On the chart</h2>
        {places && places.marks.length + places.spots.length === 0 && (
          <p className="text-ink-2">
            No mark or spot names this screen. Mark an echo with K, or link it in the spot log of
            the chart.
          </p>
        )}
        <ul>
          {places?.marks.map((mark) => (
            <li key={mark.id}>
              <a className={link} href={chart}>
                {mark.name}
              </a>
            </li>
          ))}
          {places?.spots.map((spot) => (
            <li key={spot.id}>
              <a className={link} href={chart}>
                {spot.name}
              </a>
              {spot.turnedOut && <span className="text-ink-2">: {spot.turnedOut}</span>}
            </li>
          ))}
        </ul>
        <h2 className="text-sm">Other versions of this echo</h2>
        {versions.length === 0 && <p className="text-ink-2">None.</p>}
        <ul>
          {versions.map(({ id, name }) => (
            <li key={id}>
              <a className={link} href={`/library/screen?id=${id}`}>
                {name}
              </a>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}

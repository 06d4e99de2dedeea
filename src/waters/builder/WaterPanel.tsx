import { useState } from 'react';
import { type Bottom, BURIED_DEPTH_M, SEDIMENT_NAMES, SEDIMENTS } from '@core/bottom';
import {
  applySeason,
  bottomEdit,
  type Edit,
  readSeason,
  sceneEdit,
  waterEdit,
} from '@core/builder';
import type { WaterContent } from '@core/waters';
import { format, LENGTH, TEMPERATURE, type UnitSystem } from '@core/units';
import { type Conditions, waterLevelM } from '@core/water';
import { Button } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { showToast } from '@/ui/toast';
import { Panel } from '@/ui/Panel';

interface WaterPanelProps {
  content: WaterContent;
  units: UnitSystem;
  onEdit: (edit: Edit) => void;
}

/** Water, weather and season: everything that is not a place. */
export function WaterPanel({ content, units, onEdit }: WaterPanelProps) {
  const { water } = content.scene;
  const { conditions } = content;
  const setWater = (change: Partial<typeof water>, what: string) =>
    onEdit(sceneEdit(content, what, { water: { ...water, ...change } }, `water-${what}`));
  const set = (change: Partial<Conditions>, what: string) =>
    onEdit(
      waterEdit(content, what, { conditions: { ...conditions, ...change } }, `conditions-${what}`),
    );
  const { thermocline } = water;
  const field = { units };
  return (
    <>
      <Panel title="Water">
        <NumberField
          {...field}
          label="Surface temperature"
          value={water.temperatureC}
          min={0}
          max={40}
          quantity="temperature"
          onChange={(temperatureC) => setWater({ temperatureC }, 'temperature')}
        />
        <NumberField
          {...field}
          label="Salinity"
          unit="psu"
          value={water.salinityPsu}
          min={0}
          max={40}
          quantity="plain"
          hint="0 fresh, about 7 in the Baltic, 33–35 in the sea."
          onChange={(salinityPsu) => setWater({ salinityPsu }, 'salinity')}
        />
        <Check
          checked={thermocline !== null}
          onChange={(on) =>
            setWater(
              {
                thermocline: on
                  ? { depthM: 6, thicknessM: 0.8, dropC: 6, scatteringDb: -64 }
                  : null,
              },
              'thermocline',
            )
          }
        >
          Thermocline
        </Check>
        {thermocline && (
          <>
            <NumberField
              {...field}
              label="Its depth"
              value={thermocline.depthM}
              min={0.5}
              max={200}
              quantity="length"
              onChange={(depthM) =>
                setWater({ thermocline: { ...thermocline, depthM } }, 'thermocline depth')
              }
            />
            <NumberField
              {...field}
              label="Its thickness"
              value={thermocline.thicknessM}
              min={0.05}
              max={20}
              quantity="length"
              decimals={2}
              onChange={(thicknessM) =>
                setWater({ thermocline: { ...thermocline, thicknessM } }, 'thermocline thickness')
              }
            />
            <NumberField
              {...field}
              label="Falls by"
              value={thermocline.dropC}
              min={0}
              max={25}
              quantity="temperatureStep"
              onChange={(dropC) =>
                setWater({ thermocline: { ...thermocline, dropC } }, 'thermocline drop')
              }
            />
            <NumberField
              {...field}
              label="Plankton on it"
              unit="dB"
              value={thermocline.scatteringDb}
              min={-100}
              max={-30}
              quantity="plain"
              decimals={0}
              hint="−80 hardly shows, −60 draws a band."
              onChange={(scatteringDb) =>
                setWater({ thermocline: { ...thermocline, scatteringDb } }, 'layer strength')
              }
            />
          </>
        )}
      </Panel>
      <Panel title="Level, wind and waves">
        <NumberField
          {...field}
          label="Level above the chart"
          value={conditions.levelM}
          min={-20}
          max={20}
          quantity="length"
          decimals={2}
          hint="Raises every depth; charts do not know of it."
          onChange={(levelM) => set({ levelM }, 'level')}
        />
        <Check
          checked={conditions.tide !== null}
          onChange={(on) => set({ tide: on ? { rangeM: 2, highWaterHour: 9 } : null }, 'tide')}
        >
          Tide
        </Check>
        {conditions.tide && (
          <>
            <NumberField
              {...field}
              label="Range, low to high"
              value={conditions.tide.rangeM}
              min={0.1}
              max={16}
              quantity="length"
              onChange={(rangeM) => set({ tide: { ...conditions.tide!, rangeM } }, 'tide range')}
            />
            <NumberField
              {...field}
              label="High water at"
              unit="h"
              value={conditions.tide.highWaterHour}
              min={0}
              max={24}
              quantity="plain"
              onChange={(highWaterHour) =>
                set({ tide: { ...conditions.tide!, highWaterHour } }, 'high water')
              }
            />
          </>
        )}
        <NumberField
          {...field}
          label="Hour of the day"
          unit="h"
          value={conditions.hourOfDay}
          min={0}
          max={24}
          quantity="plain"
          onChange={(hourOfDay) => set({ hourOfDay }, 'hour')}
        />
        <p className="text-xs text-ink-2">
          At that hour the water stands {format(LENGTH[units], waterLevelM(conditions), 2)} above
          the chart.
        </p>
        <NumberField
          {...field}
          label="Waves"
          value={conditions.waveHeightM}
          min={0}
          max={3}
          quantity="length"
          decimals={2}
          hint="Height of the higher third; the boat heaves and rolls with them."
          onChange={(waveHeightM) => set({ waveHeightM }, 'waves')}
        />
        <NumberField
          {...field}
          label="Wind"
          value={water.windMps}
          min={0}
          max={30}
          quantity="speed"
          onChange={(windMps) => setWater({ windMps }, 'wind')}
        />
        <NumberField
          {...field}
          label="Wind from"
          value={conditions.windFromDeg}
          min={0}
          max={360}
          quantity="angle"
          decimals={0}
          onChange={(windFromDeg) => set({ windFromDeg }, 'wind direction')}
        />
        <NumberField
          {...field}
          label="Current"
          value={conditions.current.speedMps}
          min={0}
          max={3}
          quantity="speed"
          onChange={(speedMps) => set({ current: { ...conditions.current, speedMps } }, 'current')}
        />
        <NumberField
          {...field}
          label="Current toward"
          value={conditions.current.towardDeg}
          min={0}
          max={360}
          quantity="angle"
          decimals={0}
          onChange={(towardDeg) =>
            set({ current: { ...conditions.current, towardDeg } }, 'current direction')
          }
        />
        <NumberField
          {...field}
          label="Ice"
          value={conditions.iceM}
          min={0}
          max={2}
          quantity="length"
          decimals={2}
          onChange={(iceM) => set({ iceM }, 'ice')}
        />
      </Panel>
      <BuriedPanel content={content} units={units} onEdit={onEdit} />
      <SeasonSettings
        content={content}
        units={units}
        onEdit={onEdit}
        onAir={(airDailyC) => set({ airDailyC }, 'air')}
      />
    </>
  );
}

/** Where fish and bait would be by the air of the last days. */
function SeasonSettings({
  content,
  units,
  onEdit,
  onAir,
}: WaterPanelProps & { onAir: (airDailyC: number[]) => void }) {
  const season = readSeason(content);
  const { airDailyC } = content.conditions;
  return (
    <Panel title="Season">
      <AirEntry key={airDailyC.join()} airDailyC={airDailyC} units={units} onChange={onAir} />
      <p>
        <span className="font-semibold">{season.title}</span>
        <span className="text-ink-2">
          , trend {season.trendC >= 0 ? '+' : '−'}
          {Math.abs(season.trendC).toFixed(1)} °C
        </span>
      </p>
      <p className="text-xs text-ink-2">{season.answer}</p>
      <Button
        disabled={season.state === 'steady'}
        onClick={() => {
          const { targets, moved } = applySeason(content);
          onEdit(sceneEdit(content, `move ${moved} fish and schools`, { targets }));
          showToast({
            message:
              moved === 0
                ? 'No fish and no bait had to move.'
                : `${moved} of the fish and schools stand elsewhere now. Undo brings them back.`,
          });
        }}
      >
        Move fish and bait by it
      </Button>
    </Panel>
  );
}

/** What lies under mud and silt. */
function BuriedPanel({ content, units, onEdit }: WaterPanelProps) {
  const { buried } = content.scene.bottom;
  const set = (next: Bottom['buried']) =>
    onEdit(bottomEdit(content, 'layer under the mud', { buried: next }, 'buried'));
  return (
    <Panel title="Under the mud">
      <Check
        checked={!!buried}
        onChange={(on) => set(on ? { sediment: 'clay', depthM: 0.8 } : null)}
      >
        A harder layer
      </Check>
      {buried && (
        <>
          <Choice
            label="Of"
            value={buried.sediment}
            options={SEDIMENT_NAMES.map((name) => ({ value: name, label: SEDIMENTS[name].label }))}
            onChange={(sediment) => set({ ...buried, sediment })}
          />
          <NumberField
            units={units}
            label="Below the bed"
            value={buried.depthM}
            {...BURIED_DEPTH_M}
            quantity="length"
            decimals={2}
            hint="On the mean. Low frequencies reach it through mud and silt: a false bottom."
            onChange={(depthM) => set({ ...buried, depthM })}
          />
        </>
      )}
    </Panel>
  );
}

interface AirEntryProps {
  airDailyC: readonly number[];
  units: UnitSystem;
  onChange: (airDailyC: number[]) => void;
}

const MOST_DAYS = 60;

/** Daily means of the air, typed as a row of numbers. */
function AirEntry({ airDailyC, units, onChange }: AirEntryProps) {
  const [fault, setFault] = useState<string | null>(null);
  const { show, read, unit } = TEMPERATURE[units];
  const commit = (typed: string) => {
    const words = typed.split(/[\s;]+/).filter(Boolean);
    const values = words.map((word) => Number(word.replace(',', '.').replace('−', '-')));
    const wrong = words.find(
      (_, i) => !Number.isFinite(values[i]) || Math.abs(read(values[i])) > 50,
    );
    if (wrong !== undefined || words.length > MOST_DAYS) {
      setFault(
        wrong === undefined
          ? `At most ${MOST_DAYS} days; nothing was changed.`
          : `“${wrong}” is not a temperature of the air; nothing was changed.`,
      );
      return;
    }
    setFault(null);
    const next = values.map((value) => Math.round(read(value) * 100) / 100);
    if (next.join() !== airDailyC.join()) onChange(next);
  };
  return (
    <label className="flex flex-col gap-0.5">
      <span>Air of the last days, oldest first ({unit})</span>
      <input
        className="figures h-8 rounded-md border border-hairline bg-paper px-2"
        defaultValue={airDailyC.map((c) => Math.round(show(c) * 10) / 10).join(' ')}
        onBlur={(event) => commit(event.target.value)}
      />
      {fault && (
        <span role="alert" className="text-xs text-missed">
          {fault}
        </span>
      )}
    </label>
  );
}

import { CircleDot } from 'lucide-react';
import { useEffect, useState } from 'react';
import { SEDIMENTS } from '@core/bottom';
import { routeLengthM } from '@core/pass';
import type { WaterRecord } from '@core/records';
import { labelOf, READING_LABELS } from '@core/targets';
import { format, LENGTH, TEMPERATURE } from '@core/units';
import { listRecords } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { MAP_SYMBOLS } from '@/ui/mapSymbols';
import { WaterMap } from '@/ui/WaterMap';

/** What is in the water, counted, with the colours of the map. */
function Legend({ water }: { water: WaterRecord }) {
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-1" aria-label="What is in it">
      {READING_LABELS.map((label) => {
        const count = water.content.scene.targets.filter(
          (target) => labelOf(target) === label,
        ).length;
        if (count === 0) return null;
        return (
          <li key={label} className="flex items-center gap-1.5">
            <span
              className="size-3 rounded-full border border-outline"
              style={{ background: MAP_SYMBOLS[label].colour }}
              aria-hidden="true"
            />
            {count} {MAP_SYMBOLS[label].words}
          </li>
        );
      })}
    </ul>
  );
}

function WaterCard({ water }: { water: WaterRecord }) {
  const { units, role } = useSettings();
  const [shown, setShown] = useState(false);
  const { content } = water;
  const { scene } = content;
  const deepestM = Math.max(...scene.bottom.depthsCm) / 100;
  const facts: [string, string][] = [
    ['Deepest', format(LENGTH[units], deepestM, 1)],
    ['Surface', format(TEMPERATURE[units], scene.water.temperatureC, 1)],
    [
      'Thermocline',
      scene.water.thermocline ? format(LENGTH[units], scene.water.thermocline.depthM, 1) : 'none',
    ],
    ['Bottom', scene.bottom.sediments.map((name) => SEDIMENTS[name].label).join(', ')],
  ];
  return (
    <Card className="overflow-hidden">
      <div className="grid lg:grid-cols-[1.6fr_1fr]">
        <div className="flex flex-col border-b border-hairline lg:border-r lg:border-b-0">
          <div className="aspect-[95/65]">
            <WaterMap water={content} contents={shown} />
          </div>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-3">
            {role !== 'learn' && (
              <Button aria-pressed={shown} onClick={() => setShown(!shown)}>
                {shown ? 'Hide what is in it' : 'Show what is in it'}
              </Button>
            )}
            {shown ? (
              <Legend water={water} />
            ) : (
              <p className="text-xs text-ink-2">
                Contours every {format(LENGTH[units], 2, 0)}, passes dashed. North is up.
              </p>
            )}
          </div>
        </div>
        <div className="flex flex-col gap-4 p-5">
          <div>
            <h2 className="text-xl">{content.name}</h2>
            <p className="mt-1 text-ink-2">{content.description}</p>
          </div>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {facts.map(([name, value]) => (
              <div key={name} className="contents">
                <dt className="text-ink-2">{name}</dt>
                <dd className="font-semibold">{value}</dd>
              </div>
            ))}
          </dl>
          <div>
            <h3>Passes</h3>
            <ul className="mt-1 flex flex-col gap-2">
              {content.passes.map((plan) => (
                <li key={plan.id} className="flex items-center gap-3 border-t border-hairline pt-2">
                  <div className="flex-1">
                    <p className="font-semibold">
                      {plan.name}{' '}
                      <span className="figures text-xs font-normal text-ink-2">
                        {format(LENGTH[units], routeLengthM(plan.routeM), 0)}
                      </span>
                    </p>
                    <p className="text-xs text-ink-2">{plan.hint}</p>
                  </div>
                  <ButtonLink href={`/bench?water=${water.id}&pass=${plan.id}`}>
                    <CircleDot size={16} aria-hidden="true" /> Sound
                  </ButtonLink>
                </li>
              ))}
            </ul>
          </div>
        </div>
      </div>
    </Card>
  );
}

function Waters() {
  const [waters, setWaters] = useState<WaterRecord[] | null>(null);
  useEffect(() => {
    let current = true;
    void listRecords('water').then(
      ({ records }) => current && setWaters(records.filter((water) => water.deletedAtMs === null)),
    );
    return () => {
      current = false;
    };
  }, []);
  return (
    <>
      <PageHeader
        title="Waters"
        note="Made up, and known exactly: what the echo shows can be checked."
      />
      <div className="mx-auto flex max-w-6xl flex-col gap-4 p-4">
        {waters?.map((water) => (
          <WaterCard key={water.id} water={water} />
        ))}
        {waters?.length === 0 && (
          <p className="text-ink-2">No water here. Bring one back from a backup in Settings.</p>
        )}
        <p className="text-xs text-ink-2">
          Charts and depths here are for training, never for navigation.
        </p>
      </div>
    </>
  );
}

export function WatersPage() {
  return (
    <Prepared>
      <Waters />
    </Prepared>
  );
}

import type { TruthRegion } from '@core/reading';
import { VERDICT_WORD, verdictText } from '@core/reading';
import { inUnits, type UnitSystem } from '@core/units';

interface TruthListProps {
  /** Null while the truth is hidden. */
  regions: TruthRegion[] | null;
  hint: string;
  /** The one number of a thing; its place in the list without. */
  numberOf?: (targetId: string) => number;
  units: UnitSystem;
  lit: string | null;
  onLight: (targetId: string | null) => void;
}

const VERDICT_COLOUR = { visible: 'text-good', attached: 'text-missed', hidden: 'text-hidden' };

/** What caused each echo, numbered as on the picture. */
export function TruthList({ regions, hint, numberOf, units, lit, onLight }: TruthListProps) {
  const numbered = regions?.map((region, i) => ({
    region,
    number: numberOf?.(region.targetId) ?? i + 1,
  }));
  return (
    <section aria-label="What is there" className="flex min-w-0 flex-1 flex-col px-4 py-2.5">
      <h2 className="text-base">What is there</h2>
      {regions === null && <p className="mt-1 text-ink-2">{hint}</p>}
      {regions?.length === 0 && (
        <p className="mt-1 text-ink-2">Nothing but water and bottom on this screen. Move on.</p>
      )}
      {regions && regions.length > 0 && (
        <ol
          className="mt-1 min-h-0 flex-1 overflow-y-auto"
          data-testid="truth-list"
          tabIndex={0}
          aria-label="Targets on the screen"
        >
          {numbered!
            .toSorted((a, b) => a.number - b.number)
            .map(({ region, number }) => (
              <li
                key={region.targetId}
                className={`flex gap-2 rounded-sm px-1 py-0.5 ${lit === region.targetId ? 'bg-well' : ''}`}
                onPointerEnter={() => onLight(region.targetId)}
                onPointerLeave={() => onLight(null)}
              >
                <span className="figures w-5 shrink-0 text-end text-ink-2">{number}</span>
                <span>
                  <b>{inUnits(region.name, units)}</b>{' '}
                  <span className={`font-semibold ${VERDICT_COLOUR[region.verdict]}`}>
                    {VERDICT_WORD[region.verdict]}
                  </span>
                  <span className="text-ink-2">: {verdictText(region)}</span>
                </span>
              </li>
            ))}
        </ol>
      )}
    </section>
  );
}

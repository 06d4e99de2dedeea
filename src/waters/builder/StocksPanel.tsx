import { type Edit, waterEdit } from '@core/builder';
import { profileOf, PROFILES, type Stock, standOf } from '@core/life';
import { format, LENGTH, type UnitSystem } from '@core/units';
import type { WaterContent } from '@core/waters';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Trash2 } from '@/ui/icons';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';

interface StocksPanelProps {
  content: WaterContent;
  units: UnitSystem;
  /** Of what the chart shows: a home is laid there. */
  centre: { x: number; y: number };
  onEdit: (edit: Edit) => void;
}

const SPECIES = PROFILES.map(({ id, name }) => ({ value: id, label: name }));
const NOTHING = 'nothing';
const HOME_RADIUS_M = 250;
const MOST_STOCKS = 60;

/** Life that moves by the rules of its species: how many groups of what, and what they follow. */
export function StocksPanel({ content, units, centre, onEdit }: StocksPanelProps) {
  const { stocks, conditions, scene } = content;
  const edit = (next: Stock[], what: string, key: string | null = null) =>
    onEdit(waterEdit(content, what, { stocks: next }, key));
  const change = (stock: Stock, to: Partial<Stock>, what: string) =>
    edit(
      stocks.map((one) => (one === stock ? { ...one, ...to } : one)),
      `${what} of ${profileOf(stock.species).name}`,
      `stock-${stock.id}-${what}`,
    );
  const length = (metres: number) => format(LENGTH[units], metres, 0);
  const add = () => {
    let n = stocks.length + 1;
    while (stocks.some(({ id }) => id === `stock-${n}`)) n++;
    const stock: Stock = {
      id: `stock-${n}`,
      species: 'perch',
      groups: 3,
      home: null,
      follows: null,
    };
    edit([...stocks, stock], 'add life that moves by rule');
  };
  return (
    <Panel title="Life that moves by rule">
      <p className="text-xs text-ink-2">
        Groups stand where day, hour and place put their species; nobody draws them. On this day:
      </p>
      {stocks.map((stock) => {
        const profile = profileOf(stock.species);
        const { why } = standOf(profile, { conditions, water: scene.water });
        return (
          <div key={stock.id} className="flex flex-col gap-1.5 border-t border-hairline pt-1.5">
            <div className="flex items-center gap-2">
              <div className="min-w-0 flex-1">
                <Choice
                  label={`Species of ${stock.id}`}
                  hideLabel
                  value={stock.species}
                  options={SPECIES}
                  onChange={(species) => change(stock, { species }, 'species')}
                />
              </div>
              <Button
                size="small"
                aria-label={`Remove ${profile.name}`}
                onClick={() =>
                  edit(
                    stocks
                      .filter((one) => one !== stock)
                      .map((one) => (one.follows === stock.id ? { ...one, follows: null } : one)),
                    `remove ${profile.name}`,
                  )
                }
              >
                <Trash2 size={14} aria-hidden="true" />
              </Button>
            </div>
            <p className="text-xs text-ink-2">{why}</p>
            <NumberField
              units={units}
              label="Groups"
              quantity="plain"
              value={stock.groups}
              min={1}
              max={60}
              decimals={0}
              onChange={(groups) => change(stock, { groups: Math.round(groups) }, 'groups')}
            />
            <div className="flex items-center gap-2 text-sm">
              <span className="flex-1">
                {stock.home
                  ? `Home: ${length(stock.home.xM)} east, ${length(stock.home.yM)} north, ${length(stock.home.radiusM)} about it`
                  : 'Home: the whole water'}
              </span>
              <Button
                size="small"
                onClick={() =>
                  change(
                    stock,
                    {
                      home: stock.home
                        ? null
                        : { xM: centre.x, yM: centre.y, radiusM: HOME_RADIUS_M },
                    },
                    'home',
                  )
                }
              >
                {stock.home ? 'Anywhere' : 'Here'}
              </Button>
            </div>
            <Choice
              label="Hunts"
              value={stock.follows ?? NOTHING}
              options={[
                { value: NOTHING, label: 'nothing' },
                ...stocks
                  .filter((one) => one !== stock)
                  .map((one) => ({
                    value: one.id,
                    label: `${profileOf(one.species).name} (${one.id})`,
                  })),
              ]}
              onChange={(follows) =>
                change(stock, { follows: follows === NOTHING ? null : follows }, 'prey')
              }
            />
          </div>
        );
      })}
      <Button disabled={stocks.length >= MOST_STOCKS} onClick={add}>
        Add a species
      </Button>
    </Panel>
  );
}

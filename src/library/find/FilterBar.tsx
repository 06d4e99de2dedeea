import isEqual from 'fast-deep-equal';
import { type ReactNode, useState } from 'react';
import { LayoutGrid, Search, SlidersHorizontal, Table2, X } from '@/ui/icons';
import { SKILL_IDS, SKILLS } from '@core/drills';
import { DIFFICULTIES, EVIDENCE, LABEL_NAMES, REGION_LABELS } from '@core/reading';
import {
  ALL_SCREENS,
  type CollectionRecord,
  SCREEN_ORDERS,
  type ScreenOrder,
  type ScreenQuery,
  type ScreenRecord,
} from '@core/records';
import { INSTRUMENTS } from '@core/sounding';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { EVIDENCE_WORDS } from '@/ui/evidenceWords';

export type Look = 'grid' | 'table';

interface FilterBarProps {
  /** Whether one may ask for what is on a screen. */
  isTold: boolean;
  query: ScreenQuery;
  look: Look;
  collectionId: string;
  screens: readonly ScreenRecord[];
  collections: readonly CollectionRecord[];
  onQuery: (change: Partial<ScreenQuery>) => void;
  onLook: (look: Look) => void;
  onCollection: (id: string) => void;
  /** Stands at the end of the row of what is set. */
  aside: ReactNode;
}

const SOURCE_WORDS = {
  simulated: 'recorded at the bench',
  picture: 'a picture',
  log: 'an echo log',
  feed: 'a sounder’s feed',
} as const;
type SourceKind = keyof typeof SOURCE_WORDS;

const ORDER_WORDS: Record<ScreenOrder, string> = {
  newest: 'newest first',
  name: 'by name',
  water: 'by water',
  difficulty: 'easy first',
  evidence: 'best known first',
};

const contentWords = (content: NonNullable<ScreenQuery['content']>) =>
  content === 'nothing' ? 'nothing to catch' : LABEL_NAMES[content];

const ANY = '';
const unique = (values: string[]) =>
  [...new Set(values)].filter(Boolean).sort((a, b) => a.localeCompare(b));

/** What is looked for; every list narrows the others. */
export function FilterBar(props: FilterBarProps) {
  const { query, look, isTold, collectionId, screens, collections, onQuery, onLook, onCollection } =
    props;
  const { aside } = props;
  // Eight lists would stand before the first picture; what is set shows as long as it is.
  const [isUnfolded, setUnfolded] = useState(false);
  const options = <T extends string>(
    any: string,
    values: readonly T[],
    words: (value: T) => string,
  ) => [
    { value: ANY as T | '', label: any },
    ...values.map((value) => ({ value: value as T | '', label: words(value) })),
  ];
  const isNarrowed = !isEqual({ ...query, order: 0 }, { ...ALL_SCREENS, order: 0 });
  const said: [keyof ScreenQuery, string, string | null][] = [
    ['instrument', 'instrument', query.instrument && INSTRUMENT_NAME[query.instrument]],
    ['content', 'what can be seen', query.content && contentWords(query.content)],
    [
      'leastEvidence',
      'evidence',
      query.leastEvidence && `${EVIDENCE_WORDS[query.leastEvidence]}, or better`,
    ],
    ['waterName', 'water', query.waterName],
    ['skill', 'skill', query.skill && SKILLS[query.skill]],
    [
      'difficulty',
      'difficulty',
      query.difficulty === null ? null : `difficulty ${query.difficulty}`,
    ],
    ['tag', 'tag', query.tag],
    ['source', 'source', query.source && SOURCE_WORDS[query.source]],
  ];
  const chips = said.flatMap(([key, label, value]) =>
    value ? [{ label, value, off: { [key]: null } as Partial<ScreenQuery> }] : [],
  );
  const collection = collections.find(({ id }) => id === collectionId);
  const waters = unique(screens.map(({ waterName }) => waterName));
  const tags = unique(screens.flatMap((screen) => screen.tags));
  return (
    <div role="search" className="flex flex-col gap-2" aria-label="Find screens">
      <div className="flex flex-wrap items-center gap-2">
        <label className="relative min-w-52 flex-1">
          <span className="sr-only">Words to find</span>
          <Search size={16} className="absolute top-2.5 left-2.5 text-ink-2" aria-hidden="true" />
          <input
            type="search"
            className="h-9 w-full rounded-md border border-hairline bg-card pr-2 pl-8"
            placeholder="Find by name, note, water, tag, species"
            value={query.text}
            onChange={(event) => onQuery({ text: event.target.value })}
          />
        </label>
        <Choice
          label="Collection"
          hideLabel
          value={collectionId}
          options={options(
            'All collections',
            collections.map(({ id }) => id),
            (id) => collections.find((one) => one.id === id)!.name,
          )}
          onChange={onCollection}
        />
        <Choice
          label="Order"
          hideLabel
          value={query.order}
          options={SCREEN_ORDERS.map((value) => ({ value, label: ORDER_WORDS[value] }))}
          onChange={(order) => onQuery({ order })}
        />
        <div role="group" aria-label="Shown as" className="flex gap-1">
          <Button
            aria-pressed={look === 'grid'}
            aria-label="Grid"
            className={look === 'grid' ? 'bg-ink! text-card!' : ''}
            onClick={() => onLook('grid')}
          >
            <LayoutGrid size={16} aria-hidden="true" />
          </Button>
          <Button
            aria-pressed={look === 'table'}
            aria-label="Table"
            className={look === 'table' ? 'bg-ink! text-card!' : ''}
            onClick={() => onLook('table')}
          >
            <Table2 size={16} aria-hidden="true" />
          </Button>
        </div>
      </div>
      <div className="flex min-h-7 flex-wrap items-center gap-2">
        <Button size="small" aria-expanded={isUnfolded} onClick={() => setUnfolded(!isUnfolded)}>
          <SlidersHorizontal size={14} aria-hidden="true" />
          {isUnfolded ? 'Fold the filters' : 'Filters'}
        </Button>
        {chips.map(({ label, value, off }) => (
          <Button
            key={label}
            size="small"
            aria-label={`Take away ${label}: ${value}`}
            onClick={() => onQuery(off)}
          >
            {value} <X size={13} aria-hidden="true" />
          </Button>
        ))}
        {collection && (
          <Button
            size="small"
            aria-label={`Take away collection: ${collection.name}`}
            onClick={() => onCollection(ANY)}
          >
            {collection.name} <X size={13} aria-hidden="true" />
          </Button>
        )}
        <Button
          look="quiet"
          size="small"
          disabled={!isNarrowed && collectionId === ANY}
          onClick={() => {
            onQuery({ ...ALL_SCREENS, order: query.order });
            onCollection(ANY);
          }}
        >
          Clear
        </Button>
        <div className="ml-auto">{aside}</div>
      </div>
      {isUnfolded && (
        <div className="flex flex-wrap gap-2 [&_select]:max-w-44">
          <Choice
            label="Instrument"
            hideLabel
            value={query.instrument ?? ANY}
            options={options('Any instrument', INSTRUMENTS, (value) => INSTRUMENT_NAME[value])}
            onChange={(value) => onQuery({ instrument: value === ANY ? null : value })}
          />
          {isTold && (
            <Choice
              label="What can be seen"
              hideLabel
              value={query.content ?? ANY}
              options={options(
                'Anything on it',
                ['nothing', ...REGION_LABELS] as const,
                contentWords,
              )}
              onChange={(value) => onQuery({ content: value === ANY ? null : value })}
            />
          )}
          <Choice
            label="Evidence"
            hideLabel
            value={query.leastEvidence ?? ANY}
            options={options(
              'Any evidence',
              [...EVIDENCE].reverse(),
              (value) => `${EVIDENCE_WORDS[value]}, or better`,
            )}
            onChange={(value) => onQuery({ leastEvidence: value === ANY ? null : value })}
          />
          <Choice
            label="Water"
            hideLabel
            value={query.waterName ?? ANY}
            options={options('Any water', waters, (value) => value)}
            onChange={(value) => onQuery({ waterName: value === ANY ? null : value })}
          />
          <Choice
            label="Skill"
            hideLabel
            value={query.skill ?? ANY}
            options={options('Any skill', SKILL_IDS, (value) => SKILLS[value])}
            onChange={(value) => onQuery({ skill: value === ANY ? null : value })}
          />
          <Choice
            label="Difficulty"
            hideLabel
            value={query.difficulty === null ? ANY : String(query.difficulty)}
            options={options(
              'Any difficulty',
              DIFFICULTIES.map(String),
              (value) => `difficulty ${value}`,
            )}
            onChange={(value) => onQuery({ difficulty: value === ANY ? null : Number(value) })}
          />
          <Choice
            label="Tag"
            hideLabel
            value={query.tag ?? ANY}
            options={options('Any tag', tags, (value) => value)}
            onChange={(value) => onQuery({ tag: value === ANY ? null : value })}
          />
          <Choice
            label="Source"
            hideLabel
            value={query.source ?? ANY}
            options={options(
              'Any source',
              Object.keys(SOURCE_WORDS) as SourceKind[],
              (value) => SOURCE_WORDS[value],
            )}
            onChange={(value) => onQuery({ source: value === ANY ? null : value })}
          />
        </div>
      )}
    </div>
  );
}

import { useVirtualizer } from '@tanstack/react-virtual';
import { format as formatDate } from 'date-fns/format';
import { type ReactNode, useEffect, useRef } from 'react';
import { LABEL_NAMES } from '@core/reading';
import type { ScreenOrder, ScreenRecord } from '@core/records';
import { useSettings } from '@/storage/settings';
import { ScreenThumbnail } from '@/ui/echo/ScreenThumbnail';
import { sounderName } from '@/ui/echo/sounderName';
import { useElementSize } from '@/ui/useElementSize';
import type { Look } from './FilterBar';

interface ScreenListProps {
  /** What is on a screen is for who teaches; a learner is to find it. */
  isTold: boolean;
  screens: readonly ScreenRecord[];
  look: Look;
  chosen: ReadonlySet<string>;
  order: ScreenOrder;
  onChoose: (id: string, isChosen: boolean) => void;
  onOrder: (order: ScreenOrder) => void;
}

const CARD_MIN_PX = 232;
const GAP_PX = 12;
const CARD_WORDS_PX = 74;
const TABLE_ROW_PX = 44;
const href = (id: string) => `/library/screen?id=${id}`;

const EVIDENCE_SHORT: Record<ScreenRecord['evidence']['kind'], string> = {
  simulated: 'simulated',
  caught: 'caught',
  netted: 'netted',
  camera: 'camera',
  knownStructure: 'known',
  opinion: 'opinion',
};

/** What can be seen on a screen, in a few words. */
const contentWords = ({ contents, nothingHere }: ScreenRecord) =>
  nothingHere !== null
    ? 'nothing to catch'
    : contents === null
      ? 'not marked yet'
      : contents.map((label) => LABEL_NAMES[label]).join(', ') || 'nothing marked';

/** Only what is in view is drawn, so that a thousand screens scroll as a dozen do. */
export function ScreenList(props: ScreenListProps) {
  const [sizeRef, { width }] = useElementSize<HTMLDivElement>();
  const scrollRef = useRef<HTMLDivElement>(null);
  return (
    <div ref={scrollRef} className="min-h-0 flex-1 overflow-y-auto" tabIndex={-1}>
      <div ref={sizeRef}>
        {width > 0 &&
          (props.look === 'grid' ? (
            <Grid {...props} width={width} scroll={scrollRef} />
          ) : (
            <Table {...props} scroll={scrollRef} />
          ))}
      </div>
    </div>
  );
}

type Scrolled = { scroll: React.RefObject<HTMLDivElement | null> };

/** Rows are placed by CSS variables of their element: the page's policy allows no inline style sheets. */
function Placed({ top, height, children }: { top: number; height: number; children: ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!ref.current) return;
    ref.current.style.transform = `translateY(${top}px)`;
    ref.current.style.height = `${height}px`;
  }, [top, height]);
  return (
    <div ref={ref} role="presentation" className="absolute inset-x-0 top-0">
      {children}
    </div>
  );
}

function Grid({
  screens,
  isTold,
  chosen,
  width,
  scroll,
  onChoose,
}: ScreenListProps & Scrolled & { width: number }) {
  const { units } = useSettings();
  const columns = Math.max(1, Math.floor((width + GAP_PX) / (CARD_MIN_PX + GAP_PX)));
  const cardPx = (width - GAP_PX * (columns - 1)) / columns;
  const rowPx = Math.round((cardPx * 168) / 384) + CARD_WORDS_PX + GAP_PX;
  // oxlint-disable-next-line react/incompatible-library -- the compiler it warns is not used
  const rows = useVirtualizer({
    count: Math.ceil(screens.length / columns),
    getScrollElement: () => scroll.current,
    estimateSize: () => rowPx,
    overscan: 2,
  });
  useEffect(() => rows.measure(), [rows, rowPx]);
  return (
    <div
      className="relative"
      style={{ height: rows.getTotalSize() }}
      role="list"
      aria-label="Recorded screens"
    >
      {rows.getVirtualItems().map((row) => (
        <Placed key={row.key} top={row.start} height={rowPx - GAP_PX}>
          <div
            role="presentation"
            className="grid h-full gap-3"
            style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
          >
            {screens.slice(row.index * columns, (row.index + 1) * columns).map((screen) => (
              <div
                key={screen.id}
                role="listitem"
                className={`flex flex-col overflow-hidden rounded-lg border bg-card ${chosen.has(screen.id) ? 'border-action' : 'border-hairline'}`}
              >
                <a href={href(screen.id)} tabIndex={-1} aria-hidden="true" className="block">
                  <ScreenThumbnail screen={screen} />
                </a>
                <div className="flex min-h-0 flex-1 gap-2 px-2.5 py-2">
                  <input
                    type="checkbox"
                    className="mt-1 size-4 shrink-0 accent-action"
                    aria-label={`Choose ${screen.name}`}
                    checked={chosen.has(screen.id)}
                    onChange={(event) => onChoose(screen.id, event.target.checked)}
                  />
                  <div className="min-w-0">
                    <a
                      href={href(screen.id)}
                      className="block truncate font-semibold hover:underline"
                      title={screen.name}
                    >
                      {screen.name}
                    </a>
                    <p className="truncate text-xs text-ink-2">
                      {[screen.waterName, sounderName(screen, units)].filter(Boolean).join(' · ')}
                    </p>
                    <p className="truncate text-xs text-ink-2">
                      {isTold && `${contentWords(screen)} · `}
                      {EVIDENCE_SHORT[screen.evidence.kind]}
                      {screen.difficulty === null ? '' : ` · level ${screen.difficulty}`}
                    </p>
                  </div>
                </div>
              </div>
            ))}
          </div>
        </Placed>
      ))}
    </div>
  );
}

const COLUMNS: { name: string; order?: ScreenOrder; className: string }[] = [
  { name: '', className: 'w-9' },
  { name: 'Name', order: 'name', className: 'min-w-0 flex-3' },
  { name: 'Water', order: 'water', className: 'min-w-0 flex-2' },
  { name: 'Sounder', className: 'min-w-0 flex-2' },
  { name: 'Can be seen', className: 'min-w-0 flex-2' },
  { name: 'Known by', order: 'evidence', className: 'w-24' },
  { name: 'Level', order: 'difficulty', className: 'w-16' },
  { name: 'Recorded', order: 'newest', className: 'w-26' },
];

function Table({
  screens,
  isTold,
  chosen,
  order,
  scroll,
  onChoose,
  onOrder,
}: ScreenListProps & Scrolled) {
  const { units } = useSettings();
  // oxlint-disable-next-line react/incompatible-library -- the compiler it warns is not used
  const rows = useVirtualizer({
    count: screens.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => TABLE_ROW_PX,
    overscan: 8,
  });
  const cell = (index: number, content: ReactNode) => (
    <div role="cell" className={`truncate px-1 ${COLUMNS[index].className}`}>
      {content}
    </div>
  );
  return (
    <div role="table" aria-label="Recorded screens" aria-rowcount={screens.length + 1}>
      <div
        role="row"
        className="sticky top-0 z-10 flex items-center border-b border-outline bg-paper py-1"
      >
        {COLUMNS.map(({ name, order: by, className }) => (
          <div
            key={name}
            role="columnheader"
            className={`px-1 ${className}`}
            aria-sort={
              by && by === order
                ? by === 'newest' || by === 'evidence'
                  ? 'descending'
                  : 'ascending'
                : undefined
            }
          >
            {by ? (
              <button
                type="button"
                className={`min-h-6 font-semibold ${by === order ? 'underline' : ''}`}
                onClick={() => onOrder(by)}
              >
                {name}
              </button>
            ) : (
              <span className={name ? 'font-semibold' : 'sr-only'}>{name || 'Choose'}</span>
            )}
          </div>
        ))}
      </div>
      <div className="relative" role="rowgroup" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((row) => {
          const screen = screens[row.index];
          return (
            <Placed key={screen.id} top={row.start} height={TABLE_ROW_PX}>
              <div
                role="row"
                aria-rowindex={row.index + 2}
                className="flex h-full items-center border-b border-hairline"
              >
                {cell(
                  0,
                  <input
                    type="checkbox"
                    className="size-4 accent-action"
                    aria-label={`Choose ${screen.name}`}
                    checked={chosen.has(screen.id)}
                    onChange={(event) => onChoose(screen.id, event.target.checked)}
                  />,
                )}
                {cell(
                  1,
                  <a href={href(screen.id)} className="font-semibold hover:underline">
                    {screen.name}
                  </a>,
                )}
                {cell(2, screen.waterName)}
                {cell(3, sounderName(screen, units))}
                {cell(4, isTold ? contentWords(screen) : 'to be found')}
                {cell(5, EVIDENCE_SHORT[screen.evidence.kind])}
                {cell(6, screen.difficulty ?? '–')}
                {cell(7, formatDate(screen.createdAtMs, 'd MMM yyyy'))}
              </div>
            </Placed>
          );
        })}
      </div>
    </div>
  );
}

import { TriangleAlert } from '@/ui/icons';
import type { KnownSpot, WaterContent } from '@core/waters';
import { Panel } from '@/ui/Panel';
import { cautionsFor } from './cautions';

interface AboutPanelProps {
  content: WaterContent;
  deepest: number;
  /** Whoever teaches sees what is at a spot. */
  showTruth: boolean;
  selectedId: string | null;
  onSelect: (spot: KnownSpot) => void;
}

/** The water in words: what it is, where to practise what, what to mind. */
export function AboutPanel({ content, deepest, showTruth, selectedId, onSelect }: AboutPanelProps) {
  return (
    <>
      <Panel title="This water">
        {content.description.split(/\n\s*\n/).map((paragraph, index) => (
          <p key={index}>{paragraph}</p>
        ))}
        {content.description.trim() === '' && (
          <p className="text-ink-2">No description yet. The builder has a place for one.</p>
        )}
      </Panel>
      <Panel title="Known spots">
        {content.spots.length === 0 && (
          <p className="text-xs text-ink-2">None yet. The builder places them.</p>
        )}
        <ul className="flex flex-col">
          {content.spots.map((spot) => (
            <li key={spot.id} className="border-t border-hairline py-1.5 first:border-t-0">
              <button
                type="button"
                className="block w-full rounded-md text-start font-semibold hover:underline"
                aria-pressed={selectedId === spot.id}
                onClick={() => onSelect(spot)}
              >
                {spot.name}
              </button>
              {spot.task && <p className="text-xs">{spot.task}</p>}
              {showTruth && spot.truth && (
                <p className="text-xs text-ink-2">What is there: {spot.truth}</p>
              )}
            </li>
          ))}
        </ul>
      </Panel>
      <Panel
        title="Take care"
        aside={<TriangleAlert size={15} aria-hidden="true" className="text-missed" />}
      >
        <ul className="flex list-disc flex-col gap-1 ps-4 text-xs">
          {cautionsFor(content, deepest).map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      </Panel>
    </>
  );
}

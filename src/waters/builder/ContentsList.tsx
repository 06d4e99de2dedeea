import type { WaterContent } from '@core/waters';
import { describeTarget, labelOf, READING_LABELS } from '@core/targets';
import { LABEL_WORDS } from '@/ui/chart/Things';
import { Panel } from '@/ui/Panel';
import type { Selection } from './BuildOverlay';
import { SHAPE_WORDS } from './tools';

interface ContentsListProps {
  content: WaterContent;
  onSelect: (selection: Selection) => void;
}

const itemClass = 'w-full truncate rounded-sm px-1.5 py-1 text-left hover:bg-well';

/** Everything in the water by name, to be picked without the plan. */
export function ContentsList({ content, onSelect }: ContentsListProps) {
  const { targets, bottom } = content.scene;
  return (
    <Panel title={`What is in it (${targets.length + bottom.features.length})`}>
      {bottom.features.length > 0 && (
        <details>
          <summary className="font-semibold">Shapes ({bottom.features.length})</summary>
          {bottom.features.map((shape, index) => (
            <button
              key={index}
              type="button"
              className={itemClass}
              onClick={() => onSelect({ part: 'shape', index })}
            >
              {SHAPE_WORDS[shape.kind].words}
            </button>
          ))}
        </details>
      )}
      {READING_LABELS.map((label) => {
        const some = targets.filter((target) => labelOf(target) === label);
        if (some.length === 0) return null;
        return (
          <details key={label}>
            <summary className="font-semibold">
              {LABEL_WORDS[label]} ({some.length})
            </summary>
            {some.map((target) => (
              <button
                key={target.id}
                type="button"
                className={itemClass}
                onClick={() => onSelect({ part: 'thing', id: target.id })}
              >
                {describeTarget(target)}
              </button>
            ))}
          </details>
        );
      })}
    </Panel>
  );
}

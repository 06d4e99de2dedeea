import type { SearchMark } from '@core/search';
import { READING_LABELS, type ReadingLabel } from '@core/targets';
import { Button } from '@/ui/Button';
import { LABEL_WORDS } from '@/ui/chart/Things';
import { Choice } from '@/ui/Choice';
import { Trash2 } from '@/ui/icons';
import { Panel } from '@/ui/Panel';
import { showToast } from '@/ui/toast';

const OPTIONS = READING_LABELS.map((value) => ({ value, label: LABEL_WORDS[value] }));

interface MarksPanelProps {
  marks: readonly SearchMark[];
  label: ReadingLabel;
  onLabel: (label: ReadingLabel) => void;
  onMarks: (change: (old: SearchMark[]) => SearchMark[]) => void;
  /** Plans a second look at one; null while a leg is being sounded. */
  onLook: ((mark: SearchMark) => void) | null;
}

/** What has been marked, what each is said to be, and a way to go round again. */
export function MarksPanel({ marks, label, onLabel, onMarks, onLook }: MarksPanelProps) {
  const remove = (mark: SearchMark) => {
    onMarks((old) => old.filter(({ id }) => id !== mark.id));
    showToast({
      message: 'The mark was removed.',
      action: { label: 'Undo', run: () => onMarks((old) => [...old, mark]) },
    });
  };
  return (
    <Panel title="Marks">
      <Choice label="A tap on the echo marks" value={label} options={OPTIONS} onChange={onLabel} />
      {marks.length === 0 && (
        <p className="text-xs text-ink-2">
          None yet. Tap the echo of what you look for; only what you mark counts.
        </p>
      )}
      <ul className="flex flex-col gap-1.5">
        {marks.map((mark, i) => (
          <li key={mark.id} className="flex items-center gap-2 border-t border-hairline pt-1.5">
            <span className="figures w-5 font-semibold">{i + 1}</span>
            <div className="min-w-0 flex-1">
              <Choice
                label={`What mark ${i + 1} is`}
                hideLabel
                value={mark.label}
                options={OPTIONS}
                onChange={(next) =>
                  onMarks((old) =>
                    old.map((one) => (one.id === mark.id ? { ...one, label: next } : one)),
                  )
                }
              />
            </div>
            <Button
              size="small"
              disabled={!onLook}
              title="Plan a leg past it, from its other side"
              onClick={() => onLook?.(mark)}
            >
              Look again
            </Button>
            <Button size="small" aria-label={`Remove mark ${i + 1}`} onClick={() => remove(mark)}>
              <Trash2 size={14} aria-hidden="true" />
            </Button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

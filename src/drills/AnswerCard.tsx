/** What is asked, what is filled in, how sure one is, and the commit. */
import { askOf, type Confidence, CONFIDENCE_STEPS, type ItemKindName } from '@core/drills';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Kbd } from '@/ui/Kbd';
import { Segmented } from '@/ui/Segmented';
import { KIND_VIEWS } from './kinds';
import type { KindProps } from './kinds/kindView';

interface AnswerCardProps extends KindProps<ItemKindName, unknown> {
  confidence: Confidence | null;
  onConfidence: (step: Confidence) => void;
  onCommit: () => void;
  /** Nothing more may be changed, whether committed or not. */
  isOver?: boolean;
}

export function AnswerCard(props: AnswerCardProps) {
  const { confidence, onConfidence, onCommit, isOver = false, ...common } = props;
  const { item, state, committed } = common;
  const kind = KIND_VIEWS[item.kind];
  const isGiven = kind.given(state, item) !== null;
  return (
    <Card className="flex flex-col gap-3 p-4">
      <h2 className="text-xl leading-snug">{askOf(item)}</h2>
      <kind.Form {...common} />
      <div>
        <p className="mb-1.5 flex items-center justify-between text-ink-2">
          {committed ? 'How sure you were' : 'How sure are you?'} <Kbd>1 – 5</Kbd>
        </p>
        <Segmented
          label="Confidence"
          value={confidence}
          options={CONFIDENCE_STEPS.map((step) => ({ value: step, label: step }))}
          onChange={onConfidence}
        />
      </div>
      {!committed && !isOver && (
        <>
          <Button
            look="primary"
            hotkey="C"
            disabled={!isGiven || confidence === null}
            onClick={onCommit}
          >
            {kind.commitLabel?.(state) ?? 'Commit'}
          </Button>
          <p className="-mt-1 min-h-4 text-center text-xs text-ink-2">
            {isGiven
              ? confidence === null && 'Say how sure you are.'
              : 'Your answer is still missing.'}
          </p>
        </>
      )}
    </Card>
  );
}

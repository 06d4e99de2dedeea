import type { History, Step, Way } from '@core/history';
import { Redo2, Undo2 } from '@/ui/icons';
import { Button } from './Button';
import { useHotkeys } from './useHotkeys';

interface UndoButtonsProps {
  history: History<Step>;
  onStep: (way: Way) => void;
  /** Where room is short the icons stand alone. */
  isNarrow?: boolean;
}

export function UndoButtons({ history, onStep, isNarrow = false }: UndoButtonsProps) {
  const undone = history.past.at(-1)?.label;
  const redone = history.future.at(-1)?.label;
  const undo = () => onStep('undo');
  const redo = () => onStep('redo');
  useHotkeys({ u: undo, '⌃z': undo, '⌃⇧Z': redo, '⌃y': redo });
  const words = isNarrow ? 'sr-only' : '';
  return (
    <>
      <Button
        onClick={undo}
        disabled={undone === undefined}
        hotkey="U"
        className={isNarrow ? 'px-2' : ''}
        title={undone === undefined ? 'Nothing to undo' : `Undo: ${undone}`}
      >
        <Undo2 size={16} aria-hidden="true" /> <span className={words}>Undo</span>
      </Button>
      <Button
        onClick={redo}
        className={isNarrow ? 'px-2' : ''}
        disabled={redone === undefined}
        title={redone === undefined ? 'Nothing was undone' : `Do again: ${redone}`}
      >
        <Redo2 size={16} aria-hidden="true" /> <span className={words}>Redo</span>
      </Button>
    </>
  );
}

import { Redo2, Undo2 } from '@/ui/icons';
import { Button } from './Button';

interface UndoButtonsProps {
  /** What would be taken back, or done again; undefined when there is nothing. */
  undoLabel: string | undefined;
  redoLabel: string | undefined;
  onUndo: () => void;
  onRedo: () => void;
  /** Where room is short the icons stand alone. */
  isNarrow?: boolean;
}

export function UndoButtons(props: UndoButtonsProps) {
  const { undoLabel, redoLabel, onUndo, onRedo, isNarrow = false } = props;
  const words = isNarrow ? 'sr-only' : '';
  return (
    <>
      <Button
        onClick={onUndo}
        disabled={undoLabel === undefined}
        hotkey="U"
        className={isNarrow ? 'px-2' : ''}
        title={undoLabel === undefined ? 'Nothing to undo' : `Undo: ${undoLabel}`}
      >
        <Undo2 size={16} aria-hidden="true" /> <span className={words}>Undo</span>
      </Button>
      <Button
        onClick={onRedo}
        className={isNarrow ? 'px-2' : ''}
        disabled={redoLabel === undefined}
        title={redoLabel === undefined ? 'Nothing was undone' : `Do again: ${redoLabel}`}
      >
        <Redo2 size={16} aria-hidden="true" /> <span className={words}>Redo</span>
      </Button>
    </>
  );
}

import { Redo2, Undo2 } from 'lucide-react';
import { Button } from './Button';

interface UndoButtonsProps {
  /** What would be taken back, or done again; undefined when there is nothing. */
  undoLabel: string | undefined;
  redoLabel: string | undefined;
  onUndo: () => void;
  onRedo: () => void;
}

export function UndoButtons({ undoLabel, redoLabel, onUndo, onRedo }: UndoButtonsProps) {
  return (
    <>
      <Button
        onClick={onUndo}
        disabled={undoLabel === undefined}
        hotkey="U"
        title={undoLabel === undefined ? 'Nothing to undo' : `Undo: ${undoLabel}`}
      >
        <Undo2 size={16} aria-hidden="true" /> Undo
      </Button>
      <Button
        onClick={onRedo}
        disabled={redoLabel === undefined}
        title={redoLabel === undefined ? 'Nothing was undone' : `Do again: ${redoLabel}`}
      >
        <Redo2 size={16} aria-hidden="true" /> Redo
      </Button>
    </>
  );
}

/** What only the presenter sees: notes, the students' window, and how the palette looks to other eyes. */
import { MonitorPlay } from '@/ui/icons';
import { type Eye, EYES } from '@core/display';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/TextField';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';

const EYE_WORDS: Record<Eye, string> = {
  usual: 'Usual colour vision',
  noRed: 'Without red cones',
  noGreen: 'Without green cones',
  noBlue: 'Without blue cones',
};

interface NotesToolProps {
  kit: BenchKit;
  eye: Eye;
  onEye: (eye: Eye) => void;
}

const MAX_NOTES = 5000;

function NotesTool({ kit, eye, onEye }: NotesToolProps) {
  const { state, desk } = kit;
  return (
    <div className="flex h-full gap-4">
      <div className="min-w-0 flex-1">
        <TextField
          label="Presenter notes, on this window only"
          value={state.notes}
          max={MAX_NOTES}
          rows={5}
          placeholder="What to show, what to ask, what they will say."
          onChange={(notes) => desk.store.setState({ notes })}
        />
      </div>
      <div className="flex w-72 shrink-0 flex-col gap-2">
        <Button onClick={() => window.open('/bench/projector', 'wise-ripple-projector')}>
          <MonitorPlay size={16} aria-hidden="true" /> Open the students’ window
        </Button>
        <p className="text-xs text-ink-2">
          Large type, no controls, no notes; answers stay hidden until you reveal them here with E.
          Put it on the projector.
        </p>
        <Choice
          label="Seen by"
          value={eye}
          options={EYES.map((value) => ({ value, label: EYE_WORDS[value] }))}
          onChange={onEye}
        />
        <p className="text-xs text-ink-2">
          About one man in twelve sees red and green as one. Choose a palette that all can read.
        </p>
      </div>
    </div>
  );
}

export const notesTool: Tool = {
  id: 'notes',
  name: 'Present',
  key: '9',
  panel: ({ kit, session, state }) => (
    <NotesTool kit={kit} eye={state.eye} onEye={(eye) => session.set({ eye })} />
  ),
};

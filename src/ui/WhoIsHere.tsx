/** Who sits at this browser: what several people do at one is kept apart by a name. */
import { useEffect, useState } from 'react';
import { aliasesHere } from '@/storage/attempts';
import { useSettings } from '@/storage/settings';
import { Button } from './Button';
import { Choice } from './Choice';
import { TextField } from './TextField';

const OTHER = '\u0000';

export function WhoIsHere({ onChanged }: { onChanged: () => void }) {
  const { alias, change } = useSettings();
  const [known, setKnown] = useState<string[]>([]);
  const [typed, setTyped] = useState<string | null>(null);
  useEffect(() => {
    void aliasesHere().then(setKnown);
  }, [alias]);
  const choose = async (next: string) => {
    setTyped(null);
    await change({ alias: next.trim() });
    onChanged();
  };
  if (typed !== null) {
    return (
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void choose(typed);
        }}
      >
        <div className="w-52">
          <TextField
            label="Your name, or what your instructor calls you"
            value={typed}
            max={80}
            onChange={setTyped}
          />
        </div>
        <Button type="submit" disabled={typed.trim() === ''}>
          That is me
        </Button>
        <Button onClick={() => setTyped(null)}>Leave it</Button>
      </form>
    );
  }
  const names = [...new Set([...known, ...(alias ? [alias] : [])])];
  return (
    <Choice
      label="Who is here"
      value={alias}
      options={[
        ...(alias === '' ? [{ value: '', label: 'nobody has said' }] : []),
        ...names.map((name) => ({ value: name, label: name })),
        { value: OTHER, label: 'somebody else…' },
      ]}
      onChange={(next) => (next === OTHER ? setTyped('') : void choose(next))}
    />
  );
}

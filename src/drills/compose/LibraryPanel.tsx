/** Questions about recorded screens: pick a screen, see every fair question it gives. */
import { Plus } from '@/ui/icons';
import { useEffect, useState } from 'react';
import { askOf, type Item, questionsOf } from '@core/drills';
import { ALL_SCREENS, findScreens, type ScreenRecord } from '@core/records';
import { recordedDrillScreen } from '@/storage/drillScreens';
import { listScreens, openScreen } from '@/storage/screens';
import { Button } from '@/ui/Button';
import { ScreenThumbnail } from '@/ui/echo/ScreenThumbnail';
import { TextField } from '@/ui/TextField';
import { isAskable } from '../fromLibrary';
import { itemWords } from './itemWords';

const MOST_SHOWN = 24;

interface LibraryPanelProps {
  known: readonly string[];
  onAdd: (items: Item[]) => void;
}

export function LibraryPanel({ known, onAdd }: LibraryPanelProps) {
  const [screens, setScreens] = useState<ScreenRecord[]>([]);
  const [words, setWords] = useState('');
  const [chosen, setChosen] = useState<ScreenRecord | null>(null);
  const [questions, setQuestions] = useState<Item[] | string | null>(null);
  useEffect(() => {
    let current = true;
    void listScreens().then((list) => current && setScreens(list.screens.filter(isAskable)));
    return () => {
      current = false;
    };
  }, []);
  const choose = async (screen: ScreenRecord) => {
    setChosen(screen);
    setQuestions(null);
    const opened = await openScreen(screen.id);
    setQuestions(
      opened.ok
        ? questionsOf(
            {
              ref: { from: 'library', screenId: screen.id },
              screen: recordedDrillScreen(opened.value),
            },
            1,
          )
        : opened.error,
    );
  };
  const found = findScreens(screens, { ...ALL_SCREENS, text: words }).slice(0, MOST_SHOWN);
  const fresh = Array.isArray(questions) ? questions.filter(({ id }) => !known.includes(id)) : [];
  return (
    <div className="flex flex-col gap-3">
      <TextField label="Find a screen" value={words} max={80} onChange={setWords} />
      <ul aria-label="Screens" className="grid max-h-64 grid-cols-2 gap-2 overflow-y-auto">
        {found.map((screen) => (
          <li key={screen.id}>
            <button
              type="button"
              aria-pressed={chosen?.id === screen.id}
              onClick={() => void choose(screen)}
              className="w-full rounded-md border border-hairline bg-card p-1 text-left text-xs hover:border-outline aria-pressed:border-action"
            >
              <span className="block h-16 overflow-hidden rounded-sm">
                <ScreenThumbnail screen={screen} />
              </span>
              <span className="line-clamp-2 font-semibold">{screen.name}</span>
            </button>
          </li>
        ))}
      </ul>
      {chosen && (
        <div>
          <div className="flex items-center justify-between gap-2">
            <h3 className="text-sm font-semibold">{chosen.name}</h3>
            {fresh.length > 1 && (
              <Button size="small" onClick={() => onAdd(fresh)}>
                Add all {fresh.length}
              </Button>
            )}
          </div>
          {typeof questions === 'string' && (
            <p role="alert" className="text-missed">
              {questions}.
            </p>
          )}
          {questions === null && <p className="text-ink-2">Looking for fair questions…</p>}
          {Array.isArray(questions) && fresh.length === 0 && (
            <p className="text-ink-2">
              {questions.length === 0
                ? 'Nothing on it can fairly be asked: what is there is half seen.'
                : 'All of its questions are in the drill.'}
            </p>
          )}
          <ul aria-label="Fair questions" className="max-h-56 overflow-y-auto">
            {fresh.map((item) => (
              <li
                key={item.id}
                className="flex items-center gap-2 border-t border-hairline py-1 text-sm"
              >
                <span className="min-w-0 flex-1">
                  {askOf(item)} <span className="text-xs text-ink-2">{itemWords(item)}</span>
                </span>
                <Button
                  size="small"
                  onClick={() => onAdd([item])}
                  aria-label={`Add: ${askOf(item)} ${itemWords(item)}`}
                >
                  <Plus size={14} aria-hidden="true" /> Add
                </Button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}

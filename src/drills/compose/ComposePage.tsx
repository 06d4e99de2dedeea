/** The composer: questions made or picked, put in order, looked at as a student, with the rules of the drill. */
import { Download, Eye, Play, Trash2 } from '@/ui/icons';
import { useCallback, useState } from 'react';
import { askOf, type Item } from '@core/drills';
import { type AttemptRecord, type DrillRecord, type Feedback, newRecord } from '@core/records';
import { openRecord, storageFault } from '@/storage/database';
import { saveDrill } from '@/storage/drills';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Check } from '@/ui/Check';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { PageHeader } from '@/ui/PageHeader';
import { OpenById } from '@/ui/OpenById';
import { Segmented } from '@/ui/Segmented';
import { SortableList } from '@/ui/SortableList';
import { TextField } from '@/ui/TextField';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import { useUndo } from '@/ui/useUndo';
import { ItemView } from '../ItemView';
import { saveDrillFile, takeDrill } from './DrillList';
import { itemWords } from './itemWords';
import { LibraryPanel } from './LibraryPanel';
import { MakePanel } from './MakePanel';

const SOURCES = [
  { value: 'make', label: 'Make' },
  { value: 'library', label: 'Library' },
] as const;

const FEEDBACK: { value: Feedback; label: string }[] = [
  { value: 'each', label: 'after each answer' },
  { value: 'end', label: 'at the end' },
  { value: 'never', label: 'kept back: an exam' },
];

const USUAL_SECONDS = 60;
const USUAL_PASS = 0.7;

/** Looks at one question as a student does; nothing is kept. */
function Preview({
  drill,
  index,
  onClose,
}: {
  drill: DrillRecord;
  index: number;
  onClose: () => void;
}) {
  const [attempt, setAttempt] = useState<AttemptRecord>(() => ({
    ...newRecord('attempt', 'preview', Date.now()),
    alias: '',
    drillName: `Preview: ${drill.name}`.slice(0, 120),
    mode: 'drill',
    drillId: null,
    lessonId: null,
    seed: 0,
    length: drill.items.length,
    items: drill.items,
    answers: [],
    // The truth is shown at once: the instructor looks at the question, not at the rules.
    feedback: 'each',
    secondsPerItem: null,
    passShare: null,
    at: index,
    draft: null,
    finishedAtMs: null,
  }));
  const { at } = attempt;
  if (at >= attempt.items.length) {
    return (
      <div className="p-6">
        <p className="mb-3 text-lg">That was the last question.</p>
        <Button look="primary" onClick={onClose}>
          Back to composing
        </Button>
      </div>
    );
  }
  return (
    <div className="flex h-full flex-col">
      <div className="flex items-center gap-3 border-b border-hairline bg-well px-4 py-1.5">
        <p className="flex-1 font-semibold">As a student sees it. Nothing is kept.</p>
        <Button size="small" onClick={onClose}>
          Back to composing
        </Button>
      </div>
      <div className="min-h-0 flex-1">
        <ItemView
          key={`${attempt.items[at].id}${at}`}
          attempt={attempt}
          index={at}
          onDraft={() => undefined}
          onAnswer={(stored) => {
            setAttempt({ ...attempt, answers: [...attempt.answers, stored] });
            return Promise.resolve();
          }}
          onNext={() => setAttempt({ ...attempt, at: at + 1 })}
        />
      </div>
    </div>
  );
}

function Composer({ initial }: { initial: DrillRecord }) {
  const save = useCallback((drill: DrillRecord) => {
    void saveDrill(drill).catch((failure: unknown) =>
      showToast({ message: `The drill could not be kept: ${storageFault(failure)}.` }),
    );
  }, []);
  const { value: drill, change, history, step } = useUndo(initial, save);
  const [source, setSource] = useState<(typeof SOURCES)[number]['value']>('make');
  const [preview, setPreview] = useState<number | null>(null);
  const { items } = drill;
  const known = items.map(({ id }) => id);
  const set = (label: string, part: Partial<DrillRecord>, mergeKey?: string) =>
    change(label, { ...drill, ...part }, mergeKey);
  const add = (made: Item[]) => {
    const fresh = made.filter(({ id }) => !known.includes(id));
    if (fresh.length > 0) {
      set(`add ${fresh.length} questions`, { items: [...items, ...fresh].slice(0, 500) });
    }
  };
  if (preview !== null) {
    return <Preview drill={drill} index={preview} onClose={() => setPreview(null)} />;
  }
  return (
    <>
      <PageHeader title="Compose a drill" note={`${items.length} questions`}>
        <UndoButtons history={history} onStep={step} />
        <Button disabled={items.length === 0} onClick={() => setPreview(0)}>
          <Eye size={16} aria-hidden="true" /> Preview
        </Button>
        <Button disabled={items.length === 0} onClick={() => void saveDrillFile(drill)}>
          <Download size={16} aria-hidden="true" /> Save to a file
        </Button>
        <Button look="primary" disabled={items.length === 0} onClick={() => void takeDrill(drill)}>
          <Play size={16} aria-hidden="true" /> Take it
        </Button>
        <ButtonLink href="/drills">Done</ButtonLink>
      </PageHeader>
      <div className="grid items-start gap-4 p-4 lg:grid-cols-[22rem_1fr_17rem]">
        <Card
          title="Add questions"
          aside={
            <Segmented label="From where" value={source} options={SOURCES} onChange={setSource} />
          }
        >
          <div className="p-4 pt-2">
            {source === 'make' ? (
              <MakePanel known={known} onMade={add} />
            ) : (
              <LibraryPanel known={known} onAdd={add} />
            )}
          </div>
        </Card>
        <Card title="Questions, in order">
          <div className="p-4 pt-2">
            {items.length === 0 && (
              <p className="text-ink-2">
                None yet. Choose skills and press “Make questions”, or pick screens from the
                library.
              </p>
            )}
            <SortableList
              label="Questions"
              items={items}
              idOf={({ id }) => id}
              nameOf={(item) => `question ${items.indexOf(item) + 1}`}
              onOrder={(next) => set('move a question', { items: next })}
            >
              {(item, i) => (
                <>
                  <span className="figures w-6 text-end text-ink-2">{i + 1}</span>
                  <span className="min-w-0 flex-1 leading-tight">
                    {askOf(item)}{' '}
                    <span className="block text-xs text-ink-2">{itemWords(item)}</span>
                  </span>
                  <Button
                    size="small"
                    onClick={() => setPreview(i)}
                    aria-label={`Preview question ${i + 1}`}
                  >
                    <Eye size={14} aria-hidden="true" />
                  </Button>
                  <Button
                    size="small"
                    aria-label={`Remove question ${i + 1}`}
                    onClick={() =>
                      set('remove a question', { items: items.filter((one) => one !== item) })
                    }
                  >
                    <Trash2 size={14} aria-hidden="true" />
                  </Button>
                </>
              )}
            </SortableList>
          </div>
        </Card>
        <Card title="Rules">
          <div className="flex flex-col gap-3 p-4 pt-2">
            <TextField
              label="Name"
              value={drill.name}
              max={120}
              required
              onChange={(name) => set('rename', { name }, 'name')}
            />
            <TextField
              label="Note for yourself"
              value={drill.note}
              max={2000}
              rows={3}
              onChange={(note) => set('note', { note }, 'note')}
            />
            <Choice
              label="Truth is shown"
              value={drill.feedback}
              options={FEEDBACK}
              onChange={(feedback) => set('feedback', { feedback })}
            />
            <Check
              checked={drill.order === 'shuffled'}
              onChange={(on) => set('order', { order: on ? 'shuffled' : 'written' })}
            >
              Shuffle for each go
            </Check>
            <Check
              checked={drill.secondsPerItem !== null}
              onChange={(on) => set('time', { secondsPerItem: on ? USUAL_SECONDS : null })}
            >
              Limit the time
            </Check>
            {drill.secondsPerItem !== null && (
              <NumberField
                label="Seconds each"
                value={drill.secondsPerItem}
                min={5}
                max={3600}
                quantity="plain"
                units="metric"
                decimals={0}
                onChange={(seconds) => set('time', { secondsPerItem: Math.round(seconds) }, 'time')}
              />
            )}
            <Check
              checked={drill.passShare !== null}
              onChange={(on) => set('pass mark', { passShare: on ? USUAL_PASS : null })}
            >
              A mark to pass
            </Check>
            {drill.passShare !== null && (
              <NumberField
                label="Score that passes, %"
                value={Math.round(100 * drill.passShare)}
                min={1}
                max={100}
                quantity="plain"
                units="metric"
                decimals={0}
                onChange={(percent) => set('pass mark', { passShare: percent / 100 }, 'pass')}
              />
            )}
          </div>
        </Card>
      </div>
    </>
  );
}

const open = (id: string) => openRecord('drill', id);

export function ComposePage() {
  return (
    <OpenById
      what="drill"
      open={open}
      nameOf={({ name }) => name}
      back={{ href: '/drills', label: 'Back to the drills' }}
    >
      {(drill) => <Composer initial={drill} />}
    </OpenById>
  );
}

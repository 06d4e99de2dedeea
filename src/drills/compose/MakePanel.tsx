/** Questions made from waters: what for, how hard, how many. */
import { reasonOf } from '@core/records';
import { Sparkles, X } from '@/ui/icons';
import { useMemo, useRef, useState } from 'react';
import {
  BAND_EDGES,
  inTurn,
  type Item,
  kindName,
  ITEM_KINDS,
  planOf,
  type QuestionPlan,
  type ItemKindName,
  SKILL_IDS,
  type SkillId,
  SKILLS,
} from '@core/drills';
import { INSTRUMENTS, type Instrument } from '@core/sounding';
import { gatherQuestions } from '@/storage/questions';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { NumberField } from '@/ui/NumberField';
import { SomeOf } from '@/ui/SomeOf';

const LEVELS = {
  any: null,
  easy: { from: -4, to: BAND_EDGES.easyBelow },
  middling: { from: BAND_EDGES.easyBelow, to: BAND_EDGES.hardFrom },
  hard: { from: BAND_EDGES.hardFrom, to: 4 },
} as const;
type Level = keyof typeof LEVELS;

const MOST = 200;

interface MakePanelProps {
  /** Not to be made again. */
  known: readonly string[];
  onMade: (items: Item[]) => void;
}

export function MakePanel({ known, onMade }: MakePanelProps) {
  const [skills, setSkills] = useState<SkillId[]>([]);
  const [instruments, setInstruments] = useState<Instrument[]>([]);
  const [kinds, setKinds] = useState<ItemKindName[]>([]);
  const [level, setLevel] = useState<Level>('any');
  const [count, setCount] = useState(10);
  const [made, setMade] = useState<number | null>(null);
  const [message, setMessage] = useState('');
  const stop = useRef<AbortController | null>(null);

  const plan = useMemo(
    () => planOf({ kinds, skills, instruments, count }),
    [kinds, skills, instruments, count],
  );

  const make = async () => {
    setMade(0);
    setMessage('');
    stop.current = new AbortController();
    const { signal } = stop.current;
    try {
      const found = await gatherQuestions(
        { instruments, skills, kinds, difficulty: LEVELS[level], count, known },
        { onMade: setMade, signal },
      );
      setMessage(
        found.length === 0
          ? 'These waters give no fair question of that sort. Ask for less at a time.'
          : found.length < count && !signal.aborted
            ? `${found.length} made: the waters give no more that differ.`
            : `${found.length} made.`,
      );
      if (found.length > 0) onMade(inTurn(found));
    } catch (failure) {
      setMessage(reasonOf(failure));
    }
    setMade(null);
  };

  return (
    <div className="flex flex-col gap-3">
      <SomeOf
        title="Skills"
        all={SKILL_IDS}
        nameOf={(id) => SKILLS[id]}
        chosen={skills}
        onChange={setSkills}
      />
      <SomeOf
        title="Instruments"
        all={INSTRUMENTS}
        nameOf={(id) => INSTRUMENT_NAME[id]}
        chosen={instruments}
        onChange={setInstruments}
      />
      <SomeOf
        title="Kinds"
        all={ITEM_KINDS}
        nameOf={(id) => kindName(id)}
        chosen={kinds}
        onChange={setKinds}
      />
      <Choice
        label="How hard"
        value={level}
        options={(Object.keys(LEVELS) as Level[]).map((value) => ({ value, label: value }))}
        onChange={setLevel}
      />
      <NumberField
        label="How many"
        value={count}
        min={1}
        max={MOST}
        quantity="plain"
        units="metric"
        decimals={0}
        onChange={(value) => setCount(Math.round(value))}
      />
      <Unmet plan={plan} />
      {made === null ? (
        <Button look="primary" disabled={plan.rows.length === 0} onClick={() => void make()}>
          <Sparkles size={16} aria-hidden="true" /> Make questions
        </Button>
      ) : (
        <div className="flex items-center gap-3">
          <progress
            className="h-2 min-w-0 flex-1 accent-action"
            aria-label="Making questions"
            max={count}
            value={made}
          />
          <span className="figures text-sm">
            {made} of {count}
          </span>
          <Button size="small" onClick={() => stop.current?.abort()}>
            <X size={14} aria-hidden="true" /> Stop
          </Button>
        </div>
      )}
      <p role="status" className="min-h-5 text-sm text-ink-2">
        {message}
      </p>
      <Planned plan={plan} />
    </div>
  );
}

/** What is going to be made, before it is. */
function Planned({ plan: { rows, empties, open } }: { plan: QuestionPlan }) {
  if (rows.length === 0) return null;
  return (
    <div className="flex flex-col gap-1">
      <p className="text-xs text-ink-2" id="planned">
        What will be made, by and large
      </p>
      <ul className="grid grid-cols-2 gap-x-4 text-sm" aria-labelledby="planned">
        {rows.map(({ kind, count }) => (
          <li key={kind} className="flex justify-between gap-2 border-b border-hairline py-0.5">
            <span>{kindName(kind)}</span>
            <span className="figures font-semibold">{count}</span>
          </li>
        ))}
      </ul>
      <p className="text-xs text-ink-2">
        {[
          empties > 0 && `${empties} to mark with nothing to find`,
          open > 0 && `up to ${open} that cannot be told from the picture`,
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
    </div>
  );
}

/** What was wished for and cannot be. */
function Unmet({ plan: { rows, cannot } }: { plan: QuestionPlan }) {
  if (cannot.length === 0 && rows.length > 0) return null;
  return (
    <div role="alert" className="text-sm text-missed">
      {cannot.map((words) => (
        <p key={words}>{words}</p>
      ))}
      {rows.length === 0 && <p>Nothing can be asked with this choice; widen it.</p>}
    </div>
  );
}

/** A student's page of a room: join, answer on one's own picture, see the truth when it is opened. Stores nothing but the key. */
import { useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import {
  type Answer,
  type Confidence,
  CONFIDENCE_STEPS,
  type Ground,
  type Item,
} from '@core/drills';
import { joinedRoomSchema, type StudentState, studentStateSchema } from '@core/formats';
import { reasonOf } from '@core/records';
import type { UnitSystem } from '@core/units';
import { unpackQuestion } from '@/storage/exams';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Segmented } from '@/ui/Segmented';
import { TextField } from '@/ui/TextField';
import { useHotkeys } from '@/ui/useHotkeys';
import { AnswerCard } from '../AnswerCard';
import { LineList } from '../LineList';
import { KIND_VIEWS } from '../kinds';
import { readKept, writeKept } from './keptJson';
import { linesShown } from './openedTruth';
import { act, fetchQuestion, type RoomKey, useRoomEvents } from './roomClient';

const KEPT = 'room';
const keptSchema = z.object({
  code: z.string(),
  key: z.string(),
  units: z.enum(['metric', 'imperial']),
});
type Kept = z.infer<typeof keptSchema>;

function Join({ onJoined }: { onJoined: (kept: Kept) => void }) {
  const [code, setCode] = useState(
    () => new URLSearchParams(location.search).get('code')?.toUpperCase() ?? '',
  );
  const [alias, setAlias] = useState('');
  const [units, setUnits] = useState<UnitSystem>('metric');
  const [message, setMessage] = useState('');
  const join = async () => {
    setMessage('');
    try {
      const wanted = code.trim().toUpperCase();
      const { key } = joinedRoomSchema.parse(await act({ act: 'join', code: wanted, alias }));
      onJoined({ code: wanted, key, units });
    } catch (failure) {
      setMessage(reasonOf(failure));
    }
  };
  return (
    <form
      className="mx-auto flex max-w-96 flex-col gap-4 p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void join();
      }}
    >
      <h1 className="text-2xl">Join the room</h1>
      <TextField
        label="Code, as your instructor shows it"
        value={code}
        max={6}
        onChange={setCode}
      />
      <TextField label="What you are called here" value={alias} max={40} onChange={setAlias} />
      <Segmented
        label="Units"
        value={units}
        options={[
          { value: 'metric', label: 'metres' },
          { value: 'imperial', label: 'feet' },
        ]}
        onChange={setUnits}
      />
      <Button look="primary" type="submit" disabled={code.trim().length < 6 || alias.trim() === ''}>
        Join
      </Button>
      <p role="alert" className="min-h-5 text-missed">
        {message}
      </p>
      <p className="text-xs text-ink-2">
        Your answers go to the instructor’s browser, under this name, and nowhere else.
      </p>
    </form>
  );
}

interface Question {
  round: number;
  item: Item;
  ground: Ground;
}

/** The question of a round, fetched once it stands. */
function useQuestion(room: RoomKey, round: number, isUp: boolean) {
  const [question, setQuestion] = useState<Question | null>(null);
  const [fault, setFault] = useState('');
  const { code, key } = room;
  useEffect(() => {
    if (!isUp) return;
    let current = true;
    const fetchIt = async () => {
      const read = await unpackQuestion(await fetchQuestion({ code, key }, round));
      if (!read.ok) throw new Error(read.error);
      if (current) {
        setFault('');
        setQuestion({ round, ...read.value });
      }
    };
    void fetchIt().catch((failure: unknown) => current && setFault(reasonOf(failure)));
    return () => {
      current = false;
    };
  }, [code, key, round, isUp]);
  return { question: question?.round === round ? question : null, fault };
}

interface AskedProps {
  question: Question;
  state: StudentState;
  units: UnitSystem;
  onCommit: (answer: Answer) => Promise<void>;
}

function Asked({ question, state: room, units, onCommit }: AskedProps) {
  const { item, ground } = question;
  const kind = KIND_VIEWS[item.kind];
  const before = room.answer;
  const [state, setState] = useState<unknown>(() => {
    const read = kind.stateSchema.safeParse(before && (kind.stateFrom?.(before) ?? before));
    return read.success ? read.data : kind.initial;
  });
  const [confidence, setConfidence] = useState<Confidence | null>(before?.confidence ?? null);
  const [beganMs] = useState(() => performance.now());
  const [message, setMessage] = useState('');
  const isOpen = room.phase === 'asked' && room.answer === null;
  const lines = useMemo(
    () => (room.truth ? linesShown(room.truth, (room.own ?? room.truth).lines) : []),
    [room.truth, room.own],
  );
  const commit = async () => {
    const given = kind.given(state, item) as Answer | null;
    if (!given || !confidence || !isOpen) return;
    const tookMs = Math.round(performance.now() - beganMs);
    setMessage('');
    try {
      await onCommit({ ...given, confidence, committedAtMs: Date.now(), tookMs });
    } catch (failure) {
      setMessage(`Not sent: ${reasonOf(failure)}. Commit again.`);
    }
  };
  const change = (next: unknown) => isOpen && setState(next);
  useHotkeys({
    ...Object.fromEntries(
      CONFIDENCE_STEPS.map((step, i) => [String(i + 1), () => isOpen && setConfidence(step)]),
    ),
    ...(isOpen ? kind.hotkeys?.({ state, item, ground, onState: change }) : {}),
    c: () => void commit(),
  });
  const common = {
    ...{ item, ground, units, state, lines, committed: null, view: null },
    onState: change,
    revealed: room.truth !== null,
    label: 'The picture that is asked about',
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 p-3 md:flex-row">
      <div className="h-[46dvh] min-h-64 min-w-0 md:h-auto md:flex-1" data-testid="stage">
        <kind.Stage {...common} />
      </div>
      <div className="flex shrink-0 flex-col gap-3 md:w-84 md:overflow-y-auto">
        {room.truth ? (
          <Card className="flex flex-col gap-2.5 p-4">
            <h2 className="text-xl">
              {room.own ? (room.own.right ? 'Right' : 'Not right') : 'The truth'}
            </h2>
            <p>{room.truth.words}</p>
            <LineList label="Why" lines={lines} />
          </Card>
        ) : (
          <fieldset disabled={!isOpen} className="contents">
            <AnswerCard
              {...common}
              confidence={confidence}
              onConfidence={(step) => isOpen && setConfidence(step)}
              onCommit={() => void commit()}
              isOver={!isOpen}
            />
          </fieldset>
        )}
        <p role="status" className="min-h-5 text-center font-semibold">
          {message ||
            (room.truth
              ? ''
              : room.answer
                ? 'Committed. The water opens when all have answered.'
                : room.phase === 'closed' && 'The question is closed: no more answers are taken.')}
        </p>
      </div>
    </div>
  );
}

function InRoom({ kept, onLeft }: { kept: Kept; onLeft: () => void }) {
  const { state, hearing } = useRoomEvents<StudentState>(kept, { state: studentStateSchema });
  const isUp = state !== null && state.round > 0 && state.phase !== 'ended';
  const { question, fault } = useQuestion(kept, state?.round ?? 0, isUp);
  if (hearing === 'gone' || state?.phase === 'ended') {
    return (
      <div className="p-5">
        <h1 className="text-2xl">The room has ended</h1>
        <p className="mt-1 mb-4 text-ink-2">Your answers are with your instructor.</p>
        <Button onClick={onLeft}>Join another</Button>
      </div>
    );
  }
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex items-center gap-3 border-b border-hairline px-4 py-2">
        <h1 className="min-w-0 flex-1 truncate text-base">
          {state?.alias}{' '}
          <span className="font-normal text-ink-2">
            in room {kept.code}
            {isUp && `, question ${state.round}`}
          </span>
        </h1>
        <p role="status" className="text-sm text-missed">
          {hearing === 'lost' && 'Out of reach, trying again…'}
        </p>
      </header>
      {question && state ? (
        <Asked
          key={question.round}
          question={question}
          state={state}
          units={kept.units}
          onCommit={async (answer) => {
            const { code, key } = kept;
            await act({ act: 'answer', code, key, round: question.round, answer });
          }}
        />
      ) : (
        <div className="p-5">
          <h2 className="text-2xl">{isUp ? 'A question comes…' : 'You are in'}</h2>
          <p className="mt-1 text-ink-2">
            {isUp ? fault || 'Its picture is on the way.' : 'Wait for the first question.'}
          </p>
        </div>
      )}
    </div>
  );
}

export function StudentRoom() {
  const [kept, setKept] = useState(() => {
    // A reload goes on where this browser is in a room already.
    const before = readKept(localStorage, KEPT, keptSchema);
    const asked = new URLSearchParams(location.search).get('code')?.toUpperCase();
    // Another room's address leads to that room.
    return before && (!asked || asked === before.code) ? before : null;
  });
  const change = (next: Kept | null) => {
    writeKept(localStorage, KEPT, next);
    setKept(next);
  };
  return kept ? <InRoom kept={kept} onLeft={() => change(null)} /> : <Join onJoined={change} />;
}

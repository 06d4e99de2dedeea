import { useEffect, useState } from 'react';
import type { AttemptRecord } from '@core/records';
import { getRecord } from '@/storage/database';
import { saveAttempt } from '@/storage/attempts';
import { ButtonLink } from '@/ui/Button';
import { Prepared } from '@/ui/Prepared';
import { ItemView } from './ItemView';
import { Summary } from './Summary';

type Opening =
  | { state: 'loading' }
  | { state: 'missing'; message: string }
  | { state: 'open'; attempt: AttemptRecord };

/** Walks through an attempt; every committed answer is stored before its truth is shown. */
function Walk({ initial }: { initial: AttemptRecord }) {
  const [attempt, setAttempt] = useState(initial);
  const [index, setIndex] = useState(Math.min(initial.answers.length, initial.items.length));
  if (index >= attempt.items.length) return <Summary attempt={attempt} />;
  return (
    <ItemView
      key={attempt.items[index].id}
      attempt={attempt}
      index={index}
      onCommit={async (answered) => {
        const answers = [...attempt.answers, answered];
        const finishedAtMs = answers.length === attempt.items.length ? Date.now() : null;
        setAttempt(await saveAttempt({ ...attempt, answers, finishedAtMs }));
      }}
      onNext={() => setIndex(index + 1)}
    />
  );
}

function LoadAttempt() {
  const [opening, setOpening] = useState<Opening>({ state: 'loading' });
  useEffect(() => {
    let current = true;
    const id = new URLSearchParams(location.search).get('id') ?? '';
    void getRecord('attempt', id).then((stored) => {
      if (!current) return;
      if (!stored.ok) setOpening({ state: 'missing', message: stored.error });
      else if (!stored.value)
        setOpening({ state: 'missing', message: 'there is no attempt of this id' });
      else setOpening({ state: 'open', attempt: stored.value });
    });
    return () => {
      current = false;
    };
  }, []);
  if (opening.state === 'loading') return <p className="p-6 text-ink-2">Opening the drill…</p>;
  if (opening.state === 'missing') {
    return (
      <div className="p-6">
        <h1 className="text-xl">This drill cannot be opened</h1>
        <p role="alert" className="mt-1 mb-3">
          {opening.message}.
        </p>
        <ButtonLink href="/drills">Back to the drills</ButtonLink>
      </div>
    );
  }
  return <Walk initial={opening.attempt} />;
}

export function AttemptPage() {
  return (
    <Prepared>
      <LoadAttempt />
    </Prepared>
  );
}

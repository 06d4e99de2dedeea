import { useCallback, useEffect, useRef, useState } from 'react';
import { type AttemptRecord, type ResultRecord, type StoredAnswer, reasonOf } from '@core/records';
import { allAnswered } from '@/storage/attempts';
import { attemptOf } from '@/storage/classes';
import { openRecord } from '@/storage/database';
import { Button } from '@/ui/Button';
import { OpenById } from '@/ui/OpenById';
import { showToast } from '@/ui/toast';
import { ItemView } from './ItemView';
import { anotherLike, nextOfPlacement, nextQuestion } from './practice';
import { Summary } from './Summary';
import { useAttempt } from './useAttempt';

/** Walks through an attempt; every committed answer is stored before its truth is shown. */
function Walk({ initial }: { initial: AttemptRecord }) {
  const kept = useAttempt(initial);
  const { attempt, change } = kept;
  const { at, items, answers, length } = attempt;
  const [fault, setFault] = useState('');
  const making = useRef(false);

  // Its next question is made while the last one is being looked at.
  const isMadeAsItGoes = attempt.mode === 'practice' || attempt.mode === 'placement';
  const wantsNext = isMadeAsItGoes && items.length < length && answers.length >= items.length;
  const makeNext = useCallback(async () => {
    if (making.current) return;
    making.current = true;
    setFault('');
    try {
      const next =
        attempt.mode === 'placement'
          ? await nextOfPlacement(items)
          : await nextQuestion(await allAnswered(), items);
      await change({ items: [...items, next] });
    } catch (failure) {
      setFault(reasonOf(failure));
    }
    making.current = false;
  }, [attempt.mode, items, change]);
  useEffect(() => {
    if (!wantsNext) return;
    const timer = setTimeout(() => void makeNext(), 0);
    return () => clearTimeout(timer);
  }, [wantsNext, makeNext]);

  const goToAnother = async () => {
    if (making.current) return;
    making.current = true;
    try {
      const other = await anotherLike(items[at], items);
      if (other) {
        await change({
          items: items.toSpliced(at + 1, 0, other),
          length: length + 1,
          at: at + 1,
          draft: null,
          finishedAtMs: null,
        });
      } else {
        showToast({ message: 'These waters give no other question of this sort.' });
      }
    } catch (failure) {
      showToast({ message: `No other question could be made: ${reasonOf(failure)}` });
    }
    making.current = false;
  };

  if (at >= items.length && !wantsNext)
    return <Summary attempt={attempt} onLook={(index) => void change({ at: index })} />;
  if (at >= items.length) {
    return (
      <div className="p-6" role="status">
        <h1 className="text-xl">
          {fault ? 'No question could be made' : 'Sounding the next question…'}
        </h1>
        <p className="mt-1 mb-3 text-ink-2">
          {fault || 'It is made for what you can and cannot read yet. A few seconds.'}
        </p>
        {fault && (
          <div className="flex gap-2">
            <Button look="primary" onClick={() => void makeNext()}>
              Try again
            </Button>
            <Button onClick={() => void change({ length: items.length, finishedAtMs: Date.now() })}>
              End the practice here
            </Button>
          </div>
        )}
      </div>
    );
  }

  const record = async (stored: StoredAnswer) => {
    const all = [...answers.filter(({ itemId }) => itemId !== stored.itemId), stored];
    const isLast = all.length >= length;
    const goesOn = stored.answer === null || attempt.feedback !== 'each';
    await change({
      answers: all,
      draft: null,
      finishedAtMs: isLast ? Date.now() : attempt.finishedAtMs,
      ...(goesOn ? { at: at + 1 } : {}),
    });
  };
  return (
    <ItemView
      key={items[at].id}
      attempt={attempt}
      index={at}
      onDraft={kept.draft}
      onAnswer={record}
      onNext={() => void change({ at: at + 1, draft: null })}
      // While the next one is being made there is nowhere to put it.
      onAnother={attempt.mode === 'practice' && !wantsNext ? goToAnother : undefined}
    />
  );
}

const open = (id: string) => openRecord('attempt', id);

/** One answer of a student, as it was given and graded, on its picture. */
function Looked({ result }: { result: ResultRecord }) {
  const attempt = attemptOf(result);
  const itemId = new URLSearchParams(location.search).get('item');
  const index = Math.max(
    0,
    attempt.items.findIndex(({ id }) => id === itemId),
  );
  return (
    <ItemView
      attempt={attempt}
      index={index}
      onDraft={() => {}}
      onAnswer={async () => {}}
      onNext={() => history.back()}
      nextLabel="Back to the class"
    />
  );
}

const openResult = (id: string) => openRecord('result', id);

export function AttemptPage() {
  const isResult = new URLSearchParams(location.search).has('result');
  return isResult ? (
    <OpenById
      what="answer"
      param="result"
      open={openResult}
      back={{ href: '/class', label: 'Back to the class' }}
    >
      {(result) => <Looked result={result} />}
    </OpenById>
  ) : (
    <OpenById what="drill" open={open} back={{ href: '/drills', label: 'Back to the drills' }}>
      {(attempt) => <Walk initial={attempt} />}
    </OpenById>
  );
}

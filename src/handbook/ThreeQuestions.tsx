/** Three questions on what a page is about, made anew from the waters that are here. */
import { useEffect, useRef, useState } from 'react';
import { type SkillId, SKILLS } from '@core/drills';
import { reasonOf } from '@core/records';
import { randomSeed, startAttempt } from '@/storage/attempts';
import { gatherQuestions } from '@/storage/questions';
import { Button } from '@/ui/Button';

const COUNT = 3;
const MOST_SCREENS = 40;

export function ThreeQuestions({ skill }: { skill: SkillId }) {
  const running = useRef<AbortController | null>(null);
  const [made, setMade] = useState<number | null>(null);
  const [fault, setFault] = useState('');
  useEffect(() => () => running.current?.abort(), []);
  const begin = async () => {
    const { signal } = (running.current = new AbortController());
    setMade(0);
    setFault('');
    try {
      const items = await gatherQuestions(
        { skills: [skill], count: COUNT, perScreen: 1 },
        {
          signal,
          onMade: setMade,
          isEnough: (count, tried) => count >= COUNT || (count > 0 && tried >= MOST_SCREENS),
        },
      );
      if (signal.aborted) return setMade(null);
      if (items.length === 0) throw new Error('the waters here give no such question');
      const attempt = await startAttempt({
        ...{ drillName: `Handbook: ${SKILLS[skill]}`, mode: 'drill', items },
        seed: randomSeed(),
      });
      location.assign(`/drills/attempt?id=${attempt.id}`);
    } catch (failure) {
      setMade(null);
      setFault(reasonOf(failure));
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button look="primary" disabled={made !== null} onClick={() => void begin()}>
        {made === null ? 'Three questions on this' : `Sounding… ${made} of ${COUNT}`}
      </Button>
      {made !== null && <Button onClick={() => running.current?.abort()}>Stop</Button>}
      <p role="alert" className="text-missed">
        {fault}
      </p>
    </div>
  );
}

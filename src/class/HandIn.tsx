/** What a learner hands in: their goes at drills, under a name, as a file. */
import { useEffect, useState } from 'react';
import { writeResults } from '@core/formats';
import type { AttemptRecord } from '@core/records';
import { format as formatDate } from 'date-fns/format';
import { answeredIn, listAttempts } from '@/storage/attempts';
import { fileName, saveFile } from '@/storage/saveFile';
import { useSettings } from '@/storage/settings';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Check } from '@/ui/Check';
import { Download } from '@/ui/icons';
import { PageHeader } from '@/ui/PageHeader';
import { TextField } from '@/ui/TextField';

export function HandIn() {
  const { alias, change } = useSettings();
  const [attempts, setAttempts] = useState<AttemptRecord[] | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    let current = true;
    void listAttempts().then(
      (list) => current && setAttempts(list.filter((one) => one.answers.length > 0)),
    );
    return () => {
      current = false;
    };
  }, []);
  const chosen = attempts?.filter(({ id }) => !left.has(id)) ?? [];
  const save = () => {
    const now = new Date();
    const text = writeResults({ alias, attempts: chosen }, now.toISOString());
    const name = `${fileName(alias)}-${formatDate(now, 'yyyy-MM-dd')}.results.json`;
    saveFile(new TextEncoder().encode(text), name, 'application/json');
  };
  return (
    <>
      <PageHeader title="Hand in" note="What you answered, as a file for your instructor." />
      <div className="mx-auto flex max-w-3xl flex-col gap-4 p-4">
        <Card>
          <div className="flex flex-col gap-3 p-4">
            <div className="max-w-80">
              <TextField
                label="Your name, or what your instructor calls you"
                value={alias}
                max={80}
                onChange={(next) => void change({ alias: next })}
              />
            </div>
            {attempts?.length === 0 && <p className="text-ink-2">Nothing was answered here yet.</p>}
            <ul className="max-h-96 overflow-y-auto">
              {attempts?.map((attempt) => (
                <li key={attempt.id} className="border-t border-hairline py-1.5 first:border-t-0">
                  <Check
                    checked={!left.has(attempt.id)}
                    onChange={(isIn) => {
                      const next = new Set(left);
                      if (isIn) next.delete(attempt.id);
                      else next.add(attempt.id);
                      setLeft(next);
                    }}
                  >
                    <span className="font-semibold">{attempt.drillName}</span>{' '}
                    <span className="text-ink-2">
                      {formatDate(attempt.createdAtMs, 'd MMM, HH:mm')},{' '}
                      {answeredIn(attempt).length} answers
                      {attempt.finishedAtMs === null && ', not finished'}
                    </span>
                  </Check>
                </li>
              ))}
            </ul>
            <div className="flex items-center gap-3">
              <Button
                look="primary"
                disabled={alias.trim() === '' || chosen.length === 0}
                onClick={save}
              >
                <Download size={16} aria-hidden="true" /> Save {chosen.length}{' '}
                {chosen.length === 1 ? 'go' : 'goes'} as a file
              </Button>
              <p className="text-xs text-ink-2">
                Handed in twice, a go counts once. It is graded where it is counted.
              </p>
            </div>
          </div>
        </Card>
      </div>
    </>
  );
}

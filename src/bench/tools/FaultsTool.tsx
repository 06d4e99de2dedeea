/** Things that go wrong on boats, put in for all to see or secretly for a student to find. */
import { Dices } from '@/ui/icons';
import { useState } from 'react';
import {
  FAULT_IDS,
  type FaultId,
  FAULTS,
  findableFaults,
  putFault,
  removeFault,
  stillStands,
} from '@core/setup';
import { Button } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { Choice } from '@/ui/Choice';
import { staysPut } from '../passes';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';

function Guess({ kit, secret }: { kit: BenchKit; secret: FaultId }) {
  const { setup, instrument, desk } = kit;
  const [guess, setGuess] = useState<FaultId>(FAULT_IDS[0]);
  const [said, setSaid] = useState<FaultId | null>(null);
  const fault = FAULTS[secret];
  const isRight = said === secret;
  const isMended = !stillStands(setup, secret, instrument);
  return (
    <div className="flex flex-col gap-2">
      <p>
        <b>Something is wrong here.</b> Look at the picture, then say what. A fault of the picture
        can also be mended: move the control.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Choice
          label="It is"
          value={guess}
          options={FAULT_IDS.map((id) => ({ value: id, label: FAULTS[id].name }))}
          onChange={setGuess}
        />
        <Button onClick={() => setSaid(guess)}>Is that it?</Button>
        <Button
          look="quiet"
          onClick={() => {
            desk.change('Took the fault out', removeFault(setup, secret));
          }}
        >
          Take it out
        </Button>
      </div>
      {isMended && (
        <p role="status" className="text-good">
          <b>Mended:</b> the control stands right again.
        </p>
      )}
      {said && (
        <p role="status" className={isRight ? 'text-good' : 'text-missed'}>
          {isRight ? (
            <>
              <b>Right: {fault.name.toLowerCase()}.</b> {fault.sign} {fault.remedy}
            </>
          ) : (
            <>
              <b>Not that.</b> {FAULTS[said].name} would look like this: {FAULTS[said].sign}
            </>
          )}
        </p>
      )}
    </div>
  );
}

export function FaultsTool({ kit }: { kit: BenchKit }) {
  const { setup, desk, role, state, snapshot } = kit;
  const secret = setup.faults.find((fault) => fault.secret);
  const isLearner = role === 'learn';
  const putSecretly = () => {
    const free = findableFaults(setup, state.layout.instruments, staysPut(snapshot.pass));
    if (free.length === 0) return;
    const [draw] = crypto.getRandomValues(new Uint32Array(1));
    desk.change('Put a secret fault in', putFault(setup, free[draw % free.length], true));
  };
  return (
    <div className="flex h-full flex-col gap-2">
      {secret ? (
        <Guess key={secret.id} kit={kit} secret={secret.id} />
      ) : (
        <div className="flex items-center gap-3">
          <Button onClick={putSecretly}>
            <Dices size={16} aria-hidden="true" /> Put one in secretly
          </Button>
          <p className="text-ink-2">
            Nobody is told which. The picture shows it; you say what it is.
          </p>
        </div>
      )}
      {!isLearner && !secret && (
        <ul className="grid min-h-0 flex-1 grid-cols-2 gap-x-6 overflow-y-auto" aria-label="Faults">
          {FAULT_IDS.map((id) => {
            const isIn = setup.faults.some((fault) => fault.id === id);
            const { name, sign, remedy } = FAULTS[id];
            return (
              <li key={id} className="py-0.5" title={`${sign} ${remedy}`}>
                <Check
                  checked={isIn}
                  onChange={(put) =>
                    desk.change(
                      put ? name : `Took out: ${name}`,
                      put ? putFault(setup, id, false) : removeFault(setup, id),
                    )
                  }
                >
                  <b>{name}</b>
                </Check>
                <p className="ml-6 text-xs leading-snug text-ink-2">{isIn ? remedy : sign}</p>
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}

export const faultsTool: Tool = {
  id: 'faults',
  name: 'Faults',
  key: 'Y',
  panel: ({ kit }) => <FaultsTool kit={kit} />,
};

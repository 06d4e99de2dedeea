/** Why a cell is as bright as it is: the sonar equation as an addition. */
import { useEffect, useState } from 'react';
import { aboveFloorDb, shownSpanDb } from '@core/display';
import type { EchoLedger, LedgerPart, LedgerTerm } from '@core/sounding';
import { describeTarget, type Target } from '@core/targets';
import { format, formatNumber, LENGTH } from '@core/units';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';

type Answer =
  | { state: 'waiting' }
  | { state: 'there'; ledger: EchoLedger }
  | { state: 'failed'; why: string };

const TERM_WORDS: Record<LedgerTerm['id'], string> = {
  source: 'sent, 1 m in front of the transducer',
  spreadingOut: 'spread on the way out, −20 log R',
  spreadingBack: 'spread on the way back, −20 log R',
  absorption: 'swallowed by the water, −2αR',
  beam: 'off the beam’s axis, there and back',
  targetStrength: 'strength of the thing, as it lay, in this cell',
  bottomStrength: 'strength of the bottom, and how much of it is lit',
  waterStrength: 'scatter of the water in the cell',
  noise: 'noise of sea, boat and receiver in the band',
  disturbance: 'another sounder or the wiring',
};

const partWords = (part: LedgerPart, targets: readonly Target[]) => {
  if (part.what !== 'target') {
    return {
      bottom: 'the bottom',
      water: 'the water',
      noise: 'noise',
      disturbance: 'a disturbance',
    }[part.what];
  }
  const target = targets.find(({ id }) => id === part.targetId);
  return target ? describeTarget(target) : 'a thing that is gone';
};

export function LedgerTool({ kit, mayTell }: { kit: BenchKit; mayTell: boolean }) {
  const { run, picked, instrument, ring, units, picture } = kit;
  const [answer, setAnswer] = useState<Answer | null>(null);
  useEffect(() => {
    if (!picked) return;
    const sounding = run.instrument(instrument);
    const request = sounding?.soundedWith;
    if (!sounding || !request) return;
    let current = true;
    void Promise.resolve()
      .then(() => {
        if (current) setAnswer({ state: 'waiting' });
        return sounding.explain({ ...request, firstPing: picked.ping, pingCount: 1 }, picked);
      })
      .then(
        (ledger) => current && setAnswer({ state: 'there', ledger }),
        (why: Error) => current && setAnswer({ state: 'failed', why: why.message }),
      );
    return () => {
      current = false;
    };
  }, [run, instrument, picked]);

  if (!mayTell) return <p className="text-ink-2">Commit to what you see first; then ask why.</p>;
  if (!picked || !answer) {
    return (
      <p className="text-ink-2">
        Tap a cell of the picture. The addition of the sonar equation that ends at its level appears
        here.
      </p>
    );
  }
  if (answer.state === 'waiting') return <p role="status">Working it out…</p>;
  if (answer.state === 'failed')
    return <p role="alert">It could not be worked out: {answer.why}.</p>;

  const { ledger } = answer;
  const targets = run.targets();
  const [main, ...others] = ledger.parts;
  const channel = ring!.info.channels[ledger.cell.channel];
  const shownShare = picture
    ? aboveFloorDb(ledger.receivedDb, ledger.rangeM, channel, picture.view) /
      shownSpanDb(picture.view)
    : 0;
  const db = (value: number) => formatNumber(value, 1);
  return (
    <div className="flex h-full gap-6" data-testid="ledger">
      <table className="h-fit w-96 shrink-0">
        <caption className="pb-0.5 text-start font-semibold">
          {main ? partWords(main, targets) : 'Silence'}, {format(LENGTH[units], ledger.rangeM, 2)}{' '}
          away
          {ledger.offAxisDeg !== null && `, ${formatNumber(ledger.offAxisDeg, 1)}° off the axis`}
        </caption>
        <tbody>
          {ledger.terms.map(({ id, db: value }) => (
            <tr key={id}>
              <th scope="row" className="text-start font-normal text-ink-2">
                {TERM_WORDS[id]}
              </th>
              <td className="figures text-end" data-term={id}>
                {db(value)}
              </td>
            </tr>
          ))}
          {main && (
            <tr className="border-t border-outline font-semibold">
              <th scope="row" className="text-start">
                its level on average, dB re 1 µPa
              </th>
              <td className="figures text-end" data-term="sum">
                {db(main.levelDb)}
              </td>
            </tr>
          )}
        </tbody>
      </table>
      <div className="flex min-w-0 flex-col gap-1">
        <table className="h-fit w-72">
          <tbody>
            {others.map((part) => (
              <tr key={part.what === 'target' ? part.targetId : part.what}>
                <th scope="row" className="text-start font-normal text-ink-2">
                  also here: {partWords(part, targets)}
                </th>
                <td className="figures text-end">{db(part.levelDb)}</td>
              </tr>
            ))}
            <tr>
              <th scope="row" className="text-start font-normal text-ink-2">
                all together on average
              </th>
              <td className="figures text-end" data-term="expected">
                {db(ledger.expectedDb)}
              </td>
            </tr>
            <tr>
              <th scope="row" className="text-start font-normal text-ink-2">
                luck of this ping (speckle)
              </th>
              <td className="figures text-end">{db(ledger.receivedDb - ledger.expectedDb)}</td>
            </tr>
            <tr className="border-t border-outline font-semibold">
              <th scope="row" className="text-start">
                received
              </th>
              <td className="figures text-end" data-term="received">
                {db(ledger.receivedDb)}
              </td>
            </tr>
          </tbody>
        </table>
        {ledger.isClipped && (
          <p className="text-xs">
            <b>The receiver is at its ceiling:</b> what came back was stronger than it can tell.
          </p>
        )}
        <p className="text-xs text-ink-2">
          With this gain and contrast it is drawn at{' '}
          {formatNumber(100 * Math.min(1, Math.max(0, shownShare)), 0)} % of the palette.
        </p>
      </div>
    </div>
  );
}

export const ledgerTool: Tool = {
  id: 'ledger',
  name: 'Why',
  key: 'H',
  panel: ({ kit, session }) => <LedgerTool kit={kit} mayTell={session.mayReveal} />,
  pick: (session, at, point) => session.set({ picked: { at, point } }),
};

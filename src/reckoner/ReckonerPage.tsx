/** The reckoner as a page; its card and numbers stand in the address, so they can be kept and handed on. */
import { Printer } from '@/ui/icons';
import { type Card, cardOf, CARDS } from '@core/reckoner';
import { usePrinting } from '@/paper/usePrinting';
import { Button } from '@/ui/Button';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { useAddress } from '@/ui/useAddress';
import { readAddress, type Reckoned, searchOf } from './address';
import { CardList } from './CardList';
import { CardView } from './CardView';

const shownNow = (): { card: Card; at: Reckoned } => {
  const search = new URLSearchParams(location.search);
  const card = cardOf(search.get('card')) ?? CARDS[0];
  return { card, at: readAddress(card, search) };
};

function Reckoner() {
  const { print } = usePrinting();
  const [{ card, at }, open] = useAddress(shownNow);
  return (
    <>
      <PageHeader title="Reckoner" note="Sums done in the head on the water. Take a dot by hand.">
        <Button onClick={() => void print('Arithmetic', (paper) => paper.arithmeticCard())}>
          <Printer size={16} aria-hidden="true" /> All on one card, PDF
        </Button>
      </PageHeader>
      <div className="flex flex-col md:flex-row">
        <div className="shrink-0 border-b border-hairline p-4 md:w-64 md:border-r md:border-b-0">
          <CardList current={card.id} onOpen={(id) => open(`/reckoner?card=${id}`)} />
        </div>
        <div className="min-w-0 flex-1 p-4">
          <CardView
            key={card.id}
            card={card}
            at={at}
            onChange={(next) => open(`/reckoner?${searchOf(card, next)}`, false)}
          />
        </div>
      </div>
    </>
  );
}

export function ReckonerPage() {
  return (
    <Prepared>
      <Reckoner />
    </Prepared>
  );
}

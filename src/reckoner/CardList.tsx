/** All cards by what they are about. */
import { CARD_GROUPS } from '@core/reckoner';
import { PageLinks } from '@/ui/PageLinks';

const GROUPS = CARD_GROUPS.map(({ name, cards }) => ({
  name,
  items: cards.map((card) => ({ ...card, words: `${card.words} ${card.formula}` })),
}));

interface CardListProps {
  current: string | null;
  onOpen: (id: string) => void;
}

export const CardList = ({ current, onOpen }: CardListProps) => (
  <PageLinks
    label="Cards"
    findLabel="Find a sum"
    groups={GROUPS}
    current={current}
    hrefOf={(id) => `/reckoner?card=${id}`}
    onOpen={onOpen}
  />
);

import { ArrowLeft, X } from '@/ui/icons';
import { useEffect, useRef, useState } from 'react';
import { cardOf } from '@core/reckoner';
import { ButtonLink, Button } from '@/ui/Button';
import { Kbd } from '@/ui/Kbd';
import { Prepared } from '@/ui/Prepared';
import { begun, type Reckoned, searchOf } from './address';
import { CardList } from './CardList';
import { CardView } from './CardView';

/** Kept while the page stands: closed and opened again, it shows what it showed. */
const kept: { cardId: string | null; at: Record<string, Reckoned> } = { cardId: null, at: {} };

export function Drawer({ onClose }: { onClose: () => void }) {
  const panel = useRef<HTMLDivElement>(null);
  const [cardId, setCardId] = useState(kept.cardId);
  const [at, setAt] = useState(kept.at);
  useEffect(() => {
    kept.cardId = cardId;
    kept.at = at;
  }, [cardId, at]);
  // What was pressed is gone with the card it stood on.
  useEffect(() => panel.current?.focus(), [cardId]);
  const card = cardOf(cardId);
  return (
    // oxlint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- keys of the page behind are kept from it
    <div
      ref={panel}
      role="dialog"
      aria-label="Reckoner"
      tabIndex={-1}
      className="fixed inset-y-0 right-0 z-40 flex w-full max-w-[34rem] flex-col border-l border-outline bg-paper shadow-xl outline-none"
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
        if (event.key !== 'Q' || event.target instanceof HTMLInputElement) event.stopPropagation();
      }}
      onKeyUp={(event) => event.stopPropagation()}
    >
      <header className="flex shrink-0 items-center gap-2 border-b border-hairline px-4 py-2">
        {card && (
          <Button look="quiet" aria-label="All cards" onClick={() => setCardId(null)}>
            <ArrowLeft size={18} aria-hidden="true" />
          </Button>
        )}
        <h2 className="flex-1 text-xl">Reckoner</h2>
        <ButtonLink
          look="quiet"
          href={card ? `/reckoner?${searchOf(card, at[card.id] ?? begun(card))}` : '/reckoner'}
        >
          As a page
        </ButtonLink>
        <Button look="quiet" aria-label="Close the reckoner" onClick={onClose}>
          <X size={18} aria-hidden="true" />
          <Kbd>Esc</Kbd>
        </Button>
      </header>
      <div className="min-h-0 flex-1 overflow-auto p-4">
        <Prepared>
          {card ? (
            <CardView
              key={card.id}
              card={card}
              at={at[card.id] ?? begun(card)}
              onChange={(next) => setAt({ ...at, [card.id]: next })}
            />
          ) : (
            <CardList current={null} onOpen={setCardId} />
          )}
        </Prepared>
      </div>
    </div>
  );
}

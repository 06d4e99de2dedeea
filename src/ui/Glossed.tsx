/** A text whose terms explain themselves: under the pointer, or as the keyboard comes to them. */
import { Tooltip } from 'radix-ui';
import { glossed, type Term } from '@core/teaching';

function Explained({ text, term }: { text: string; term: Term }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <a
          href={`/handbook?page=${term.skill}`}
          className="underline decoration-outline decoration-dotted underline-offset-3"
        >
          {text}
        </a>
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 max-w-72 rounded-md border border-hairline bg-card px-3 py-2 text-sm shadow-lg"
        >
          <strong>{term.term}</strong>: {term.means}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

export function Glossed({ text }: { text: string }) {
  return (
    <Tooltip.Provider delayDuration={250}>
      {glossed(text).map((piece, i) =>
        piece.term ? <Explained key={i} text={piece.text} term={piece.term} /> : piece.text,
      )}
    </Tooltip.Provider>
  );
}

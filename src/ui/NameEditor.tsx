import { Pencil } from '@/ui/icons';
import { useState } from 'react';

interface NameEditorProps {
  name: string;
  /** What bears the name, e.g. “the screen”. */
  of: string;
  /** The name leads there while it is not being edited. */
  href?: string;
  onRename: (name: string) => void;
}

const MAX_LENGTH = 80;

/** A name that can be changed in place: Enter keeps, Escape leaves it as it was. */
export function NameEditor({ name, of, href, onRename }: NameEditorProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const keep = () => {
    const trimmed = draft?.trim();
    if (trimmed && trimmed !== name) onRename(trimmed);
    setDraft(null);
  };
  if (draft !== null) {
    return (
      <input
        // oxlint-disable-next-line jsx-a11y/no-autofocus -- it stands in for the button that was just pressed
        autoFocus
        aria-label={`Name of ${of}`}
        className="w-full max-w-md rounded-md border border-outline bg-paper px-2 py-1 text-lg font-semibold"
        value={draft}
        maxLength={MAX_LENGTH}
        onChange={(event) => setDraft(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') keep();
          if (event.key === 'Escape') setDraft(null);
        }}
      />
    );
  }
  return (
    <span className="flex items-center gap-1">
      {href ? (
        <a href={href} className="text-lg font-semibold hover:underline">
          {name}
        </a>
      ) : (
        <span className="text-xl font-semibold">{name}</span>
      )}
      <button
        type="button"
        aria-label={`Rename ${name}`}
        className="rounded-md p-1.5 text-ink-2 hover:text-ink"
        onClick={() => setDraft(name)}
      >
        <Pencil size={15} aria-hidden="true" />
      </button>
    </span>
  );
}

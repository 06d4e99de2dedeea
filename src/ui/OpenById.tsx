/** What the address names by its id: opened, or why it cannot be. */
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { Result } from '@core/records';
import { noteVisit } from '@/storage/recent';
import { ButtonLink } from './Button';
import { Prepared } from './Prepared';

interface OpenByIdProps<T> {
  /** What it is, e.g. “drill”. */
  what: string;
  /** Of the address; `id` unless it says what else is meant. */
  param?: string;
  /** Made once: another one opens anew. */
  open: (id: string) => Promise<Result<T, string>>;
  /** Its name, where it is to be found again under Today. */
  nameOf?: (opened: T) => string;
  back: { href: string; label: string };
  children: (opened: T) => ReactNode;
}

function Opened<T>({ what, param = 'id', open, nameOf, back, children }: OpenByIdProps<T>) {
  const naming = useRef(nameOf);
  const [opened, setOpened] = useState<Result<T, string> | null>(null);
  useEffect(() => {
    let current = true;
    const id = new URLSearchParams(location.search).get(param) ?? '';
    void open(id).then((result) => {
      if (!current) return;
      setOpened(result);
      const name = result.ok && naming.current?.(result.value);
      if (name) noteVisit({ what, name, href: location.pathname + location.search });
    });
    return () => {
      current = false;
    };
  }, [open, param, what]);
  if (!opened) return <p className="p-6 text-ink-2">Opening the {what}…</p>;
  if (!opened.ok) {
    return (
      <div className="p-6">
        <h1 className="text-xl">This {what} cannot be opened</h1>
        <p role="alert" className="mt-1 mb-3">
          {opened.error}.
        </p>
        <ButtonLink href={back.href}>{back.label}</ButtonLink>
      </div>
    );
  }
  return children(opened.value);
}

export function OpenById<T>(props: OpenByIdProps<T>) {
  return (
    <Prepared>
      <Opened {...props} />
    </Prepared>
  );
}

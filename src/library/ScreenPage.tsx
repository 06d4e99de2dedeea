import { ArrowLeft } from 'lucide-react';
import { useEffect, useState } from 'react';
import { openScreen, type OpenScreen } from '@/storage/screens';
import { ButtonLink } from '@/ui/Button';
import { Prepared } from '@/ui/Prepared';
import { Screen } from './screen/Screen';

type Opening =
  | { state: 'loading' }
  | { state: 'missing'; message: string }
  | { state: 'open'; opened: OpenScreen };

function LoadScreen() {
  const [opening, setOpening] = useState<Opening>({ state: 'loading' });
  useEffect(() => {
    let current = true;
    const id = new URLSearchParams(location.search).get('id') ?? '';
    void openScreen(id).then((result) => {
      if (!current) return;
      setOpening(
        result.ok
          ? { state: 'open', opened: result.value }
          : { state: 'missing', message: result.error },
      );
    });
    return () => {
      current = false;
    };
  }, []);
  if (opening.state === 'loading') return <p className="p-6 text-ink-2">Opening the screen…</p>;
  if (opening.state === 'missing') {
    return (
      <div className="p-6">
        <h1 className="text-xl">This screen cannot be opened</h1>
        <p role="alert" className="mt-1">
          {opening.message}.
        </p>
        <p className="mt-3">
          <ButtonLink href="/library">
            <ArrowLeft size={16} aria-hidden="true" /> Back to the library
          </ButtonLink>
        </p>
      </div>
    );
  }
  return <Screen opened={opening.opened} />;
}

export function ScreenPage() {
  return (
    <Prepared>
      <LoadScreen />
    </Prepared>
  );
}

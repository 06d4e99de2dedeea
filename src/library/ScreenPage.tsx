import { openScreen } from '@/storage/screens';
import { OpenById } from '@/ui/OpenById';
import { Screen } from './screen/Screen';

export function ScreenPage() {
  return (
    <OpenById
      what="screen"
      open={openScreen}
      nameOf={({ record }) => record.name}
      back={{ href: '/library', label: 'Back to the library' }}
    >
      {(opened) => <Screen opened={opened} />}
    </OpenById>
  );
}

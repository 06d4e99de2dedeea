/** That skills are due again, where some are. */
import { ButtonLink } from './Button';
import { Card } from './Card';
import { Sprout } from './icons';

export function DueNote({ due }: { due: number }) {
  if (due === 0) return null;
  return (
    <Card className="flex flex-wrap items-center gap-4 px-5 py-3">
      <Sprout size={20} className="text-good" aria-hidden="true" />
      <p className="flex-1">
        {due === 1 ? 'One skill is' : `${due} skills are`} due: a few minutes with new pictures
        keeps them.
      </p>
      <ButtonLink href="/drills">Practise</ButtonLink>
    </Card>
  );
}

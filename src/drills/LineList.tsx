/** What is said of an answer, line by line, with the numbers that stand on the picture. */
import { Glossed } from '@/ui/Glossed';
import type { Line } from './kinds/kindView';

const BADGE: Record<Line['look'], string> = {
  right: 'bg-[#226745]',
  missed: 'bg-[#8a5409]',
  false: 'bg-[#b83a20]',
  hidden: 'bg-[#55636c]',
  plain: 'bg-[#22303a]',
};

export function LineList({ label, lines }: { label: string; lines: readonly Line[] }) {
  return (
    <ol className="flex flex-col gap-2.5" aria-label={label}>
      {lines.map((line) => (
        <li key={line.badge} className="flex gap-2.5" data-look={line.look}>
          <span
            className={`grid size-5 shrink-0 place-items-center rounded-full text-[11px] font-bold text-white ${BADGE[line.look]}`}
          >
            {line.badge}
          </span>
          <div>
            <p className="leading-tight font-semibold">{line.title}</p>
            {line.text && (
              <p className="text-xs leading-snug text-ink-2">
                <Glossed text={line.text} />
              </p>
            )}
          </div>
        </li>
      ))}
    </ol>
  );
}

import type { Grade } from '@core/drills';
import { Card } from '@/ui/Card';
import type { FeedbackLine } from './feedbackLines';

const BADGE: Record<FeedbackLine['look'], string> = {
  right: 'bg-[#226745]',
  missed: 'bg-[#8a5409]',
  false: 'bg-[#b83a20]',
  hidden: 'bg-[#55636c]',
  plain: 'bg-[#22303a]',
};

function Figure({ value, text }: { value: string; text: string }) {
  return (
    <div className="flex-1 rounded-md bg-well px-2.5 py-2">
      <p className="figures text-lg leading-tight font-semibold">{value}</p>
      <p className="text-xs leading-tight text-ink-2">{text}</p>
    </div>
  );
}

/** The grade in three figures, and what gave each target away. */
export function Feedback({ grade, lines }: { grade: Grade; lines: FeedbackLine[] }) {
  return (
    <Card className="flex min-h-0 flex-1 flex-col gap-2.5 p-4">
      {grade.kind === 'tapAll' && (
        <div className="flex gap-2" data-testid="grade-figures">
          <Figure
            value={`${grade.hits.length} of ${grade.hits.length + grade.missed.length}`}
            text="found of those one could see"
          />
          <Figure
            value={String(grade.falseMarks.length + grade.strays.length)}
            text="false marks"
          />
          <Figure value={String(grade.notCounted.length)} text="hidden, not counted" />
        </div>
      )}
      <h2 className="text-sm text-action">What gave them away</h2>
      <ol
        className="flex min-h-24 flex-1 flex-col gap-2.5 overflow-y-auto"
        tabIndex={0}
        aria-label="What gave them away"
      >
        {lines.map((line) => (
          <li key={line.badge} className="flex gap-2.5" data-look={line.look}>
            <span
              className={`grid size-5 shrink-0 place-items-center rounded-full text-[11px] font-bold text-white ${BADGE[line.look]}`}
            >
              {line.badge}
            </span>
            <div>
              <p className="leading-tight font-semibold">{line.title}</p>
              <p className="text-xs leading-snug text-ink-2">{line.text}</p>
            </div>
          </li>
        ))}
        {lines.length === 0 && (
          <li className="text-ink-2">No fish here, and you marked none. Move on.</li>
        )}
      </ol>
    </Card>
  );
}

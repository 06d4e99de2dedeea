import { format as formatDate } from 'date-fns/format';
import { type Evidence, EVIDENCE, type EvidenceKind } from '@core/reading';
import { Choice } from '@/ui/Choice';
import { EVIDENCE_WORDS } from '@/ui/evidenceWords';
import { TextField } from '@/ui/TextField';

interface EvidenceFieldsProps<E extends Evidence | null> {
  label: string;
  evidence: E;
  /** What it means when nothing is chosen; absent where something must be. */
  orElse?: string;
  onChange: (evidence: E) => void;
}

/** How it is known what was there: the strongest first. */
const KINDS = [...EVIDENCE].reverse();

export function EvidenceFields<E extends Evidence | null>(props: EvidenceFieldsProps<E>) {
  const { label, evidence, orElse, onChange } = props;
  const options: { value: EvidenceKind | ''; label: string }[] = [
    ...(orElse ? [{ value: '' as const, label: orElse }] : []),
    ...KINDS.map((value) => ({ value, label: EVIDENCE_WORDS[value] })),
  ];
  const set = (change: Partial<Evidence>) => onChange({ ...evidence, ...change } as E);
  return (
    <>
      <Choice
        label={label}
        value={evidence?.kind ?? ''}
        options={options}
        onChange={(kind) =>
          kind === ''
            ? onChange(null as E)
            : onChange({ ...(evidence ?? { dateMs: null, who: '', note: '' }), kind } as E)
        }
      />
      {evidence && (
        <>
          <label className="flex items-center gap-2">
            <span className="min-w-0 flex-1">On</span>
            <input
              type="date"
              className="h-8 rounded-md border border-hairline bg-paper px-2"
              value={evidence.dateMs === null ? '' : formatDate(evidence.dateMs, 'yyyy-MM-dd')}
              onChange={({ target }) =>
                set({ dateMs: target.value ? new Date(`${target.value}T12:00`).getTime() : null })
              }
            />
          </label>
          <TextField
            label="By whom"
            value={evidence.who}
            max={80}
            onChange={(who) => set({ who })}
          />
          <TextField
            label="Note"
            value={evidence.note}
            max={1000}
            placeholder="What was seen or caught"
            onChange={(note) => set({ note })}
          />
        </>
      )}
    </>
  );
}

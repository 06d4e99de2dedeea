import { controlsOf } from '@core/setup';
import { Kbd } from '@/ui/Kbd';
import type { BenchKit } from '../kit';

const PAGE_KEYS: [keys: string, does: string][] = [
  ['Space', 'freeze, go on'],
  ['← →', 'one ping back, forward'],
  ['PgUp PgDn', 'five seconds back, forward'],
  ['End', 'to the live edge'],
  ['7 8', 'slower, faster'],
  ['E', 'reveal, hide'],
  ['K', 'mark: then tap, or Enter'],
  ['⇧K', 'circle back to the last mark'],
  ['R', 'record what is on the screen'],
  ['U', 'undo'],
  ['1 … 5', 'pictures on and off'],
  [', .', 'turn to port, to starboard'],
  ['X', 'stop the boat, go on'],
  ['M', 'match the scroll to the boat'],
];

export const TOOL_KEYS = {
  truth: 'T',
  measure: 'Q',
  ledger: 'H',
  compare: 'C',
  ladder: 'L',
  suggest: 'G',
  faults: 'Y',
  jig: 'J',
  record: 'W',
  views: '0',
  notes: '9',
  keys: '?',
} as const;

export function KeysTool({ kit, tools }: { kit: BenchKit; tools: [string, string][] }) {
  const controls = controlsOf(kit.instrument).map(({ keys, label }): [string, string] => [
    keys,
    label.toLowerCase(),
  ]);
  return (
    <ul
      className="grid h-full grid-cols-3 content-start gap-x-6 gap-y-0.5 overflow-y-auto"
      aria-label="Keys"
      tabIndex={0}
    >
      {[...PAGE_KEYS, ...tools, ...controls].map(([keys, does]) => (
        <li key={`${keys}${does}`} className="flex items-center gap-2">
          <span className="w-18 shrink-0 text-end">
            <Kbd>{keys}</Kbd>
            <span className="sr-only">{keys}</span>
          </span>
          <span>{does}</span>
        </li>
      ))}
    </ul>
  );
}

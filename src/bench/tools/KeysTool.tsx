import { controlsOf } from '@core/setup';
import { Kbd } from '@/ui/Kbd';
import { COMMANDS } from '../commands';
import type { BenchKit } from '../kit';
import type { Tool } from '../tool';

function Keys({ kit, tools }: { kit: BenchKit; tools: readonly Tool[] }) {
  const all = [
    ...COMMANDS.map(({ keys, does }) => [keys, does]),
    ...tools.map(({ key, name }) => [key, name.toLowerCase()]),
    ...controlsOf(kit.instrument).map(({ keys, label }) => [keys, label.toLowerCase()]),
  ];
  return (
    <ul
      className="grid h-full grid-cols-3 content-start gap-x-6 gap-y-0.5 overflow-y-auto"
      aria-label="Keys"
      tabIndex={0}
    >
      {all.map(([keys, does]) => (
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

/** The page of keys, which lists the other tools. */
export function keysTool(others: readonly Tool[]): Tool {
  const own = { id: 'keys', name: 'Keys', key: '?' };
  const panel: Tool['panel'] = ({ kit }) => <Keys kit={kit} tools={[...others, tool]} />;
  const tool: Tool = { ...own, panel };
  return tool;
}

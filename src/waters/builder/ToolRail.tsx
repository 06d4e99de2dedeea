import { Brush, Fish, MousePointer2, Mountain, PaintBucket, Slice, TreePine } from '@/ui/icons';
import { ToggleGroup } from 'radix-ui';
import type { ToolName } from './tools';

export const TOOLS: { tool: ToolName; words: string; key: string; icon: typeof Brush }[] = [
  { tool: 'select', words: 'Select', key: 'V', icon: MousePointer2 },
  { tool: 'relief', words: 'Relief', key: 'B', icon: Brush },
  { tool: 'shapes', words: 'Shapes', key: 'H', icon: Mountain },
  { tool: 'sediment', words: 'Bottom', key: 'P', icon: PaintBucket },
  { tool: 'things', words: 'Things', key: 'T', icon: TreePine },
  { tool: 'life', words: 'Life', key: 'L', icon: Fish },
  { tool: 'section', words: 'Section', key: 'S', icon: Slice },
];

interface ToolRailProps {
  tool: ToolName;
  onChange: (tool: ToolName) => void;
}

/** What the pointer does on the plan. */
export function ToolRail({ tool, onChange }: ToolRailProps) {
  return (
    <ToggleGroup.Root
      type="single"
      orientation="vertical"
      aria-label="Tool"
      value={tool}
      onValueChange={(next) => next && onChange(next as ToolName)}
      className="flex w-17 shrink-0 flex-col gap-1"
    >
      {TOOLS.map(({ tool: name, words, key, icon: Icon }) => (
        <ToggleGroup.Item
          key={name}
          value={name}
          aria-keyshortcuts={key}
          title={`${words} (${key})`}
          className="flex flex-col items-center gap-0.5 rounded-md border border-transparent py-1.5 text-2xs text-ink-2 hover:bg-well data-[state=on]:border-hairline data-[state=on]:bg-card data-[state=on]:font-semibold data-[state=on]:text-ink"
        >
          <Icon size={19} strokeWidth={1.8} aria-hidden="true" />
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

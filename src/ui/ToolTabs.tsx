/** The drawer under the pictures: one tool at a time. */
import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';

interface ToolTabsProps<T extends string> {
  tools: { id: T; name: string; hotkey: string }[];
  chosen: T;
  onChoose: (id: T) => void;
  /** Its content has its own margins. */
  isFlush: boolean;
  children: ReactNode;
}

export function ToolTabs<T extends string>(props: ToolTabsProps<T>) {
  const { tools, chosen, onChoose, isFlush, children } = props;
  return (
    <Tabs.Root
      value={chosen}
      onValueChange={(id) => onChoose(id as T)}
      className="flex h-52 shrink-0 flex-col overflow-hidden rounded-lg border border-hairline bg-card"
    >
      <Tabs.List
        aria-label="Tools"
        className="flex shrink-0 overflow-x-auto border-b border-hairline bg-well"
      >
        {tools.map(({ id, name, hotkey }) => (
          <Tabs.Trigger
            key={id}
            value={id}
            title={`${name} (${hotkey})`}
            aria-keyshortcuts={hotkey}
            className="border-r border-hairline px-2.5 py-1 text-sm whitespace-nowrap text-ink-2 hover:text-ink focus-visible:-outline-offset-2 data-[state=active]:bg-card data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content
        key={chosen}
        value={chosen}
        className={`min-h-0 flex-1 overflow-auto ${isFlush ? '' : 'px-4 py-2.5'}`}
      >
        {children}
      </Tabs.Content>
    </Tabs.Root>
  );
}

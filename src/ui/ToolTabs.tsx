/** The drawer under the pictures: one tool at a time. */
import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button';
import { ChevronDown, ChevronUp } from './icons';

interface ToolTabsProps<T extends string> {
  tools: { id: T; name: string; hotkey: string }[];
  chosen: T;
  onChoose: (id: T) => void;
  /** Its content has its own margins. */
  isFlush: boolean;
  /** Only the names show; choosing one opens it. */
  isFolded: boolean;
  onFold: (isFolded: boolean) => void;
  /** Stands at the end of the names. */
  aside?: ReactNode;
  children: ReactNode;
}

export function ToolTabs<T extends string>(props: ToolTabsProps<T>) {
  const { tools, chosen, onChoose, isFlush, isFolded, onFold, aside, children } = props;
  const choose = (id: string) => {
    onFold(false);
    onChoose(id as T);
  };
  return (
    <Tabs.Root
      value={chosen}
      onValueChange={choose}
      className={`flex shrink-0 flex-col overflow-hidden rounded-lg border border-hairline bg-card ${isFolded ? '' : 'h-52'}`}
    >
      <div className="flex shrink-0 items-center border-b border-hairline bg-well">
        <Tabs.List aria-label="Tools" className="flex min-w-0 flex-1 overflow-x-auto">
          {tools.map(({ id, name, hotkey }) => (
            <Tabs.Trigger
              key={id}
              value={id}
              title={`${name} (${hotkey})`}
              aria-keyshortcuts={hotkey}
              // The chosen one, folded, is opened again by a press that changes nothing else.
              onClick={() => onFold(false)}
              className="border-r border-hairline px-2.5 py-1 text-sm whitespace-nowrap text-ink-2 hover:text-ink focus-visible:-outline-offset-2 data-[state=active]:bg-card data-[state=active]:font-semibold data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {aside}
        <Button
          size="small"
          look="quiet"
          aria-expanded={!isFolded}
          onClick={() => onFold(!isFolded)}
        >
          {isFolded ? (
            <ChevronUp size={14} aria-hidden="true" />
          ) : (
            <ChevronDown size={14} aria-hidden="true" />
          )}
          {isFolded ? 'Unfold' : 'Fold'}
        </Button>
      </div>
      {/* Folded it stays, empty: the names above point to it. */}
      <Tabs.Content
        key={chosen}
        value={chosen}
        hidden={isFolded}
        className={`min-h-0 flex-1 overflow-auto ${isFlush ? '' : 'px-4 py-2.5'}`}
      >
        {!isFolded && children}
      </Tabs.Content>
    </Tabs.Root>
  );
}

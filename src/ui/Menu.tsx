import { Ellipsis } from '@/ui/icons';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

interface MenuProps {
  /** For screen readers, e.g. “More for Hollin Reservoir”. */
  label: string;
  items: { label: ReactNode; run: () => void }[];
  /** On the button, instead of three dots. */
  children?: ReactNode;
}

/** What is seldom wanted, behind one button. */
export function Menu({ label, items, children }: MenuProps) {
  return (
    // Not modal: locking the page's scroll would take inline styles, which the page's policy forbids.
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={label}
        className="inline-flex size-9 items-center justify-center rounded-md border border-hairline bg-card hover:border-outline"
      >
        {children ?? <Ellipsis size={18} aria-hidden="true" />}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 min-w-44 rounded-lg border border-hairline bg-card p-1 shadow-lg"
        >
          {items.map((item, index) => (
            <DropdownMenu.Item
              key={index}
              onSelect={item.run}
              className="flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 outline-none data-highlighted:bg-well"
            >
              {item.label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

import { DropdownMenu } from 'radix-ui';
import { ChevronDown } from 'lucide-react';

export interface MenuItem {
  readonly label: string;
  /** One sentence what it does. */
  readonly hint?: string;
  readonly disabled?: boolean;
  readonly onSelect: () => void;
}

/** Things done more rarely, behind one button. `name`: what the button is called where its words alone would not say. */
export function Menu({ label, name, items }: { label: string; name?: string; items: readonly MenuItem[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={name}
        className="inline-flex min-h-8 items-center gap-1 rounded-md border border-line bg-sheet px-2.5 py-1 hover:border-ink"
      >
        {label} <ChevronDown size={16} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 max-h-[min(70vh,var(--radix-dropdown-menu-content-available-height))] w-80 overflow-y-auto rounded-lg border border-line bg-sheet p-1 shadow-lg"
        >
          {items.map((item) => (
            <DropdownMenu.Item
              key={item.label}
              disabled={item.disabled ?? false}
              onSelect={item.onSelect}
              className="cursor-pointer rounded px-3 py-1.5 outline-none data-[disabled]:opacity-45 data-[highlighted]:bg-well"
            >
              {item.label}
              {item.hint && <span className="block text-[13px] text-soft">{item.hint}</span>}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

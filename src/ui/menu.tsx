import { DropdownMenu } from 'radix-ui';
import { ChevronDown } from 'lucide-react';
import { Fragment, useRef, type ReactNode } from 'react';

export interface MenuItem {
  readonly label: string;
  /** One sentence what it does. */
  readonly hint?: string;
  readonly disabled?: boolean;
  /** Begins a group of its own under these words. */
  readonly heading?: string;
  readonly onSelect: () => void;
}

interface Props {
  readonly label: ReactNode;
  /** What the button is called where its words alone would not say. */
  readonly name?: string;
  readonly items: readonly MenuItem[];
}

/** Things done more rarely, behind one button. */
export function Menu({ label, name, items }: Props) {
  /** Done once the menu is away and the focus back on its button: what is opened then gives it back there. */
  const chosen = useRef<(() => void) | null>(null);
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={name}
        className="inline-flex min-h-8 items-center gap-1 rounded-md border border-line bg-sheet px-2.5 py-1 hover:border-ink"
      >
        {label} <ChevronDown size={16} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          onCloseAutoFocus={() => {
            const does = chosen.current;
            chosen.current = null;
            if (does) setTimeout(does);
          }}
          className="z-50 max-h-[min(70vh,var(--radix-dropdown-menu-content-available-height))] w-80 max-w-[96vw] overflow-y-auto rounded-lg border border-line bg-sheet p-1 shadow-lg"
        >
          {items.map((item) => (
            <Fragment key={item.label}>
              {item.heading !== undefined && (
                <DropdownMenu.Label className="mt-1 border-t border-line px-3 pt-2 pb-0.5 text-[0.8125rem] text-soft first:mt-0 first:border-0">
                  {item.heading}
                </DropdownMenu.Label>
              )}
              <DropdownMenu.Item
                disabled={item.disabled ?? false}
                onSelect={() => {
                  chosen.current = item.onSelect;
                }}
                className="cursor-pointer rounded px-3 py-1.5 outline-none data-[disabled]:opacity-45 data-[highlighted]:bg-well"
              >
                {item.label}
                {item.hint && <span className="block text-[0.8125rem] text-soft">{item.hint}</span>}
              </DropdownMenu.Item>
            </Fragment>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

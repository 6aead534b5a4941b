import { DropdownMenu } from 'radix-ui';
import { ChevronDown } from 'lucide-react';

export interface ChoiceItem<T extends string> {
  readonly value: T;
  readonly label: string;
  /** One sentence when to use it. */
  readonly hint: string;
}

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly items: readonly ChoiceItem<T>[];
  readonly onChoose: (value: T) => void;
  readonly disabled?: boolean;
}

/** One of several named things, each explained in the list. */
export function Choice<T extends string>({ label, value, items, onChoose, disabled = false }: Props<T>) {
  const now = items.find((item) => item.value === value);
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        disabled={disabled}
        className="inline-flex min-h-8 items-center gap-1 rounded-md border border-transparent px-2 py-1 hover:bg-well disabled:opacity-45"
      >
        <span className="text-soft">{label}</span> <b>{now?.label ?? value}</b> <ChevronDown size={16} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 max-h-[70vh] w-96 overflow-y-auto rounded-lg border border-line bg-sheet p-1 shadow-lg"
        >
          <DropdownMenu.RadioGroup value={value} onValueChange={(next) => onChoose(next as T)}>
            {items.map((item) => (
              <DropdownMenu.RadioItem
                key={item.value}
                value={item.value}
                className="cursor-pointer rounded px-3 py-1.5 outline-none data-[highlighted]:bg-well data-[state=checked]:font-bold"
              >
                {item.label}
                <span className="block text-[0.8125rem] font-normal text-soft">{item.hint}</span>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

import { ChevronDown, Check } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { useSheetSettings, type SheetSettings } from './sheet-settings';

const ITEM =
  'flex cursor-pointer items-center gap-2 rounded px-2 py-1.5 outline-none data-[highlighted]:bg-well data-[state=checked]:font-bold';

/** How sheets look, on screen and on paper; the list stays open while one tries. */
export function SheetLooks() {
  const { set, ...now } = useSheetSettings();
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="inline-flex min-h-8 items-center gap-1 rounded-md border border-line bg-sheet px-2.5 py-1 hover:border-ink">
        How it looks <ChevronDown size={16} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 max-h-[min(80vh,var(--radix-dropdown-menu-content-available-height))] w-72 overflow-y-auto rounded-lg border border-line bg-sheet p-1 shadow-lg"
        >
          <One name="view" now={now} set={set} of={{ music: 'Notes', text: 'Text tab' }} />
          <Rule />
          <One
            name="form"
            now={now}
            set={set}
            of={{ 'as-before': 'Every section once', 'written-out': 'Written out as it is played' }}
          />
          <Rule />
          <One name="size" now={now} set={set} of={{ usual: 'Usual size', large: 'Large' }} />
          <Rule />
          <Tick on={now.staff} onChange={(staff) => set({ staff })}>
            Five-line staff above the tab
          </Tick>
          <Tick on={now.grips} onChange={(grips) => set({ grips })}>
            Pictures of the grips
          </Tick>
          <Rule />
          <One name="paper" now={now} set={set} of={{ A4: 'A4 paper', Letter: 'Letter paper' }} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

type Named = 'view' | 'form' | 'size' | 'paper';

function One<N extends Named>(props: {
  name: N;
  now: SheetSettings;
  set: (change: Partial<SheetSettings>) => void;
  of: Readonly<Record<SheetSettings[N], string>>;
}) {
  const { name, now, set, of } = props;
  return (
    <DropdownMenu.RadioGroup value={now[name]} onValueChange={(value) => set({ [name]: value })}>
      {Object.entries<string>(of).map(([value, words]) => (
        <DropdownMenu.RadioItem
          key={value}
          value={value}
          className={ITEM}
          onSelect={(e) => e.preventDefault()}
        >
          <Mark /> {words}
        </DropdownMenu.RadioItem>
      ))}
    </DropdownMenu.RadioGroup>
  );
}

function Tick(props: { on: boolean; onChange: (on: boolean) => void; children: ReactNode }) {
  return (
    <DropdownMenu.CheckboxItem
      checked={props.on}
      onCheckedChange={props.onChange}
      className={ITEM}
      onSelect={(e) => e.preventDefault()}
    >
      <Mark /> {props.children}
    </DropdownMenu.CheckboxItem>
  );
}

function Mark() {
  return (
    <span className="inline-flex w-4 shrink-0">
      <DropdownMenu.ItemIndicator>
        <Check size={15} />
      </DropdownMenu.ItemIndicator>
    </span>
  );
}

function Rule() {
  return <DropdownMenu.Separator className="my-1 h-px bg-line" />;
}

import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button';
import { returnFocus } from './keep-focus';

interface Props {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly title: string;
  /** As wide as the screen lets it. */
  readonly wide?: boolean;
  readonly children: ReactNode;
}

/** A sheet of paper over the screen; Escape or a click beside it puts it away, and the focus goes back to where it was. */
export function Dialog({ open, onClose, title, wide = false, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Radix.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            // The sheet itself, though another may stand in its place already.
            returnFocus(event.target as Element | null);
          }}
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90vh] max-h-[90dvh] ${wide ? 'w-[min(96vw,1400px)]' : 'w-[min(92vw,640px)]'} -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-lg border border-line bg-sheet p-5 max-sm:w-[96vw] max-sm:p-3`}
        >
          <Radix.Title className="mb-3 text-xl font-bold">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** The end of a dialog whose changes are made at once: nothing is left but to put it away. Undo works in it. */
export function DialogEnd({ onClose, children }: { onClose: () => void; children?: ReactNode }) {
  return (
    <div className="flex flex-wrap justify-end gap-2" data-at-once>
      {children}
      <Button look="strong" onClick={onClose}>
        Done
      </Button>
    </div>
  );
}

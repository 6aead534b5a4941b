import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button';

interface Props {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly title: string;
  /** As wide as the screen lets it. */
  readonly wide?: boolean;
  readonly children: ReactNode;
}

/** A sheet of paper over the screen; Escape or a click beside it puts it away. */
export function Dialog({ open, onClose, title, wide = false, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Radix.Content
          aria-describedby={undefined}
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90vh] ${wide ? 'w-[min(96vw,1400px)]' : 'w-[min(92vw,640px)]'} -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-lg border border-line bg-sheet p-5`}
        >
          <Radix.Title className="mb-3 text-xl font-bold">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** The end of a dialog whose changes are made at once: nothing is left but to put it away. */
export function DialogEnd({ onClose, children }: { onClose: () => void; children?: ReactNode }) {
  return (
    <div className="flex justify-end gap-2">
      {children}
      <Button look="strong" onClick={onClose}>
        Done
      </Button>
    </div>
  );
}

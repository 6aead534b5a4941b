import type { ReactNode } from 'react';
import { Button, Dialog } from '../ui/index';

/** All single keys of a screen with what they do, and whatever else is to be said below them. */
export function KeySheet(props: {
  readonly keys: readonly (readonly [keys: string, what: string])[];
  readonly open: boolean;
  readonly onClose: () => void;
  readonly children?: ReactNode;
}) {
  const { keys, open, onClose, children } = props;
  return (
    <Dialog open={open} onClose={onClose} title="Keys">
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
        {keys.map(([key, what]) => (
          <div key={`${key} ${what}`} className="contents">
            <dt className="font-mono font-bold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      {children}
      <div className="mt-4 text-right">
        <Button look="strong" onClick={onClose}>
          Close
        </Button>
      </div>
    </Dialog>
  );
}

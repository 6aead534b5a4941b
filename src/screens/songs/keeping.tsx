import { useCallback, useEffect, useState } from 'react';
import { Button } from '../../ui/index';

/** Whether the browser keeps what is stored until somebody deletes it. */
export interface KeepingState {
  /** `unasked`: it may clear songs when the disk fills up, and was not asked yet; null: it does not say. */
  readonly kind: 'kept' | 'refused' | 'unasked' | null;
  /** Asks it; once it said no in this visit it is asked again only by hand. */
  readonly ask: () => Promise<void>;
}

/** Asked when the first song of one's own comes on the shelf, not before. */
export function useKeeping(): KeepingState {
  const [kind, setKind] = useState<KeepingState['kind']>(null);
  useEffect(() => {
    let gone = false;
    const storage = managerOf();
    void storage
      ?.persisted()
      .then((isKept) => {
        if (!gone) setKind((now) => (isKept ? 'kept' : (now ?? 'unasked')));
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, []);
  const ask = useCallback(async () => {
    try {
      const isKept = await managerOf()?.persist();
      if (isKept !== undefined) setKind(isKept ? 'kept' : 'refused');
    } catch {
      setKind('refused');
    }
  }, []);
  return { kind, ask };
}

function managerOf(): StorageManager | undefined {
  const storage = navigator.storage as StorageManager | undefined;
  return typeof storage?.persist === 'function' ? storage : undefined;
}

/** At the end of the shelf: how safe it is, in a sentence. */
export function Keeping(props: {
  readonly keeping: KeepingState;
  readonly hasSongs: boolean;
  readonly onWholeShelf: () => void;
}) {
  const { keeping, hasSongs, onWholeShelf } = props;
  if (!hasSongs || keeping.kind === null) return null;
  if (keeping.kind === 'kept')
    return (
      <p className="mt-4 text-[0.875rem] text-soft" data-keeping="kept">
        The browser keeps these songs until you delete them.
      </p>
    );
  const isRefused = keeping.kind === 'refused';
  return (
    <div
      className="mt-4 flex flex-wrap items-center gap-2 text-[0.875rem] text-soft"
      data-keeping={keeping.kind}
    >
      <p className="max-w-2xl min-w-0 flex-1 basis-80">
        {isRefused
          ? 'The browser does not promise to keep these songs: when the disk fills up it may clear them, and some clear what was not visited for a week. Take the whole shelf along as a file from time to time.'
          : 'These songs live in this browser only. It may clear them when the disk fills up, until it is asked to keep them.'}
      </p>
      <Button onClick={() => void keeping.ask()}>
        {isRefused ? 'Ask it again' : 'Ask the browser to keep them'}
      </Button>
      <Button onClick={onWholeShelf}>Whole shelf as a file</Button>
    </div>
  );
}

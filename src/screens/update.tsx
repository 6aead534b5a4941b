import { create } from 'zustand';
import { Button } from '../ui/index';
import { useOpenedPorts } from './shelf-ports';

/** A newer version of the application that waits to be taken; null: there is none, or not now. */
interface UpdateState {
  readonly take: (() => Promise<void>) | null;
}

export const useUpdate = create<UpdateState>()(() => ({ take: null }));

/** Offers a newer version; it is taken when somebody says so, with everything saved, never in the middle of work. */
export function UpdateBanner() {
  const opened = useOpenedPorts();
  const take = useUpdate((s) => s.take);
  if (take === null) return null;
  return (
    <div
      role="status"
      data-update
      className="no-print flex flex-wrap items-center gap-2 border-l-8 border-ink bg-sheet px-4 py-1"
    >
      <span className="min-w-0">A newer Orchestron is here. It comes when you say so.</span>
      <Button onClick={() => void Promise.resolve(opened?.desk.getState().saveNow()).then(() => take())}>
        Take it now
      </Button>
      <Button look="quiet" onClick={() => useUpdate.setState({ take: null })}>
        Later
      </Button>
    </div>
  );
}

import { Component, lazy, Suspense, useState, type ComponentType, type ReactNode } from 'react';
import { Button, Dialog } from '../ui/index';

const WORDS =
  'A part of the application did not arrive. The server may be gone, or a newer version may be there: try again, or reload the page when nothing is left to be saved.';

/** A part of the application that is loaded when it is wanted; throws an Error of our own words where it does not arrive. */
export async function arriving<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (cause) {
    throw new Error(WORDS, { cause });
  }
}

/** Whether an error says that a part of the application could not be loaded. */
export function isMissingPart(error: unknown): boolean {
  return (
    error instanceof Error &&
    (error.message === WORDS || (error instanceof TypeError && /import|module|fetch/i.test(error.message)))
  );
}

/**
 * A dialog that is loaded when it is first opened. Where it does not arrive, a dialog of our own says so, with a way on;
 * the screen under it stays as it is.
 */
export function laterDialog<P extends { readonly onClose: () => void }>(
  load: () => Promise<ComponentType<P>>,
): ComponentType<P> {
  const fresh = () => lazy(async () => ({ default: await arriving(load) }));
  let known = fresh();
  return function LaterDialog(props: P) {
    const [Part, setPart] = useState(() => known);
    const again = () => {
      known = fresh();
      setPart(() => known);
    };
    return (
      <Arrival part={Part} onAgain={again} onClose={props.onClose}>
        <Suspense fallback={null}>
          <Part {...props} />
        </Suspense>
      </Arrival>
    );
  };
}

interface ArrivalProps {
  readonly part: unknown;
  readonly onAgain: () => void;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** Stands for a dialog that did not arrive; other errors go on to the screen's page. */
class Arrival extends Component<ArrivalProps, { error: unknown; of: unknown }> {
  override state: { error: unknown; of: unknown } = { error: null, of: null };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  static getDerivedStateFromProps(props: ArrivalProps, state: { error: unknown; of: unknown }) {
    return state.of === props.part ? null : { error: null, of: props.part };
  }

  override render() {
    const { error } = this.state;
    if (error === null) return this.props.children;
    if (!isMissingPart(error)) throw error as Error;
    const { onAgain, onClose } = this.props;
    return (
      <Dialog open onClose={onClose} title="This part did not arrive">
        <p className="mb-4">{WORDS}</p>
        <div className="flex flex-wrap justify-end gap-2">
          <Button onClick={onClose}>Go on without it</Button>
          <Button onClick={() => window.location.reload()}>Reload the page</Button>
          <Button look="strong" onClick={onAgain}>
            Try again
          </Button>
        </div>
      </Dialog>
    );
  }
}

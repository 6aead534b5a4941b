import { Component, useEffect, useRef, type ReactNode } from 'react';
import { isRouteErrorResponse, useParams, useRouteError } from 'react-router';
import { Button } from '../ui/index';
import { isMissingPart } from './arriving';
import { useShelfPorts } from './shelf-ports';

/** What stands where a screen or a part of the application could not be shown. */
export function RouteError() {
  const error = useRouteError();
  const { id } = useParams();
  const { storage } = useShelfPorts();
  const exportThis = () =>
    void storage.get(id!).then((stored) => {
      if (stored) void import('./export-song').then(({ exportStored }) => exportStored(stored));
    });
  return <ErrorPage error={error} onExport={id === undefined ? null : exportThis} />;
}

/** Catches what goes wrong outside the routes, so that there is never an empty page. */
export class LastBoundary extends Component<{ children: ReactNode }, { error: unknown }> {
  override state: { error: unknown } = { error: null };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  override render() {
    if (this.state.error === null) return this.props.children;
    return <ErrorPage error={this.state.error} onExport={null} />;
  }
}

/** Shows one part of a page, or a sentence where that part cannot be drawn; the rest of the page stays. */
export class PartBoundary extends Component<
  { children: ReactNode; instead: (words: string) => ReactNode },
  { error: unknown }
> {
  override state: { error: unknown } = { error: null };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  override render() {
    return this.state.error === null ? this.props.children : this.props.instead(wordsOf(this.state.error));
  }
}

function ErrorPage({ error, onExport }: { error: unknown; onExport: (() => void) | null }) {
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => head.current?.focus(), []);
  const isMissing = isMissingPart(error);
  return (
    <div role="alert" className="m-auto w-full max-w-2xl p-6">
      <h1 ref={head} tabIndex={-1} className="mb-2 text-2xl font-bold">
        {isMissing ? 'A part of the application did not arrive' : 'This screen stopped'}
      </h1>
      <p className="mb-3">
        {isMissing
          ? 'The page could not load one of its parts. The server may be gone, or a newer version may be there: reload to try again.'
          : 'Something in it could not be drawn. Your songs are stored as they were; nothing of them was changed by this.'}
      </p>
      <p className="mb-4 rounded-md border border-line bg-well px-3 py-2 font-mono text-[0.875rem] break-words">
        {wordsOf(error)}
      </p>
      <div className="flex flex-wrap gap-2">
        {/* A plain link: whatever is wrong in memory is gone with the page. */}
        <a href="/" className="rounded-md bg-ink px-4 py-2 text-ground">
          Back to the songs
        </a>
        <Button onClick={() => window.location.reload()}>Reload the page</Button>
        {onExport && <Button onClick={onExport}>Export the song as it is stored</Button>}
      </div>
    </div>
  );
}

function wordsOf(error: unknown): string {
  if (isRouteErrorResponse(error)) return `${error.status} ${error.statusText}`;
  return error instanceof Error ? `${error.name}: ${error.message}` : String(error);
}

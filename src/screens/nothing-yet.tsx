import { Link, useParams } from 'react-router';

/** What a screen says of a song without chords: one thing to do. */
export function NothingYet({ words }: { readonly words: string }) {
  const { id = '' } = useParams();
  return (
    <div className="m-auto max-w-md p-6 text-center" data-empty>
      <p className="mb-3 text-lg">{words}</p>
      <Link
        to={`/song/${id}/chart`}
        className="inline-flex min-h-11 items-center rounded-md bg-ink px-4 text-ground"
      >
        Write the chart
      </Link>
    </div>
  );
}

import { Link, useParams } from 'react-router';
import { countOpen } from '../../../core/song/index';
import { Button } from '../../../ui/index';
import { isBlank } from './touches';
import { useCards, useSong, useSpot } from './use-cards';

/** Says the one thing that comes next, until the song has all its chords and is split. */
export function NextTouch() {
  const { id = '' } = useParams();
  const { point } = useCards();
  const song = useSong();
  const spot = useSpot();
  const blank = song.form.findIndex((e) => {
    const section = song.sections.find((s) => s.name === e.section);
    return section !== undefined && isBlank(section);
  });
  const writing = spot === null ? null : song.form[spot.entry];
  const open = countOpen(song);
  if (song.form.length === 0)
    return (
      <p data-next className="mb-2 rounded-lg border-l-8 border-ink bg-sheet px-3 py-2">
        <b>First its parts.</b> Add an intro or a verse below; then its chords are picked or typed. Chords
        somebody sent you go in with <b>Paste</b> as they are.
      </p>
    );
  if (blank >= 0) {
    const name = song.form[blank]!.section;
    const isOn = spot?.entry === blank;
    return (
      <p
        data-next
        className="mb-2 flex flex-wrap items-center gap-2 rounded-lg border-l-8 border-ink bg-sheet px-3 py-2"
      >
        <span>
          <b>
            {isOn || writing === null ? 'Now' : 'Then'} the chords of {name}.
          </b>
          {isOn && ' Each touch below adds a bar; or type them in a row. Enter on an empty field goes on.'}
        </span>
        {!isOn && (
          <Button look="strong" onClick={() => point({ entry: blank, bar: 1, chord: 0 })}>
            Go to {name}
          </Button>
        )}
      </p>
    );
  }
  if (open === 0) return null;
  return (
    <p
      data-next
      className="mb-2 flex flex-wrap items-center gap-2 rounded-lg border-l-8 border-good bg-sheet px-3 py-2"
    >
      <span>
        <b>Every part has its chords.</b> {open} places wait for grips.
      </span>
      <Link
        to={`/song/${id}/split`}
        state={{ split: true }}
        className="inline-flex min-h-9 items-center rounded-md bg-ink px-3 text-ground"
        data-split-now
      >
        Split it
      </Link>
    </p>
  );
}

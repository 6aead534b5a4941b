import { useState } from 'react';
import type { SetIn, TakeIn } from '../../core/formats/files/index';
import type { Song } from '../../core/song/index';
import { Button, Dialog } from '../../ui/index';

/** A song of an archive, and the one on the shelf that is called the same. */
export interface SongIn {
  /** The file it is in. */
  readonly file: string;
  readonly song: Song;
  /** `same`: to the last note; null: none is called so. */
  readonly here: 'same' | 'other' | null;
  /** Recordings of it in the archive. */
  readonly takes: readonly TakeIn[];
}

/** What was chosen: what is done with each song, and whether set lists and recordings come along. */
export interface ShelfChoice {
  readonly songs: readonly (SongIn & { readonly when: WhenThere })[];
  readonly sets: readonly SetIn[];
  readonly withTakes: boolean;
}

/** What is done with a song that is there already. */
export type WhenThere = 'both' | 'replace' | 'leave';

/** Songs out of an archive: those that are there already are asked about, one by one or all alike. */
export function ShelfInDialog({
  songs,
  sets,
  refused,
  onClose,
  onTake,
}: {
  readonly songs: readonly SongIn[];
  readonly sets: readonly SetIn[];
  /** What could not be read, in words. */
  readonly refused: readonly string[];
  readonly onClose: () => void;
  readonly onTake: (chosen: ShelfChoice) => void;
}) {
  const [when, setWhen] = useState<readonly WhenThere[]>(() =>
    songs.map(({ here }) => (here === null ? 'both' : here === 'same' ? 'leave' : 'both')),
  );
  const double = songs.filter(({ here }) => here !== null).length;
  const all = (choice: WhenThere) => setWhen(songs.map(({ here }, i) => (here === null ? when[i]! : choice)));
  const [withSets, setWithSets] = useState(true);
  const [withTakes, setWithTakes] = useState(true);
  const count = when.filter((w) => w !== 'leave').length;
  const takes = songs.reduce((sum, song) => sum + song.takes.length, 0);
  const hasMore = (sets.length > 0 && withSets) || (takes > 0 && withTakes);
  return (
    <Dialog open onClose={onClose} title="Songs out of an archive">
      <div className="flex flex-col gap-3" data-shelf-in>
        <p>
          {songs.length} {songs.length === 1 ? 'song' : 'songs'}.{' '}
          {double > 0 && `${double} ${double === 1 ? 'is' : 'are'} on the shelf already:`}
        </p>
        {double > 1 && (
          <div className="flex flex-wrap gap-1" role="group" aria-label="All that are there already">
            <Button onClick={() => all('leave')}>Leave them all out</Button>
            <Button onClick={() => all('both')}>Keep both of all</Button>
            <Button onClick={() => all('replace')}>Replace all</Button>
          </div>
        )}
        <ul className="flex max-h-[46vh] flex-col gap-1 overflow-y-auto">
          {songs.map(({ song, here }, i) => (
            <li key={i} className="flex flex-wrap items-center gap-2 border-b border-line py-1">
              <b>{song.title}</b>
              {here === null ? (
                <span className="text-soft">new</span>
              ) : (
                <>
                  <span className="text-soft">
                    {here === 'same' ? 'the same is here' : 'another one is here'}
                  </span>
                  <select
                    aria-label={`${song.title} is here already`}
                    value={when[i]}
                    className="ml-auto min-h-9 rounded border border-line bg-ground px-1"
                    onChange={(e) =>
                      setWhen(when.map((w, n) => (n === i ? (e.target.value as WhenThere) : w)))
                    }
                  >
                    <option value="leave">leave it out</option>
                    <option value="both">keep both</option>
                    <option value="replace">replace the one here</option>
                  </select>
                </>
              )}
            </li>
          ))}
        </ul>
        {sets.length > 0 && (
          <label className="flex min-h-9 items-center gap-2">
            <input type="checkbox" checked={withSets} onChange={(e) => setWithSets(e.target.checked)} />
            with {sets.length === 1 ? 'the set list' : 'the set lists'} {sets.map((s) => s.name).join(', ')}
          </label>
        )}
        {takes > 0 && (
          <label className="flex min-h-9 items-center gap-2">
            <input type="checkbox" checked={withTakes} onChange={(e) => setWithTakes(e.target.checked)} />
            keep {takes === 1 ? 'the recording' : `the ${takes} recordings`} in this browser
          </label>
        )}
        {refused.length > 0 && (
          <div role="alert">
            <p className="font-bold">Not read</p>
            <ul className="list-disc pl-5">
              {refused.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
          </div>
        )}
        <div className="flex justify-end gap-2 border-t border-line pt-2">
          <Button className="!min-h-10" onClick={onClose}>
            Leave them
          </Button>
          <Button
            look="strong"
            className="!min-h-10"
            disabled={count === 0 && !hasMore}
            onClick={() =>
              onTake({
                songs: songs.map((song, i) => ({ ...song, when: when[i]! })),
                sets: withSets ? sets : [],
                withTakes: takes > 0 && withTakes,
              })
            }
          >
            {count === 0 && hasMore ? 'Take the rest' : `Put ${count} on the shelf`}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

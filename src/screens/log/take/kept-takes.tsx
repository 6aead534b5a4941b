import { format } from 'date-fns';
import { useCallback, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { fileName } from '../../../core/base/index';
import { PLAYER_WORDS } from '../../../core/form/index';
import type { Song } from '../../../core/song/index';
import { fromWhole, type TakeNote } from '../../../store/index';
import { Button } from '../../../ui/index';
import { downloadBytes } from '../../download';
import { usePorts } from '../../ports';
import type { HeldTake } from './taking';

/** Recordings that are kept with this song in this browser, and what can be done with the one that is open. */
export function KeptTakes({ song, held }: { readonly song: Song; readonly held: HeldTake | null }) {
  const { taking, keptTakes, desk, storage } = usePorts();
  const id = desk.getState().id ?? '';
  const phase = useStore(taking, (s) => s.phase);
  const [notes, setNotes] = useState<readonly TakeNote[]>([]);
  const keptAs = held?.keptAs ?? null;
  const look = useCallback(() => {
    void keptTakes
      .list(id)
      .then(setNotes)
      .catch(() => setNotes([]));
  }, [keptTakes, id]);
  useEffect(look, [look, keptAs]);
  useEffect(() => {
    // Recordings of songs that are gone for good go too.
    void Promise.all([storage.cards(), storage.bin()])
      .then(([cards, bin]) =>
        keptTakes.clean(new Set([...cards.map((c) => c.id), ...bin.map((b) => b.stored.id)])),
      )
      .catch(() => undefined);
  }, [storage, keptTakes]);
  const isBusy = phase !== 'still';
  const handOut = async (note: Pick<TakeNote, 'words' | 'made' | 'player' | 'rate'>, audio: Float32Array) => {
    const { takeWav } = await import('../../../core/formats/wav/take-wav');
    downloadBytes(`${takeName(song, note)}.wav`, takeWav(audio, note.rate), 'audio/wav');
  };
  const handOutAll = async () => {
    const { songWithTakes } = await import('../../../core/formats/files/song-with-takes');
    const takes = [];
    for (const note of notes) {
      const kept = await keptTakes.get(note.id);
      if (kept)
        takes.push({ ...note, name: takeName(song, note), audio: fromWhole(kept.samples), rate: kept.rate });
    }
    downloadBytes(
      `${fileName(song.title)}-with-recordings.zip`,
      songWithTakes(song, takes),
      'application/zip',
    );
  };
  return (
    <>
      {held?.checked && !isBusy && held.planted === null && (
        <div className="flex flex-wrap gap-2">
          <Button
            className="max-sm:min-h-11"
            disabled={keptAs !== null}
            onClick={() => void taking.getState().keep()}
          >
            {keptAs === null ? 'Keep this recording in this browser' : 'Kept in this browser'}
          </Button>
          <Button look="quiet" className="max-sm:min-h-11" onClick={() => void handOut(held, held.audio)}>
            As a WAV file
          </Button>
          <Button look="quiet" className="max-sm:min-h-11" onClick={() => taking.getState().letGo()}>
            Let it go
          </Button>
        </div>
      )}
      {notes.length > 0 && (
        <section aria-label="Kept recordings" className="flex flex-col gap-1.5">
          <h2 className="font-bold">Kept in this browser</h2>
          <ul className="flex flex-col gap-1.5">
            {notes.map((note) => {
              const words = `${PLAYER_WORDS[note.player]}, ${note.words}, ${format(note.made, 'd MMMM, HH:mm')}`;
              return (
                <li
                  key={note.id}
                  data-kept-take
                  className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg border border-line bg-sheet px-3 py-1.5"
                >
                  <span className="min-w-56 flex-1">
                    {words} <span className="text-soft">· {Math.round(note.seconds)} s</span>
                  </span>
                  <Button
                    className="max-sm:min-h-11"
                    disabled={isBusy}
                    aria-label={`Read again: ${words}`}
                    onClick={() => void taking.getState().openKept(note.id)}
                  >
                    Read again
                  </Button>
                  <Button
                    look="quiet"
                    className="max-sm:min-h-11"
                    aria-label={`As a WAV file: ${words}`}
                    onClick={() =>
                      void keptTakes
                        .get(note.id)
                        .then((kept) => kept && handOut(kept, fromWhole(kept.samples)))
                        .catch(() => undefined)
                    }
                  >
                    WAV
                  </Button>
                  <Button
                    look="quiet"
                    className="max-sm:min-h-11"
                    aria-label={`Delete: ${words}`}
                    onClick={() => void taking.getState().dropKept(note.id).then(look)}
                  >
                    Delete
                  </Button>
                </li>
              );
            })}
          </ul>
          <p>
            <Button className="max-sm:min-h-11" onClick={() => void handOutAll()}>
              Hand the song out with these recordings
            </Button>
          </p>
        </section>
      )}
    </>
  );
}

function takeName(song: Song, { words, made, player }: Pick<TakeNote, 'words' | 'made' | 'player'>): string {
  return fileName(`${song.title} ${PLAYER_WORDS[player]} ${words} ${format(made, 'yyyy-MM-dd HH-mm')}`);
}

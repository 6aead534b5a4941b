import { useMemo } from 'react';
import { PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { overviewOf, sheetOf } from '../../core/sheet/index';
import type { Song } from '../../core/song/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';

/** The whole song for the wall of the room: who plays what, section by section. */
export function PageForAll({ song }: { song: Song }) {
  const parts = useMemo(() => overviewOf(song), [song]);
  const { ground } = useMemo(() => sheetOf(song, 'guitar1'), [song]);
  return (
    <article
      className="sheet-paper mx-auto mb-6 max-w-5xl rounded-lg border border-line bg-sheet p-5 print:m-0 print:max-w-none print:border-0 print:p-0"
      aria-label="Page for all"
    >
      <header className="mb-3 border-b-2 border-ink pb-2">
        <h2 className="text-2xl font-bold">
          {song.title} <span className="font-normal text-soft">· for all</span>
        </h2>
        <p>{ground}</p>
        {song.remark !== undefined && <p className="italic">“{song.remark}”</p>}
      </header>
      {parts.map((part) => (
        <section
          key={part.playing}
          className="print-break mb-3 border-b border-line pb-2"
          aria-label={`${part.heading}, ${part.where}`}
        >
          <h2 className="text-lg">
            <b>{part.heading}</b>{' '}
            <span className="text-soft">
              {part.where}
              {part.remarks.map((r) => ` · ${r}`)}
              {part.asBefore && ' · as before'}
            </span>
          </h2>
          {!part.asBefore && (
            <>
              <ol
                className="my-1 flex flex-wrap gap-y-0.5 text-[1.0625rem] font-bold"
                aria-label="Chords by bar"
              >
                {part.chords.map((chords, i) => (
                  <li key={i} className="min-w-20 border-l-2 border-ink px-2">
                    {chords === '' ? <span className="text-soft">–</span> : chords}
                  </li>
                ))}
              </ol>
              <dl className="grid gap-x-4 gap-y-0.5 sm:grid-cols-3 print:grid-cols-3">
                {PLAYERS.map((player) => (
                  <div key={player}>
                    <dt className={`font-bold ${PLAYER_TEXT[player]}`}>
                      <PlayerMark player={player} /> {PLAYER_WORDS[player]}
                    </dt>
                    {part.players[player].map((words) => (
                      <dd key={words}>{words}</dd>
                    ))}
                  </div>
                ))}
              </dl>
              {part.together.length > 0 && (
                <p className="mt-1">
                  <b>All:</b> {part.together.join(' · ')}
                </p>
              )}
            </>
          )}
        </section>
      ))}
    </article>
  );
}

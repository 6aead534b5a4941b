import { useMemo } from 'react';
import { PLAYER_WORDS, PLAYERS, type Section } from '../../core/form/index';
import type { AnyRead, TypedLine } from '../../core/formats/index';
import { tuningWords } from '../../core/instrument/index';
import { pretty } from '../../core/pitch/index';
import { songKey, songLength, unfold } from '../../core/song/index';
import { formatMeter } from '../../core/time/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';

/** What was understood, and what of it is not sure. */
export function Result({ read, typed }: { readonly read: AnyRead; readonly typed: string }) {
  if (typed.trim() === '')
    return <p className="self-center text-center text-soft">What is understood shows here.</p>;
  const { song, refused } = read;
  const key = songKey(song);
  const { bars } = songLength(song);
  return (
    <section
      aria-label="As it is understood"
      aria-live="polite"
      className="flex max-h-[56vh] min-w-0 flex-col gap-2 overflow-y-auto"
    >
      {refused !== null ? (
        <p role="alert" className="border-l-8 border-clash bg-ground px-3 py-2" data-refused>
          {refused}
        </p>
      ) : (
        <>
          <p>
            <b className="text-lg">{song.title}</b>{' '}
            <span className="text-soft">
              {pretty(key.tonic)} {key.mode} · {song.tempo} bpm · {formatMeter(song.meter)} · {bars} bars
              {PLAYERS.flatMap((p) => {
                const words = tuningWords(song.players[p]);
                const capo = song.players[p].capo;
                return [
                  ...(words === 'standard' ? [] : [` · ${PLAYER_WORDS[p]} ${pretty(words)}`]),
                  ...(capo === 0 ? [] : [` · ${PLAYER_WORDS[p]} capo ${capo}`]),
                ];
              })}
            </span>
          </p>
          <ol className="flex flex-col gap-1" data-understood>
            {unfold(song).map((playing) => (
              <li key={playing.index}>
                <b>{playing.section.name}</b>
                {playing.entry.times > 1 && ` ×${playing.entry.times}`}
                {playing.first ? (
                  <SectionBars section={playing.section} />
                ) : (
                  <span className="text-soft"> again</span>
                )}
              </li>
            ))}
            {song.sections
              .filter((s) => song.form.every((e) => e.section !== s.name))
              .map((s) => (
                <li key={s.name}>
                  <b>{s.name}</b> <span className="text-soft">written, not played</span>
                  <SectionBars section={s} />
                </li>
              ))}
          </ol>
        </>
      )}
      <Told label="Not understood" list={read.problems} tone="clash" />
      <Told label="Taken for granted" list={read.questions} tone="watch" />
      <Lines lines={read.lines} typed={typed} />
    </section>
  );
}

function SectionBars({ section }: { readonly section: Section }) {
  return (
    <span className="block font-mono text-[0.9375rem]">
      |{' '}
      {section.bars.map((bar, i) => (
        <span key={i}>
          {PLAYERS.filter((p) =>
            bar.cells[p].some((c) => c.cell.kind === 'grip' || c.cell.kind === 'rest'),
          ).map((p) => (
            <span key={p} className={`${PLAYER_TEXT[p]} text-[0.75rem]`}>
              <PlayerMark player={p} />
            </span>
          ))}
          {bar.chords.length === 0
            ? '…'
            : bar.chords.map((c) => pretty(c.chord) + (c.guess ? '?' : '')).join(' ')}{' '}
          |{' '}
        </span>
      ))}
    </span>
  );
}

function Told({
  label,
  list,
  tone,
}: {
  readonly label: string;
  readonly list: AnyRead['problems'];
  readonly tone: 'clash' | 'watch';
}) {
  if (list.length === 0) return null;
  return (
    <div
      className={`border-l-8 ${tone === 'clash' ? 'border-clash' : 'border-watch'} bg-ground px-3 py-1 text-[0.875rem]`}
    >
      <b>{label}</b>
      <ul aria-label={label}>
        {list.slice(0, MOST).map((p, i) => (
          <li key={i}>
            {p.line > 0 && <span className="text-soft">line {p.line}: </span>}
            {p.message}
          </li>
        ))}
        {list.length > MOST && <li className="text-soft">and {list.length - MOST} more</li>}
      </ul>
    </div>
  );
}

const MOST = 12;

/** Every line with what it was taken for. */
function Lines({ lines, typed }: { readonly lines: readonly TypedLine[]; readonly typed: string }) {
  const raw = useMemo(() => typed.split(/\r\n|\n|\r/), [typed]);
  if (lines.length === 0) return null;
  const shown = lines.filter((l) => l.as !== 'nothing' && (raw[l.line - 1] ?? '').trim() !== '');
  return (
    <details className="text-[0.875rem]">
      <summary className="min-h-9 cursor-pointer py-1 text-soft">
        Line by line: what each was taken for
      </summary>
      <table className="w-full text-left">
        <tbody>
          {shown.map((l, i) => (
            <tr key={i} className="border-t border-line align-top">
              <td className="pr-2 text-soft tabular-nums">{l.line}</td>
              <td className="max-w-[18rem] truncate pr-3 font-mono" title={raw[l.line - 1]}>
                {raw[l.line - 1]}
              </td>
              <td>{l.says === '' ? AS_WORDS[l.as] : l.says}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

const AS_WORDS: Readonly<Record<TypedLine['as'], string>> = {
  setting: 'about the song',
  section: 'a section',
  chords: 'chords',
  words: 'sung',
  tab: 'tab',
  order: 'the order of the song',
  kept: 'kept as a comment',
  nothing: '',
};

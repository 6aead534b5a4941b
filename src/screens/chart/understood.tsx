import { ordinal } from '../../core/base/index';
import { Lock } from 'lucide-react';
import { memo, useRef } from 'react';
import { isLocked, PLAYER_WORDS, PLAYERS, type Bar, type Player, type Section } from '../../core/form/index';
import { formatTuning, tuningWords } from '../../core/instrument/index';
import { pretty } from '../../core/pitch/index';
import { songKey, unfold, type Song } from '../../core/song/index';
import { formatMeter } from '../../core/time/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';
import { useSounding } from '../listening/index';

/** The song as it is understood: ground, form, bars with their chords, and what is written or locked for whom. */
export function Understood({ song }: { song: Song }) {
  const key = songKey(song);
  const ref = useRef<HTMLElement>(null);
  useSounding(ref, (root, { playing, bar }) => {
    const parts = [...root.querySelectorAll<HTMLElement>('[data-section]')];
    const part = parts.find((p) => p.dataset.section === playing.section.name);
    return part?.querySelector(`[data-bar="${bar + 1}"]`) ?? part?.querySelector('h3') ?? null;
  });
  return (
    <section
      ref={ref}
      aria-label="As understood"
      className="min-h-0 overflow-y-auto border-l border-line px-4 py-2"
    >
      <h2 className="text-lg font-bold">{song.title}</h2>
      <p className="text-soft">
        {pretty(key.tonic)} {key.mode} · {song.tempo} bpm · {formatMeter(song.meter)}
        {song.voice && ` · voice ${pretty(song.voice[0])} to ${pretty(song.voice[1])}`}
      </p>
      <ul className="mt-1 mb-2">
        {PLAYERS.map((player) => {
          const instrument = song.players[player];
          const words = tuningWords(instrument);
          return (
            <li key={player} className="text-[14px]">
              <b className={PLAYER_TEXT[player]}>
                <PlayerMark player={player} /> {PLAYER_WORDS[player]}
              </b>{' '}
              {pretty(words)}
              {words !== formatTuning(instrument) && (
                <span className="text-soft"> ({pretty(formatTuning(instrument))})</span>
              )}
              {instrument.capo > 0 && ` · capo ${instrument.capo}`} · {instrument.frets} frets · gain{' '}
              {instrument.gain}
            </li>
          );
        })}
      </ul>
      {song.form.length === 0 && (
        <p className="rounded-md border border-dashed border-line p-4 text-soft">
          No section yet. Type <code className="font-mono">== Verse ==</code> and under it{' '}
          <code className="font-mono">chords | Dm | Bb | C | Gm |</code>, one chord or more for each bar.
        </p>
      )}
      {unfold(song).map((playing) => (
        <div
          key={playing.index}
          data-section={playing.section.name}
          className="mb-2 [contain-intrinsic-size:auto_140px] [content-visibility:auto]"
        >
          <h3 className="flex flex-wrap items-baseline gap-2">
            <b>{playing.section.name}</b>
            <span className="text-[14px] text-soft">
              bar {playing.firstBar + 1}
              {playing.entry.times > 1 && ` · ${playing.entry.times} times`}
              {playing.bpm !== song.tempo && ` · ${playing.bpm} bpm`}
              {playing.section.meter && ` · ${formatMeter(playing.meter)}`}
              {playing.entry.feel && ` · ${playing.entry.feel}-time feel`}
              {playing.entry.bars !== undefined && ` · the first ${playing.entry.bars} bars`}
              {(playing.shift !== 0 || playing.section.key !== undefined) &&
                ` · in ${pretty(playing.key.text)}`}
              {playing.entry.end && ` · ${END_WORDS[playing.entry.end]}`}
              {playing.first && playing.section.pickup !== undefined && ' · with a pick-up'}
              {playing.entry.variants && ' · with differences of its own'}
              {!playing.first && playing.shift === 0 && ' · again'}
            </span>
          </h3>
          {playing.first && <SectionBars section={playing.section} />}
        </div>
      ))}
    </section>
  );
}

const END_WORDS = { vamp: 'vamp', fade: 'fades out', cue: 'on cue' } as const;

/** Drawn again only when the section itself changed. */
const SectionBars = memo(function SectionBars({ section }: { section: Section }) {
  return (
    <>
      <ol className="grid grid-cols-4 gap-px overflow-hidden rounded border border-line bg-line">
        {section.bars.map((bar, i) => (
          <BarBox key={i} bar={bar} number={i + 1} />
        ))}
      </ol>
      {section.variants.map((v, i) => (
        <p key={i} className="mt-1 text-[14px] text-soft">
          {v.pass === 'last' ? 'Last' : ordinal(v.pass)} time, bar {v.fromBar + 1}
          {v.bars.length > 1 && `–${v.fromBar + v.bars.length}`}:{' '}
          {v.bars
            .map((p) =>
              p.out
                ? 'not played'
                : p.chords
                  ? p.chords.map((c) => pretty(c.chord)).join(' ')
                  : 'other parts',
            )
            .join(' | ')}
        </p>
      ))}
    </>
  );
});

const BarBox = memo(function BarBox({ bar, number }: { bar: Bar; number: number }) {
  return (
    <li data-bar={number} className="off-screen min-h-12 bg-sheet px-1.5 py-0.5">
      <span className="flex items-baseline gap-1.5">
        <span className="text-[11px] text-soft">{number}</span>
        <span className="font-bold">
          {bar.chords
            .map((c) => `${c.push > 0 ? '‹' : ''}${pretty(c.chord)}${c.guess ? '?' : ''}`)
            .join('  ') || '…'}
        </span>
        {bar.remarks?.band !== undefined && (
          <span className="min-w-0 truncate text-[12px] italic" title={bar.remarks.band}>
            “{bar.remarks.band}”
          </span>
        )}
      </span>
      <span className="flex flex-wrap gap-x-2 text-[12px]">
        {PLAYERS.map((player) => (
          <Cells key={player} player={player} bar={bar} />
        ))}
      </span>
    </li>
  );
});

/** The player's shape once for each cell that is written, with a lock where it is locked; open cells show nothing. */
function Cells({ player, bar }: { player: Player; bar: Bar }) {
  const written = bar.cells[player].filter((c) => c.cell.kind !== 'open');
  if (written.length === 0) return null;
  const locked = written.some((c) => isLocked(c.cell));
  return (
    <span
      className={PLAYER_TEXT[player]}
      title={`${PLAYER_WORDS[player]}: written${locked ? ', locked' : ''}`}
    >
      <PlayerMark player={player} />
      {locked && <Lock size={11} aria-label="locked" className="inline" />}
    </span>
  );
}

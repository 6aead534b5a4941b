import { useId, useState, type ReactNode } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../../core/form/index';
import { withMeter } from '../../../core/formats/index';
import { tuningWords } from '../../../core/instrument/index';
import { parseRange, pretty } from '../../../core/pitch/index';
import { songKey, type Song } from '../../../core/song/index';
import { formatMeter, TEMPO_RANGE } from '../../../core/time/index';
import { Button } from '../../../ui/index';
import { GroundDialog } from '../../ground/ground-dialog';
import { DOWNS, KEYS, METERS, SOUNDS, tuningsOf, VOICES } from '../../ground/named-lists';
import { usePorts } from '../../ports';
import { useCards } from './use-cards';

/** What stands before the sections: title, key, tempo, metre, tunings, voice and sounds, from lists with names. */
export function GroundStrip({ song }: { readonly song: Song }) {
  const [isOpen, setOpen] = useState(song.sections.length === 0);
  const key = songKey(song);
  const words = [
    `${pretty(key.tonic)} ${key.mode}`,
    `${song.tempo} bpm`,
    formatMeter(song.meter),
    ...(song.down === undefined
      ? []
      : [DOWNS.find((d) => d.value === song.down)?.name ?? `${song.down} semitones down`]),
    ...PLAYERS.flatMap((player) => {
      const tuning = tuningWords(song.players[player]);
      return tuning === 'standard' ? [] : [`${PLAYER_WORDS[player]} ${pretty(tuning)}`];
    }),
    ...(song.voice ? [`voice ${pretty(song.voice[0])} to ${pretty(song.voice[1])}`] : []),
  ];
  return (
    <section
      aria-label="The song"
      data-ground-strip
      className="mb-2 rounded-lg border border-line bg-sheet px-3 py-1.5"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Title song={song} />
        <span className="text-[0.875rem] text-soft">{words.join(' · ')}</span>
        <Button
          look="quiet"
          className="ml-auto !min-h-9"
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? 'Put away' : 'Key, tempo, tunings'}
        </Button>
      </div>
      {isOpen && <Fields song={song} />}
    </section>
  );
}

function Title({ song }: { readonly song: Song }) {
  const { touch } = useCards();
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      aria-label="Title of the song"
      value={typed ?? song.title}
      className="min-h-9 min-w-0 flex-1 basis-40 rounded border border-transparent bg-transparent px-1 text-lg font-bold hover:border-line focus:border-ink"
      onChange={(e) => setTyped(e.target.value)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') setTyped(null);
      }}
      onBlur={() => {
        if (typed !== null && typed.trim() !== '' && typed !== song.title)
          touch({ kind: 'setTitle', title: typed }, `called ${typed.trim()}`);
        setTyped(null);
      }}
    />
  );
}

function Fields({ song }: { readonly song: Song }) {
  const { desk } = usePorts();
  const { touch } = useCards();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isGround, setGround] = useState(false);
  const guitars = ['guitar1', 'guitar2'] as const;
  const isWritten = song.sections.some((s) =>
    s.bars.some((b) => PLAYERS.some((p) => b.cells[p].some((c) => c.cell.kind === 'grip'))),
  );
  const tune = (players: readonly Player[], tuning: readonly string[]) => {
    const next = { ...song.players };
    for (const player of players) next[player] = { ...next[player], tuning };
    touch({ kind: 'replace', song: { ...song, players: next } }, 'another tuning');
  };
  return (
    <div className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-2 border-t border-line pt-2">
      <Pick
        label="Key"
        value={song.key}
        items={KEYS.map((k) => [k.value, k.name])}
        other={[song.key, pretty(song.key)]}
        onPick={(key) => touch({ kind: 'setHead', change: { key } }, `key ${pretty(key)}`)}
      />
      <TempoField song={song} />
      <Pick
        label="Metre"
        value={formatMeter(song.meter)}
        items={METERS.map((m) => [m.name, m.name])}
        other={[formatMeter(song.meter), formatMeter(song.meter)]}
        onPick={(name) => {
          const meter = METERS.find((m) => m.name === name)!.value;
          const next = withMeter(song, meter);
          setTrouble(next.ok ? null : next.error);
          if (next.ok)
            desk.getState().edit({ kind: 'replace', song: next.value }, { label: `metre ${name}` });
        }}
      />
      <Pick
        label="The whole band"
        value={String(song.down ?? '')}
        items={DOWNS.map((d) => [String(d.value ?? ''), d.name])}
        other={[String(song.down ?? ''), `${song.down} semitones down`]}
        onPick={(value) =>
          touch(
            { kind: 'setHead', change: { down: value === '' ? null : Number(value) } },
            value === '' ? 'standard pitch' : `${value} semitones down`,
          )
        }
      />
      {isWritten ? (
        <Button className="!min-h-9" aria-haspopup="dialog" onClick={() => setGround(true)}>
          Tunings, instruments, hands …
        </Button>
      ) : (
        <>
          {guitars.map((player) => (
            <TuningPick key={player} player={player} song={song} onTune={(t) => tune([player], t)} />
          ))}
          <TuningPick player="bass" song={song} onTune={(t) => tune(['bass'], t)} />
        </>
      )}
      <VoicePick song={song} />
      {PLAYERS.map((player) => {
        const { gain } = song.players[player];
        return (
          <Pick
            key={player}
            label={`Sound of ${PLAYER_WORDS[player]}`}
            value={String(gain)}
            items={SOUNDS.map((s) => [String(s.value), s.name])}
            other={[String(gain), `gain ${gain}`]}
            onPick={(value) => {
              const players = { ...song.players, [player]: { ...song.players[player], gain: Number(value) } };
              touch(
                { kind: 'replace', song: { ...song, players } },
                `${PLAYER_WORDS[player]}: gain ${value}`,
              );
            }}
          />
        );
      })}
      {!isWritten && (
        <Button look="quiet" className="!min-h-9" aria-haspopup="dialog" onClick={() => setGround(true)}>
          More about instruments …
        </Button>
      )}
      {trouble && (
        <p role="alert" className="basis-full text-[0.875rem] text-clash">
          {trouble}. Nothing was changed.
        </p>
      )}
      {isGround && <GroundDialog song={song} onClose={() => setGround(false)} />}
    </div>
  );
}

function TuningPick(props: {
  readonly player: Player;
  readonly song: Song;
  readonly onTune: (tuning: readonly string[]) => void;
}) {
  const { player, song, onTune } = props;
  const rig = song.players[player];
  const list = tuningsOf(rig.kind);
  const now = rig.tuning.join(' ');
  return (
    <Pick
      label={PLAYER_WORDS[player]}
      value={now}
      items={list.map((t) => [t.value.join(' '), t.name])}
      other={[now, pretty(tuningWords(rig))]}
      onPick={(value) => onTune(value.split(' '))}
    />
  );
}

function VoicePick({ song }: { readonly song: Song }) {
  const { touch } = useCards();
  const now = song.voice === null ? '' : song.voice.join('-');
  const [isOwn, setOwn] = useState(false);
  const [typed, setTyped] = useState(now);
  const read = parseRange(typed);
  return (
    <>
      <Pick
        label="Voice"
        value={isOwn ? 'own' : now}
        items={[
          ...VOICES.map((v) => [v.value === null ? '' : v.value.join('-'), pretty(v.name)] as const),
          ['own', 'another range …'],
        ]}
        other={[now, now === '' ? '' : `${pretty(song.voice![0])} to ${pretty(song.voice![1])}`]}
        onPick={(value) => {
          setOwn(value === 'own');
          if (value === 'own') return;
          const voice =
            VOICES.find((v) => (v.value === null ? '' : v.value.join('-')) === value)?.value ?? null;
          touch({ kind: 'setHead', change: { voice } }, voice === null ? 'no one sings' : `voice ${value}`);
        }}
      />
      {isOwn && (
        <span className="flex flex-col">
          <input
            aria-label="Lowest and highest note of the voice"
            placeholder="A3-D5"
            aria-invalid={!read.ok}
            value={typed}
            className="min-h-9 w-28 rounded border border-line bg-ground px-2"
            onChange={(e) => setTyped(e.target.value)}
            onBlur={() => {
              if (!read.ok) return;
              touch({ kind: 'setHead', change: { voice: read.value } }, `voice ${read.value.join('-')}`);
              setOwn(false);
            }}
          />
          {!read.ok && typed !== '' && <span className="text-[0.8125rem] text-clash">{read.error}</span>}
        </span>
      )}
    </>
  );
}

function TempoField({ song }: { readonly song: Song }) {
  const { touch } = useCards();
  const [typed, setTyped] = useState<string | null>(null);
  const tempo = Number(typed ?? song.tempo);
  const fits = tempo >= TEMPO_RANGE.min && tempo <= TEMPO_RANGE.max;
  const id = useId();
  return (
    <label htmlFor={id} className="flex flex-col text-[0.8125rem] text-soft">
      Tempo, bpm
      <input
        id={id}
        inputMode="decimal"
        aria-invalid={!fits}
        value={typed ?? String(song.tempo)}
        className="min-h-9 w-20 rounded border border-line bg-ground px-2 text-[1rem] text-ink"
        onChange={(e) => setTyped(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        onBlur={() => {
          if (typed !== null && fits && tempo !== song.tempo)
            touch({ kind: 'setHead', change: { tempo } }, `${tempo} bpm`);
          setTyped(null);
        }}
      />
      {!fits && (
        <span className="text-clash">
          {TEMPO_RANGE.min} to {TEMPO_RANGE.max}
        </span>
      )}
    </label>
  );
}

interface PickProps {
  readonly label: string;
  readonly value: string;
  readonly items: readonly (readonly [value: string, name: string])[];
  /** What the song says where it is not in the list. */
  readonly other: readonly [value: string, name: string];
  readonly onPick: (value: string) => void;
  readonly children?: ReactNode;
}

/** One of several named things. */
export function Pick({ label, value, items, other, onPick }: PickProps) {
  const isListed = items.some(([v]) => v === value);
  return (
    <label className="flex min-w-0 flex-col text-[0.8125rem] text-soft">
      {label}
      <select
        value={value}
        className="min-h-9 max-w-52 rounded border border-line bg-ground px-1 text-[1rem] text-ink"
        onChange={(e) => onPick(e.target.value)}
      >
        {!isListed && <option value={other[0]}>{other[1]}</option>}
        {items.map(([v, name]) => (
          <option key={v} value={v}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

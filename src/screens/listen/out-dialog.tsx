import { useEffect, useState } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import type { WavBits } from '../../core/formats/wav/write-wav';
import { spansFrom } from '../../core/heard/index';
import type { SongPlace } from '../../core/song/index';
import { STEMS } from '../../core/sound/index';
import { Button, Dialog } from '../../ui/index';
import type { OutPart } from '../../core/formats/wav/song-files';
import { downloadBytes } from '../download';
import { fileName } from '../../core/base/index';
import { fadersOf } from '../listening/room';
import { markWords, MARKS, spansOf, useListening, type Mark } from '../listening/index';
import { usePorts } from '../ports';
import type { SplitModel } from '../split/model';
import { STEM_WORDS } from './who';

type What = 'mix' | 'without' | 'stems';

const START: SongPlace = { playing: 0, pass: 1, moment: 0 };

/** The sound as files to take along: the mix, a mix without oneself, or everybody by themselves, with marks at the bars. */
export function OutDialog({ model, onClose }: { model: SplitModel; onClose: () => void }) {
  const { sound } = usePorts();
  const room = useListening((s) => s.room);
  const tempoShare = useListening((s) => s.tempoShare);
  const [what, setWhat] = useState<What>('mix');
  const [without, setWithout] = useState<Player>(room.mine ?? 'guitar1');
  const [mark, setMark] = useState<Mark>('song');
  const [bits, setBits] = useState<WavBits>(16);
  const [countIn, setCountIn] = useState(false);
  const [share, setShare] = useState<number | null>(null);
  const [done, setDone] = useState('');
  useEffect(() => () => sound.cancel(), [sound]);
  const { song, selection } = model;
  const from = mark === 'song' ? START : selection;
  const name = fileName(`${song.title} ${mark === 'song' ? '' : markWords(song, mark, selection)}`);
  const parts = (): readonly OutPart[] => {
    if (what === 'stems')
      return STEMS.map((stem) => ({ name: `${name}-${fileName(STEM_WORDS[stem])}`, stem }));
    if (what === 'mix') return [{ name, faders: fadersOf({ ...room, mine: null }) }];
    const standing = { ...room.standing, [without]: { ...room.standing[without], plays: 'off' as const } };
    return [
      {
        name: `${name}-without-${fileName(PLAYER_WORDS[without])}`,
        faders: fadersOf({ standing, mine: null, alone: null }),
      },
    ];
  };
  const write = async () => {
    setShare(0);
    setDone('');
    const spans = mark === 'song' ? spansFrom(song, START) : spansOf(song, mark, selection);
    try {
      const result = await sound.files(
        { version: { song }, spans, tempoShare, countIn: countIn ? 1 : 0, parts: parts(), bits },
        setShare,
      );
      if (result.ok) {
        for (const file of result.value) downloadBytes(`${file.name}.wav`, file.bytes, 'audio/wav');
        setDone(result.value.map(fileWords).join(' '));
      } else setDone('Stopped; nothing was written.');
    } catch {
      setDone('There was no room for so much sound. A section at a time, or 16 bits, takes less.');
    }
    setShare(null);
  };
  return (
    <Dialog open onClose={onClose} title="Take the sound along">
      <div className="flex flex-col gap-3">
        <Group label="What">
          {(
            [
              ['mix', 'everybody, as they stand in the room'],
              ['without', 'to play along, without'],
              ['stems', 'everybody in a file of their own'],
            ] as const
          ).map(([value, words]) => (
            <label key={value} className="flex min-h-8 items-center gap-2">
              <input type="radio" name="what" checked={what === value} onChange={() => setWhat(value)} />
              {words}
              {value === 'without' && (
                <select
                  aria-label="Without whom"
                  className="rounded-md border border-line bg-sheet px-2 py-1"
                  value={without}
                  onChange={(event) => {
                    setWithout(event.target.value as Player);
                    setWhat('without');
                  }}
                >
                  {PLAYERS.map((player) => (
                    <option key={player} value={player}>
                      {PLAYER_WORDS[player]}
                    </option>
                  ))}
                </select>
              )}
            </label>
          ))}
        </Group>
        <Group label="How much">
          {MARKS.map(([value]) => (
            <label key={value} className="flex min-h-8 items-center gap-2">
              <input type="radio" name="mark" checked={mark === value} onChange={() => setMark(value)} />
              {value === 'song'
                ? 'the whole song'
                : markWords(song, value, from === START ? selection : from)}
            </label>
          ))}
        </Group>
        <Group label="How">
          {([16, 24] as const).map((value) => (
            <label key={value} className="flex min-h-8 items-center gap-2">
              <input type="radio" name="bits" checked={bits === value} onChange={() => setBits(value)} />
              {value} bits
            </label>
          ))}
          <label className="flex min-h-8 items-center gap-2">
            <input type="checkbox" checked={countIn} onChange={(event) => setCountIn(event.target.checked)} />
            counted in
          </label>
          <span className="text-[0.875rem] text-soft">
            WAV, 48,000 samples a second, at {Math.round(song.tempo * tempoShare)} bpm, marks at the bars.
          </span>
        </Group>
        <p role="status" className="min-h-6 text-[0.875rem]">
          {share !== null ? (
            <span className="flex items-center gap-3">
              Working it out …{' '}
              <progress value={Math.round(100 * share)} max={100} aria-label="Working out the sound" />
            </span>
          ) : (
            done
          )}
        </p>
        <div className="flex justify-end gap-2">
          {share !== null ? (
            <Button onClick={() => sound.cancel()}>Stop</Button>
          ) : (
            <>
              <Button onClick={onClose}>Done</Button>
              <Button look="strong" onClick={() => void write()}>
                Write {what === 'stems' ? 'the files' : 'the file'}
              </Button>
            </>
          )}
        </div>
      </div>
    </Dialog>
  );
}

function Group({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <fieldset>
      <legend className="font-bold">{label}</legend>
      <div className="flex flex-wrap gap-x-5">{children}</div>
    </fieldset>
  );
}

/** "tramline-sparks.wav: 18 MB, −17 LUFS." */
function fileWords({
  name,
  bytes,
  lufs,
  peakDb,
}: {
  name: string;
  bytes: Uint8Array;
  lufs: number;
  peakDb: number;
}) {
  const size =
    bytes.length < 1e6 ? `${Math.ceil(bytes.length / 1e3)} kB` : `${(bytes.length / 1e6).toFixed(1)} MB`;
  const loud = Number.isFinite(lufs) ? `${Math.round(lufs)} LUFS, peak ${peakDb.toFixed(1)} dB` : 'silent';
  return `${name}.wav: ${size}, ${loud}.`;
}

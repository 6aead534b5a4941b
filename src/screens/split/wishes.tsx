import { useState } from 'react';
import { formatWish, parseWish, PLAYER_WORDS, PLAYERS, type Player, type Wish } from '../../core/form/index';
import { DEVICES, deviceWords, type Device } from '../../core/grip/index';
import { Button, Dialog } from '../../ui/index';
import { useDesk, usePorts } from '../ports';

/** What players ask of the splitter in a section: only some shapes, only some frets, not this grip again. */
export function Wishes({ section, onClose }: { section: string | null; onClose: () => void }) {
  return (
    <Dialog open={section !== null} onClose={onClose} title={`Asked of ${section ?? ''}`}>
      {section !== null && <Asked section={section} onClose={onClose} />}
    </Dialog>
  );
}

function Asked({ section, onClose }: { section: string; onClose: () => void }) {
  const { desk } = usePorts();
  const song = useDesk((s) => s.song)!;
  const wishes = song.sections.find((s) => s.name === section)?.wishes ?? [];
  const [player, setPlayer] = useState<Player>('guitar2');
  const [device, setDevice] = useState<Device>('octave');
  const [frets, setFrets] = useState('5-9');
  const [wrong, setWrong] = useState<string | null>(null);
  const put = (next: readonly Wish[], label: string) =>
    desk.getState().edit({ kind: 'setWishes', section, wishes: next }, { label });
  const ask = (text: string) => {
    const strings = {
      guitar1: song.players.guitar1.tuning.length,
      guitar2: song.players.guitar2.tuning.length,
      bass: song.players.bass.tuning.length,
    };
    const wish = parseWish(text, strings);
    if (!wish.ok) return setWrong(wish.error);
    setWrong(null);
    put(
      [...wishes.filter((w) => formatWish(w) !== text), wish.value],
      `ask ${wishWords(wish.value)} in ${section}`,
    );
  };
  return (
    <div className="flex flex-col gap-3">
      {wishes.length === 0 && <p className="text-soft">Nothing is asked yet: the plan alone decides.</p>}
      <ul className="flex flex-col gap-1">
        {wishes.map((wish) => (
          <li key={formatWish(wish)} className="flex items-center gap-3">
            {wishWords(wish)}
            <Button
              className="ml-auto"
              onClick={() =>
                put(
                  wishes.filter((w) => w !== wish),
                  `no longer ask ${wishWords(wish)} in ${section}`,
                )
              }
            >
              No longer
            </Button>
          </li>
        ))}
      </ul>
      <fieldset className="flex flex-wrap items-center gap-2 border-t border-line pt-3">
        <legend className="pr-2 font-bold">Ask for more</legend>
        <select
          aria-label="Who"
          value={player}
          className="rounded border border-line bg-ground px-2 py-1"
          onChange={(e) => setPlayer(e.target.value as Player)}
        >
          {PLAYERS.map((p) => (
            <option key={p} value={p}>
              {PLAYER_WORDS[p]}
            </option>
          ))}
        </select>
        <span>only</span>
        <select
          aria-label="Which shape"
          value={device}
          className="rounded border border-line bg-ground px-2 py-1"
          onChange={(e) => setDevice(e.target.value as Device)}
        >
          {DEVICES.filter((d) => d !== 'mixed').map((d) => (
            <option key={d} value={d}>
              {deviceWords(d)}
            </option>
          ))}
        </select>
        <Button onClick={() => ask(`${player} only ${device}`)}>Ask</Button>
        <span className="ml-3">between frets</span>
        <input
          aria-label="Frets, from and to"
          aria-invalid={wrong !== null}
          value={frets}
          className="w-20 rounded border border-line bg-ground px-2 py-1"
          onChange={(e) => setFrets(e.target.value)}
        />
        <Button onClick={() => ask(`${player} frets ${frets}`)}>Ask</Button>
      </fieldset>
      {wrong && <p className="text-[0.875rem] text-clash">{wrong}</p>}
      <p className="text-[0.875rem] text-soft">
        What is locked stays whatever is asked. Where nothing meets a wish, the best without it stands and you
        are told.
      </p>
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Close</Button>
        <Button
          look="strong"
          onClick={() => {
            void desk.getState().split(section, { reopen: true });
            onClose();
          }}
        >
          Re-split with that
        </Button>
      </div>
    </div>
  );
}

/** "Guitar 2 only octave", "Guitar 1 between frets 5 and 9", "Bass not 13xx". */
export function wishWords(wish: Wish): string {
  const who = PLAYER_WORDS[wish.player];
  if (wish.kind === 'only') return `${who} only ${wish.devices.map(deviceWords).join(' or ')}`;
  if (wish.kind === 'frets') return `${who} between frets ${wish.from} and ${wish.to}`;
  return `${who} not ${wish.grip}`;
}

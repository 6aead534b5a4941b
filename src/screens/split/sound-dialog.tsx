import { useState } from 'react';
import {
  formatSoundUse,
  parseSoundUse,
  PLAYER_WORDS,
  type Player,
  type SoundUse,
} from '../../core/form/index';
import { rigIn, soundWords, type Edit } from '../../core/song/index';
import { Button, Dialog } from '../../ui/index';
import { usePorts } from '../ports';
import type { SplitModel } from './model';

/** Where a sound is chosen: in one playing of a section, in all of them, or in one bar. */
type Reach = 'time' | 'section' | 'bar';

/** Which sound a player uses in the section, or in the bar one is at. */
export function SoundDialog({
  model,
  player,
  onClose,
}: {
  model: SplitModel;
  player: Player | null;
  onClose: () => void;
}) {
  return (
    <Dialog open={player !== null} onClose={onClose} title={player ? `Sound of ${PLAYER_WORDS[player]}` : ''}>
      {player !== null && <SoundForm key={player} model={model} player={player} onClose={onClose} />}
    </Dialog>
  );
}

function pressed(is: boolean): { readonly 'aria-pressed': boolean; readonly className: string } {
  return { 'aria-pressed': is, className: is ? '!border-2 !border-ink font-bold' : '' };
}

function SoundForm({ model, player, onClose }: { model: SplitModel; player: Player; onClose: () => void }) {
  const { desk } = usePorts();
  const { song, playing, selection, moment } = model;
  const { section, entry, written, first } = playing;
  const bar = moment.bar;
  const here = model.bars[bar]?.sounds?.[player];
  const [reach, setReach] = useState<Reach>(here ? 'bar' : first ? 'section' : 'time');
  const now = { bar: here, time: entry.sounds?.[player], section: written.sounds?.[player] }[reach];
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? formatSoundUse(now ?? {});
  const read = parseSoundUse(text);
  const names = (song.players[player].sounds ?? []).map((s) => s.name);
  const unknown = read.ok && read.value.sound !== undefined && !names.includes(read.value.sound);
  const wrong = read.ok
    ? unknown
      ? `${PLAYER_WORDS[player]} has no sound “${read.value.sound}”; name it under key and instruments, or turn gain and delay here`
      : null
    : read.error;
  const around = {
    bar: rigIn(song, player, { section }),
    time: rigIn(song, player, { section: written }),
    section: song.players[player],
  }[reach];
  const take = (use: SoundUse) => {
    const words = formatSoundUse(use) || 'the usual sound';
    const where = {
      bar: `bar ${bar + 1} of ${section.name}`,
      time: `${section.name}, this time`,
      section: section.name,
    }[reach];
    const edit: Edit =
      reach === 'time'
        ? {
            kind: 'setPlaying',
            entry: playing.index,
            change: { sounds: { ...entry.sounds, [player]: use } },
          }
        : {
            kind: 'useSound',
            change: {
              section: section.name,
              pass: selection.pass,
              times: entry.times,
              player,
              bar: reach === 'bar' ? bar : null,
              use,
            },
          };
    desk.getState().edit(edit, { label: `${PLAYER_WORDS[player]}: ${words} in ${where}` });
    onClose();
  };
  const usual = {
    bar: `as in ${section.name}`,
    time: `as ${section.name} usually`,
    section: 'as the settings say',
  }[reach];
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (read.ok && wrong === null) take(read.value);
      }}
    >
      <fieldset className="flex flex-wrap gap-x-4">
        <legend className="text-[0.875rem] text-soft">Where</legend>
        {(
          [
            ...(first ? [] : [['time', `${section.name} this time`] as const]),
            ['section', first ? `all of ${section.name}` : `${section.name} every time`],
            ['bar', `only bar ${bar + 1}`],
          ] as const
        ).map(([value, words]) => (
          <label key={value} className="flex items-center gap-2">
            <input
              type="radio"
              name="where"
              value={value}
              checked={reach === value}
              onChange={() => {
                setReach(value);
                setTyped(null);
              }}
            />
            {words}
          </label>
        ))}
      </fieldset>
      <div className="flex flex-col gap-1">
        <Button {...pressed(formatSoundUse(now ?? {}) === '')} onClick={() => take({})}>
          {usual} <span className="text-soft">{soundWords(around)}</span>
        </Button>
        {names.map((name) => (
          <Button key={name} {...pressed(now?.sound === name)} onClick={() => take({ sound: name })}>
            {name}{' '}
            <span className="text-soft">
              {soundWords(rigIn(song, player, { section: { sounds: { [player]: { sound: name } } } }))}
            </span>
          </Button>
        ))}
      </div>
      <label className="block">
        Or turn it for this place
        <input
          value={text}
          placeholder="gain 3, delay off"
          autoComplete="off"
          aria-invalid={wrong !== null}
          className="mt-1 block w-full rounded border border-ink bg-ground px-2 py-1.5"
          onChange={(e) => setTyped(e.target.value)}
        />
        {wrong !== null && <span className="text-[0.8125rem] text-clash">{wrong}</span>}
      </label>
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button look="strong" type="submit" disabled={wrong !== null}>
          Take it
        </Button>
      </div>
    </form>
  );
}

import type { ReactNode } from 'react';
import { PLAYER_WORDS } from '../../core/form/index';
import { formatGrip } from '../../core/grip/index';
import { pretty } from '../../core/pitch/index';
import type { Refitted, Song } from '../../core/song/index';
import type { Ground } from './use-ground';

/** What is asked when strings sound otherwise than before, and what would happen to the song, before it happens. */
export function GroundOutcome({ song, ground }: { readonly song: Song; readonly ground: Ground }) {
  const { done, fretted, isFretted, isRetuned, isSame, keep, setFretted, setKeep } = ground;
  return (
    <>
      {isRetuned && (
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1 border-t border-line pt-2">
          <legend className="pr-2 font-bold">What is already fretted</legend>
          <Choose name="keep" checked={keep === 'pitches'} onChoose={() => setKeep('pitches')}>
            keeps its sound: new shapes are found
          </Choose>
          <Choose name="keep" checked={keep === 'shapes'} onChoose={() => setKeep('shapes')}>
            keeps its shapes: the sound moves
          </Choose>
        </fieldset>
      )}
      {done && fretted && (
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1 border-t border-line pt-2">
          <legend className="pr-2 font-bold">The whole band is tuned down: names are</legend>
          <Choose name="names" checked={isFretted} onChoose={() => setFretted(true)}>
            as fretted: {pretty(fretted.key)}, sounding {downWords(fretted.down!)} lower
          </Choose>
          <Choose name="names" checked={!isFretted} onChoose={() => setFretted(false)}>
            as it sounds: {pretty(done.song.key)}
          </Choose>
        </fieldset>
      )}
      {done && !isSame && <Outcome song={song} done={done} />}
    </>
  );
}

/** "a semitone", "3 semitones". */
function downWords(semitones: number): string {
  return semitones === 1 ? 'a semitone' : `${semitones} semitones`;
}

function Choose({
  name,
  checked,
  onChoose,
  children,
}: {
  name: string;
  checked: boolean;
  onChoose: () => void;
  children: ReactNode;
}) {
  return (
    <label className="flex items-center gap-2">
      <input type="radio" name={name} checked={checked} onChange={onChoose} />
      {children}
    </label>
  );
}

const LISTED = 12;

function Outcome({ song, done }: { song: Song; done: Refitted }) {
  const { shift, changed, misfits } = done;
  return (
    <div className="border-t border-line pt-2" aria-live="polite">
      <p>
        {shift === 0
          ? `Stays in ${pretty(song.key)}.`
          : `Goes from ${pretty(song.key)} to ${pretty(done.song.key)}, ${Math.abs(shift)} ${Math.abs(shift) === 1 ? 'semitone' : 'semitones'} ${shift > 0 ? 'up' : 'down'}.`}{' '}
        {changed === 0
          ? 'No grip changes.'
          : `${changed} ${changed === 1 ? 'grip changes' : 'grips change'}.`}{' '}
        {misfits.length === 0 ? 'Everything fits.' : `${misfits.length} cannot be taken over as they are:`}
      </p>
      {misfits.length > 0 && (
        <ul className="mt-1 max-h-48 overflow-y-auto text-[0.875rem]">
          {misfits.slice(0, LISTED).map((m) => (
            <li
              key={`${m.section} ${m.pass} ${m.bar} ${m.player} ${m.grip?.join(' ') ?? 'line'}`}
              className="border-l-4 border-watch pl-2"
            >
              {m.section}, bar {m.bar}, {PLAYER_WORDS[m.player]}:{' '}
              {m.grip ? <span className="frets">{formatGrip(m.grip)}</span> : 'the line'}, {pretty(m.reason)};{' '}
              {m.nearest ? (
                <>
                  nearest that fits <span className="frets font-bold">{formatGrip(m.nearest)}</span>
                </>
              ) : (
                'left open for you or the splitter'
              )}
            </li>
          ))}
          {misfits.length > LISTED && <li>… and {misfits.length - LISTED} more</li>}
        </ul>
      )}
    </div>
  );
}

import { PLAYER_WORDS } from '../../core/form/index';
import { placeOf, type Technique } from '../../core/hits/index';
import { Button, Choice } from '../../ui/index';
import { KeyCap } from '../keys/index';
import { changeStroke, soundingAt, symbolUnder, toggleString, type HitsPlace, type Outcome } from './actions';
import type { HitsScope } from './scope';
import { moreMuted, stringsOf, struckBy, TECHNIQUE_WORDS } from './symbols';

interface Props {
  readonly scope: HitsScope;
  readonly cursor: HitsPlace;
  readonly onDo: (outcome: Outcome) => void;
}

/** Which strings the stroke at the cursor goes through, which of them are muted, and what strikes them. */
export function StringButtons({ scope, cursor, onDo }: Props) {
  const { player } = cursor;
  const count = scope.song.players[player].tuning.length;
  const symbol = symbolUnder(scope, cursor);
  const place = symbol === null ? null : placeOf(symbol);
  const struck = place?.kind === 'struck' ? place : null;
  const strings = stringsOf(struck);
  const muted = struck?.parts.filter((p) => p.kind === 'mute').flatMap((p) => p.strings ?? []) ?? [];
  const all = Array.from({ length: count }, (_, n) => count - n);
  return (
    <div className="flex flex-wrap items-center gap-0.5 text-[0.8125rem]" data-strings>
      <span role="group" aria-label={`Strings ${PLAYER_WORDS[player]} strikes here`} className="flex gap-0.5">
        {all.map((string) => {
          const isOn = struck !== null && (strings === null || strings.includes(string));
          const isMuted = muted.includes(string);
          return (
            <Button
              key={string}
              aria-label={`String ${string}${isMuted ? ', muted' : ''}`}
              aria-pressed={isOn && strings !== null}
              className={`!min-h-6 !min-w-6 !px-1 !py-0 ${isOn ? 'font-bold' : 'opacity-60'} ${
                isOn && strings !== null ? '!border-2 !border-ink' : ''
              }`}
              onClick={() => onDo(toggleString(scope, cursor, string))}
            >
              {string}
              {isMuted && <span className="text-[0.6875rem]">M</span>}
            </Button>
          );
        })}
      </span>
      <Button
        className="!min-h-6 !px-1.5 !py-0"
        onClick={() => onDo(changeStroke(scope, cursor, (s) => moreMuted(s, soundingAt(scope, cursor))))}
      >
        Mute low <KeyCap of="u" />
      </Button>
      <Choice
        label="How:"
        value={struck?.parts[0]?.technique ?? 'pick'}
        items={(Object.keys(TECHNIQUE_WORDS) as Technique[]).map((value) => ({
          value,
          label: TECHNIQUE_WORDS[value],
          hint: HINTS[value],
        }))}
        onChoose={(value) => onDo(changeStroke(scope, cursor, (s) => struckBy(s, value)))}
      />
    </div>
  );
}

const HINTS: Readonly<Record<Technique, string>> = {
  pick: 'With the pick or the fingers, as usual.',
  slap: 'The thumb slaps the string against the neck.',
  pop: 'A finger pulls the string and lets it snap.',
  tap: 'The picking hand hammers on the neck.',
  rake: 'The pick is drawn over muted strings into the note.',
  scrape: 'The edge of the pick runs along a wound string.',
};

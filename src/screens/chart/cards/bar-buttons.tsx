import { CopyPlus, Trash2, Volume2 } from 'lucide-react';
import { Button } from '../../../ui/index';
import { ROW } from './row';
import {
  barOf,
  dropChord,
  guessChord,
  isReturn,
  pushChord,
  sectionOf,
  splitChord,
  type Spot,
} from './touches';
import { useCards, useSong } from './use-cards';

/** What is done with the bar and the chord of it that is pointed at. */
export function BarButtons({ spot }: { readonly spot: Spot }) {
  const { touch, hear } = useCards();
  const song = useSong();
  const section = sectionOf(song, spot)!;
  const bar = barOf(song, spot);
  const chord = bar?.chords[spot.chord];
  const { name } = section;
  const where = `${name}, bar ${spot.bar + 1}`;
  const again = isReturn(song, spot.entry);
  const two = splitChord(song, spot);
  const bars = (change: Parameters<typeof touch>[0], label: string, next: Spot) => touch(change, label, next);
  return (
    <span className={ROW} role="group" aria-label="This bar">
      {chord && chord.chord !== 'N.C.' && (
        <Button
          look="quiet"
          className="!min-h-9 !min-w-9 !justify-center"
          aria-label={`Hear ${chord.chord}`}
          onClick={() => hear(chord.chord)}
        >
          <Volume2 size={16} aria-hidden />
        </Button>
      )}
      <Button
        className="!min-h-9"
        disabled={!two}
        title="Another chord in the second half of this one"
        onClick={() => two && touch(two.edit, `${where}: a chord more`, two.spot)}
      >
        Chord more
      </Button>
      {chord && (
        <>
          <Button
            className={`!min-h-9 ${chord.push > 0 ? '!border-2 !border-ink' : ''}`}
            aria-pressed={chord.push > 0}
            title="Struck an eighth before its beat"
            disabled={spot.bar === 0 && spot.entry === 0 && chord.at === 0}
            onClick={() =>
              touch(
                pushChord(song, spot, chord.push > 0 ? 0 : 480),
                `${where}: ${chord.push > 0 ? 'on the beat' : 'an eighth early'}`,
              )
            }
          >
            Early
          </Button>
          <Button
            className={`!min-h-9 ${chord.guess ? '!border-2 !border-watch' : ''}`}
            aria-pressed={chord.guess === true}
            onClick={() =>
              touch(
                guessChord(song, spot, chord.guess !== true),
                `${where}: ${chord.guess ? 'no guess' : 'a guess'}`,
              )
            }
          >
            A guess
          </Button>
          <Button
            className="!min-h-9"
            disabled={bar.chords.length === 1 && (spot.bar === 0 || chord.chord === 'N.C.')}
            title={bar.chords.length > 1 ? 'The chord before goes on' : 'The chord of the bar before goes on'}
            onClick={() =>
              touch(dropChord(song, spot), `${where}: a chord less`, {
                ...spot,
                chord: Math.max(0, spot.chord - 1),
              })
            }
          >
            Chord away
          </Button>
        </>
      )}
      {!again && (
        <>
          <Button
            className="!min-h-9"
            title="This bar once more behind itself"
            onClick={() =>
              bars(
                { kind: 'setBars', section: name, change: { what: 'repeat', from: spot.bar, count: 1 } },
                `${where} once more`,
                { ...spot, bar: spot.bar + 1 },
              )
            }
          >
            <CopyPlus size={16} aria-hidden /> Bar again
          </Button>
          <Button
            className="!min-h-9"
            disabled={section.bars.length === 1}
            onClick={() =>
              bars(
                { kind: 'setBars', section: name, change: { what: 'remove', from: spot.bar, count: 1 } },
                `${where} taken out`,
                { ...spot, bar: Math.min(spot.bar, section.bars.length - 2), chord: 0 },
              )
            }
          >
            <Trash2 size={16} aria-hidden /> Bar out
          </Button>
        </>
      )}
    </span>
  );
}

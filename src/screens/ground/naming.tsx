import { pretty } from '../../core/pitch/index';
import { namedAsFretted, namedAsSounding, type Song } from '../../core/song/index';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';

/** Where the whole band is tuned down alike: whether names are what is fretted or what sounds. */
export function Naming({ song, onDone }: { song: Song; onDone: () => void }) {
  const { desk } = usePorts();
  const fretted = namedAsFretted(song);
  const sounding = namedAsSounding(song);
  const other = fretted ?? sounding;
  if (other === null) return null;
  const down = song.down ?? fretted?.down ?? 0;
  const semitones = `${down} ${down === 1 ? 'semitone' : 'semitones'}`;
  const [says, offers] = fretted
    ? [`The whole band is tuned ${semitones} down; names are what sounds.`, 'Name it as fretted']
    : [`Names are as fretted; everything sounds ${semitones} lower.`, 'Name it as it sounds'];
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.875rem]">
      {says}
      <Button
        onClick={() => {
          desk.getState().edit({ kind: 'replace', song: other }, { label: offers.toLowerCase() });
          onDone();
        }}
      >
        {offers}: {pretty(other.key)} for {pretty(song.key)}
      </Button>
    </p>
  );
}

import { PLAYERS } from '../../core/form/index';
import { countOpen, type Song } from '../../core/song/index';
import { Banner, Button } from '../../ui/index';
import { useDesk, usePorts } from '../ports';

/** Says what is not heard, or printed, because nobody has chosen it yet, with the way to choose. */
export function StillOpen({ song, printed = false }: { readonly song: Song; readonly printed?: boolean }) {
  const { desk } = usePorts();
  const isWorking = useDesk((s) => s.job !== null);
  const open = countOpen(song);
  if (open === 0) return null;
  const isBare = song.sections.every((section) =>
    section.bars.every((bar) => PLAYERS.every((p) => bar.cells[p].every(({ cell }) => cell.kind !== 'grip'))),
  );
  return (
    <Banner tone="plain">
      <span>
        {isBare
          ? printed
            ? 'No one plays anything yet: the sheets show the chords alone.'
            : 'No one plays anything yet: only the drums and the voice are heard.'
          : `${open} ${open === 1 ? 'place is' : 'places are'} still open and not ${printed ? 'printed' : 'heard'}.`}
      </span>
      <Button
        look="strong"
        disabled={isWorking}
        onClick={() => void desk.getState().split(null, { reopen: false })}
      >
        {isWorking ? 'Splitting …' : 'Split the whole song'}
      </Button>
    </Banner>
  );
}

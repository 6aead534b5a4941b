import type { SongKind } from '../../core/formats/index';
import type { SetList, SongCard } from '../../store/index';
import type { MenuItem } from '../../ui/index';

/** What can be done with a song of the shelf. */
export interface RowDoes {
  readonly rename: (card: SongCard, title: string) => void;
  readonly duplicate: (card: SongCard) => void;
  readonly remove: (card: SongCard) => void;
  readonly handOut: (card: SongCard, kind: HandOutKind) => void;
  /** Puts a song on a set list, or takes it off. */
  readonly onSet: (card: SongCard, set: SetList) => void;
}

/** `stored`: the record of a song that cannot be read, as it is. */
export type HandOutKind = SongKind | 'json' | 'txt' | 'stored';

const KINDS: readonly (readonly [HandOutKind, string, string])[] = [
  ['json', 'Song file (.json)', 'All of it, to be taken in again'],
  ['txt', 'Chart text (.txt)', 'To read and to write by hand'],
  ['musicxml', 'MusicXML (.musicxml)', 'Notes, tablature, chords, repeats: for notation programs'],
  ['mxl', 'MusicXML, compressed (.mxl)', 'The same, smaller'],
  ['mid', 'MIDI (.mid)', 'As it is played, a track for every player'],
  ['cho', 'ChordPro (.cho)', 'Chords in brackets, with the words at their bars'],
  ['crd', 'Chords over lyrics (.crd)', 'Chords on a line of their own over the words'],
  ['tab', 'Text tab of all three (.tab)', 'One after the other'],
];

/** The menu of one song. */
export function rowItems(
  card: SongCard,
  of: {
    readonly sets: readonly SetList[];
    readonly does: RowDoes;
    readonly isReadable: boolean;
    readonly onRename: () => void;
  },
): readonly MenuItem[] {
  const { sets, does, isReadable, onRename } = of;
  const kinds: readonly (readonly [HandOutKind, string, string])[] = isReadable
    ? KINDS
    : [['stored', 'As it is stored (.json)', 'To mend it by hand']];
  const changing: readonly MenuItem[] = isReadable
    ? [
        { label: 'Rename', onSelect: onRename },
        { label: 'Duplicate', onSelect: () => does.duplicate(card) },
      ]
    : [];
  return [
    ...changing,
    { label: 'Delete', hint: 'Into the bin for thirty days', onSelect: () => does.remove(card) },
    ...sets.map((set, i): MenuItem => {
      const isOn = set.songs.includes(card.id);
      return {
        label: `${isOn ? 'Take off' : 'Put on'} “${set.name}”`,
        onSelect: () => does.onSet(card, set),
        ...(i === 0 ? { heading: 'Set lists' } : {}),
      };
    }),
    ...kinds.map(([kind, label, hint], i): MenuItem => ({
      label,
      hint,
      onSelect: () => does.handOut(card, kind),
      ...(i === 0 ? { heading: 'Hand out as' } : {}),
    })),
  ];
}

import { CallError } from './outcome';
import type { OptionName, Options } from './options';

/** One command: how it is called, what it does, and the code that does it, loaded when it is called. */
export interface Command {
  readonly name: string;
  /** What follows the name. */
  readonly usage: string;
  /** What it does, in a sentence or two. */
  readonly words: string;
  /** How many things follow the name that are no options. */
  readonly takes: { readonly least: number; readonly most: number };
  readonly options: readonly OptionName[];
  readonly examples: readonly string[];
  /** What is printed: a text as it is, anything else as JSON. */
  readonly run: (given: readonly string[], options: Options) => Promise<unknown>;
}

const one = { least: 1, most: 1 } as const;

export const COMMANDS: readonly Command[] = [
  {
    name: 'name',
    usage: 'GRIP',
    words: 'Names the notes, the chord and the device of a grip, and how far the hand reaches for it.',
    takes: one,
    options: ['tuning', 'capo', 'key', 'hand', 'player'],
    examples: ['name 355xxx', 'name 000xxx --tuning "D A D G B E" --key Dm'],
    run: async ([grip], options) => (await import('./grip-commands')).nameCommand(grip!, options),
  },
  {
    name: 'grips',
    usage: 'CHORD',
    words: 'Lists grips a hand can hold for a chord, the easiest first.',
    takes: one,
    options: ['player', 'tuning', 'capo', 'gain', 'key', 'hand', 'thumb', 'max'],
    examples: ['grips Gm7 --player guitar2 --max 5'],
    run: async ([chord], options) => (await import('./grip-commands')).gripsCommand(chord!, options),
  },
  {
    name: 'check',
    usage: 'FILE',
    words: 'Tells what clashes in a song, and how its sections go into each other.',
    takes: one,
    options: [],
    examples: ['check demo/tramline-sparks.txt', 'cat song.txt | orchestron check -'],
    run: async ([file]) => (await import('./file-commands')).checkCommand(file!),
  },
  {
    name: 'split',
    usage: 'FILE',
    words: 'Fills what is open: grips, and bars without hits. What is locked stays.',
    takes: one,
    options: ['hands', 'out'],
    examples: ['split song.txt --hands both -o filled.txt'],
    run: async ([file], options) => (await import('./file-commands')).splitCommand(file!, options),
  },
  {
    name: 'sheet',
    usage: 'FILE --player guitar1|guitar2|bass',
    words: 'Prints a player’s sheet as text tab.',
    takes: one,
    options: ['player'],
    examples: ['sheet demo/salt-lamp.txt --player bass'],
    run: async ([file], options) => (await import('./file-commands')).sheetCommand(file!, options),
  },
  {
    name: 'convert',
    usage: 'IN OUT',
    words:
      'Reads a song and writes it as another kind of file. Reads and writes .json .txt .musicxml .mxl .mid .cho .crd .tab; what OUT has no place for is told.',
    takes: { least: 2, most: 2 },
    options: ['sections', 'player', 'to'],
    examples: [
      'convert song.txt song.musicxml',
      'convert riff.mid riff.txt --sections 8',
      'convert - - --to crd < song.txt',
    ],
    run: async ([from, to], options) => (await import('./file-commands')).convertCommand(from!, to!, options),
  },
  {
    name: 'shelf',
    usage: 'ARCHIVE.zip [FILE …]',
    words: 'Puts songs into one archive; without files, tells what is in one.',
    takes: { least: 1, most: Infinity },
    options: [],
    examples: ['shelf all.zip one.json two.txt', 'shelf all.zip'],
    run: async ([archive, ...files]) => (await import('./file-commands')).shelfCommand(archive!, files),
  },
  {
    name: 'render',
    usage: 'FILE -o OUT.wav',
    words: 'Renders a song as sound: the mix, the mix without a player, or a file for each.',
    takes: one,
    options: ['out', 'without', 'stems', 'tempo', 'bits'],
    examples: ['render demo/salt-lamp.txt -o salt-lamp.wav --without guitar1 --tempo 80'],
    run: async ([file], options) => (await import('./sound-commands')).renderCommand(file!, options),
  },
  {
    name: 'move',
    usage: 'FILE',
    words: 'Moves a song into another key, or a player onto another tuning or capo.',
    takes: one,
    options: ['key', 'player', 'tuning', 'capo', 'keep', 'out'],
    examples: ['move song.txt --key Em', 'move song.txt --player guitar1 --capo 2 --keep shapes'],
    run: async ([file], options) => (await import('./file-commands')).moveCommand(file!, options),
  },
  {
    name: 'evening',
    usage: 'FILE FILE …',
    words:
      'Tells how long the songs of an evening are, what is turned between them, and the order with least turning; the first and the last stay where they are.',
    takes: { least: 1, most: 99 },
    options: [],
    examples: ['evening demo/salt-lamp.txt demo/tramline-sparks.txt demo/ferry-light.txt'],
    run: async (files) => (await import('./evening-command')).eveningCommand(files),
  },
];

/** The command of that name; throws CallError with the nearest names for another. */
export function commandNamed(name: string): Command {
  const found = COMMANDS.find((command) => command.name === name);
  if (found) return found;
  throw new CallError(
    `"${name}" is no command; expected one of ${COMMANDS.map((command) => command.name).join(', ')}`,
  );
}

import { PLAN_NAMES, PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { applyEdit, soundWords, type Edit } from '../../core/song/index';
import { foldGuitars } from '../../core/offers/index';
import { PLANS } from '../../core/split/index';
import type { DeskState } from '../../store/index';
import { exportSong } from '../export-song';
import { MEANINGS, openKeySheet } from '../keys/index';
import { pressKey, type KeyDoes } from './keys';
import type { SplitModel } from './model';

/** What can be opened above the Split screen. */
export type Opened =
  | 'finder'
  | 'plan'
  | 'ways'
  | 'wishes'
  | 'tab'
  | 'versions'
  | 'sound'
  | 'remarks'
  | 'like'
  | 'beside'
  | 'bar'
  | 'right';

/** Something that can be done, by name. */
export interface Command {
  readonly name: string;
  readonly hint?: string;
  /** The single key that does it too. */
  readonly key?: string;
  readonly run: () => void;
}

interface Context {
  readonly model: SplitModel;
  readonly desk: DeskState;
  readonly does: KeyDoes;
  readonly open: (what: Opened) => void;
  readonly goTo: (screen: string) => void;
  /** How a key is printed that is in use for a usual one. */
  readonly cap: (key: string) => string;
}

/** The name of the version one comes back to after a night with one guitar. */
const BOTH_GUITARS = 'Both guitars';

/** What stands behind More: what is done with a section or the song as a whole. */
export function wholeCommands({ model, desk, open }: Context): readonly Command[] {
  const { playing, song } = model;
  const name = playing.section.name;
  const folded = song.versions?.some((v) => v.name === BOTH_GUITARS) === true && isOneGuitar(model);
  return [
    ...(model.editable
      ? [
          {
            name: 'Three ways to split it',
            hint: 'Splits that really differ, each the best of its plan, side by side.',
            run: () => open('ways'),
          },
          {
            name:
              playing.section.wishes.length > 0
                ? `What is asked (${playing.section.wishes.length})`
                : 'Ask for something',
            hint: 'Only some shapes, only some frets, not this grip again.',
            run: () => open('wishes'),
          },
          {
            name: 'Right hand here',
            hint: 'What this player could strike in this bar or all through, the best for the band first.',
            run: () => open('right'),
          },
          {
            name: 'Hits for this section',
            hint: 'Right hands for every bar that has none; what is written stays.',
            run: () => void desk.split(name, { reopen: false, hands: 'right' }),
          },
          {
            name: 'Hits anew',
            hint: 'Opens the hits of this section and splits the right hands again.',
            run: () => void desk.split(name, { reopen: true, hands: 'right' }),
          },
          {
            name: 'Grips alone',
            hint: 'Splits the left hands of this section; bars without hits stay so.',
            run: () => void desk.split(name, { reopen: false, hands: 'left' }),
          },
          {
            name: 'A part like another',
            hint: 'One player follows another here: the same, an octave or a third away, until let go.',
            run: () => open('like'),
          },
          {
            name: 'Either would be good',
            hint: 'Keep a bar or grip beside what is there, compare and swap them.',
            run: () => open('beside'),
          },
          {
            name: 'This bar in writing',
            hint: 'Its chords, the voice, and what a player does, as the chart says it; this time or every time.',
            run: () => open('bar'),
          },
          {
            name: 'Remarks',
            hint: 'Told to everybody or one player, on the sheets.',
            run: () => open('remarks'),
          },
          {
            name: chordGuessOf(model) ? 'The chord is no guess any more' : 'The chord is a guess',
            hint: 'A ~ behind it in the chart.',
            run: () => guessChord(model, desk),
          },
          {
            name: 'Paste tab',
            hint: 'Text tab becomes grips, hits and lines from this bar on.',
            run: () => open('tab'),
          },
        ]
      : []),
    {
      name: 'Split whole song',
      hint: 'Fills every place without a grip and every bar without hits at once.',
      run: () => void desk.split(null, { reopen: false }),
    },
    {
      name: 'Versions',
      hint: 'Keep this split under a name, compare bar by bar, go back.',
      run: () => open('versions'),
    },
    folded
      ? {
          name: 'Both guitars again',
          hint: 'Goes back to the parts before they were folded into one.',
          run: () => desk.edit({ kind: 'toVersion', name: BOTH_GUITARS }, { label: 'both guitars again' }),
        }
      : {
          name: 'One guitar tonight',
          hint: `Folds both guitars into one playable part; “${BOTH_GUITARS}” is kept to go back to.`,
          run: () => foldTonight(model, desk),
        },
    {
      name: `Same split for ${name} every time`,
      hint: 'Takes away what differs on later passes.',
      run: () => {
        const passes = [
          ...new Set(
            song.sections.find((s) => s.name === playing.entry.section)!.variants.map((v) => v.pass),
          ),
        ];
        if (passes.length === 0) return desk.say(`${name} is the same every time already`);
        desk.edit(
          {
            kind: 'together',
            edits: passes.map((pass) => ({ kind: 'unvary', section: playing.entry.section, pass })),
          },
          { label: `${name} the same every time` },
        );
      },
    },
  ];
}

/** Whether the chord that begins at or before the moment is a guess. */
function chordGuessOf({ bars, moment }: SplitModel): boolean {
  return bars[moment.bar]?.chords.findLast((c) => c.at <= moment.at)?.guess ?? false;
}

function guessChord(model: SplitModel, desk: DeskState): void {
  const { playing, selection, moment, bars } = model;
  const chord = bars[moment.bar]?.chords.findLast((c) => c.at <= moment.at);
  if (!chord) return desk.say('The chord goes on from before; go to where it begins');
  const { entry, index } = playing;
  const on = { section: entry.section, pass: selection.pass, times: entry.times, entry: index };
  const change = { ...on, bar: moment.bar, at: chord.at, guess: chord.guess === undefined };
  desk.edit(
    { kind: 'setChordGuess', change },
    { label: `${change.guess ? 'a guess' : 'no guess'}: ${chord.chord} in bar ${moment.bar + 1}` },
  );
}

function isOneGuitar({ song }: SplitModel): boolean {
  return song.form.every((e) => e.plan === 'one-guitar');
}

function foldTonight(model: SplitModel, desk: DeskState): void {
  const kept = applyEdit(model.song, { kind: 'keepVersion', name: BOTH_GUITARS });
  const { song, thinned, lost } = foldGuitars(kept);
  desk.edit({ kind: 'replace', song }, { label: 'one guitar for both parts', decided: 'split' });
  const thin = thinned === 0 ? [] : [`${thinned} grips had to leave a note out`];
  const gone = lost === 0 ? [] : [`${lost} could not be held together and stay guitar 1’s own`];
  desk.say(['Folded into one guitar', ...thin, ...gone].join('; '));
}

/** Everything there is, for the finder. */
export function allCommands(context: Context): readonly Command[] {
  const { model, desk, does, open, goTo, cap } = context;
  const entry = model.song.form.findIndex((e) => e.section === model.playing.section.name);
  const keys = MEANINGS.flatMap(({ key, words, on }): Command[] =>
    on.includes('split') && /^[^\d\s/?]$/.test(key)
      ? [{ name: sentence(words), key: cap(key), run: () => void pressKey(key, model, does) }]
      : [],
  );
  return [
    ...keys,
    { name: 'Play from here, or stop', key: 'space', run: () => does.onPlay() },
    ...wholeCommands(context),
    { name: 'Choose or tune the plan', key: cap('P'), run: () => open('plan') },
    ...(model.editable
      ? PLAN_NAMES.map((plan) => ({
          name: `Plan: ${PLANS[plan].words}`,
          hint: PLANS[plan].useWhen,
          run: () =>
            desk.edit(
              { kind: 'setPlan', entry, plan },
              { label: `plan ${PLANS[plan].words} for ${model.playing.section.name}` },
            ),
        }))
      : []),
    ...soundCommands(context),
    ...model.playings.map((p, i) => ({
      name: `Go to ${p.section.name}${p.first ? '' : `, bar ${p.firstBar + 1} of the song`}`,
      run: () => desk.select({ playing: i, pass: 1, moment: 0 }),
    })),
    ...(
      [
        ['Songs', '/'],
        ['Chart', 'chart'],
        ['Hits', 'hits'],
        ['Sheets', 'sheets'],
      ] as const
    ).map(([words, screen]) => ({ name: `Go to the ${words} screen`, run: () => goTo(screen) })),
    { name: 'Undo', key: 'Ctrl+Z', run: () => desk.undo() },
    { name: 'Redo', key: 'Ctrl+Shift+Z', run: () => desk.redo() },
    { name: 'Export the song file (.json)', run: () => exportSong(model.song, 'json') },
    { name: 'Export chart text (.txt)', run: () => exportSong(model.song, 'txt') },
    { name: 'All keys', key: cap('?'), run: openKeySheet },
  ];
}

/** Each named sound of each player, for the section. */
function soundCommands({ model, desk }: Context): readonly Command[] {
  const { song, playing, selection } = model;
  const section = playing.section.name;
  return PLAYERS.flatMap((player) =>
    (song.players[player].sounds ?? []).map((sound): Command => {
      const { entry, first, index } = playing;
      const use = { sound: sound.name };
      const label = `${PLAYER_WORDS[player]}: sound ${sound.name} in ${section}${first ? '' : ', this time'}`;
      const change = { section, pass: selection.pass, times: entry.times, player, bar: null, use };
      const edit: Edit = first
        ? { kind: 'useSound', change }
        : { kind: 'setPlaying', entry: index, change: { sounds: { ...entry.sounds, [player]: use } } };
      const words = soundWords({ ...song.players[player], ...sound });
      return {
        name: label,
        hint: words,
        run: () => desk.edit(edit, { label }),
      };
    }),
  );
}

function sentence(words: string): string {
  return words[0]!.toUpperCase() + words.slice(1).replace(/;.*$/, '');
}

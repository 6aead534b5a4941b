import fc from 'fast-check';
import { songFindings } from '../../src/core/clash/index';
import { PLAYERS, type Player } from '../../src/core/form/index';
import { applyEdit, momentsOf, unfold, type Edit, type Song } from '../../src/core/song/index';
import { barTicks } from '../../src/core/time/index';
import type { Outcome } from '../../src/screens/hits/actions';
import { keysFor } from '../../src/screens/hits/key-actions';
import { scopeOf } from '../../src/screens/hits/scope';
import { modelOf } from '../../src/screens/split/model';
import { pressKey } from '../../src/screens/split/keys';
import type { Selection } from '../../src/store/index';

/** One thing somebody does on a screen: a key on Hits or Split, or an edit as the dialogs make them. */
export const deed = fc.record({
  screen: fc.constantFrom('hits', 'hits', 'split', 'form' as const),
  key: fc.nat({ max: 80 }),
  player: fc.nat({ max: 2 }),
  place: fc.double({ min: 0, max: 1, noNaN: true }),
  division: fc.constantFrom(120, 160, 240, 320, 480, 960),
  playing: fc.nat({ max: 6 }),
  pass: fc.integer({ min: 1, max: 4 }),
  join: fc.nat({ max: 6 }),
});
export type Deed = typeof deed extends fc.Arbitrary<infer T> ? T : never;

const SPLIT_KEYS = [
  'ArrowRight',
  'ArrowLeft',
  '[',
  ']',
  '1',
  '2',
  '3',
  'l',
  'r',
  'n',
  'k',
  ' ',
  '?',
  '/',
  'p',
  't',
  'v',
];

/** The song after a deed; throws where a screen would. */
export function done(song: Song, deed: Deed): Song {
  switch (deed.screen) {
    case 'hits':
      return onHits(song, deed);
    case 'split':
      return onSplit(song, deed);
    default:
      return inDialogs(song, deed);
  }
}

function placeIn(song: Song, deed: Deed): { playing: number; pass: number; times: number } | null {
  const playings = unfold(song);
  if (playings.length === 0) return null;
  const playing = deed.playing % playings.length;
  const { times } = playings[playing]!.entry;
  return { playing, pass: ((deed.pass - 1) % times) + 1, times };
}

function onHits(song: Song, deed: Deed): Song {
  const at = placeIn(song, deed);
  if (!at) return song;
  const plain = scopeOf(song, { ...at, join: null });
  const joins = plain?.connections ?? [];
  const join = deed.join > 3 && joins.length > 0 ? joins[deed.join % joins.length]!.id : null;
  const scope = scopeOf(song, { ...at, join });
  if (!scope || scope.bars.length === 0) return song;
  const length = barTicks(scope.meter);
  const end = scope.bars.length * length;
  const division = length % deed.division === 0 ? deed.division : length;
  // Often the very last place: what reaches over the end of a section once threw.
  const tick = deed.place > 0.8 ? end - division : Math.floor((deed.place * end) / division) * division;
  const player: Player = PLAYERS[deed.player]!;
  const line = scope.bars[Math.floor(tick / length)]?.lines?.[player] ?? null;
  let next = song;
  const act = (outcome: Outcome) => {
    if (outcome.edit) next = applyEdit(next, outcome.edit);
  };
  const nothing = () => undefined;
  const keys = keysFor({
    scope,
    cursor: { player, tick },
    division,
    line,
    barMeant: Math.floor(tick / length),
    copied: { current: 'O-M-X-..' },
    typed: { current: null },
    act,
    step: nothing,
    go: nothing,
    join: nothing,
    section: nothing,
    divide: nothing,
    open: nothing,
    keep: nothing,
    hear: nothing,
  });
  keys[deed.key % keys.length]!.does();
  return next;
}

function onSplit(song: Song, deed: Deed): Song {
  const at = placeIn(song, deed);
  if (!at) return song;
  const playing = unfold(song)[at.playing]!;
  const count = momentsOf(playing.section, { pass: at.pass, meter: playing.meter }).length;
  const moment = Math.floor(deed.place * Math.max(0, count - 1));
  const selection: Selection = { ...at, moment, player: PLAYERS[deed.player]! };
  const model = modelOf(song, selection, songFindings(song));
  if (!model) return song;
  let next = song;
  const desk = {
    select: () => undefined,
    say: () => undefined,
    edit: (edit: Edit) => (next = applyEdit(next, edit)),
  };
  const nothing = () => undefined;
  const key = SPLIT_KEYS[deed.key % SPLIT_KEYS.length]!;
  pressKey(key, model, {
    desk: desk as never,
    onKeep: nothing,
    onOpen: nothing,
    onPlay: nothing,
    onHear: nothing,
  });
  return next;
}

/** A sound named, renamed, or taken away with its uses. */
function soundOf(song: Song, deed: Deed): Edit {
  const player = PLAYERS[deed.player]!;
  const [known] = song.players[player].sounds ?? [];
  const sound =
    deed.key % 3 === 0 ? null : { name: `tone ${String.fromCharCode(97 + (deed.key % 26))}`, gain: 2 };
  const isTaken = song.players[player].sounds?.some((s) => s.name === sound?.name && s !== known);
  return { kind: 'setSound', player, was: known?.name ?? null, sound: isTaken ? null : sound };
}

/** What the form, plan, ground and version dialogs do. */
function inDialogs(song: Song, deed: Deed): Song {
  const at = placeIn(song, deed);
  if (!at) return song;
  const playing = unfold(song)[at.playing]!;
  const { entry: form, index: entry } = playing;
  const section = song.sections.find((s) => s.name === form.section)!;
  const bar = Math.floor(deed.place * section.bars.length) % section.bars.length;
  const named = `${section.name} ${deed.key}`;
  const free = song.sections.every((s) => s.name !== named);
  const pass = deed.pass === 4 ? 'last' : deed.pass;
  const edits: readonly (Edit | null)[] = [
    { kind: 'vary', section: section.name, pass, fromBar: bar, bars: 1 + (deed.key % 3) },
    bar > 0 ? { kind: 'leaveOut', section: section.name, pass, fromBar: bar } : null,
    { kind: 'unvary', section: section.name, pass },
    { kind: 'setPlaying', entry, change: { times: 1 + (deed.key % 5), bars: bar > 0 ? bar : null } },
    { kind: 'setPlaying', entry, change: { tempo: 60 + deed.key, feel: deed.key % 2 ? 'half' : null } },
    { kind: 'setKeyFrom', entry, key: ['Em', 'Bb', 'F#m', null][deed.key % 4]! },
    free && bar > 0 && section.variants.length === 0
      ? { kind: 'cut', section: section.name, bar, name: named }
      : null,
    free ? { kind: 'detach', entry, name: named } : null,
    { kind: 'reopen', section: deed.key % 2 ? section.name : null },
    { kind: 'keepVersion', name: `v${deed.key % 3}` },
    song.versions?.[0] ? { kind: 'toVersion', name: song.versions[0].name } : null,
    { kind: 'setTitle', title: `Title ${deed.key}` },
    { kind: 'setSwing', section: section.name, swing: deed.key % 2 ? { percent: 62, unit: 8 } : null },
    {
      kind: 'useSound',
      change: {
        section: section.name,
        pass: at.pass,
        player: PLAYERS[deed.player]!,
        bar: deed.key % 2 ? bar : null,
        use: [{}, { gain: deed.key % 11 }, { delay: null }][deed.key % 3]!,
      },
    },
    soundOf(song, deed),
    { kind: 'setThumb', player: PLAYERS[deed.player]!, thumb: deed.key % 2 === 0 },
    { kind: 'setPlan', entry, plan: deed.key % 2 ? 'wall' : 'drone', tune: { power: 'two' } },
    {
      kind: 'keep',
      finding: {
        section: section.name,
        pass: null,
        bar: bar + 1,
        beat: 1,
        kind: 'rub',
        players: ['bass'],
        notes: [],
        reason: 'a "b"',
      },
    },
    {
      kind: 'keep',
      finding: {
        section: deed.key % 2 ? section.name : null,
        pass: null,
        bar: null,
        beat: null,
        kind: 'gain',
        players: deed.key % 3 ? ['guitar1'] : [],
        notes: [],
        reason: '',
      },
    },
  ];
  const edit = edits[deed.key % edits.length];
  return edit ? applyEdit(song, edit) : song;
}

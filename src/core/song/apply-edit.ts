import { unreachable } from '../base/index';
import {
  soundNameTrouble,
  type NamedPlan,
  type NamedSound,
  type Player,
  type Section,
  type SectionHand,
  type Sounds,
} from '../form/index';
import { setCells, setHits, setLine, setPart, setPush, setUse, setVoice } from './edit-bar';
import { setChordGuess, setChords } from './edit-chords';
import { cut, detach, leaveOut, setPlaying, unvary, vary } from './edit-form';
import {
  addSection,
  dropPlaying,
  movePlaying,
  playAgain,
  renameSection,
  setBars,
  setHead,
} from './edit-sections';
import { setBeside, setLike, setRemark, swapBeside } from './edit-notes';
import { cleanReason, cleanTitle } from './names';
import { withFollowers } from './likes';
import { placesOf } from './pass-scope';
import { canonicalSong } from './canonical';
import { reopen } from './reopen';
import { withOwnBars } from './where-written';
import { takenBack } from './decide';
import { setLog } from './edit-log';
import { besideChart, inPlayedOrder, mapSections, type KeptFinding, type Song } from './song';
import type { Edit } from './edit';

/**
 * The song after an edit, every section in the form chart text has for it; the same object when nothing changes.
 * Addresses that do not exist are RangeErrors.
 */
export function applyEdit(song: Song, edit: Edit): Song {
  // Followers first: what they leave empty is not said.
  const next = withFollowers(edited(song, edit));
  const isSame = next.sections === song.sections && next.meter === song.meter && next.form === song.form;
  if (isSame) return next;
  return canonicalSong(next, song);
}

function edited(song: Song, edit: Edit): Song {
  switch (edit.kind) {
    case 'setCells':
      return setCells(song, edit.changes);
    case 'setHits':
      return edit.changes.reduce(setHits, song);
    case 'setPush':
      return setPush(song, edit.change);
    case 'setLine':
      return setLine(song, edit.change);
    case 'setVoice':
      return setVoice(song, edit.change);
    case 'setHand':
      return mapSections(song, (s) => (s.name === edit.section ? withHand(s, edit.player, edit.hand) : s));
    case 'setRange':
      return mapSections(song, (s) => {
        if (s.name !== edit.section) return s;
        const { voice: _old, ...usual } = s;
        return edit.voice === null ? usual : { ...usual, voice: edit.voice };
      });
    case 'setSwing':
      return mapSections(song, (s) => {
        if (s.name !== edit.section) return s;
        const { swing: _old, ...straight } = s;
        return edit.swing === null ? straight : { ...straight, swing: edit.swing };
      });
    case 'vary':
      return vary(song, edit);
    case 'leaveOut':
      return leaveOut(song, edit);
    case 'unvary':
      return unvary(song, edit);
    case 'setLike':
      return setLike(song, edit);
    case 'setRemark':
      return setRemark(song, edit.change);
    case 'setSectionKey':
      return mapSections(song, (s) => {
        if (s.name !== edit.section) return s;
        const { key: _was, ...rest } = s;
        return edit.key === null ? rest : { ...rest, key: edit.key };
      });
    case 'setPickup':
      return mapSections(song, (s) => {
        if (s.name !== edit.section) return s;
        const { pickup: _was, ...rest } = s;
        return edit.ticks === null ? rest : { ...rest, pickup: edit.ticks };
      });
    case 'setChords':
      return setChords(song, edit.change);
    case 'setChordGuess':
      return setChordGuess(song, edit.change);
    case 'setBeside':
      return setBeside(song, edit.change);
    case 'swapBeside':
      return swapBeside(song, edit.change);
    case 'setPlaying':
      return setPlaying(song, edit);
    case 'setKeyFrom':
      return {
        ...song,
        form: song.form.map((entry, i) => (i >= edit.entry ? { ...entry, key: edit.key } : entry)),
      };
    case 'cut':
      return inPlayedOrder(cut(song, edit));
    case 'setDelay': {
      const rig = { ...song.players[edit.player], delay: edit.delay };
      return { ...song, players: { ...song.players, [edit.player]: rig } };
    }
    case 'together':
      return edit.edits.reduce(applyEdit, song);
    case 'here': {
      const { edit: inside, entry } = edit;
      if (inside.kind === 'together')
        return inside.edits.reduce((now, one) => applyEdit(now, { kind: 'here', entry, edit: one }), song);
      return edited(withOwnBars(song, entry, placesOf(inside)), inside);
    }
    case 'reopen':
      return mapSections(song, (s) => (edit.section === null || s.name === edit.section ? reopen(s) : s));
    case 'setPlan':
      return {
        ...song,
        form: song.form.map((entry, i) => {
          if (i !== edit.entry) return entry;
          const { tune: _was, ...rest } = entry;
          const tuned = edit.tune !== undefined && Object.keys(edit.tune).length > 0;
          return { ...rest, plan: edit.plan, ...(tuned ? { tune: edit.tune } : {}) };
        }),
      };
    case 'savePlan': {
      const others = (song.plans ?? []).filter((p) => p.name !== edit.plan.name);
      return { ...song, plans: [...others, edit.plan] };
    }
    case 'dropPlan':
      return withPlans(
        song,
        (song.plans ?? []).filter((p) => p.name !== edit.name),
      );
    case 'savePattern': {
      const others = (song.patterns ?? []).filter((p) => p.name !== edit.pattern.name);
      return { ...song, patterns: [...others, edit.pattern] };
    }
    case 'dropPattern': {
      const { patterns = [], ...rest } = song;
      const left = patterns.filter((p) => p.name !== edit.name);
      return left.length === 0 ? rest : { ...rest, patterns: left };
    }
    case 'setParts':
      return edit.changes.reduce(setPart, song);
    case 'useSound':
      return setUse(song, edit.change);
    case 'setSound':
      return setSound(song, edit);
    case 'setThumb': {
      const rig = song.players[edit.player];
      const hand = { ...rig.hand, thumb: edit.thumb };
      return { ...song, players: { ...song.players, [edit.player]: { ...rig, hand } } };
    }
    case 'keepVersion': {
      const { versions = [], log: _log, ...now } = song;
      const others = versions.filter((v) => v.name !== edit.name);
      return { ...song, versions: [...others, { name: edit.name, song: now }] };
    }
    case 'dropVersion': {
      const { versions = [], ...now } = song;
      const left = versions.filter((v) => v.name !== edit.name);
      return left.length === 0 ? now : { ...now, versions: left };
    }
    case 'toVersion': {
      const wanted = song.versions?.find((v) => v.name === edit.name);
      if (!wanted) throw new RangeError(`No version ${edit.name}`);
      return { ...wanted.song, title: song.title, ...besideChart(song) };
    }
    case 'setWishes':
      return mapSections(song, (s) => (s.name === edit.section ? { ...s, wishes: edit.wishes } : s));
    case 'keep':
      return {
        ...song,
        kept: [
          ...song.kept.filter((k) => !sameCause(k, edit.finding)),
          { ...edit.finding, reason: cleanReason(edit.finding.reason) },
        ],
      };
    case 'unkeep':
      return { ...song, kept: song.kept.filter((k) => !sameCause(k, edit.finding)) };
    case 'detach':
      return inPlayedOrder(detach(song, edit.entry, edit.name));
    case 'setTitle':
      return { ...song, title: cleanTitle(edit.title) || song.title };
    case 'setHead':
      return setHead(song, edit.change);
    case 'addSection':
      return inPlayedOrder(addSection(song, edit));
    case 'renameSection':
      return renameSection(song, edit);
    case 'playAgain':
      return inPlayedOrder(playAgain(song, edit));
    case 'movePlaying':
      return inPlayedOrder(movePlaying(song, edit));
    case 'dropPlaying':
      return inPlayedOrder(dropPlaying(song, edit));
    case 'setBars':
      return setBars(song, edit);
    case 'log':
      return setLog(song, edit.change);
    case 'takeBack':
      return takeBack(song, edit.id);
    case 'replace':
      return edit.song;
    default:
      return unreachable(edit);
  }
}

/** Uses follow a sound that is renamed, and go with one that is taken away. */
function setSound(
  song: Song,
  { player, was, sound }: { player: Player; was: string | null; sound: NamedSound | null },
): Song {
  const rig = song.players[player];
  const known = rig.sounds ?? [];
  const taken = known.some((s) => s.name === sound?.name && s.name !== was);
  if (taken) throw new RangeError(`There is already a sound ${sound!.name}`);
  const trouble = sound && soundNameTrouble(sound.name);
  if (trouble) throw new RangeError(trouble);
  const isNew = !known.some((s) => s.name === was);
  const sounds = isNew
    ? [...known, ...(sound ? [sound] : [])]
    : known.flatMap((s) => (s.name === was ? (sound ? [sound] : []) : [s]));
  const { sounds: _were, ...rest } = rig;
  const players = {
    ...song.players,
    [player]: sounds.length > 0 ? { ...rest, sounds } : rest,
  };
  if (was === null || was === sound?.name) return { ...song, players };
  const renamed = <T extends { readonly sounds?: Sounds }>(of: T): T => {
    const use = of.sounds?.[player];
    if (use?.sound !== was) return of;
    const { sound: _name, ...knobs } = use;
    const now = sound ? { ...knobs, sound: sound.name } : knobs;
    return { ...of, sounds: { ...of.sounds, [player]: now } };
  };
  return mapSections({ ...song, players, form: song.form.map(renamed) }, (s) => {
    const bars = s.bars.map(renamed);
    const variants = s.variants.map((v) => ({ ...v, bars: v.bars.map(renamed) }));
    const isSame =
      bars.every((b, i) => b === s.bars[i]) &&
      variants.every((v, i) => v.bars.every((b, n) => b === s.variants[i]!.bars[n]));
    return renamed(isSame ? s : { ...s, bars, variants });
  });
}

/** A hand that does everything as usual is not written down. */
function withHand(section: Section, player: Player, hand: SectionHand): Section {
  const { [player]: _was, ...others } = section.hands ?? {};
  const usual = hand.strokes === undefined && hand.with === undefined;
  const hands = usual ? others : { ...others, [player]: hand };
  const { hands: _were, ...rest } = section;
  return Object.keys(hands).length === 0 ? rest : { ...rest, hands };
}

/** Everything as it was before a decision, which stays in the log as taken back. Throws RangeError where that cannot be. */
function takeBack(song: Song, id: string): Song {
  const decision = song.log?.decisions.find((d) => d.id === id);
  if (!decision) throw new RangeError(`No decision ${id} in the log`);
  const back = takenBack(song, decision);
  if (!back.ok) throw new RangeError(back.error);
  const next = applyEdit(song, back.value);
  const decisions = song.log!.decisions.map((d) => (d.id === id ? { ...d, over: true as const } : d));
  return { ...next, log: { ...song.log!, decisions } };
}

function withPlans(song: Song, plans: readonly NamedPlan[]): Song {
  const { plans: _were, ...rest } = song;
  return plans.length === 0 ? rest : { ...rest, plans };
}

/** True when two kept findings speak of the same thing. */
export function sameCause(a: Omit<KeptFinding, 'reason'>, b: Omit<KeptFinding, 'reason'>): boolean {
  return (
    a.section === b.section &&
    a.pass === b.pass &&
    a.bar === b.bar &&
    a.beat === b.beat &&
    a.kind === b.kind &&
    a.players.join() === b.players.join() &&
    a.notes.join() === b.notes.join()
  );
}

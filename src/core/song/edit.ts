import type {
  Like,
  NamedPlan,
  NamedSound,
  PlacedChord,
  PlanName,
  PlanTune,
  Player,
  SectionHand,
  Wish,
} from '../form/index';
import type { NamedPattern } from '../hits/index';
import type { Delay, Swing } from '../time/index';
import type {
  CellChange,
  HitsChange,
  LineChange,
  PartChange,
  PushChange,
  SoundChange,
  VoiceChange,
} from './address';
import type { ChordGuess, ChordsChange } from './edit-chords';
import type { PlayingChange, VaryChange } from './edit-form';
import type { BarsChange, HeadChange } from './edit-sections';
import type { BesideChange, RemarkChange, SwapChange } from './edit-notes';
import type { LogChange } from './log';
import type { KeptFinding, Song } from './song';

/** Everything that can be done to a song, as plain data. */
export type Edit =
  | { readonly kind: 'setCells'; readonly changes: readonly CellChange[] }
  | { readonly kind: 'setHits'; readonly changes: readonly HitsChange[] }
  | { readonly kind: 'setPush'; readonly change: PushChange }
  | { readonly kind: 'setLine'; readonly change: LineChange }
  | { readonly kind: 'setVoice'; readonly change: VoiceChange }
  /** Nothing left out of `hand` stays: an empty hand is the player's usual way. */
  | {
      readonly kind: 'setHand';
      readonly section: string;
      readonly player: Player;
      readonly hand: SectionHand;
    }
  /** The singer's range in a section, lowest and highest note with octave; null: the song's. */
  | { readonly kind: 'setRange'; readonly section: string; readonly voice: Song['voice'] }
  | { readonly kind: 'setSwing'; readonly section: string; readonly swing: Swing | null }
  /** Gives bars (from 0) of a section an own version on one pass, to begin with the same as before. */
  | ({ readonly kind: 'vary'; readonly bars: number } & VaryChange)
  /** Leaves bars of a section out on one pass, from bar `fromBar` (from 0) on: `bars` of them, or all that are left. */
  | ({ readonly kind: 'leaveOut'; readonly bars?: number } & VaryChange)
  /** Takes everything away that differs on a pass. */
  | ({ readonly kind: 'unvary' } & Omit<VaryChange, 'fromBar'>)
  /** Whose part a player's follows in a section; null lets it go as it is now. */
  | {
      readonly kind: 'setLike';
      readonly section: string;
      readonly player: Player;
      readonly like: Like | null;
    }
  /** What is told in the song, a section or a bar of it (from 0) on a pass; an empty text takes it away. */
  | { readonly kind: 'setRemark'; readonly change: RemarkChange }
  /** Key a section is written in, and how much of its first bar is played; null: the song's, all of it. */
  | { readonly kind: 'setSectionKey'; readonly section: string; readonly key: string | null }
  | { readonly kind: 'setPickup'; readonly section: string; readonly ticks: number | null }
  /** Other chords in a bar; grips that were for the old ones are open again. */
  | { readonly kind: 'setChords'; readonly change: ChordsChange }
  /** Whether a chord is a guess. */
  | { readonly kind: 'setChordGuess'; readonly change: ChordGuess }
  /** What is kept beside a player's bar; none takes it away. */
  | { readonly kind: 'setBeside'; readonly change: BesideChange }
  /** The bar of a player in place of what is kept beside it (from 0), which takes its place. */
  | { readonly kind: 'swapBeside'; readonly change: SwapChange }
  | { readonly kind: 'setPlaying'; readonly entry: number; readonly change: PlayingChange }
  /** The key of an entry and of all after it. */
  | { readonly kind: 'setKeyFrom'; readonly entry: number; readonly key: string | null }
  /** Cuts a section in two before a bar (from 1 on); the second part gets a name of its own. */
  | { readonly kind: 'cut'; readonly section: string; readonly bar: number; readonly name: string }
  | { readonly kind: 'setDelay'; readonly player: Player; readonly delay: Delay | null }
  | { readonly kind: 'together'; readonly edits: readonly Edit[] }
  /** An edit in one playing alone (place in the form, from 0), where its section comes back. */
  | { readonly kind: 'here'; readonly entry: number; readonly edit: Edit }
  | { readonly kind: 'reopen'; readonly section: string | null }
  /** `tune` left out: as the plan is. */
  | {
      readonly kind: 'setPlan';
      readonly entry: number;
      readonly plan: PlanName | null;
      readonly tune?: PlanTune;
    }
  /** Keeps a tuned plan under its name, in place of one of that name. */
  | { readonly kind: 'savePlan'; readonly plan: NamedPlan }
  | { readonly kind: 'dropPlan'; readonly name: string }
  /** Keeps a bar of the right hand under its name, in place of one of that name. */
  | { readonly kind: 'savePattern'; readonly pattern: NamedPattern }
  | { readonly kind: 'dropPattern'; readonly name: string }
  /** Several bars at once, each in place of what stood there. */
  | { readonly kind: 'setParts'; readonly changes: readonly PartChange[] }
  /** Which sound a player uses in a section or a bar of it. */
  | { readonly kind: 'useSound'; readonly change: SoundChange }
  /** A player's sound in place of the one called `was` (null: a new one); `sound` null takes it away, with its uses. */
  | {
      readonly kind: 'setSound';
      readonly player: Player;
      readonly was: string | null;
      readonly sound: NamedSound | null;
    }
  | { readonly kind: 'setThumb'; readonly player: Player; readonly thumb: boolean }
  /** Keeps the song as it is under a name, in place of a version of that name. */
  | { readonly kind: 'keepVersion'; readonly name: string }
  | { readonly kind: 'dropVersion'; readonly name: string }
  /** The song as it was kept; what it is now stays one undo away. */
  | { readonly kind: 'toVersion'; readonly name: string }
  | { readonly kind: 'setWishes'; readonly section: string; readonly wishes: readonly Wish[] }
  | { readonly kind: 'keep'; readonly finding: KeptFinding }
  | { readonly kind: 'unkeep'; readonly finding: Omit<KeptFinding, 'reason'> }
  | { readonly kind: 'detach'; readonly entry: number; readonly name: string }
  | { readonly kind: 'setTitle'; readonly title: string }
  /** What stands before the sections; nothing moves with it. */
  | { readonly kind: 'setHead'; readonly change: HeadChange }
  /** A new section, played once at a place of the form (from 0); bars by their chords. */
  | {
      readonly kind: 'addSection';
      readonly name: string;
      readonly at: number;
      readonly bars: readonly (readonly PlacedChord[])[];
    }
  | { readonly kind: 'renameSection'; readonly section: string; readonly name: string }
  /** A section once more, at a place of the form (from 0). */
  | { readonly kind: 'playAgain'; readonly section: string; readonly at: number }
  | { readonly kind: 'movePlaying'; readonly entry: number; readonly to: number }
  /** Its section goes with the last playing of it. */
  | { readonly kind: 'dropPlaying'; readonly entry: number }
  | { readonly kind: 'setBars'; readonly section: string; readonly change: BarsChange }
  | { readonly kind: 'log'; readonly change: LogChange }
  /** What a decision of the log replaced is there again. */
  | { readonly kind: 'takeBack'; readonly id: string }
  | { readonly kind: 'replace'; readonly song: Song };

import { PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { patternIn } from '../../core/song/index';
import {
  barOf,
  changeStroke,
  push,
  put,
  repeatFigure,
  setPatterns,
  soundingAt,
  toggleString,
  triplet,
} from './actions';
import type { KeyContext } from './key-context';
import type { HitsKey } from './keys';
import { beginLine } from './line-actions';
import { moreMuted, otherDirection, otherString, otherTechnique, otherWeight } from './symbols';

/** Keys that write strokes. */
export function hitKeys(context: KeyContext): readonly HitsKey[] {
  const { scope, cursor, division, act, step, copied, go, barMeant } = context;
  const write = (symbol: string) => () => {
    act(put(scope, cursor, symbol));
    step(division);
  };
  const { player, tick } = cursor;
  const bar = barOf(scope, tick);
  const sounding = () => soundingAt(scope, cursor);
  return [
    { key: 'f', words: 'strike', does: write('O'), legend: true },
    { key: 'd', words: 'palm mute', does: write('M'), legend: true },
    { key: 'x', words: 'dead', does: write('X'), legend: true },
    { key: 'g', words: 'go on', does: write('-'), legend: true },
    { key: 'r', words: 'rest', does: write('.'), legend: true },
    {
      key: 'w',
      words: 'weak/strong: the stroke here or the last one before',
      does: () => act(changeStroke(scope, cursor, otherWeight)),
      legend: true,
    },
    {
      key: 'q',
      words: 'down or up: as the hand goes, down, up',
      does: () => act(changeStroke(scope, cursor, otherDirection)),
      legend: true,
    },
    {
      key: 't',
      words: 'one string: alone, each in turn, then the whole grip',
      does: () => act(changeStroke(scope, cursor, (s) => otherString(s, sounding()))),
      legend: true,
    },
    {
      key: 'u',
      words: 'mute low: the lowest string muted while the others ring, one more, none',
      does: () => act(changeStroke(scope, cursor, (s) => moreMuted(s, sounding()))),
      legend: true,
    },
    {
      key: 'y',
      words: 'how: picked, slapped, popped, tapped, raked, scraped',
      does: () => act(changeStroke(scope, cursor, otherTechnique)),
      legend: true,
    },
    ...scope.song.players[player].tuning.map((_, n, all): HitsKey => {
      const string = all.length - n;
      return {
        key: `Shift+${string}`,
        words: `string ${string}: struck here with the others, or not`,
        does: () => act(toggleString(scope, cursor, string)),
      };
    }),
    {
      key: ',',
      words: 'push: the change comes an eighth early, a sixteenth, on its place',
      does: () => act(push(scope, cursor, [player], null)),
      legend: true,
    },
    {
      key: ';',
      words: 'all push: the change an eighth early for everybody',
      does: () => act(push(scope, cursor, PLAYERS, 480)),
      legend: true,
    },
    {
      key: ':',
      words: 'no push: the change comes on its place for all',
      does: () => act(push(scope, cursor, PLAYERS, 0)),
    },
    {
      key: 'p',
      words: 'repeat: what stands before here, again and again to the end of the bar',
      does: () => act(repeatFigure(scope, cursor)),
      legend: true,
    },
    {
      key: 'h',
      words: 'three in two: three strokes in the time of two places, from here',
      does: () => {
        act(triplet(scope, cursor, division));
        step(2 * division);
      },
      legend: true,
    },
    {
      key: 'c',
      words: 'copy: this bar’s hits',
      does: () => {
        const from = barMeant;
        copied.current = patternIn(scope.bars, { bar: from, player }, scope.meter);
        const which = `${PLAYER_WORDS[player]}, ${scope.barNames[from]}`;
        act({
          edit: null,
          why: copied.current === null ? `Nothing is written in ${which}` : `Copied ${which}`,
        });
      },
      legend: true,
    },
    {
      key: 'v',
      words: 'put here: the copied bar',
      does: () =>
        act(
          copied.current === null
            ? { edit: null, why: 'Nothing is copied yet' }
            : setPatterns(
                scope,
                [{ player, bar, hits: copied.current }],
                `copied hits for ${PLAYER_WORDS[player]}`,
              ),
        ),
      legend: true,
    },
    {
      key: 'b',
      words: 'line: notes instead of a grip in this bar',
      does: () => act(beginLine(scope, cursor)),
      legend: true,
    },
    ...PLAYERS.map((p, n): HitsKey => ({
      key: String(n + 1),
      words: PLAYER_WORDS[p],
      does: () => go(p, tick),
    })),
  ];
}

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
export function hitKeys({ scope, cursor, division, act, step, copied }: KeyContext): readonly HitsKey[] {
  const write = (symbol: string) => () => {
    act(put(scope, cursor, symbol));
    step(division);
  };
  const { player, tick } = cursor;
  const bar = barOf(scope, tick);
  const sounding = () => soundingAt(scope, cursor);
  return [
    { key: 'f', cap: 'f', words: 'strike', does: write('O'), legend: true },
    { key: 'd', cap: 'd', words: 'palm mute', does: write('M'), legend: true },
    { key: 's', cap: 's', words: 'dead', does: write('X'), legend: true },
    { key: 'r', cap: 'r', words: 'hold', does: write('-'), legend: true },
    { key: 'e', cap: 'e', words: 'silence', does: write('.'), legend: true },
    {
      key: 'w',
      cap: 'w',
      words: 'weak/strong: the stroke here or the last one before',
      does: () => act(changeStroke(scope, cursor, otherWeight)),
      legend: true,
    },
    {
      key: 'q',
      cap: 'q',
      words: 'down or up: as the hand goes, down, up',
      does: () => act(changeStroke(scope, cursor, otherDirection)),
      legend: true,
    },
    {
      key: 't',
      cap: 't',
      words: 'one string: alone, each in turn, then the whole grip',
      does: () => act(changeStroke(scope, cursor, (s) => otherString(s, sounding()))),
      legend: true,
    },
    {
      key: 'u',
      cap: 'u',
      words: 'mute low: the lowest string muted while the others ring, one more, none',
      does: () => act(changeStroke(scope, cursor, (s) => moreMuted(s, sounding()))),
      legend: true,
    },
    {
      key: 'y',
      cap: 'y',
      words: 'how: picked, slapped, popped, tapped, raked, scraped',
      does: () => act(changeStroke(scope, cursor, otherTechnique)),
      legend: true,
    },
    ...scope.song.players[player].tuning.map((_, n, all): HitsKey => {
      const string = all.length - n;
      return {
        key: String(string),
        cap: String(string),
        words: `string ${string}: struck here with the others, or not`,
        does: () => act(toggleString(scope, cursor, string)),
      };
    }),
    {
      key: ',',
      cap: ',',
      words: 'push: the change comes an eighth early, a sixteenth, on its place',
      does: () => act(push(scope, cursor, [player], null)),
      legend: true,
    },
    {
      key: ';',
      cap: ';',
      words: 'all push: the change an eighth early for everybody',
      does: () => act(push(scope, cursor, PLAYERS, 480)),
      legend: true,
    },
    {
      key: ':',
      cap: ':',
      words: 'nobody: the change comes on its place for all',
      does: () => act(push(scope, cursor, PLAYERS, 0)),
    },
    {
      key: 'p',
      cap: 'p',
      words: 'repeat: what stands before here, again and again to the end of the bar',
      does: () => act(repeatFigure(scope, cursor)),
      legend: true,
    },
    {
      key: 'h',
      cap: 'h',
      words: 'three in two: three strokes in the time of two places, from here',
      does: () => {
        act(triplet(scope, cursor, division));
        step(2 * division);
      },
      legend: true,
    },
    {
      key: 'c',
      cap: 'c',
      words: 'copy: this bar’s hits',
      does: () => {
        copied.current = patternIn(scope.bars, { bar, player }, scope.meter);
        act({ edit: null, why: `Copied ${PLAYER_WORDS[player]}, ${scope.barNames[bar]}; v puts it` });
      },
      legend: true,
    },
    {
      key: 'v',
      cap: 'v',
      words: 'put here: the copied bar',
      does: () =>
        act(
          copied.current === null
            ? { edit: null, why: 'Nothing is copied yet; c copies a bar' }
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
      cap: 'b',
      words: 'line: notes instead of a grip in this bar',
      does: () => act(beginLine(scope, cursor)),
      legend: true,
    },
  ];
}

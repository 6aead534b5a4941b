import { expect } from 'chai';
import { readChart } from '../formats/index';
import { keyBetween, keyMove } from './index';

const song = readChart(`title: Low Harbour
key: Am
== Verse ==
chords | Am | F |
guitar1 | x02210 | 133211 |
guitar2 | 577xxx | 133xxx |
bass | x0xx | 1xxx |
`).song;

describe('the song in another key', () => {
  it('finds shapes anew, and says how many open strings that costs', () => {
    const move = keyMove(song, 2, { capo: false })!;
    expect(move).to.include({ key: 'Bm', capos: null, openBefore: 1, openAfter: 0 });
    expect(move.done.changed).to.equal(6);
  });

  it('keeps the guitars’ shapes behind a capo', () => {
    const move = keyMove(song, 2, { capo: true })!;
    expect(move.capos).to.deep.equal({ guitar1: 2, guitar2: 2 });
    expect(move).to.include({ openAfter: 1 });
    // The bass alone frets anew.
    expect(move.done.changed).to.equal(2);
    expect(move.done.misfits).to.deep.equal([]);
  });

  it('has no capo below the nut, nor too high', () => {
    expect(keyMove(song, -1, { capo: true })).to.equal(null);
    expect(keyMove(song, 8, { capo: true })).to.equal(null);
  });

  it('between a version and now: fretted as before, moved along, or something else', () => {
    const { versions: _versions, log: _log, ...was } = song;
    const up = keyMove(song, 2, { capo: false })!.done.song;
    // A grip of four strings by the nut is another shape two frets up; power chords go along.
    expect(keyBetween(was, up)).to.deep.include({ shift: 2, shapes: 0, moved: 4, others: 0 });
    const capo = keyMove(song, 2, { capo: true })!.done.song;
    const between = keyBetween(was, capo);
    expect(between).to.deep.include({
      shift: 2,
      shapes: 4,
      moved: 0,
      others: 0,
      openBefore: 1,
      openAfter: 1,
    });
    expect(between.capos.guitar1).to.deep.equal({ was: 0, is: 2 });
    expect(keyBetween(was, song)).to.deep.include({ shift: 0, shapes: 4, moved: 0, others: 0 });
  });
});

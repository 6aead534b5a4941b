import { expect } from 'chai';
import { readChart } from '../formats/index';
import { readSong } from './read-saved';
import { SONG_VERSION, saveSong } from './saved';
import { songLength, type Song } from './song';

/** A file of version 1 that says the same as the song: what version 2 counts in dotted beats, it counted in notes. */
function asFirst(song: Song, change: (values: Record<string, unknown>) => void): unknown {
  const saved = structuredClone(saveSong(song)) as unknown as {
    version: number;
    song: Record<string, unknown>;
  };
  saved.version = 1;
  change(saved.song);
  return saved;
}

describe('song files of version 1', () => {
  it('last as long as they did in 6/8, and are written anew as version 2', () => {
    const { song } = readChart('title: A\nmeter: 6/8\ntempo: 60\n== Verse == x4\nchords | D | G |\n');
    const read = readSong(asFirst(song, (values) => Object.assign(values, { tempo: 90 })));
    expect(read.ok && read.value).to.deep.equal(song);
    // 8 bars of two dotted beats, one a second.
    expect(songLength(song).seconds).to.be.closeTo(16, 1e-9);
    expect(saveSong(song).version).to.equal(SONG_VERSION).and.equal(2);
  });

  it('keep the speed of a section in another metre, and where what is kept stands', () => {
    const text =
      'title: A\nmeter: 4/4\ntempo: 120\n== Verse ==\nchords | D |\n== Turn == tempo 80; meter 12/8\nchords | D G |\nkeep: Turn bar 1 beat 3 crowding guitar1 guitar2 "meant"\n';
    const { song, problems } = readChart(text);
    expect(problems).to.deep.equal([]);
    const file = asFirst(song, (values) => {
      const form = values.form as Record<string, unknown>[];
      delete form[1]!.tempo;
      (values.kept as Record<string, unknown>[])[0]!.beat = 7;
    });
    const read = readSong(file);
    expect(read.ok && read.value).to.deep.equal(song);
  });

  it('refuses a file of a later version and says so', () => {
    const { song } = readChart('title: A\n== Verse ==\nchords | D |\n');
    const read = readSong({ ...saveSong(song), version: 3 });
    expect(!read.ok && read.error[0]!.message)
      .to.include('newer')
      .and.to.include('chart text');
  });
});

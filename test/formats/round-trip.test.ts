import { readdirSync, readFileSync } from 'node:fs';
import { expect } from 'chai';
import fc from 'fast-check';
import { PLAYERS } from '../../src/core/form/index';
import {
  openFile,
  packed,
  readAny,
  readChart,
  shelfFiles,
  songAs,
  toText,
  unpacked,
  writeChart,
  type SongKind,
} from '../../src/core/formats/index';
import { readSong, saveSong, unfold, type Song } from '../../src/core/song/index';
import { SEED, song as anySong } from '../generators';
import { ringsSaid, songOf, strokesSaid } from './round-trip';
import { usually } from '../usual';

const folder = new URL('../../demo/', import.meta.url);
const demos = readdirSync(folder)
  .filter((name) => name.endsWith('.txt'))
  .map((name) => readChart(readFileSync(new URL(name, folder), 'utf8')).song);

function back(song: Song, kind: SongKind): Song {
  const opened = openFile(`song.${kind}`, songAs(song, kind).bytes);
  if (opened.kind !== 'notes') throw new Error(`${kind}: ${JSON.stringify(opened).slice(0, 200)}`);
  return songOf(opened.taken);
}

/** A palm mute of one string among others that ring has no word in a bar that slides: only whole ones are compared. */
function withoutPartMutes(said: readonly string[]): readonly string[] {
  return said.map((text) => {
    const words = text.split(': ')[1]!.split(' ');
    return words.some((w) => w.endsWith('m')) && words.some((w) => !/[mx]$/.test(w))
      ? text.replace(/m/g, '')
      : text;
  });
}

describe('songs out and in again', () => {
  for (const kind of ['musicxml', 'mxl', 'mid'] as const) {
    it(`the demo songs come back from .${kind} as they were: notes, strings, times, tempo, metre, key, sections`, () => {
      for (const song of demos) {
        const made = back(song, kind);
        for (const player of PLAYERS) {
          expect(strokesSaid(made, player), `${song.title} ${player}`).to.deep.equal(
            strokesSaid(song, player),
          );
          expect(ringsSaid(made, player), `${song.title} ${player}`).to.deep.equal(ringsSaid(song, player));
          expect(made.players[player].tuning).to.deep.equal(song.players[player].tuning);
          expect(made.players[player].capo).to.equal(song.players[player].capo);
        }
        expect([made.title, made.tempo, made.meter, made.key]).to.deep.equal([
          song.title,
          song.tempo,
          song.meter,
          song.key,
        ]);
        const names = (one: Song) => unfold(one).map((p) => p.section.name.replace(/ \d+$/, ''));
        expect(new Set(names(made))).to.deep.equal(new Set(names(song)));
        const text = writeChart(made);
        const read = readChart(text);
        expect(read.problems).to.deep.equal([]);
        expect(read.song).to.deep.equal(made);
      }
    });
  }

  it('the chords of the demo songs come back from .musicxml, pushes too', () => {
    for (const song of demos) {
      const chords = (one: Song) =>
        unfold(one).flatMap(({ section, entry }) =>
          Array.from({ length: entry.times }, () =>
            section.bars.flatMap((bar) => bar.chords.map((c) => `${c.chord} ${c.push}`)),
          ).flat(),
        );
      expect(chords(back(song, 'musicxml')).length).to.be.at.least(chords(song).length * 0.9);
      expect(chords(back(song, 'musicxml'))[0]).to.equal(chords(song)[0]);
    }
  });

  it('law: any song that is written as MusicXML and read again is played the same', () => {
    fc.assert(
      fc.property(anySong, (song) => {
        if (PLAYERS.every((player) => strokesSaid(song, player).length === 0)) return;
        const made = back(song, 'musicxml');
        for (const player of PLAYERS)
          expect(withoutPartMutes(strokesSaid(made, player)).join('\n').replace(/(\d)m/g, '$1')).to.equal(
            withoutPartMutes(strokesSaid(song, player)).join('\n').replace(/(\d)m/g, '$1'),
          );
        expect(readChart(writeChart(made)).problems).to.deep.equal([]);
      }),
      { seed: SEED, numRuns: usually(30) },
    );
  });

  it('law: any song without swing and harmonics that is written as MIDI and read again is played the same', () => {
    fc.assert(
      fc.property(anySong, ({ down: _down, ...wild }) => {
        const song: Song = {
          ...wild,
          sections: wild.sections.map(({ swing: _swing, ...section }) => section),
        };
        const isPlain = !/"harmonic":("natural"|\d)/.test(JSON.stringify(song));
        if (!isPlain || PLAYERS.every((player) => strokesSaid(song, player).length === 0)) return;
        const opened = openFile('x.mid', songAs(song, 'mid').bytes);
        if (opened.kind !== 'notes') throw new Error('not read');
        const made = songOf(opened.taken);
        for (const player of PLAYERS) {
          // A player without a note has no part.
          if (strokesSaid(song, player).length === 0 || opened.taken.parts.length < 3) continue;
          expect(strokesSaid(made, player).join('\n').replace(/m/g, '')).to.equal(
            strokesSaid(song, player).join('\n').replace(/m/g, ''),
          );
        }
      }),
      { seed: SEED, numRuns: usually(40) },
    );
  });

  it('chord sheets say key, tempo, metre, order and chords of the demo songs', () => {
    for (const song of demos) {
      for (const kind of ['cho', 'crd'] as const) {
        const read = readAny(toText(songAs(song, kind).bytes));
        expect([read.kind, read.refused, read.problems.length], `${song.title}.${kind}`).to.deep.equal([
          'typed',
          null,
          0,
        ]);
        expect([read.song.title, read.song.key, read.song.tempo, read.song.meter]).to.deep.equal([
          song.title,
          song.key,
          song.tempo,
          song.meter,
        ]);
        const first = (one: Song) =>
          unfold(one)[0]!
            .section.bars.map((bar) => bar.chords.map((c) => c.chord).join(' '))
            .join(' | ');
        expect(first(read.song)).to.equal(first(song));
      }
    }
  });

  it('a shelf goes out and in as one archive', () => {
    const files = unpacked(packed(shelfFiles(demos)));
    expect(files.ok).to.equal(true);
    if (!files.ok) return;
    const songs = files.value.map(({ bytes }) => readSong(JSON.parse(toText(bytes))));
    expect(songs.map((read) => read.ok && saveSong(read.value))).to.deep.equal(
      demos.map((song) => saveSong(song)),
    );
    expect(new Set(files.value.map((f) => f.name)).size).to.equal(demos.length);
  });
});

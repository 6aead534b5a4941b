import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect } from 'chai';
import type { MusicXML as TypedMusicXml } from '@stringsync/musicxml';
import type { Midi as ToneMidi } from '@tonejs/midi';
import { parseMidi } from 'midi-file';
import * as io from 'musicxml-io';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { PLAYERS, PLAYER_WORDS, type Player } from '../../src/core/form/index';
import { openStrings } from '../../src/core/instrument/index';
import { readChart, songAs, toText } from '../../src/core/formats/index';
import { flowOf, measuresOf, playedBars, playedStrokes } from '../../src/core/score/index';
import { sheetOf } from '../../src/core/sheet/index';
import type { Song } from '../../src/core/song/index';

/**
 * Against independent readers (general-purpose libraries, test only): verovio (LGPL-3.0), musicxml-io (MIT), the typed element
 * tables of MusicXML 4.0 in @stringsync/musicxml (MIT), @tonejs/midi and midi-file (MIT).
 */
const required = createRequire(import.meta.url);
const { Midi } = required('@tonejs/midi') as { Midi: typeof ToneMidi };
const { MusicXML } = required('@stringsync/musicxml') as { MusicXML: typeof TypedMusicXml };
const folder = new URL('../../demo/', import.meta.url);
const demos = readdirSync(folder)
  .filter((name) => name.endsWith('.txt'))
  .map((name) => readChart(readFileSync(new URL(name, folder), 'utf8')).song);
const signs = readChart(readFileSync(new URL('every-sign.txt', import.meta.url), 'utf8')).song;
const songs = [...demos, signs];

/** Notes a player's part has when every written bar is counted once. */
function writtenNotes(song: Song): number {
  const bars = playedBars(song);
  const same = PLAYERS.map(
    (player) =>
      new Map(
        sheetOf(song, player, 'written-out')
          .parts.flatMap((part) => part.bars)
          .map((bar) => [bar.place, bar.same]),
      ),
  );
  const places = flowOf(bars, (i) => same.map((map) => map.get(i)).join(' ')).flatMap(({ blocks }) =>
    blocks.flatMap((block) => [...block.bars, ...block.endings.flatMap((ending) => ending.bars)]),
  );
  return PLAYERS.reduce((sum, player) => {
    const measures = measuresOf(song, player);
    return sum + places.reduce((n, i) => n + measures[i]!.notes.reduce((m, note) => m + heads(note), 0), 0);
  }, 0);
}

function heads({ stroke, first, tiedFrom }: ReturnType<typeof measuresOf>[number]['notes'][number]): number {
  if (stroke === null) return 0;
  const graces = first && !tiedFrom ? stroke.notes.filter((n) => n.grace !== null).length : 0;
  return stroke.notes.length + graces;
}

describe('formats, in the eyes of others', () => {
  let verovio: VerovioToolkit;
  before(async function () {
    this.timeout(60_000);
    verovio = new VerovioToolkit(await createVerovioModule());
  });

  it('verovio loads every score and counts the same notes', () => {
    for (const song of songs) {
      expect(verovio.loadData(toText(songAs(song, 'musicxml').bytes))).to.equal(1);
      const notes = verovio.getMEI().match(/<note /g)?.length ?? 0;
      expect(notes, song.title).to.equal(writtenNotes(song));
    }
  });

  it('another reader finds no fault, and every string and fret agrees with pitch, tuning and capo', () => {
    for (const song of songs) {
      const score = io.parse(toText(songAs(song, 'musicxml').bytes));
      expect(io.validate(score).errors, song.title).to.deep.equal([]);
      score.parts.forEach((part, p) => {
        const rig = song.players[PLAYERS[p]!];
        const open = openStrings(rig).map((pitch) => pitch + rig.capo);
        const found = part.measures.flatMap((m) => m.entries).filter((e) => e.type === 'note');
        let checked = 0;
        for (const note of found) {
          const technical = (note.notations ?? []).filter((n) => n.type === 'technical');
          const string = technical.find((t) => 'string' in t && t.string !== undefined) as
            { string?: number } | undefined;
          const fret = technical.find((t) => 'fret' in t && t.fret !== undefined) as
            { fret?: number } | undefined;
          const isHarmonic = technical.some((t) => (t as { technical?: string }).technical === 'harmonic');
          if (!note.pitch || string?.string === undefined || fret?.fret === undefined || isHarmonic) continue;
          const { step, alter = 0, octave } = note.pitch;
          const pitch = 12 * (octave + 1) + { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[step] + alter;
          expect(open[open.length - string.string]! + fret.fret, `${song.title} ${part.id}`).to.equal(pitch);
          checked += 1;
        }
        expect(checked).to.be.greaterThan(0);
      });
    }
  });

  it('is MusicXML 4.0 by its element tables: nothing is put right when it is read and written there', function () {
    this.timeout(60_000);
    // Attributes have no order, and an empty element may be written either way (XML 1.0).
    const normal = (xml: string) =>
      xml
        .replace(/<\?xml[^>]*\?>|<!DOCTYPE[^>]*>/g, '')
        .replace(/<([\w-]+)((?:\s[^<>]*?)?)\s*\/>/g, '<$1$2></$1>')
        .replace(/<([\w-]+)((?:\s+[\w:-]+="[^"]*")+)\s*>/g, (_, name: string, list: string) => {
          const sorted = (list.match(/[\w:-]+="[^"]*"/g) ?? []).sort();
          return `<${name} ${sorted.join(' ')}>`;
        })
        .replace(/>\s+</g, '><')
        .trim();
    for (const song of songs) {
      const xml = toText(songAs(song, 'musicxml').bytes);
      expect(normal(MusicXML.parse(xml).serialize()) === normal(xml), song.title).to.equal(true);
    }
    // The check can fail: what the tables do not have is put right there.
    const wrong = toText(songAs(demos[0]!, 'musicxml').bytes)
      .replace('<mode>minor</mode>', '')
      .replace(/<fifths>[^<]*<\/fifths>/, '<fifths>many</fifths>');
    expect(normal(MusicXML.parse(wrong).serialize()) === normal(wrong)).to.equal(false);
  });

  it('two readers of MIDI find the same notes at the same times, tempo, metre and sections', () => {
    for (const song of demos) {
      const { bytes } = songAs(song, 'mid');
      const read = new Midi(bytes);
      // This reader makes a track of each channel; a player has a second one for what is bent or sounds twice.
      const tracks = PLAYERS.map((_, i) => ({
        name: read.tracks.find((t) => t.channel === i && t.notes.length > 0)?.name,
        notes: read.tracks.filter((t) => t.channel % 3 === i).flatMap((t) => t.notes),
      }));
      expect(tracks.map((t) => t.name)).to.deep.equal(PLAYERS.map((p) => PLAYER_WORDS[p]));
      const zero = playedBars(song)[0]!.start;
      tracks.forEach((track, i) => {
        const own = playedStrokes(song, PLAYERS[i]!).flatMap((s) =>
          s.notes.map((n) => `${s.at - zero} ${n.midi ?? openOf(song, PLAYERS[i]!, n.string)}`),
        );
        const theirs = track.notes.map((n) => `${n.ticks} ${n.midi}`);
        expect([...theirs].sort(), song.title).to.deep.equal([...own].sort());
      });
      const first = playedBars(song).find((bar) => bar.source !== null)!;
      expect(read.header.tempos[0]!.bpm).to.be.closeTo(first.playing.tempo, 0.01);
      const file = parseMidi(bytes);
      const markers = file.tracks[0]!.flatMap((e) => (e.type === 'marker' ? [e.text] : []));
      expect(markers).to.deep.equal(
        playedBars(song)
          .filter((b) => b.bar === 0)
          .map((b) => b.playing.section.name),
      );
      const metre = file.tracks[0]!.find((e) => e.type === 'timeSignature');
      expect(metre?.type === 'timeSignature' && `${metre.numerator}/${metre.denominator}`).to.equal(
        `${song.meter.beats}/${song.meter.unit}`,
      );
      const ons = file.tracks.flat().filter((e) => e.type === 'noteOn').length;
      const offs = file.tracks.flat().filter((e) => e.type === 'noteOff').length;
      expect([ons > 0, ons]).to.deep.equal([true, offs]);
    }
  });
});

function openOf(song: Song, player: Player, string: number): number {
  const rig = song.players[player];
  return openStrings(rig)[string]! + rig.capo;
}

import { createRequire } from 'node:module';
import { expect } from 'chai';
import type { Midi as ToneMidi } from '@tonejs/midi';
import { writeMidi as writeEvents, type MidiEvent } from 'midi-file';
import {
  openFile,
  readChart,
  songFromTaken,
  guessWho,
  writeChart,
  toBytes,
  type Taken,
} from '../../src/core/formats/index';
import { playedStrokes } from '../../src/core/score/index';
import type { Song } from '../../src/core/song/index';
import { PLAYERS, type Player } from '../../src/core/form/index';
import { openStrings } from '../../src/core/instrument/index';

const { Midi } = createRequire(import.meta.url)('@tonejs/midi') as { Midi: typeof ToneMidi };

/** Files of our own making with what is awkward in files of strangers; MusicXML 4.0 and Standard MIDI Files 1.0 by their texts. */
function taken(name: string, content: string | Uint8Array): Taken {
  const opened = openFile(name, typeof content === 'string' ? toBytes(content) : content);
  if (opened.kind !== 'notes') throw new Error(JSON.stringify(opened));
  return opened.taken;
}

function songOf(from: Taken): Song {
  const { song } = songFromTaken(from, { who: guessWho(from.parts), sections: 'marked' });
  const read = readChart(writeChart(song));
  expect(read.problems).to.deep.equal([]);
  return song;
}

/** Times in quarters and pitches of what a player strikes. */
function heard(song: Song, player: Player): string {
  const open = openStrings(song.players[player]).map((p) => p + song.players[player].capo);
  return playedStrokes(song, player)
    .map(({ at, notes }) => {
      const pitches = notes.map((n) =>
        n.midi === null ? 'x' : open[n.string]! + (n.harmonic === null ? n.fret! : 0),
      );
      return `${Math.round((at / 960) * 100) / 100}:${pitches.join('+')}`;
    })
    .join(' ');
}

const note = (step: string, octave: number, duration: number, more = '') =>
  `<note><pitch><step>${step[0]}</step>${step[1] ? `<alter>${step[1] === '#' ? 1 : -1}</alter>` : ''}<octave>${octave}</octave></pitch><duration>${duration}</duration>${more}</note>`;
const attributes = (more = '', beats = 4, type = 4) =>
  `<attributes><divisions>2</divisions><key><fifths>0</fifths></key><time><beats>${beats}</beats><beat-type>${type}</beat-type></time>${more}</attributes>`;
const score = (...parts: readonly (readonly [string, readonly string[]])[]) =>
  `<?xml version="1.0"?><score-partwise version="4.0"><part-list>${parts
    .map(([name], i) => `<score-part id="P${i + 1}"><part-name>${name}</part-name></score-part>`)
    .join('')}</part-list>${parts
    .map(
      ([, measures], i) =>
        `<part id="P${i + 1}">${measures.map((m, n) => (m.startsWith('<measure') ? m : `<measure number="${n + 1}">${m}</measure>`)).join('')}</part>`,
    )
    .join('')}</score-partwise>`;

describe('MusicXML of strangers', () => {
  it('a pick-up bar is a pick-up of its section', () => {
    const song = songOf(
      taken(
        'a.musicxml',
        score([
          'Guitar',
          [`<measure number="0" implicit="yes">${attributes()}${note('E', 3, 2)}</measure>`, note('A', 3, 8)],
        ]),
      ),
    );
    expect(song.sections[0]!.pickup).to.equal(960);
    expect(heard(song, 'guitar1')).to.equal('0:52 1:57');
  });

  it('a tie over a repeat is one note the first time and the second', () => {
    const song = songOf(
      taken(
        'a.xml',
        score([
          'Guitar',
          [
            `<barline location="left"><repeat direction="forward"/></barline>${attributes()}${note('A', 3, 8, '<tie type="start"/>')}`,
            `${note('A', 3, 4, '<tie type="stop"/>')}${note('C', 4, 4)}<barline location="right"><repeat direction="backward"/></barline>`,
          ],
        ]),
      ),
    );
    expect(heard(song, 'guitar1')).to.equal('0:57 6:60 8:57 14:60');
    expect(song.form.map((e) => e.times)).to.deep.equal([2]);
  });

  it('endings are followed, each with its own bars', () => {
    const ending = (n: string, kind: string, back = '') =>
      `<barline location="right"><ending number="${n}" type="${kind}"/>${back}</barline>`;
    const song = songOf(
      taken(
        'a.xml',
        score([
          'Guitar',
          [
            `<barline location="left"><repeat direction="forward"/></barline>${attributes()}${note('E', 3, 8)}`,
            `<barline location="left"><ending number="1,2" type="start"/></barline>${note('F', 3, 8)}${ending('1,2', 'stop', '<repeat direction="backward"/>')}`,
            `<barline location="left"><ending number="3" type="start"/></barline>${note('G', 3, 8)}${ending('3', 'discontinue')}`,
            note('A', 3, 8),
          ],
        ]),
      ),
    );
    expect(heard(song, 'guitar1')).to.equal('0:52 4:53 8:52 12:53 16:52 20:55 24:57');
  });

  it('tuplets keep their times', () => {
    const third = (step: string) =>
      `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>2</duration><type>eighth</type><time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification></note>`;
    const head = attributes().replace('<divisions>2', '<divisions>6');
    const song = songOf(
      taken(
        'a.xml',
        score(['Guitar', [`${head}${third('C')}${third('D')}${third('E')}${note('F', 4, 18)}`]]),
      ),
    );
    expect(heard(song, 'guitar1')).to.equal('0:60 0.33:62 0.67:64 1:65');
  });

  it('a five-string bass in tablature keeps its low B and its strings', () => {
    const tab = `<clef><sign>TAB</sign></clef><staff-details><staff-lines>5</staff-lines>${['B0', 'E1', 'A1', 'D2', 'G2'].map((t, i) => `<staff-tuning line="${i + 1}"><tuning-step>${t[0]}</tuning-step><tuning-octave>${t[1]}</tuning-octave></staff-tuning>`).join('')}</staff-details>`;
    const at = (string: number, fret: number) =>
      `<notations><technical><string>${string}</string><fret>${fret}</fret></technical></notations>`;
    const song = songOf(
      taken(
        'a.xml',
        score(
          ['Guitar', [`${attributes()}${note('E', 3, 8)}`]],
          ['Bass', [`${attributes(tab)}${note('D', 1, 4, at(5, 3))}${note('E', 1, 4, at(4, 0))}`]],
        ),
      ),
    );
    expect(song.players.bass.tuning).to.deep.equal(['B0', 'E1', 'A1', 'D2', 'G2']);
    expect(playedStrokes(song, 'bass').map((s) => `${s.notes[0]!.string}/${s.notes[0]!.fret}`)).to.deep.equal(
      ['0/3', '1/0'],
    );
  });

  it('two voices in one bar are both there', () => {
    const song = songOf(
      taken(
        'a.xml',
        score([
          'Guitar',
          [
            `${attributes()}${note('E', 4, 4, '<voice>1</voice>')}${note('G', 4, 4, '<voice>1</voice>')}<backup><duration>8</duration></backup>${note('A', 2, 8, '<voice>2</voice>')}`,
          ],
        ]),
      ),
    );
    expect(heard(song, 'guitar1')).to.equal('0:45+64 2:67');
  });

  it('a guitar written an octave up sounds an octave down', () => {
    const song = songOf(
      taken(
        'a.xml',
        score([
          'Lead guitar',
          [
            `${attributes('<transpose><chromatic>0</chromatic><octave-change>-1</octave-change></transpose>')}${note('E', 4, 8)}`,
          ],
        ]),
      ),
    );
    expect(heard(song, 'guitar1')).to.equal('0:52');
  });

  it('a staff beside its tablature is not played twice', () => {
    const head = attributes(
      '<staves>2</staves><clef number="1"><sign>G</sign></clef><clef number="2"><sign>TAB</sign></clef>',
    );
    const measure = `${head}${note('E', 3, 8, '<staff>1</staff>')}<backup><duration>8</duration></backup>${note('E', 3, 8, '<staff>2</staff><notations><technical><string>4</string><fret>2</fret></technical></notations>')}`;
    const song = songOf(taken('a.xml', score(['Guitar', [measure]])));
    expect(
      playedStrokes(song, 'guitar1').map((s) => s.notes.map((n) => `${n.string}/${n.fret}`).join()),
    ).to.deep.equal(['2/2']);
  });

  it('metres that change make sections of their own', () => {
    const song = songOf(
      taken(
        'a.xml',
        score([
          'Guitar',
          [
            `${attributes()}${note('E', 3, 8)}`,
            `<attributes><time><beats>3</beats><beat-type>4</beat-type></time></attributes>${note('G', 3, 6)}`,
          ],
        ]),
      ),
    );
    expect(song.form.length).to.equal(2);
    expect(song.sections[1]!.meter).to.deep.equal({ beats: 3, unit: 4 });
    expect(heard(song, 'guitar1')).to.equal('0:52 4:55');
  });

  it('chord names, sections, tempo and key are taken over; what is left out is said', () => {
    const harmony =
      '<harmony><root><root-step>B</root-step><root-alter>-1</root-alter></root><kind>major-seventh</kind><bass><bass-step>D</bass-step></bass></harmony>';
    const direction =
      '<direction><direction-type><rehearsal>Refrain</rehearsal></direction-type><sound tempo="96"/></direction>';
    const from = taken(
      'a.xml',
      score([
        'Guitar',
        [
          `${attributes().replace('<fifths>0</fifths>', '<fifths>-1</fifths><mode>minor</mode>')}${direction}${harmony}${note('D', 3, 8, '<lyric><text>la</text></lyric>')}`,
        ],
      ]),
    );
    const song = songOf(from);
    expect([
      song.key,
      song.tempo,
      song.sections[0]!.name,
      song.sections[0]!.bars[0]!.chords[0]!.chord,
    ]).to.deep.equal(['Dm', 96, 'Refrain', 'Bbmaj7/D']);
    expect(from.lost).to.include('lyrics');
  });
});

describe('MIDI of strangers', () => {
  const made = (change: (midi: ToneMidi) => void): Uint8Array => {
    const midi = new Midi();
    change(midi);
    return midi.toArray();
  };
  const events = (tracks: readonly (readonly object[])[], division = 480, format: 0 | 1 | 2 = 1) =>
    Uint8Array.from(
      writeEvents({
        header: { format, numTracks: tracks.length, ticksPerBeat: division },
        tracks: tracks.map(
          (list) => [...list, { deltaTime: 0, meta: true, type: 'endOfTrack' }] as MidiEvent[],
        ),
      }),
    );
  const on = (deltaTime: number, noteNumber: number, channel = 0, velocity = 90) => ({
    deltaTime,
    type: 'noteOn',
    channel,
    noteNumber,
    velocity,
  });
  const off = (deltaTime: number, noteNumber: number, channel = 0) => ({
    deltaTime,
    type: 'noteOff',
    channel,
    noteNumber,
    velocity: 0,
  });

  it('a riff by another library, without strings: all notes at their times, on strings a hand plays', () => {
    const pitches = [40, 43, 45, 46, 45, 43];
    const bytes = made((midi) => {
      const track = midi.addTrack();
      track.name = 'Guitar';
      pitches.forEach((p, i) => track.addNote({ midi: p, ticks: i * 240, durationTicks: 240 }));
    });
    const song = songOf(taken('a.mid', bytes));
    expect(heard(song, 'guitar1')).to.equal(pitches.map((p, i) => `${i / 2}:${p}`).join(' '));
    expect(Math.max(...playedStrokes(song, 'guitar1').map((s) => s.notes[0]!.fret!))).to.be.at.most(6);
  });

  it('chords without strings are held by one hand', () => {
    const bytes = made((midi) => {
      const track = midi.addTrack();
      track.name = 'Guitar';
      [
        [48, 52, 55, 60, 64],
        [41, 48, 53, 57, 60, 65],
      ].forEach((chord, i) =>
        chord.forEach((p) => track.addNote({ midi: p, ticks: i * 1920, durationTicks: 1900 })),
      );
    });
    const song = songOf(taken('a.mid', bytes));
    expect(heard(song, 'guitar1')).to.equal('0:48+52+55+60+64 4:41+48+53+57+60+65');
    expect(playedStrokes(song, 'guitar1').map((s) => s.grip?.join(''))).to.deep.equal(['32010', '133211']);
  });

  it('played a little beside the beat, it is written on it', () => {
    const bytes = made((midi) => {
      const track = midi.addTrack();
      track.name = 'Guitar';
      [3, 236, 487, 715, 964].forEach((t) => track.addNote({ midi: 45, ticks: t, durationTicks: 200 }));
    });
    expect(heard(songOf(taken('a.mid', bytes)), 'guitar1')).to.equal('0:45 0.5:45 1:45 1.5:45 2:45');
  });

  it('format 0: everything in one track, told apart by channels, the drums left out', () => {
    const bytes = events(
      [[on(0, 52, 0), on(0, 33, 1), on(0, 36, 9), off(480, 52, 0), off(0, 33, 1), off(0, 36, 9)]],
      480,
      0,
    );
    const from = taken('a.mid', bytes);
    expect(from.parts.length).to.equal(3);
    const song = songOf(from);
    expect([heard(song, 'guitar1'), heard(song, 'bass')]).to.deep.equal(['0:52', '0:33']);
    expect(from.lost).to.include('the drums');
  });

  it('note-on of no velocity ends a note, and what never ends, ends with the track', () => {
    const bytes = events([
      [on(0, 52), on(480, 52, 0, 0), on(0, 55), { deltaTime: 960, meta: true, type: 'text', text: 'x' }],
    ]);
    const [part] = taken('a.mid', bytes).parts;
    expect(part!.notes.map((n) => [n.midi, n.at, n.end])).to.deep.equal([
      [52, 0, 960],
      [55, 960, 2880],
    ]);
  });

  it('markers are sections, and those that come again with the same notes are the same section', () => {
    const mark = (deltaTime: number, text: string) => ({ deltaTime, meta: true, type: 'marker', text });
    const bytes = events([
      [mark(0, 'Verse'), mark(1920, 'Chorus'), mark(1920, 'Verse')],
      [on(0, 45), off(1920, 45), on(0, 50), off(1920, 50), on(0, 45), off(1920, 45)],
    ]);
    const song = songOf(taken('a.mid', bytes));
    expect(song.form.map((e) => e.section)).to.deep.equal(['Verse', 'Chorus', 'Verse']);
    expect(song.sections.length).to.equal(2);
  });

  it('a bar of another metre first is a pick-up', () => {
    const time = (deltaTime: number, numerator: number, denominator: number) => ({
      deltaTime,
      meta: true,
      type: 'timeSignature',
      numerator,
      denominator,
      metronome: 24,
      thirtyseconds: 8,
    });
    const bytes = events([
      [time(0, 1, 4), time(480, 4, 4)],
      [on(0, 52), off(480, 52), on(0, 57), off(1920, 57)],
    ]);
    const song = songOf(taken('a.mid', bytes));
    expect([song.meter, song.sections[0]!.pickup, heard(song, 'guitar1')]).to.deep.equal([
      { beats: 4, unit: 4 },
      960,
      '0:52 1:57',
    ]);
  });

  it('triplets stay triplets', () => {
    const bytes = events([
      [on(0, 52), off(160, 52), on(0, 55), off(160, 55), on(0, 57), off(160, 57), on(0, 52), off(480, 52)],
    ]);
    expect(heard(songOf(taken('a.mid', bytes)), 'guitar1')).to.equal('0:52 0.33:55 0.67:57 1:52');
  });

  it('a bend of the wheel is a bend, how far and back again', () => {
    const wheel = (deltaTime: number, value: number) => ({ deltaTime, type: 'pitchBend', channel: 0, value });
    const bytes = events([[on(0, 62), wheel(100, 4096), wheel(100, 8191), wheel(200, 0), off(80, 62)]]);
    expect(taken('a.mid', bytes).parts[0]!.notes[0]!.bend).to.deep.equal({ quarters: 4, release: true });
  });

  it('what is too low for a guitar in standard tuning lets it down; what no guitar has is said', () => {
    const low = taken(
      'a.mid',
      events([[{ deltaTime: 0, meta: true, type: 'trackName', text: 'Guitar' }, on(0, 38), off(480, 38)]]),
    );
    const song = songFromTaken(low, { who: { guitar1: 0, guitar2: null, bass: null }, sections: 'one' });
    expect(song.song.players.guitar1.tuning[0]).to.equal('D2');
    const high = taken('a.mid', events([[on(0, 52), on(0, 120), off(480, 52), off(0, 120)]]));
    const cut = songFromTaken(high, { who: { guitar1: 0, guitar2: null, bass: null }, sections: 'one' });
    expect(cut.lost.join()).to.include('notes this instrument does not have');
    expect(PLAYERS.map((p) => heard(cut.song, p))).to.deep.equal(['0:52', '', '']);
  });
});

describe('files that are broken or meant ill', () => {
  const refused = (name: string, content: string | Uint8Array): string => {
    const opened = openFile(name, typeof content === 'string' ? toBytes(content) : content);
    return opened.kind === 'refused' ? opened.message : `not refused: ${opened.kind}`;
  };
  const good = score(['Guitar', [`${attributes()}${note('E', 3, 8)}`]]);

  it('entities of their own, whatever they hold, are not followed', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE a [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;">]>${good.replace(/<\?xml[^>]*\?>/, '')}`;
    expect(refused('a.xml', bomb)).to.include('definitions of its own');
    const outside = `<?xml version="1.0"?><!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]><score-partwise/>`;
    expect(refused('a.xml', outside)).to.include('definitions of its own');
  });

  it('a hundred thousand elements in each other, and more text than any song, are refused at once', () => {
    const deep = `<?xml version="1.0"?><score-partwise>${'<a>'.repeat(100_000)}${'</a>'.repeat(100_000)}</score-partwise>`;
    expect(refused('a.xml', deep)).to.include('levels deep');
    expect(
      refused('a.xml', `<?xml version="1.0"?><score-partwise>${' '.repeat(13_000_000)}</score-partwise>`),
    ).to.include('too large');
  });

  it('every cut of a good file is read or refused in words, never more than that', () => {
    for (let at = 0; at < good.length; at += 37) {
      const opened = openFile('a.xml', toBytes(good.slice(0, at)));
      expect(['refused', 'text']).to.include(opened.kind);
    }
    const midi = made();
    for (let at = 1; at < midi.length; at += 3)
      expect(refused('a.mid', midi.slice(0, at))).to.not.include('not refused');
  });

  it('says what a file is that is no song', () => {
    expect(refused('a.xml', '<?xml version="1.0"?><html/>')).to.include('<html>');
    expect(refused('a.xml', '<?xml version="1.0"?><score-timewise/>')).to.include('score-partwise');
    expect(refused('a.xml', score(['Guitar', [attributes()]]))).to.include('neither notes nor chord names');
    expect(refused('a.mid', 'hello')).to.include('no MIDI file');
    expect(refused('a.bin', Uint8Array.from([1, 0, 2, 0]))).to.include('no text, MIDI, MusicXML or archive');
    expect(refused('a.zip', Uint8Array.from([0x50, 0x4b, 3, 4, 9, 9, 9]))).to.include('damaged');
    expect(refused('a.txt', new Uint8Array())).to.include('empty');
  });

  function made(): Uint8Array {
    const midi = new Midi();
    const track = midi.addTrack();
    track.addNote({ midi: 52, ticks: 0, durationTicks: 480 });
    return midi.toArray();
  }
});

import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../../test/generators';
import { PLAYERS } from '../../form/index';
import { applyEdit, barAt, unfold, type Song } from '../../song/index';
import { readBar, readChart, rowsOf, writeBar, writeChart, type BarPlace, type BarText } from '../index';
import { usually } from '../../../../test/usual';

const TEXT = `title: Copper Gate
key: A
tempo: 110
== Verse == x2
chords       | A5               | D5       | F#m . E . | . |
voice        | ~~~~....         |          | ~~~~~~~~? |   |
guitar1      | x02220! . 577xxx . | x577xx  | x022xx . 022100 . | . |
guitar1 hits | O---O---         | ~M-mmM-mm |          |   |
guitar2      | x022xx           | x577xx/xx0232~ | ? . ? . | . |
bass line    |                  |          |           | . . . . 0@4 2@4 . 4@4 |
`;

function songOf(text: string): Song {
  const { song, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return song;
}

describe('one bar in writing', () => {
  const song = songOf(TEXT);
  const at = (bar: number, pass = 1): BarPlace => ({ section: 'Verse', pass, times: 2, entry: 0, bar });
  const write = (place: BarPlace, text: Partial<BarText>, of = song): Song => {
    const read = readBar(of, place, text);
    expect(read.problems).to.deep.equal([]);
    return read.edit ? applyEdit(of, read.edit) : of;
  };
  const said = (of: Song, place: BarPlace, row: keyof BarText) => writeBar(of, place)[row];

  it('says each row as the chart does', () => {
    expect(writeBar(song, at(0))).to.include({
      chords: 'A5',
      voice: '~~~~....',
      guitar1: 'x02220! 577xxx',
      'guitar1 hits': 'O---O---',
      guitar2: 'x022xx',
      'bass line': '',
    });
    expect(said(song, at(2), 'chords')).to.equal('F#m E');
    expect(said(song, at(2), 'voice')).to.equal('~~~~~~~~?');
    expect(said(song, at(3), 'chords')).to.equal('.');
    expect(said(song, at(3), 'bass line')).to.equal('. . . . 0@4 2@4 . 4@4');
  });

  it('writes chords, the voice, grips, notes and hits, the figures of the grammar among them', () => {
    const next = write(at(1), {
      chords: 'D5~ . <E5 .',
      voice: '....~~~~?',
      guitar1: 'x577xx 022xxx',
      'guitar1 hits': '(M-mm)x4',
      'bass line': '{5@3 7@3 5@3} 4@3 .',
    });
    expect(writeBar(next, at(1))).to.deep.include({
      chords: 'D5~ <E5',
      voice: '....~~~~?',
      guitar1: 'x577xx 022xxx',
      'guitar1 hits': 'M-mmM-mmM-mmM-mm',
      'bass line': said(next, at(1), 'bass line'),
    });
    expect(said(next, at(1), 'bass line')).to.include('7@3');
    expect(write(at(1), { 'guitar1 hits': 'O{3+3+2}' }).sections[0]!.bars[1]!.hits.guitar1).to.equal(
      'O--O--O-',
    );
    // What was typed is chart text: the same song read from the chart.
    expect(readChart(writeChart(next)).song).to.deep.equal(next);
  });

  it('% is the bar before', () => {
    const next = write(at(1), { chords: '%', guitar1: '%', 'guitar1 hits': '%' });
    expect(said(next, at(1), 'chords')).to.equal('A5');
    expect(said(next, at(1), 'guitar1')).to.equal('x02220! 577xxx');
    expect(said(next, at(1), 'guitar1 hits')).to.equal('O---O---');
    const first = readBar(song, at(0), { chords: '%' });
    expect(first.edit).to.equal(null);
    expect(first.problems[0]!.message).to.include('expected this bar written out');
  });

  it('changes a later pass alone, and keeps what every pass has', () => {
    const next = write(at(1, 2), { chords: 'Bm' });
    expect(said(next, at(1, 2), 'chords')).to.equal('Bm');
    expect(said(next, at(1, 1), 'chords')).to.equal('D5');
    expect(readChart(writeChart(next)).song).to.deep.equal(next);
    expect(writeChart(next)).to.include('-- pass 2: bar 2 --');
    // A second look at it changes what is written for that pass.
    const again = write(at(1, 2), { chords: 'Bm . E .' }, next);
    expect(said(again, at(1, 2), 'chords')).to.equal('Bm E');
    expect(again.sections[0]!.variants).to.have.length(1);
  });

  it('opens grips that hold notes the new chord has not; locked ones, rests, lines and fitting grips stay', () => {
    const next = write(at(0), { chords: 'D' });
    // x02220 is locked; 577xxx is A and E, of which D has only one; Guitar 2 holds A and E too.
    expect(said(next, at(0), 'guitar1')).to.equal('x02220! ?');
    expect(said(next, at(0), 'guitar2')).to.equal('?');
    const fits = write(at(0), { chords: 'Am7' });
    expect(said(fits, at(0), 'guitar1')).to.equal('x02220! ?'.replace('?', '577xxx'));
    expect(said(fits, at(0), 'guitar2')).to.equal('x022xx');
    const lined = write(at(3), { chords: 'Bb' });
    expect(said(lined, at(3), 'bass line')).to.equal(said(song, at(3), 'bass line'));
    // Cells that were open in the rhythm of the chords follow it.
    const open = write(at(2), { chords: 'F#m C#m D E' });
    expect(said(open, at(2), 'guitar2')).to.equal('? ? ? ?');
    // A grip written with the chord is what is meant.
    const both = write(at(0), { chords: 'D', guitar2: 'xx0232' });
    expect(said(both, at(0), 'guitar2')).to.equal('xx0232');
  });

  it('a line takes the room of grips and hits that were not written with it', () => {
    const whole = write(at(0), { 'guitar1 line': '5@4 7@4 9@4 5@4' });
    expect(said(whole, at(0), 'guitar1')).to.equal('');
    expect(said(whole, at(0), 'guitar1 hits')).to.equal('');
    const half = write(at(0), { 'guitar1 line': '. . . . 5@4 h7@4 . .' });
    expect(said(half, at(0), 'guitar1')).to.equal('x02220!');
    expect(said(half, at(0), 'guitar1 hits')).to.equal('O---O---');
    // Taken out again, the grip is left and its hits with it.
    const gone = write(at(0), { 'guitar1 line': '' }, half);
    expect(said(gone, at(0), 'guitar1')).to.equal('x02220!');
    expect(gone.sections[0]!.bars[0]!.lines).to.equal(undefined);
    // Grips written over the notes are one thing too many.
    const both = readBar(song, at(0), { guitar1: '577xxx', 'guitar1 line': '5@4 7@4 9@4 5@4' });
    expect(both.problems[0]).to.include({ row: 'guitar1' });
    const full = readBar(whole, at(0), { 'guitar1 hits': 'OOOOOOOO' });
    expect(full.problems[0]).to.include({ row: 'guitar1 hits' });
  });

  it('says what cannot be read at its row, and changes nothing then', () => {
    const wrong = readBar(song, at(0), {
      chords: 'A5 Hm',
      'guitar1 hits': 'OOO',
      guitar2: '9999999',
      voice: '~x',
    });
    expect(wrong.edit).to.equal(null);
    expect(new Set(wrong.problems.map((p) => p.row))).to.deep.equal(
      new Set(['chords', 'voice', 'guitar1 hits', 'guitar2']),
    );
    expect(wrong.problems.find((p) => p.row === 'chords')!.column).to.equal(4);
    const odd = readBar(song, at(0), { chords: 'A5 . . D5 .' });
    expect(odd.questions[0]).to.include({ row: 'chords' });
    expect(odd.questions[0]!.message).to.include('quintuplets');
    const apart = readBar(song, at(0), { chords: 'A5 . D5 .', guitar2: 'x022xx x577xx . .' });
    expect(apart.questions.some((q) => q.message.includes('Count the dots'))).to.equal(true);
    expect(() => readBar(song, at(9), {})).to.throw(RangeError);
  });

  it('law: a bar read as it is written changes nothing, on every pass of every playing', () => {
    fc.assert(
      fc.property(anySong, (one) => {
        for (const place of placesOf(one))
          expect(readBar(one, place, writeBar(one, place)).edit, JSON.stringify(place)).to.equal(null);
      }),
      { seed: SEED, numRuns: usually(60) },
    );
  });

  it('law: a bar takes over what another one says, and is written so in the chart', () => {
    let tried = 0;
    fc.assert(
      fc.property(anySong, fc.nat(), fc.nat(), (one, a, b) => {
        const places = placesOf(one);
        const to = places[a % places.length]!;
        // Bars of one section have the same metre; a first bar says what goes on into others.
        const others = places.filter((p) => p.section === to.section && p.bar > 0);
        const section = one.sections.find((s) => s.name === to.section)!;
        const isLed = PLAYERS.some((p) => section.like?.[p] || section.hands?.[p]?.with);
        if (others.length === 0 || isLed) return;
        const from = others[b % others.length]!;
        tried += 1;
        const wanted = writeBar(one, from);
        const read = readBar(one, to, wanted);
        expect(read.problems).to.deep.equal([]);
        const next = read.edit ? applyEdit(one, read.edit) : one;
        const got = writeBar(next, to);
        for (const player of PLAYERS)
          for (const row of rowsOf(player)) expect(lasting(got[row]), row).to.equal(lasting(wanted[row]));
        expect(got.voice).to.equal(wanted.voice);
        // What it is afterwards is what the chart says of it.
        expect(readChart(writeChart(next)).song).to.deep.equal(next);
      }),
      { seed: SEED, numRuns: usually(250) },
    );
    expect(tried, 'bars of one section').to.be.greaterThan(30);
  });

  /** The first bar says what goes on into another one. */
  const lasting = (text: string) => text.replace(/^\?( |$)/, '.$1');

  function placesOf(one: Song): readonly BarPlace[] {
    return unfold(one).flatMap((playing) =>
      playing.shift !== 0
        ? []
        : Array.from({ length: playing.entry.times }, (_, p) => p + 1).flatMap((pass) =>
            playing.section.bars.flatMap((_, bar) => {
              const { section, times } = playing.entry;
              const place = { section, times, pass, entry: playing.index, bar };
              return barAt(one, place) ? [place] : [];
            }),
          ),
    );
  }
});

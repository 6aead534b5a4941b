import { expect } from 'chai';
import { keepingOf, keptList, songFindings, type Finding } from '../src/core/clash/index';
import { readChart, writeChart } from '../src/core/formats/index';
import { gripCell } from '../src/core/form/index';
import { parseGrip } from '../src/core/grip/index';
import { applyEdit, type Song } from '../src/core/song/index';
import { curesFor } from '../src/core/offers/index';
import { JUDGEMENT_CASES } from './judgement-cases';

const song = (head: string, rows: string): Song => {
  const { song: read, problems } = readChart(`key: Dm\n${head}\n== A ==\n${rows}\n`);
  expect(problems).to.deep.equal([]);
  return read;
};
const warned = (s: Song) => songFindings(s).filter((f) => f.level !== 'note' && f.kept === null);
const put = (s: Song, player: 'guitar1' | 'guitar2' | 'bass', text: string, bar = 0) => {
  const grip = parseGrip(text, player === 'bass' ? 4 : 6);
  if (!grip.ok) throw new Error(grip.error);
  const at = { section: 'A', pass: 1, player, bar, index: 0 };
  return applyEdit(s, { kind: 'setCells', changes: [{ at, cell: gripCell(grip.value) }] });
};

describe('ways out of a finding', () => {
  // Each labelled piece is a pinned example: whatever is found in it has ways out that do what they say.
  for (const one of JUDGEMENT_CASES.filter((c) => c.want === 'find')) {
    it(`take it away: ${one.kind}, ${one.why}`, () => {
      const before = song(one.head ?? '', one.rows);
      for (const f of warned(before)) {
        const cures = curesFor(before, f);
        expect(cures.length, f.text).to.be.within(1, 4);
        expect(new Set(cures.map((c) => c.words)).size).to.equal(cures.length);
        for (const cure of cures) {
          const after = applyEdit(before, cure.edit);
          const still = warned(after).some(
            (g) =>
              g.kind === f.kind &&
              g.from < f.to &&
              g.to > f.from &&
              g.players.some((p) => f.players.includes(p)),
          );
          expect(still, `${f.text} ${cure.words}`).to.equal(false);
          expect(cure.cures.some((g) => g.kind === f.kind)).to.equal(true);
          // What it brings is said beforehand.
          const told = new Set(cure.brings.map((g) => `${g.kind} ${g.bar} ${g.beat}`));
          const known = new Set(warned(before).map((g) => `${g.kind} ${g.bar} ${g.beat}`));
          for (const g of warned(after)) {
            const id = `${g.kind} ${g.bar} ${g.beat}`;
            expect(told.has(id) || known.has(id), `${cure.words} brings ${g.text}`).to.equal(true);
          }
        }
      }
    });
  }

  const words = (s: Song, kind: Finding['kind']) =>
    curesFor(
      s,
      warned(s).find((f) => f.kind === kind)!,
    ).map((c) => c.words);
  const rows = (kind: string, why: string) =>
    JUDGEMENT_CASES.find((c) => c.kind === kind && c.why.startsWith(why))!;

  it('are what a bandmate would say first', () => {
    const of = (kind: Finding['kind'], why: string) => {
      const one = rows(kind, why);
      return words(song(one.head ?? '', one.rows), kind);
    };
    expect(of('stop', 'guitars dead').slice(0, 2)).to.deep.equal(['Stop the bass with them', 'Let all ring']);
    expect(of('push', 'one guitar')).to.include.members(['Make the push common', 'No one pushes']);
    expect(of('flam', 'a sixteenth late')[0]).to.equal('Guitar 2 onto the others’ stroke');
    expect(of('flam', 'the bass a sixteenth early')[0]).to.equal('Bass onto the others’ stroke');
    expect(of('buried-hit', 'a choke')[0]).to.equal('Guitar 2 chokes there too');
    expect(of('mud', 'a fifth at the bottom')[0]).to.match(/^Bass: single note 1xxx/);
    expect(of('delay', 'a quarter delay').some((w) => /delay off|early/.test(w))).to.equal(true);
  });

  // What a bandmate would say first (common practice).
  it('name the same sort of grip on the right chord, with the change where it was held over', () => {
    const early = song(
      'guitar1: gain 7\nguitar2: gain 7',
      'chords | Eb | Bb |\nguitar1 | x688xx | x133xx |\nguitar2 | x133xx | . |\nbass | x6xx | x1xx |',
    );
    expect(words(early, 'other-chord')).to.include('Guitar 2: root·fifth·octave x688xx');
    const held = song(
      'guitar2: gain 2',
      'chords | D | G |\nguitar1 | x57775 | 320003 |\nguitar2 | x-x-x-11-10-10 | . |\nbass | x5xx | 3xxx |',
    );
    const cure = curesFor(
      held,
      warned(held).find((f) => f.kind === 'other-chord')!,
    )[0]!;
    expect(cure.words).to.match(/^Guitar 2: triad .* with the change$/);
    const after = applyEdit(held, cure.edit);
    expect(writeChart(after)).to.match(/guitar2 .*\| x-x-x-11-10-10 \| \S+/);
    expect(warned(after).filter((f) => f.kind === 'other-chord')).to.deep.equal([]);
  });

  it('move several players together who are wrong together', () => {
    const low = song(
      'guitar1: gain 8\nguitar2: gain 8',
      'chords | E5 | F#5 |\nguitar1 | x799xx | 133xxx |\nguitar2 | x799xx | 133xxx |\nbass | x7xx | 2xxx |',
    );
    expect(words(low, 'other-chord')[0]).to.equal(
      'Guitar 1: root·fifth·octave 244xxx; Guitar 2: root·fifth·octave 244xxx',
    );
  });

  it('bring the tone that nobody has, and never by falling silent', () => {
    const minor = song(
      'guitar1: gain 8\nguitar2: gain 7',
      'chords | C | Cm |\nguitar1 | x355xx | . |\nguitar2 | x-3-x-5-x-x | . |\nbass | x3xx | . |',
    );
    const list = words(minor, 'unheard-third');
    expect(list.length).to.be.greaterThan(0);
    expect(list.join()).to.not.match(/rest|fewer/);
  });

  it('turn a note of a line to the chord, and a line an octave away from the voice', () => {
    const sour = song(
      'guitar1: gain 3',
      'chords | E |\nguitar1 | 022100 |\nguitar2 line | 6@2 . . . . . . . |\nbass | 0xxx |',
    );
    expect(words(sour, 'rub')[0]).to.equal('Guitar 2: that note a semitone lower');
    const busy = song(
      'voice: A3-E5',
      'chords | F |\nvoice | ~~~~~~~~ |\nguitar1 | r |\nguitar2 line | 5@1 6@2 5@2 . 6@2 5@1 8@1 5@1 |\nbass | 1xxx |',
    );
    expect(words(busy, 'voice')).to.include('Guitar 2: the line an octave down');
    expect(words(busy, 'voice')).to.include('Guitar 2 waits until the voice rests');
  });

  it('play a line where it is nearer, pick a string that is held, and leave the last stroke out for the way', () => {
    const wide = song(
      '',
      'chords | F |\nguitar1 line | 1@5 5@4 1@5 5@4 1@5 5@4 1@5 5@4 1@5 5@4 1@5 5@4 1@5 5@4 1@5 5@4 |\nguitar2 | r |\nbass | 1xxx |',
    );
    const at170 = applyEdit(wide, { kind: 'replace', song: { ...wide, tempo: 170 } });
    expect(words(at170, 'reach')).to.include('Guitar 1: the same notes in another place of the neck');
    const pick = song(
      'guitar1: gain 1',
      'chords | D |\nguitar1 | xx0232 |\nguitar1 hits | 6-3-2-3- |\nguitar2 | r |\nbass | x5xx |',
    );
    expect(words(pick, 'empty-string')[0]).to.equal('Guitar 1 picks string 4 there');
  });

  it('make a push common by moving strokes that are written, and leave it the same way', () => {
    const before = song(
      '',
      'chords | F | <G |\nguitar1 | 133xxx | <355xxx |\nguitar1 hits | O-----OO | -------- |\nbass | 1xxx | 3xxx |\nbass hits | O------- | O------- |',
    );
    const push = warned(before).find((f) => f.kind === 'push')!;
    const [common, nobody] = ['Make the push common', 'No one pushes'].map((w) =>
      curesFor(before, push).find((c) => c.words === w)!,
    );
    const rowsAfter = (edit: typeof common) =>
      writeChart(applyEdit(before, edit!.edit))
        .split('\n')
        .filter((l) => /^(bass|guitar1)/.test(l) && l.includes('|'))
        .map((l) => l.replace(/\s+/g, ' ').trim());
    expect(rowsAfter(common)).to.include.members([
      'bass | 1xxx | <3xxx |',
      'bass hits | O------O | -------- |',
    ]);
    expect(rowsAfter(nobody)).to.include.members([
      'guitar1 | 133xxx | 355xxx |',
      'guitar1 hits | O-----O- | O------- |',
    ]);
  });

  it('are none for locked cells', () => {
    const locked = song('', 'chords | F |\nguitar1 | r |\nguitar2 | r |\nbass | 13xx! |');
    expect(curesFor(locked, warned(locked)[0]!)).to.deep.equal([]);
  });
});

describe('findings kept on purpose', () => {
  const rubbing = () =>
    song(
      '',
      'chords | Bb | Dm |\nguitar1 | x13xxx | x577xx |\nguitar2 | xxx2xx | xxx765 |\nbass | x1xx | x5xx |',
    );
  const rub = (s: Song) =>
    songFindings(s).find((f) => f.kind === 'rub' && f.players.join() === 'guitar1,guitar2');
  const kept = () => {
    const s = rubbing();
    return applyEdit(s, { kind: 'keep', finding: keepingOf(s, rub(s)!, { reason: 'the bite' }) });
  };

  it('stay kept while the notes that cause them stay, whatever is edited elsewhere', () => {
    expect(rub(kept())!.kept).to.equal('the bite');
    expect(rub(put(kept(), 'guitar1', 'x57xxx', 1))!.kept).to.equal('the bite');
    expect(rub(put(kept(), 'bass', '6xxx'))!.kept).to.equal('the bite');
    expect(keptList(kept()).map((k) => k.applies)).to.deep.equal([true]);
  });

  it('come back when their cause changes, and are listed as keeping nothing', () => {
    const other = put(kept(), 'guitar2', 'xxxx0x'); // B instead of A against B flat
    expect(rub(other)!.kept).to.equal(null);
    expect(keptList(other).map((k) => k.applies)).to.deep.equal([false]);
    expect(rub(put(other, 'guitar2', 'xxx2xx'))!.kept).to.equal('the bite');
  });

  it('are written into the chart with their notes and read back', () => {
    const text = writeChart(kept());
    expect(text).to.include('keep: A bar 1 beat 1 rub guitar1 guitar2 Bb2 A3 "the bite"');
    expect(readChart(text).song.kept).to.deep.equal(kept().kept);
    for (const wrong of ['beat 9 rub', 'beat 0 rub']) {
      expect(readChart(text.replace('beat 1 rub', wrong)).problems[0]!.message).to.include(
        'expected beat 1 to 4',
      );
    }
  });

  it('are kept in every key the section is played in', () => {
    const twice = { ...kept(), form: [...kept().form, { section: 'A', times: 1, plan: null, key: 'Em' }] };
    const rubs = songFindings(twice).filter(
      (f) => f.kind === 'rub' && f.players.join() === 'guitar1,guitar2',
    );
    expect(rubs.map((f) => f.kept)).to.deep.equal(['the bite', 'the bite']);
  });
});

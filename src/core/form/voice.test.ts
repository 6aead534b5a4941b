import { expect } from 'chai';
import { guessedVoice, isSung, isVoiceGuess, parseVoice, sungMarks } from './index';

const BAR = 3840;

describe('where somebody sings', () => {
  it('is read with and without the mark of a guess', () => {
    expect(parseVoice('~~~~ ....', BAR)).to.deep.equal({ ok: true, value: '~~~~....' });
    expect(parseVoice('~~~~....?', BAR)).to.deep.equal({ ok: true, value: '~~~~....?' });
    expect(parseVoice('~~~~.... ?', BAR)).to.deep.equal({ ok: true, value: '~~~~....?' });
    expect(sungMarks('~~..?')).to.equal('~~..');
    expect(sungMarks(null)).to.equal('');
    expect([isVoiceGuess('~.?'), isVoiceGuess('~.'), isVoiceGuess(null)]).to.deep.equal([true, false, false]);
    expect([isSung('..~.'), isSung('....?'), isSung(null)]).to.deep.equal([true, false, false]);
    expect(guessedVoice('~.?', false)).to.equal('~.');
    expect(guessedVoice('~.?', true)).to.equal('~.?');
  });

  it('says at which mark something is wrong', () => {
    const wrong = (text: string) => {
      const read = parseVoice(text, BAR);
      return read.ok ? null : [read.error.offset, read.error.message.replace(/;.*/, '')];
    };
    expect(wrong('~~O~')).to.deep.equal([2, '"O" is no voice mark']);
    expect(wrong('~?~.')).to.deep.equal([1, '"?" is no voice mark']);
    expect(wrong('~~~~~~~')).to.deep.equal([0, '7 voice marks do not divide the bar evenly']);
    expect(wrong('?')).to.deep.equal([0, '0 voice marks do not divide the bar evenly']);
  });
});

import { expect } from 'chai';
import { openTape, TAPE, tapeMemory, TapeWriter } from './tape';

const block = (value: number) => new Float32Array(4).fill(value);

describe('a tape', () => {
  it('holds what comes in, and silence where the clock jumped', () => {
    const tape = openTape(tapeMemory(20));
    const writer = new TapeWriter(tape);
    expect(writer.write(100, block(1), 4)).to.equal(true);
    expect(writer.write(104, block(2), 4)).to.equal(true);
    // Eight frames are lost.
    expect(writer.write(116, block(3), 4)).to.equal(false);
    expect([...tape.samples]).to.deep.equal([
      1,
      1,
      1,
      1,
      2,
      2,
      2,
      2,
      ...Array<number>(8).fill(0),
      3,
      3,
      3,
      3,
    ]);
    expect(tape.head[TAPE.jumps]).to.equal(1);
    expect(tape.head[TAPE.lost]).to.equal(8);
    expect(tape.head[TAPE.written]).to.equal(20);
  });

  it('is silent where there is no microphone, and never longer than it is', () => {
    const tape = openTape(tapeMemory(6));
    const writer = new TapeWriter(tape);
    writer.write(0, null, 4);
    expect(writer.write(4, block(1), 4)).to.equal(false);
    expect([...tape.samples]).to.deep.equal([0, 0, 0, 0, 1, 1]);
    expect(writer.write(8, block(1), 4)).to.equal(false);
    expect(tape.head[TAPE.written]).to.equal(6);
  });

  it('knows where what is played began, to the frame, once', () => {
    const tape = openTape(tapeMemory(100));
    const writer = new TapeWriter(tape);
    writer.write(0, block(0), 4);
    expect(tape.head[TAPE.playedAt]).to.equal(-1);
    writer.write(4, block(0), 4);
    // Three of the four frames of this block were played.
    writer.begins(4, 3);
    expect(tape.head[TAPE.playedAt]).to.equal(5);
    writer.write(8, block(0), 4);
    writer.begins(4, 7);
    expect(tape.head[TAPE.playedAt]).to.equal(5);
  });
});

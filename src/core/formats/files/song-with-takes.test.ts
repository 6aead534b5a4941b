import { expect } from 'chai';
import * as wavefile from 'wavefile';
import { readChart } from '../index';
import { openFile } from './open-file';
import { songWithTakes } from './song-with-takes';
import { toText, unpacked } from './zip';

describe('a song with recordings of it', () => {
  const { song } = readChart('title: Copper Street\n== A ==\nchords | Am |\n');
  const audio = Float32Array.from({ length: 500 }, (_, i) => 0.5 * Math.sin(i / 7));
  const bytes = songWithTakes(song, [{ name: 'bass A', audio, rate: 22_050 }]);

  it('opens as the song alone, and the recording is a WAV file others read (the package wavefile)', () => {
    const opened = openFile('x.zip', bytes);
    expect(opened.kind === 'many' && opened.files.map((f) => f.name)).to.deep.equal(['1-copper-street.json']);
    const files = unpacked(bytes);
    if (!files.ok) throw new Error(files.error);
    expect(toText(files.value[0]!.bytes)).to.include('"title": "Copper Street"');
    const { WaveFile } = (wavefile as unknown as { default?: typeof wavefile }).default ?? wavefile;
    const wav = new WaveFile(files.value[1]!.bytes);
    expect(files.value[1]!.name).to.equal('recordings/01-bass A.wav');
    expect((wav.fmt as { sampleRate: number }).sampleRate).to.equal(22_050);
    const samples = wav.getSamples(false, Int16Array) as unknown as Int16Array;
    expect(samples.length).to.equal(500);
    expect([...samples].every((x, i) => Math.abs(x - 32_767 * audio[i]!) <= 2)).to.equal(true);
  });
});

import { expect } from 'chai';
import * as wavefile from 'wavefile';
import { readChart } from '../index';
import { openFile } from './open-file';
import { setsIn, shelfFiles } from './shelf-files';
import { songWithTakes } from './song-with-takes';
import { packed, toBytes, toText, unpacked } from './zip';

describe('a song with recordings of it', () => {
  const { song } = readChart('title: Copper Street\n== A ==\nchords | Am |\n');
  const audio = Float32Array.from({ length: 500 }, (_, i) => 0.5 * Math.sin(i / 7));
  const about = {
    player: 'bass',
    made: 1_790_000_000_000,
    words: 'A ×2',
    spans: [{ playing: 0, pass: 1, from: 0, to: Infinity }],
    tempoShare: 0.8,
    start: 2.25,
  } as const;
  const bytes = songWithTakes(song, [{ ...about, name: 'bass A', audio, rate: 22_050 }]);

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

  it('brings its recordings along, with what each is of', () => {
    const opened = openFile('x.zip', bytes);
    if (opened.kind !== 'many') throw new Error(opened.kind);
    const [{ wav, ...rest }] = opened.takes as [(typeof opened.takes)[number]];
    expect(rest).to.deep.equal({ ...about, song: '1-copper-street.json' });
    expect(toText(wav.slice(0, 4))).to.equal('RIFF');
    expect(opened.wrong).to.deep.equal([]);
  });

  it('says what is wrong with what is said of recordings, and opens the song all the same', () => {
    const files = unpacked(bytes);
    if (!files.ok) throw new Error(files.error);
    const broken = files.value.map((file) =>
      file.name.endsWith('recordings.json')
        ? { ...file, bytes: toBytes(toText(file.bytes).replace('"bass"', '"drums"')) }
        : file,
    );
    const opened = openFile('x.zip', packed(broken));
    if (opened.kind !== 'many') throw new Error(opened.kind);
    expect(opened.files).to.have.length(1);
    expect(opened.takes).to.deep.equal([]);
    expect(opened.wrong[0]).to.match(/^recordings\/recordings\.json: .*player/);
  });
});

describe('set lists in an archive of songs', () => {
  const songs = ['One', 'Two', 'Three'].map((title) => readChart(`title: ${title}\n`).song);

  it('come out as they went in, by the files of their songs', () => {
    const files = shelfFiles(songs, [{ name: 'Friday', songs: [2, 0] }]);
    expect(setsIn(files)).to.deep.equal({
      ok: true,
      value: [{ name: 'Friday', songs: ['3-three.json', '1-one.json'] }],
    });
    const opened = openFile('x.zip', packed(files));
    expect(opened.kind === 'many' && opened.files.length).to.equal(3);
    expect(shelfFiles(songs)).to.have.length(3);
  });

  it('that cannot be read are told, and the songs are read all the same', () => {
    for (const text of ['{', '{"orchestron":"set lists","version":9,"sets":[]}', '[]', 'null']) {
      const files = [...shelfFiles(songs), { name: 'set-lists.json', bytes: toBytes(text) }];
      const opened = openFile('x.zip', packed(files));
      if (opened.kind !== 'many') throw new Error(opened.kind);
      expect(opened.files, text).to.have.length(3);
      expect(opened.wrong[0], text).to.match(/^set-lists\.json: /);
    }
  });
});

import { spawnSync } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from 'chai';
import { COMMANDS } from './commands';
import { OPTIONS } from './options';
import { runCommand } from './run';

const demo = (name: string) => fileURLToPath(new URL(`../demo/${name}.txt`, import.meta.url));
const json = async (...args: string[]) => {
  const { code, out, err } = await runCommand(args);
  expect([code, err]).to.deep.equal([0, '']);
  return JSON.parse(out);
};

describe('command line', () => {
  let folder = '';
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'orchestron-cli-'));
  });
  after(() => rm(folder, { recursive: true }));
  const put = async (name: string, text: string) => {
    await writeFile(join(folder, name), text);
    return join(folder, name);
  };

  it('bears frets that no neck has, and says where they stand', async () => {
    const path = await put('doubled.txt', 'title: X\n== A ==\nchords | Dm |\nguitar1 line | 77@3 |\n');
    const { findings } = (await json('check', path)) as { findings: { kind: string; bar: number }[] };
    expect(findings.map((f) => `${f.kind} ${f.bar}`)).to.include('range 1');
    expect((await runCommand(['sheet', path, '--player', 'guitar1'])).out).to.include('77');
    expect(await json('split', path)).to.have.property('proven', true);
  });

  it('name: fingers of one’s own decide how far the hand reaches', async () => {
    const [wide, usual] = [await json('name', '1-x-x-4-x-x(12)'), await json('name', '1-x-x-4-x-x')];
    expect([wide.chord, wide.reach.grade, usual.reach.grade]).to.deep.equal([usual.chord, 'out', 'ease']);
    const wrong = await runCommand(['name', '320003(11)']);
    expect(wrong.code).to.equal(1);
  });

  it('name: notes low to high, best name, device', async () => {
    expect(await json('name', 'x32010')).to.deep.equal({
      grip: 'x32010',
      notes: ['C3', 'E3', 'G3', 'C4', 'E4'],
      midi: [48, 52, 55, 60, 64],
      chord: 'C',
      device: 'full',
      noThird: false,
      reach: { grade: 'ease', mm: 67 },
    });
    const low = await json('name', '000xxx', '--tuning', 'D A D G B E', '--key', 'Dm');
    expect([low.chord, low.device, low.noThird, low.notes]).to.deep.equal([
      'D5',
      'power3',
      true,
      ['D2', 'A2', 'D3'],
    ]);
    expect((await json('name', '0202', '--capo', '0')).notes[0]).to.equal('E1');
    expect((await json('name', 'x32010', '--capo', '2')).chord).to.equal('D');
    expect((await json('name', '3xx333', '--key', 'Gm')).chord).to.equal('Gm');
  });

  it('grips: best first, with fingers, reach and stops', async () => {
    const list = await json('grips', 'Gm7', '--max', '5', '--key', 'Gm');
    expect(list).to.have.length(5);
    expect(Object.keys(list[0])).to.have.members([
      'frets',
      'notes',
      'device',
      'fingers',
      'barre',
      'reachMm',
      'effort',
      'stops',
    ]);
    const first = async (...args: string[]) => (await json('grips', ...args, '--max', '1'))[0];
    expect((await first('C', '--gain', '0')).device).to.equal('full');
    expect((await first('D5', '--tuning', 'D A D G B E', '--gain', '8')).frets).to.deep.equal([
      0,
      0,
      0,
      null,
      null,
      null,
    ]);
    expect((await first('A', '--gain', '9')).device).to.equal('power3');
    expect((await first('G', '--player', 'bass')).notes).to.deep.equal(['G2']);
    const bass = await json('grips', 'G', '--player', 'bass');
    expect(bass.every((g: { frets: unknown[] }) => g.frets.length === 4)).to.equal(true);
  });

  it('check: findings with place and words, and a summary', async () => {
    const { findings, summary, connections } = await json('check', demo('tramline-sparks'));
    const again = connections.find((c: { connection: string }) => c.connection === 'Chorus > Chorus');
    expect(again).to.include({ times: 3 });
    const mud = findings.find(
      (f: { kind: string; section: string }) => f.kind === 'mud' && f.section === 'Chorus',
    );
    expect(mud.places.map((p: { bar: number }) => p.bar)).to.deep.equal([2]);
    expect(mud).to.include({
      level: 'watch',
      section: 'Chorus',
      pass: 1,
      bar: 2,
      beat: 1,
      beats: 4,
      kept: false,
    });
    expect(findings.find((f: { kept: boolean }) => f.kept).reason).to.equal('the bite is the point');
    expect(summary).to.include({ title: 'Tramline Sparks', bars: 54, open: 0 });
    expect(summary.clashes).to.be.greaterThan(0);
  });

  it('split: fills the song, tells cost and bound, writes it out', async () => {
    const file = await put('open.txt', 'title: Low Harbour\n== Verse ==\nchords | Am | F | C/E | G |\n');
    const out = join(folder, 'filled.json');
    const done = await json('split', file, '-o', out);
    expect(done.bound).to.be.at.most(done.cost);
    expect(done.gap).to.be.within(0, 1);
    expect(done.chart).to.include('guitar1').and.not.match(/\?/);
    expect((await json('check', out)).summary.open).to.equal(0);
  });

  it('split: the hand that is asked for, and only such a hand', async () => {
    const file = await put('hands.txt', 'title: One Arm\n== Verse ==\nchords | Am | F |\n');
    const left = await json('split', file, '--hands', 'left');
    expect(left.filled).to.deep.equal({ cells: 6, hits: 0, follow: 0 });
    expect(left.chart).to.not.include('hits');
    const both = await json('split', file);
    expect(both.filled).to.deep.equal({ cells: 6, hits: 6, follow: 0 });
    const filled = await put('left.txt', left.chart as string);
    expect((await json('split', filled, '--hands', 'right')).filled).to.deep.equal({
      cells: 0,
      hits: 6,
      follow: 0,
    });
    const wrong = await runCommand(['split', file, '--hands', 'three']);
    expect(wrong.code).to.equal(2);
    expect(wrong.err).to.include('--hands both');
  });

  it('sheet: the player’s text tab', async () => {
    const { code, out } = await runCommand(['sheet', demo('salt-lamp'), '--player', 'bass']);
    expect(code).to.equal(0);
    expect(out).to.match(/^Salt Lamp - Bass\n/);
  });

  it('convert: chart to song file and back is the same text', async () => {
    const [asJson, asText] = [join(folder, 'a.json'), join(folder, 'a.txt')];
    await json('convert', demo('nine-minute-bus'), asJson);
    await json('convert', asJson, asText);
    expect(await readFile(asText, 'utf8')).to.equal(await readFile(demo('nine-minute-bus'), 'utf8'));
  });

  it('grips: asks how large the hand is', async () => {
    const widest = async (...args: string[]) =>
      Math.max(...(await json('grips', 'Gm7', ...args)).map((g: { reachMm: number }) => g.reachMm));
    const [small, large] = [await widest('--hand', 'small'), await widest('--hand', 'large')];
    expect(small).to.be.at.most(104);
    expect(large).to.be.greaterThan(small).and.at.most(128);
  });

  it('move: another key or tuning, with what no longer fits', async () => {
    const file = await put('low.txt', 'key: Dm\n== A ==\nchords | Dm |\nguitar2 | x577xx |\n');
    const up = await json('move', file, '--key', 'Em');
    expect([up.key, up.shift, up.changed, up.misfits]).to.deep.equal(['Em', 2, 1, []]);
    expect(up.chart).to.include('| Em').and.include('x799xx');
    const down = ['--player', 'guitar2', '--tuning', 'Eb Ab Db Gb Bb Eb'];
    const shapes = await json('move', file, ...down, '--keep', 'shapes');
    expect([shapes.key, shapes.changed]).to.deep.equal(['C#m', 0]);
    expect(shapes.chart).to.include('x577xx');
    const pitches = await json('move', file, ...down);
    expect([pitches.key, pitches.chart.includes('x688xx')]).to.deep.equal(['Dm', true]);
    const drop = await json(
      'move',
      demo('tramline-sparks'),
      '--player',
      'guitar1',
      '--tuning',
      'E A D G B E',
    );
    expect(drop.misfits.length).to.be.greaterThan(0);
    expect(drop.misfits[0]).to.include.keys('section', 'bar', 'reason', 'nearest');
    const lost = await runCommand(['move', file, '--capo', '2']);
    expect([lost.code, lost.err]).to.deep.equal([
      2,
      'Expected --player with --tuning or --capo: whose instrument changes\n',
    ]);
  });

  it('evening: what is turned between songs, and the order with least turning', async () => {
    const files = ['salt-lamp', 'tramline-sparks', 'nine-minute-bus', 'ferry-light'].map(demo);
    const { songs, turning, best } = await json('evening', ...files);
    expect(songs[1].turned[0]).to.equal('Guitar 1 to drop D (E2 down to D2)');
    expect(songs.map((s: { seconds: number }) => s.seconds > 30)).to.deep.equal([true, true, true, true]);
    expect(best).to.deep.include({ proven: true });
    expect(best.order).to.deep.equal(['Salt Lamp', 'Nine Minute Bus', 'Tramline Sparks', 'Ferry Light']);
    expect(best.turning.instruments).to.be.at.most(turning.instruments);
  });

  it('wrong input ends with 1 and says where', async () => {
    const bad = await put('bad.txt', '== Verse ==\nchords | Dm | Hx |\n');
    const notOurs = await put('other.json', '{"a":1}');
    const noJson = await put('broken.json', '{');
    const table: [string[], RegExp][] = [
      [['name', '0h00'], /"0h00" is no grip; expected 4 frets or x/],
      [['name', 'x-x-x-x-x-30'], /fret 30 is not there/],
      [['name', 'x32010', '--key', 'H'], /--key: "H" is no key/],
      [['name', 'x32010', '--tuning', 'E A'], /--tuning: this tuning names 2 strings/],
      [['grips', 'Hx'], /"Hx" is no chord/],
      [['check', bad], /bad\.txt: line 2, column 15: "Hx" is no chord/],
      [['check', notOurs], /other\.json: format: this is not an Orchestron song file/],
      [['check', noJson], /this is no JSON/],
      [['check', join(folder, 'missing.txt')], /cannot be read/],
      [['convert', bad, join(folder, 'x.json')], /Hx/],
      [['convert', demo('salt-lamp'), join(folder, 'no', 'such', 'folder.txt')], /cannot be written/],
    ];
    for (const [args, wanted] of table) {
      const { code, out, err } = await runCommand(args);
      expect([code, out], args.join(' ')).to.deep.equal([1, '']);
      expect(err).to.match(wanted);
    }
  });

  it('a wrong call ends with 2 and shows how', async () => {
    const calls = [
      [],
      ['fly'],
      ['name'],
      ['name', 'x32010', 'x'],
      ['sheet', demo('salt-lamp')],
      ['sheet', demo('salt-lamp'), '--player', 'drums'],
      ['check', 'song.mp3'],
      ['name', 'x32010', '--capo', '99'],
      ['name', 'x32010', '--colour', 'red'],
    ];
    for (const args of calls) {
      const { code, out, err } = await runCommand(args);
      expect([code, out], args.join(' ')).to.deep.equal([2, '']);
      expect(err.length).to.be.greaterThan(10);
    }
    expect((await runCommand(['--help'])).out).to.include('orchestron COMMAND');
  });

  it('every command tells how it is called, with every option it takes; another option is refused', async () => {
    for (const { name, usage, options } of COMMANDS) {
      const { code, out, err } = await runCommand([name, '--help']);
      expect([code, err]).to.deep.equal([0, '']);
      expect(out).to.include(`orchestron ${name} ${usage}`);
      for (const option of options) expect(out).to.include(`--${option}`);
      const [foreign] = Object.keys(OPTIONS).filter((option) => !options.some((own) => own === option));
      const refused = await runCommand([name, `--${foreign!}`, 'x']);
      expect([refused.code, refused.out]).to.deep.equal([2, '']);
      expect(refused.err).to.include(`orchestron ${name} --help`);
    }
  });

  it('starts from its bundle, reads standard input, and writes to standard output', async () => {
    const call = (args: readonly string[], input: string) =>
      spawnSync(
        process.execPath,
        [fileURLToPath(new URL('../bin/orchestron.mjs', import.meta.url)), ...args],
        {
          input,
          encoding: 'utf8',
        },
      );
    const chart = await readFile(demo('salt-lamp'), 'utf8');
    const file = call(['convert', '-', '-', '--to', 'json'], chart);
    expect([file.status, JSON.parse(file.stdout).song.title]).to.deep.equal([0, 'Salt Lamp']);
    const back = call(['convert', '-', '-', '--to', 'txt'], file.stdout);
    expect(back.stdout).to.equal(call(['convert', demo('salt-lamp'), '-', '--to', 'txt'], '').stdout);
    const checked = call(['check', '-'], file.stdout);
    expect(JSON.parse(checked.stdout).summary.title).to.equal('Salt Lamp');
    expect(call(['check', '-'], '').stderr).to.include('standard input: this file is empty');
    expect(call(['convert', '-', '-', '--to', 'doc'], chart).status).to.equal(2);
    expect(call(['convert', '-', 'x.txt', '--to', 'txt'], chart).stderr).to.include(
      '--to is for standard output',
    );
    expect(call(['name', '0h00'], '').status).to.equal(1);
  });

  it('renders a mix, without a player and slower, or a file for each', async () => {
    const chart = await put(
      'short.txt',
      'tempo: 120\n== A ==\nchords | Em |\nguitar1 | 022000 |\nbass | 0xxx |\n',
    );
    const out = join(folder, 'short.wav');
    const mix = await runCommand(['render', chart, '-o', out, '--without', 'guitar1', '--tempo', '50']);
    expect(mix.code, mix.err).to.equal(0);
    // Two seconds at half the tempo, and what rings after them.
    expect((JSON.parse(mix.out) as { seconds: number }).seconds).to.be.closeTo(6.5, 0.1);
    expect((await readFile(out)).subarray(0, 4).toString()).to.equal('RIFF');
    const stems = await runCommand(['render', chart, '-o', out, '--stems', '--bits', '24']);
    const { files } = JSON.parse(stems.out) as { files: { file: string; lufs: number | null }[] };
    expect(files.map(({ file, lufs }) => [basename(file), lufs === null])).to.deep.equal([
      ['short-guitar1.wav', false],
      ['short-guitar2.wav', true],
      ['short-bass.wav', false],
      ['short-drums.wav', false],
      ['short-voice.wav', true],
    ]);
    for (const wrong of [
      ['--bits', '8'],
      ['--without', 'drums'],
      ['--tempo', '10'],
      ['-o', 'x.mp3'],
    ]) {
      const result = await runCommand(['render', chart, '-o', out, ...wrong]);
      expect(result.code, wrong.join(' ')).to.equal(2);
    }
  });
});

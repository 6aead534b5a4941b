/** Triads, sevenths and slash basses, as they come in songs. */
export const CHORDS = ['Dm', 'Bb', 'C/E', 'Gm7', 'A', 'F', 'Csus4', 'Ebmaj7', 'Am7', 'G5'];

/** A chart of `bars` bars in sections of eight, from a seeded generator: the same on every machine. */
export function chartOf(bars: number, seed: number): string {
  let state = seed;
  const next = (n: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * n);
  };
  const lines = ['title: Bench', 'key: Dm', 'tempo: 132', 'voice: A3-D5', 'guitar1: gain 7', ''];
  for (let s = 0; s < bars / 8; s += 1) {
    const row = (make: () => string) => Array.from({ length: 8 }, make).join(' | ');
    lines.push(`== Part ${s + 1} ==`);
    lines.push(`chords | ${row(() => CHORDS[next(CHORDS.length)]!)} |`);
    lines.push(`voice | ${row(() => '~~~~~~..')} |`);
    lines.push(`guitar1 hits | ${row(() => 'M--mM-mm')} |`, '');
  }
  return lines.join('\n');
}

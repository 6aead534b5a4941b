/** Every line kind of a chart, as somebody might type it where it does not belong. */
export const LINES = [
  'title: Zinc Roof',
  'song: Zinc Roof',
  'key: Abm',
  'key: G',
  'tempo: 77',
  '77 bpm',
  'meter: 4/4',
  'time: 6/8',
  'voice: F3-C5',
  'down: 2',
  'patterns: Zip = MmMmMmMm',
  'plans: Zed = wall',
  'guitar1: gain 9',
  'Guitar 2: tuning D A D G B E',
  'guitars: gain 2',
  'bass: frets 20',
  'capo 3',
  'drop D',
  'remark: zebra first',
  'note: zebra first',
  'guitar1 remark: zebra second',
  'Bass note: zebra third',
  'keep: Verse bar 1 rub guitar1 guitar2 "zesty"',
  'keep: * gain guitar1 "zesty"',
  'keep: Nowhere bar 1 rub guitar1 "zesty"',
  '== Verse ==',
  '== Verse == x2; plan wall',
  '== Verse == x0',
  '== Verse == key G; tempo 88',
  '== Verse == voice F3-C5',
  '== Verse == guitar1 strokes down',
  '== Zigzag ==',
  '== Zigzag == x0',
  '[Chorus]',
  'Chorus x2',
  '-- pass 2: bar 1 --',
  '-- last pass: bar 1 out --',
  '-- this time: bar 1 --',
  '-- bar 1 --',
  'chords | Am |',
  'chords | % |',
  'voice | ~~~~.... |',
  'voice |',
  'remarks | zebra fourth |',
  'remarks | % |',
  'guitar1 | 577xxx |',
  'guitar1 |',
  'guitar1 hits | MMMMMMMM |',
  'guitar1 line | 5@3 7@3 |',
  'guitar1 sound | clean |',
  'guitar2 sound | gain 9 |',
  'bass remarks | zebra fifth |',
  'bass or | 3xxx |',
  'guitar1 or 2 | 577xxx |',
  'guitar2 or 3 hits | OOOOOOOO |',
  'drums | boom |',
  'Am F C G',
  '| Am | F |',
  'zebra crossing',
  'x2',
  'plan wall',
  'tempo 88',
  '!!',
  '|',
  '==',
  '--',
  '%',
  'https://example.invalid/zebra',
] as const;

/** The text with a line put in before its line `at` (from 0). */
export function withLine(text: string, at: number, line: string): string {
  const lines = text.split('\n');
  lines.splice(at, 0, line);
  return lines.join('\n');
}

/** What a text says, word by word; labels and marks that stand once for many are left out. */
export function words(text: string): Map<string, number> {
  const counted = new Map<string, number>();
  for (const raw of text.split('\n')) {
    const line = raw
      .replace(/^\s*(?:(?:guitar ?[12]|bass) )?(?:remark|note)\s*:/i, '')
      .replace(/^\s*(?:patterns|plans)\s*:/, '')
      .replace(/^\s*\[([^\]]*)\]/, '$1')
      .replace(/^-- this time/, '--')
      .replace(/^[^|:=#]*\|/, '|')
      .replace(/[|%;]/g, ' ');
    for (const word of line.split(/\s+/)) {
      if (!/[\p{L}\p{N}]/u.test(word)) continue;
      counted.set(word, (counted.get(word) ?? 0) + 1);
    }
  }
  return counted;
}

/** The lines that say something. */
export const withoutBlanks = (text: string) => text.split('\n').filter((line) => line.trim() !== '');

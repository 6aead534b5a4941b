/**
 * Makes src/core/sound/dirt-table.ts from the recipe in dirt-recipe.ts. Takes some minutes.
 * Run with: node --import tsx scripts/dirt-table.ts
 */
import { writeFileSync } from 'node:fs';
import { DRIVE, excessOf, LOW_NOTES, PHASE_SETS, WIDEST } from './dirt-recipe';

const table: Record<string, number[][]> = {};
for (const [name, drive] of Object.entries(DRIVE)) {
  const excess = LOW_NOTES.map(() => new Array<number>(WIDEST).fill(0));
  for (let set = 0; set < PHASE_SETS; set += 1) {
    const one = excessOf(set, drive, { lows: LOW_NOTES, widest: WIDEST });
    one.forEach((row, i) => row.forEach((v, j) => (excess[i]![j]! += v / PHASE_SETS)));
    console.error(`${name}: phase set ${set + 1} of ${PHASE_SETS}`);
  }
  // The fifth's mean over the register of power chords (E2 to G3) is the unit.
  const unit = (excess[0]![6]! + excess[1]![6]! + excess[2]![6]! + excess[3]![6]!) / 4;
  table[name] = excess.map((row) => row.map((v) => Math.round((Math.max(0, v) / unit) * 100) / 100));
}

const rows = (name: string) => table[name]!.map((row) => `    [${row.join(', ')}],`).join('\n');
writeFileSync(
  new URL('../src/core/sound/dirt-table.ts', import.meta.url),
  `/**
 * Roughness excess of two notes of one grip through one driven amplifier, the fifth = 1.
 * Made by scripts/dirt-table.ts (recipe there); do not edit by hand.
 */
export const DIRT_LOW_NOTES = [${LOW_NOTES.join(', ')}] as const;
/** Rows: low notes as above. Columns: 1 … ${WIDEST} semitones. */
export const DIRT = {
  crunch: [
${rows('crunch')}
  ],
  high: [
${rows('high')}
  ],
} as const;
`,
);

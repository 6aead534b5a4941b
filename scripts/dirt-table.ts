/**
 * Makes src/core/sound/dirt-table.ts from the recipe in dirt-recipe.ts. Takes some minutes.
 * Run with: node --import tsx scripts/dirt-table.ts
 */
import { writeFileSync } from 'node:fs';
import { CLEAN_DRIVE, DRIVES, excessOf, LOW_NOTES, PHASE_SETS, tableOf, WIDEST } from './dirt-recipe';

const sets: number[][][][] = [];
for (let set = 0; set < PHASE_SETS; set += 1) {
  sets.push(excessOf(set, [CLEAN_DRIVE, ...DRIVES], { lows: LOW_NOTES, widest: WIDEST }));
  console.error(`phase set ${set + 1} of ${PHASE_SETS}`);
}
const table = tableOf(sets);

const rows = (drive: number[][]) => drive.map((row) => `    [${row.join(', ')}],`).join('\n');
writeFileSync(
  new URL('../src/core/sound/dirt-table.ts', import.meta.url),
  `/**
 * How much rougher a driven amplifier makes two notes of one grip than a clean one does; a saturated fifth = 1.
 * Made by scripts/dirt-table.ts (recipe there); do not edit by hand.
 */
export const DIRT_LOW_NOTES = [${LOW_NOTES.join(', ')}] as const;
/** How hard the wave is driven, each twice the one before. */
export const DIRT_DRIVES = [${DRIVES.join(', ')}] as const;
/** One table a drive. Rows: low notes as above. Columns: 1 … ${WIDEST} semitones. */
export const DIRT = [
${table.map((drive) => `  [\n${rows(drive)}\n  ],`).join('\n')}
] as const;
`,
);

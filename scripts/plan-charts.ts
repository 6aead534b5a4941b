/**
 * Writes what the splitter makes of the invented progressions in every plan, clean, crunch and high gain, as charts to
 * read: test/plans/*.txt. Run after a change of taste and read them: npx tsx scripts/plan-charts.ts
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { planChart, PROGRESSIONS } from '../test/plan-charts';

const folder = fileURLToPath(new URL('../test/plans', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const name of Object.keys(PROGRESSIONS)) {
  writeFileSync(`${folder}/${name}.txt`, planChart(name));
  console.log(name);
}

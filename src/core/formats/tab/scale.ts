import { allowedPlaces } from '../../hits/index';
import type { Meter } from '../../time/index';
import type { Column } from './columns';

/** How columns of a bar stand for time: those before the first place, and how many make the bar. */
export interface Scale {
  readonly places: number;
  readonly lead: number;
  readonly width: number;
}

/** The place (from 0) a column stands for. */
export function placeOf(at: number, { places, lead, width }: Scale): number {
  return Math.min(places - 1, Math.round((Math.max(0, at - lead) / width) * places));
}

// Numbers here are set on the labelled tabs in test/pasted-tabs.ts.

/** Farthest a note may stand from its place, in places, before another division or doubt. */
const GOOD_FIT = 0.2;
/** So much nearer the columns are plainly meant so. */
const SAME_FIT = 0.05;
/** Most dashes people leave after a bar line. */
const MOST_LEAD = 3;

/**
 * The coarsest division all columns stand on, with a dash or two after the bar line or none, the last column standing
 * for a place or not; where none fits well the best of them, named as unsure.
 */
export function scaleOf(columns: readonly Column[], row: string, meter: Meter, unsure: string[]): Scale {
  const first = columns[0]!.at;
  const leads = [Math.min(first, MOST_LEAD), 1, 0].filter(
    (lead, i, all) => lead <= first && all.indexOf(lead) === i,
  );
  const scales = allowedPlaces(meter)
    .filter((places) => places <= 32)
    .flatMap((places) =>
      leads.flatMap((lead) =>
        [row.length - lead, row.length, row.length - lead + 1].map((width): Scale => ({
          places,
          lead,
          width: Math.max(1, width),
        })),
      ),
    )
    .filter((scale) => new Set(columns.map((c) => placeOf(c.at, scale))).size === columns.length);
  const errorOf = ({ places, lead, width }: Scale) =>
    Math.max(
      ...columns.map((c) => {
        const exact = (Math.max(0, c.at - lead) / width) * places;
        return Math.round(exact) >= places ? 1 : Math.abs(exact - Math.round(exact));
      }),
    );
  const good = scales.find((scale) => isPlain(scale, meter) && errorOf(scale) <= GOOD_FIT);
  if (good) {
    const alike = scales.filter((scale) => scale.places === good.places);
    return alike.reduce((best, scale) => (errorOf(scale) < errorOf(best) - SAME_FIT ? scale : best), good);
  }
  unsure.push('where the strokes stand in the bar');
  const finest = allowedPlaces(meter).at(-1)!;
  return scales[0] ?? { places: finest, lead: leads[0]!, width: Math.max(1, row.length - leads[0]!) };
}

/** Triplets in a straight metre are plain where each has room for a dash: on every column something fits by chance. */
function isPlain({ places, width }: Scale, { beats }: Meter): boolean {
  return places % 3 !== 0 || beats % 3 === 0 || width >= places * COLUMNS_OF_TRIPLET;
}

const COLUMNS_OF_TRIPLET = 1.5;

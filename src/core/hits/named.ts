import { fail, ok, type Result } from '../base/index';
import { placeOf, placesOf } from './place';

/** A bar of the right hand under a name of one's own, for any metre its places divide. */
export interface NamedPattern {
  readonly name: string;
  readonly hits: string;
}

/** Reads `Stubborn = M--mM-mm`, every place written out. Fails with what was expected. */
export function parseNamedPattern(text: string): Result<NamedPattern> {
  const match = /^([^=;]+?)\s*=\s*(\S+)$/.exec(text.trim());
  if (!match) {
    return fail(
      `"${text.trim()}" is no pattern; expected a name, = and a bar of hits, like Stubborn = M--mM-mm`,
    );
  }
  const [, name, hits] = match as unknown as [string, string, string];
  const places = placesOf(hits);
  const wrong = places.find((place) => placeOf(place) === null);
  if (wrong !== undefined)
    return fail(`"${wrong}" is no hit; expected a bar of hits like M--mM-mm after ${name} =`);
  return places.join('') === hits
    ? ok({ name, hits })
    : fail(`"${hits}" is no bar of hits; expected one like M--mM-mm after ${name} =`);
}

/** The pattern as `parseNamedPattern` reads it back. */
export function formatNamedPattern({ name, hits }: NamedPattern): string {
  return `${name} = ${hits}`;
}

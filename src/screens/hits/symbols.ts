import {
  formatPlace,
  onStrings,
  placeOf,
  type HitPart,
  type Place,
  type Technique,
} from '../../core/hits/index';

/** How a stroke can be made, in the order the key goes through them, and what each is called. */
export const TECHNIQUE_WORDS: Readonly<Record<Technique, string>> = {
  pick: 'picked',
  slap: 'slapped',
  pop: 'popped',
  tap: 'tapped',
  rake: 'raked',
  scrape: 'scraped',
};

const KIND_WORDS: Readonly<Record<HitPart['kind'], string>> = {
  ring: 'struck',
  mute: 'palm-muted',
  dead: 'dead',
};

/** A symbol for people: "struck, weak, up by hand", "string 3 alone", "string 6 palm-muted, strings 3 2 1 struck". */
export function symbolWords(symbol: string | null): string {
  const place = symbol === null ? null : placeOf(symbol);
  if (place === null) return 'open';
  if (place.kind !== 'struck') return place.kind === 'hold' ? 'held' : 'silent';
  const words = place.parts.map((p) => partWords(p, place.parts.length === 1)).join(', ');
  return `${words}${place.direction === null ? '' : `, ${place.direction} by hand`}`;
}

function partWords({ kind, technique, weak, strings }: HitPart, isOnly: boolean): string {
  const how = technique === 'pick' ? KIND_WORDS[kind] : TECHNIQUE_WORDS[technique];
  const softly = weak ? ', weak' : '';
  if (strings === null) return how + softly;
  const which = `${strings.length === 1 ? 'string' : 'strings'} ${strings.join(' ')}`;
  return isOnly && how === 'struck' ? `${which} alone${softly}` : `${which} ${how}${softly}`;
}

function changed(symbol: string, change: (part: HitPart) => HitPart): string | null {
  const place = placeOf(symbol);
  return place?.kind === 'struck' ? formatPlace({ ...place, parts: place.parts.map(change) }) : null;
}

/** Strong to weak and back. */
export function otherWeight(symbol: string): string | null {
  return changed(symbol, (p) => ({ ...p, weak: !p.weak }));
}

/** As the hand goes, then down, then up. */
export function otherDirection(symbol: string): string | null {
  const place = placeOf(symbol);
  if (place?.kind !== 'struck') return null;
  const direction = place.direction === null ? 'down' : place.direction === 'down' ? 'up' : null;
  return formatPlace({ ...place, direction });
}

/** The whole grip, then each sounding string alone from the highest down. */
export function otherString(symbol: string, sounding: readonly number[]): string | null {
  if (sounding.length === 0) return null;
  const order = [null, ...[...sounding].sort((a, b) => a - b)];
  const now = stringsOf(placeOf(symbol));
  const at = now === null ? 0 : order.indexOf(now[0]!);
  const next = order[(at + 1) % order.length] ?? null;
  return onStrings(symbol, next === null ? [] : [next]);
}

/** Strings a place strikes, the lowest first; null: the whole grip. */
export function stringsOf(place: Place | null): readonly number[] | null {
  if (place === null || place.parts.every((p) => p.strings === null)) return null;
  return place.parts.flatMap((p) => p.strings ?? []).sort((a, b) => b - a);
}

/** One string more in a stroke, or one less; with none left the whole grip. */
export function toggledString(symbol: string, string: number): string {
  const place = placeOf(symbol);
  if (place?.kind !== 'struck') return String(string);
  const isIn = stringsOf(place)?.includes(string) ?? false;
  if (!isIn) {
    const now = stringsOf(place) ?? [];
    const first = place.parts.find((p) => p.kind !== 'mute') ?? place.parts[0]!;
    if (place.parts.length === 1) return onStrings(symbol, [...now, string]);
    const parts = place.parts.map((p) =>
      p === first ? { ...p, strings: [...(p.strings ?? []), string] } : p,
    );
    return formatPlace(placeOf(formatPlace({ ...place, parts }))!);
  }
  const parts = place.parts
    .map((p) => ({ ...p, strings: p.strings?.filter((s) => s !== string) ?? null }))
    .filter((p) => p.strings === null || p.strings.length > 0);
  return parts.length === 0 ? onStrings(symbol, []) : formatPlace({ ...place, parts });
}

/** The lowest of the struck strings palm-muted while the others ring, then one more, then none again. */
export function moreMuted(symbol: string, sounding: readonly number[]): string | null {
  const place = placeOf(symbol);
  if (place?.kind !== 'struck') return null;
  const all = stringsOf(place) ?? [...sounding].sort((a, b) => b - a);
  if (all.length < 2) return null;
  const muted = place.parts.find((p) => p.kind === 'mute' && p.strings !== null)?.strings?.length ?? 0;
  const next = (muted + 1) % all.length;
  const base = { technique: 'pick', weak: place.parts.some((p) => p.weak) } as const;
  const rings: HitPart = { ...base, kind: 'ring', strings: all.slice(next) };
  if (next > 0)
    return formatPlace({ ...place, parts: [{ ...base, kind: 'mute', strings: all.slice(0, next) }, rings] });
  return onStrings(formatPlace({ ...place, parts: [rings] }), all.length === sounding.length ? [] : all);
}

/** The same strings struck another way; a rake and a scrape have no pitch. */
export function struckBy(symbol: string, technique: Technique): string | null {
  const kind = technique === 'rake' || technique === 'scrape' ? 'dead' : 'ring';
  return changed(symbol, (p) => ({ ...p, kind, technique }));
}

export function otherTechnique(symbol: string): string | null {
  const place = placeOf(symbol);
  if (place?.kind !== 'struck') return null;
  const all = Object.keys(TECHNIQUE_WORDS) as Technique[];
  const at = all.indexOf(place.parts[0]!.technique);
  return struckBy(symbol, all[(at + 1) % all.length]!);
}

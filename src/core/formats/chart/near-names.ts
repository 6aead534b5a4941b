/** The same but for capitals and spaces, or for one letter of a longer name. */
export function isNearName(a: string, b: string): boolean {
  const [x, y] = [a, b].map((name) => name.toLowerCase().replace(/\s+/g, ' '));
  if (x === y) return true;
  // Names that are counted, Verse 1 and Verse 2, are meant to differ by that.
  if (x!.replace(/[\d\s]+$/, '') === y!.replace(/[\d\s]+$/, '')) return false;
  return Math.min(x!.length, y!.length) >= 4 && isOneApart(x!, y!);
}

/** One letter put in, left out or changed. */
function isOneApart(a: string, b: string): boolean {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (long.length - short.length > 1) return false;
  let i = 0;
  while (i < short.length && short[i] === long[i]) i += 1;
  return short.slice(short.length === long.length ? i + 1 : i) === long.slice(i + 1);
}

/** The first free `Verse 2`, `Verse 3` …; `next` remembers where to go on, for texts that repeat one name. */
export function freshName(
  name: string,
  taken: ReadonlyMap<string, unknown>,
  next: Map<string, number>,
): string {
  let n = next.get(name) ?? 2;
  while (taken.has(`${name} ${n}`)) n += 1;
  next.set(name, n + 1);
  return `${name} ${n}`;
}

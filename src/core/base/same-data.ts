/** Whether two plain values say the same, in whatever order their fields stand; a field that is undefined is not there. */
export function sameData(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(x).filter((k) => x[k] !== undefined);
  if (keys.length !== Object.keys(y).filter((k) => y[k] !== undefined).length) return false;
  return keys.every((k) => Object.hasOwn(y, k) && sameData(x[k], y[k]));
}

/** Ends every switch over a union, so that a new kind fails the build. Throws RangeError if reached at run time. */
export function unreachable(value: never): never {
  throw new RangeError(`Unexpected value: ${JSON.stringify(value)}`);
}

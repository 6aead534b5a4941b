/** Runs work that is cut into steps to its end at once; what it yields on the way is not looked at. */
export function finished<T>(work: Generator<unknown, T>): T {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

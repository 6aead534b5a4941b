export function Listen() {
  return null;
}

/**
 * A pure function of one string, remembered. When `limit` answers are held the oldest is dropped,
 * so memory stays bounded however long the page is open.
 */
export function remember<T>(work: (key: string) => T, limit = 2000): (key: string) => T {
  const answers = new Map<string, T>();
  return (key) => {
    const known = answers.get(key);
    if (known !== undefined) return known;
    const answer = work(key);
    if (answers.size >= limit) answers.delete(answers.keys().next().value!);
    answers.set(key, answer);
    return answer;
  };
}

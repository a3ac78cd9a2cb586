/** What is chosen, with one more or one less. */
export function withOne<T>(chosen: ReadonlySet<T>, one: T, isChosen: boolean): Set<T> {
  const next = new Set(chosen);
  if (isChosen) next.add(one);
  else next.delete(one);
  return next;
}

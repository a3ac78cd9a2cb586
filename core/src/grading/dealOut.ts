/**
 * Deals out groups that stay together so that everybody has about the same: the largest first, each to whoever has least
 * (the longest-processing-time rule of scheduling, R. L. Graham, SIAM J. Appl. Math. 17 (1969), 416-429). What two have
 * differs by at most the size of the largest group.
 *
 * @param sizes how many each group has
 * @param hands to how many it is dealt, at least 1
 * @returns for each group the place of whom it goes to, from 0
 */
export function dealOut(sizes: readonly number[], hands: number): number[] {
  const held = new Array<number>(hands).fill(0);
  const dealt = new Array<number>(sizes.length).fill(0);
  const order = sizes.map((_, i) => i).sort((a, b) => (sizes[b] ?? 0) - (sizes[a] ?? 0) || a - b);
  for (const group of order) {
    const least = held.indexOf(Math.min(...held));
    dealt[group] = least;
    held[least] = (held[least] ?? 0) + (sizes[group] ?? 0);
  }
  return dealt;
}

/** How far two markers agree. */
export interface Agreement {
  /** things that both have judged */
  count: number;
  /** share on which they say the same, 0 to 1; null of none */
  same: number | null;
  /** Cohen's kappa: agreement beyond what chance would give, at most 1; null where it has no value */
  kappa: number | null;
  /** the same with disagreements weighted by how far they lie apart; null where it has no value */
  weighted: number | null;
}

/** How much a disagreement weighs: nothing on the diagonal. Rows are the first marker's categories. */
export type Disagreement = ReadonlyArray<readonly number[]>;

/** By distance: one step apart weighs 1, two steps 2, as for levels that are equally far from each other. */
export const linearDisagreement = (categories: number): Disagreement =>
  Array.from({ length: categories }, (_, i) => Array.from({ length: categories }, (_, j) => Math.abs(i - j)));

/** Every disagreement weighs the same, which makes weighted kappa the plain one. */
export const plainDisagreement = (categories: number): Disagreement =>
  Array.from({ length: categories }, (_, i) => Array.from({ length: categories }, (_, j) => Number(i !== j)));

/**
 * Weighted kappa: 1 less the disagreement that is seen over the one that chance alone would give. J. Cohen, "Weighted
 * kappa", Psychological Bulletin 70 (1968), 213-220; with plain weights his kappa of Educational and Psychological
 * Measurement 20 (1960), 37-46.
 *
 * @param table how often the first marker said the row while the second said the column, as counts or shares
 * @returns null where there is nothing to judge by: an empty table, or no disagreement by chance, because both always
 *   say the same one category
 */
export function weightedKappa(table: Disagreement, weights: Disagreement): number | null {
  const cell = (i: number, j: number) => table[i]?.[j] ?? 0;
  const places = table.map((_, i) => i);
  const rows = places.map((i) => places.reduce((sum, j) => sum + cell(i, j), 0));
  const columns = places.map((j) => places.reduce((sum, i) => sum + cell(i, j), 0));
  const total = rows.reduce((sum, one) => sum + one, 0);
  let seen = 0;
  let byChance = 0;
  for (const i of places)
    for (const j of places) {
      const weight = weights[i]?.[j] ?? 0;
      seen += weight * cell(i, j);
      byChance += (weight * (rows[i] ?? 0) * (columns[j] ?? 0)) / total;
    }
  return total === 0 || byChance === 0 ? null : 1 - seen / byChance;
}

/**
 * How far two markers agree over what both have judged.
 * @param pairs what each said, as places in an order of categories, from 0
 * @param categories how many there are
 */
export function agreementOf(
  pairs: ReadonlyArray<readonly [first: number, second: number]>,
  categories: number,
): Agreement {
  const table = Array.from({ length: categories }, () => new Array<number>(categories).fill(0));
  for (const [first, second] of pairs) {
    const row = table[first];
    if (row) row[second] = (row[second] ?? 0) + 1;
  }
  const count = pairs.length;
  return {
    count,
    same: count === 0 ? null : pairs.filter(([first, second]) => first === second).length / count,
    kappa: weightedKappa(table, plainDisagreement(categories)),
    weighted: weightedKappa(table, linearDisagreement(categories)),
  };
}

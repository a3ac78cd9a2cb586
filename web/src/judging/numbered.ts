import type { Remark, Review } from '@nachweis/contract';

/** The remarks on pictures with their numbers, counted through all pictures in order; a number means one remark. */
export function numbered(review: Review): Array<{ remark: Remark; number: number }> {
  const { remarks } = review.judgement;
  const inOrder = review.items.flatMap((item) => remarks.filter((r) => r.itemId === item.id));
  return inOrder.map((remark, index) => ({ remark, number: index + 1 }));
}

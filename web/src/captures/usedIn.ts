import type { CaptureItem } from '@nachweis/contract';

/** Where a capture is used: "P2 of Rating curve, handed in (attempt 2)". */
export function usedIn({ point, assignment, attempt }: CaptureItem['uses'][number]): string {
  const where = `${point} of ${assignment}`;
  if (attempt === null) return where;
  return `${where}, handed in${attempt > 1 ? ` (attempt ${attempt})` : ''}`;
}

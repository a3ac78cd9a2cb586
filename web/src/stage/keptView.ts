import type { Point } from '@nachweis/core';

/** What a view shows of its picture: the scale, and which place of it lies in the middle, as shares of its size. */
export interface KeptView {
  chosen: number;
  at: Point;
}

/** Views that go on where another picture of the same kind was left; gone with the page. */
const views = new Map<string, KeptView>();

export const keptView = (name: string | undefined): KeptView | null => (name && views.get(name)) || null;

/** @param view null where all of the picture is seen, which is what any view begins with */
export function keepView(name: string | undefined, view: KeptView | null): void {
  if (!name) return;
  if (view) views.set(name, view);
  else views.delete(name);
}

import type { Box } from '../geometry/box.ts';

/** A line that runs under a cover ends this close to the cover's side. */
const TOUCH = 4;

/** Finds the covers under which a line runs, by where their sides are. */
export class CoverSides {
  private readonly rows = { near: new Map<number, Box[]>(), far: new Map<number, Box[]>() };
  private readonly columns = { near: new Map<number, Box[]>(), far: new Map<number, Box[]>() };

  constructor(covers: readonly Box[]) {
    for (const box of covers) {
      add(this.rows.near, box.x, box);
      add(this.rows.far, box.x + box.width, box);
      add(this.columns.near, box.y, box);
      add(this.columns.far, box.y + box.height, box);
    }
  }

  /** Whether a line at `at` that ends at `end` ends at the near (far) side of a cover. */
  hide(flat: boolean, side: 'near' | 'far', at: number, end: number): boolean {
    const covers = (flat ? this.rows : this.columns)[side].get(end);
    return (
      covers?.some((c) => (flat ? at > c.y && at < c.y + c.height : at > c.x && at < c.x + c.width)) ?? false
    );
  }
}

function add(sides: Map<number, Box[]>, at: number, box: Box): void {
  for (let place = at - TOUCH; place <= at + TOUCH; place++) {
    const list = sides.get(place);
    if (list) list.push(box);
    else sides.set(place, [box]);
  }
}

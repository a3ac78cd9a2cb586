import type { Corner } from './corners.ts';
import type { EdgeLines } from './edges.ts';
import { SLACK } from './outline.ts';

export type Kind = 'upperLeft' | 'upperRight' | 'lowerLeft' | 'lowerRight';
export const KINDS: readonly Kind[] = ['upperLeft', 'upperRight', 'lowerLeft', 'lowerRight'];

export const kindOf = (upper: boolean, left: boolean): Kind =>
  upper ? (left ? 'upperLeft' : 'upperRight') : left ? 'lowerLeft' : 'lowerRight';

/** Boxes that stand this far apart in a row are separate boxes: buttons, keys of a calculator, fields of a form. */
const [LEAST_APART, MOST_APART] = [3, 40];
/** A line that crosses is no thicker, and goes on for this long on both sides. */
const WIDEST_CROSSING = 8;
const REACH = 3;

/** Where along each line there are corners of one kind. */
export class CornerLines {
  private readonly byLine = new Map<number, number[]>();
  private readonly sorted = new Map<number, readonly number[]>();

  constructor(corners: readonly Corner[], kind: Kind, line: 'x' | 'y') {
    const along = line === 'y' ? 'x' : 'y';
    for (const corner of corners) {
      if (!corner[kind]) continue;
      const place = corner[along];
      const places = this.byLine.get(corner[line]);
      // Several edges may meet in one place; their corners come one after the other.
      if (!places) this.byLine.set(corner[line], [place]);
      else if (places[places.length - 1] !== place) places.push(place);
    }
  }

  /** Places on this line or as good as on it, in order. */
  near(at: number): readonly number[] {
    let places = this.sorted.get(at);
    if (!places) {
      const all: number[] = [];
      for (let d = -SLACK; d <= SLACK; d++)
        for (const place of this.byLine.get(at + d) ?? []) all.push(place);
      // A typed array sorts numbers many times as fast as a list.
      places = onceEachPlace(Int32Array.from(all).sort());
      this.sorted.set(at, places);
    }
    return places;
  }
}

function onceEachPlace(sorted: Int32Array): number[] {
  const places: number[] = [];
  for (const place of sorted) if (place !== places[places.length - 1]) places.push(place);
  return places;
}

/** Where on a line one box ends and, close behind, the next begins: no side of a box leads over it. */
interface Break {
  end: number;
  begin: number;
}

/** The breaks of every line in one direction. */
export class Breaks {
  private readonly byLine = new Map<number, Break[]>();

  constructor(
    corners: readonly Corner[],
    direction: 'rows' | 'columns',
    lines: EdgeLines,
    across: EdgeLines,
  ) {
    const [line, along] = direction === 'rows' ? (['y', 'x'] as const) : (['x', 'y'] as const);
    const marks = new Map<number, { place: number; begins: boolean }[]>();
    const mark = (at: number, place: number, begins: boolean) => {
      const list = marks.get(at);
      if (list) list.push({ place, begins });
      else marks.set(at, [{ place, begins }]);
    };
    for (const c of corners) {
      const run = direction === 'rows' ? c.row : c.column;
      const begins = direction === 'rows' ? c.upperLeft || c.lowerLeft : c.upperLeft || c.upperRight;
      const ends = direction === 'rows' ? c.upperRight || c.lowerRight : c.lowerLeft || c.lowerRight;
      // A corner may be a little off the edge's own end, and then as well at the side of the box beside it.
      if (begins) mark(c[line], Math.max(c[along], run.from), true);
      if (ends) mark(c[line], Math.min(c[along], run.to), false);
    }
    for (const [at, list] of marks) {
      list.sort((a, b) => a.place - b.place || Number(b.begins) - Number(a.begins));
      const breaks: Break[] = [];
      let end = Number.NEGATIVE_INFINITY;
      for (const { place, begins } of list) {
        if (!begins) end = place;
        else if (
          place - end >= LEAST_APART &&
          place - end <= MOST_APART &&
          isGap(lines, across, at, end, place)
        ) {
          breaks.push({ end, begin: place });
          end = Number.NEGATIVE_INFINITY;
        }
      }
      if (breaks.length > 0) this.byLine.set(at, breaks);
    }
  }

  /** The place that a side from `from` cannot reach; `onwards` towards higher places. */
  limit(at: number, from: number, onwards: boolean): number {
    const breaks = this.byLine.get(at) ?? [];
    if (onwards) return breaks.find((b) => middleOf(b) > from + 1)?.begin ?? Number.POSITIVE_INFINITY;
    return breaks.findLast((b) => middleOf(b) < from - 1)?.end ?? Number.NEGATIVE_INFINITY;
  }

  /** Whether more than half of one lies between two places; a box may be as close to the next as a break is long. */
  lieBetween(at: number, from: number, to: number): boolean {
    return (this.byLine.get(at) ?? []).some((b) => middleOf(b) > from + 1 && middleOf(b) < to - 1);
  }
}

const middleOf = ({ end, begin }: Break) => (end + begin) / 2;

/** Whether there is next to no edge on a stretch. Where another line crosses, an edge is interrupted too: that is none. */
function isGap(lines: EdgeLines, across: EdgeLines, at: number, from: number, to: number): boolean {
  if (lines.support(at, from, to) >= 0.5) return false;
  if (to - from > WIDEST_CROSSING) return true;
  for (let place = from - 1; place <= to + 1; place++) if (goesThrough(across, place, at)) return false;
  // The other edge of the same line is not interrupted where a line only meets it.
  for (let a = Math.max(1, at - SLACK); a <= at + SLACK && a < lines.end; a++)
    if (lines.support(a, from - SLACK, to + SLACK) >= 0.8) return false;
  return true;
}

const goesThrough = (lines: EdgeLines, at: number, place: number) =>
  at > 0 &&
  at < lines.end &&
  place >= REACH &&
  place + REACH < lines.length &&
  lines.support(at, place - REACH, place) > 0.6 &&
  lines.support(at, place + 1, place + 1 + REACH) > 0.6;

import {
  followGuides,
  type GuideLine,
  kindOf,
  type Mark,
  type MarkSetting,
  type Point,
} from '@nachweis/core';
import { type PointerEvent, useRef, useState } from 'react';
import { useEscapeFirst } from '../ui/useEscapeFirst.ts';
import { handlesOf, pullHandle } from './handles.ts';
import type { Tool } from './tools.ts';
import type { Finger } from './useFinger.ts';

/** Farther than this a press is a drag, in screen pixels. */
const DRAG = 4;
/** How near a pointer has to come to what it means, in screen pixels; a finger hides more. */
const REACH = { mouse: 7, touch: 16 };

/** From this near a guide takes what is drawn, in screen pixels. */
const GUIDE_REACH = 10;

interface Drag {
  what: 'new' | 'move' | 'pull';
  from: Point;
  last: Point;
  /** what is moved, pulled, or nothing for what is new */
  start: readonly Mark[];
  handle: string;
  far: boolean;
  path: Array<Point & { p: number }>;
}

interface DrawingOptions {
  tool: Tool;
  /** marks in pixels of the framed picture */
  marks: readonly Mark[];
  chosen: Mark | null;
  /** all that are chosen together; none where fewer than two are */
  several: readonly Mark[];
  setting: MarkSetting;
  /** that what is drawn near follows */
  guides: readonly GuideLine[];
  /** what is not drawn with is the finger's */
  finger: Finger;
  onChoose: (id: string | null) => void;
  /** one more, or one less */
  onToggle: (id: string) => void;
  /** makes the mark that a tool draws from one place to another */
  make: (from: Point, to: Point, even: boolean, path: Drag['path']) => Mark | null;
  /** called once, when the hand lets go */
  onMade: (mark: Mark, from: Point, to: Point) => void;
  onChanged: (marks: readonly Mark[]) => void;
}

/**
 * Drawing, moving and pulling marks by a pointer. What is transient while one drags stays here until the hand lets go;
 * Escape gives it up.
 */
export function useDrawing(options: DrawingOptions) {
  const [passing, setPassing] = useState<readonly Mark[]>([]);
  const drag = useRef<Drag | null>(null);
  const latest = useRef(options);
  latest.current = options;
  useEscapeFirst(() => {
    if (!drag.current) return false;
    drag.current = null;
    setPassing([]);
    return true;
  });

  /** @param scale screen pixels for each pixel of the framed picture */
  const handlersFor = (scale: number) => {
    const at = (event: PointerEvent<HTMLElement>): Point => {
      const { left, top } = event.currentTarget.getBoundingClientRect();
      return { x: (event.clientX - left) / scale, y: (event.clientY - top) / scale };
    };
    return {
      onPointerDown(event: PointerEvent<HTMLElement>) {
        if (event.button !== 0) return;
        const { marks, chosen, several, setting, finger, onChoose, onToggle } = latest.current;
        if (finger.takes.down(event)) return event.stopPropagation();
        const place = at(event);
        const reach = REACH[event.pointerType === 'touch' ? 'touch' : 'mouse'] / scale;
        const held = several.length > 1 ? several : chosen ? [chosen] : [];
        const free = held.filter((mark) => !isLocked(mark));
        const handle =
          free.length > 0
            ? handlesOf(free, setting, scale).find(
                ({ x, y }) => Math.hypot(x - place.x, y - place.y) <= reach * 1.5,
              )
            : undefined;
        const hit = [...marks]
          .reverse()
          .find((mark) => 'id' in mark && !mark.locked && kindOf(mark).hits(mark, place, reach, setting));
        event.stopPropagation();
        if (hit && 'id' in hit && (event.shiftKey || event.ctrlKey || event.metaKey)) return onToggle(hit.id);
        const what = handle ? 'pull' : hit ? 'move' : 'new';
        const isOfSeveral = hit !== undefined && several.includes(hit);
        const start = handle || isOfSeveral ? free : hit ? [hit] : [];
        const begun = what === 'new' ? followed(place, event, scale) : place;
        drag.current = {
          what,
          from: begun,
          last: place,
          start,
          handle: handle?.name ?? '',
          far: false,
          path: [withPressure(begun, event)],
        };
        if (what === 'move' && !isOfSeveral && hit && 'id' in hit) onChoose(hit.id);
        if (what === 'new') onChoose(null);
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove(event: PointerEvent<HTMLElement>) {
        if (latest.current.finger.takes.move(event)) return;
        const now = drag.current;
        if (!now) return;
        const place = now.what === 'move' ? at(event) : followed(at(event), event, scale);
        now.last = place;
        now.path.push(withPressure(place, event));
        if (!now.far && Math.hypot(place.x - now.from.x, place.y - now.from.y) * scale <= DRAG) return;
        now.far = true;
        setPassing(result(now, event.shiftKey));
      },
      onPointerUp(event: PointerEvent<HTMLElement>) {
        if (latest.current.finger.takes.up(event)) return;
        const now = drag.current;
        drag.current = null;
        setPassing([]);
        if (!now) return;
        const { tool, onMade, onChanged } = latest.current;
        // A tool that draws needs a drag; a click with it would leave something too small to be seen.
        if (now.what === 'new' && !now.far && tool.drawn) return;
        if (now.what !== 'new' && !now.far) return;
        const made = result(now, event.shiftKey);
        if (now.what !== 'new') onChanged(made);
        else if (made[0]) onMade(made[0], now.from, now.last);
      },
      onPointerCancel(event: PointerEvent<HTMLElement>) {
        latest.current.finger.takes.up(event);
        drag.current = null;
        setPassing([]);
      },
      onClick: (event: { stopPropagation(): void }) => event.stopPropagation(),
    };
  };
  /** On a guide, where one is near and Alt is not held. */
  const followed = (place: Point, { altKey }: PointerEvent, scale: number): Point => {
    const { guides, tool } = latest.current;
    if (altKey || guides.length === 0 || tool.chooses) return place;
    return followGuides(place, guides, GUIDE_REACH / scale);
  };
  const result = ({ what, from, last, start, handle, path }: Drag, even: boolean): readonly Mark[] => {
    if (what === 'new') {
      const made = latest.current.make(from, last, even, path);
      return made ? [made] : [];
    }
    if (what === 'pull') return pullHandle(start, handle, { from, to: last, even }, latest.current.setting);
    const [dx, dy] = [last.x - from.x, last.y - from.y];
    return start.map((mark) => {
      const kind = kindOf<Mark>(mark);
      // Several keep their places to each other: none of them only turns.
      return start.length > 1 ? kind.move(mark, dx, dy) : (kind.drag ?? kind.move)(mark, dx, dy);
    });
  };
  return { passing, handlersFor };
}

const isLocked = (mark: Mark): boolean => 'id' in mark && mark.locked === true;

/** A mouse has no pressure and says a half. */
const withPressure = (place: Point, { pressure, pointerType }: PointerEvent): Point & { p: number } => ({
  ...place,
  p: pointerType === 'pen' ? Math.min(Math.max(pressure, 0), 1) : 0.5,
});

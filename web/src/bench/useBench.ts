import { MAX_MARKS, type ProofPoint } from '@nachweis/contract';
import {
  type Box,
  boxHolds,
  framedBox,
  framedSize,
  HOUSE_INKS,
  isPin,
  isPinOf,
  kindOf,
  type Mark,
  type MarkSetting,
  marksInFrame,
  movePin,
  type Point,
  putPin,
  renumbered,
  type Size,
  takePinOut,
} from '@nachweis/core';
import { type RefObject, useState } from 'react';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { useBitmap } from '../prepare/useBitmap.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { toast } from '../ui/notices.ts';
import { inkUnder } from './inkUnder.ts';
import { FIRST_TEXT, type Making, PIN_TOOL, type Tool } from './tools.ts';
import { type MarkHistory, useMarkHistory } from './useMarkHistory.ts';

export type DrawnMark = Extract<Mark, { id: string }>;
export const isDrawn = (mark: Mark): mark is DrawnMark => !isPin(mark);
/** A text that nothing was written into is no mark. */
const isEmpty = (mark: Mark) => 'text' in mark && mark.text === FIRST_TEXT;

/** What lies on the bench, what is in hand, and everything that can be done to it. */
export interface Bench {
  frame: Box;
  /** what the frame is scaled to in the file */
  size: Size;
  /** of marks in the frame's own pixels */
  setting: MarkSetting;
  bitmap: ImageBitmap | null;
  history: MarkHistory;
  tool: Tool;
  takeTool: (tool: Tool) => void;
  /** the must-show whose pin is chosen */
  letter: string;
  chooseLetter: (letter: string) => void;
  drawn: DrawnMark[];
  chosen: DrawnMark | null;
  choose: (id: string | null) => void;
  /** makes what the tool in hand draws, in pixels of the frame */
  make: (from: Point, to: Point, even: boolean, path?: Making['path'], id?: string) => Mark | null;
  /** @param mark in pixels of the frame */
  add: (mark: Mark) => void;
  /** a mark of the usual size in the middle of the picture */
  addInMiddle: () => void;
  /** @param mark in pixels of the capture */
  replace: (mark: Mark, mergeWith?: string) => void;
  removeChosen: () => void;
  duplicateChosen: () => void;
  isPinned: (letter: string) => boolean;
  /** @param at in pixels of the capture; without it where it can be told apart */
  pin: (letter: string, at?: Point, mergeWith?: string) => void;
  /** pins the chosen must-show and goes on to the next that is open */
  pinNext: (at: Point) => void;
  say: (letter: string, says: string) => void;
  unpin: (letter: string) => void;
  /** moves what is chosen, or pulls its last handle */
  nudge: (dx: number, dy: number, pull: boolean) => void;
  toCapture: (mark: Mark) => Mark;
}

/**
 * @param field where the words of the chosen mark are written
 * @param root gets the focus when what had it is gone
 */
export function useBench(
  picture: SheetPicture,
  point: ProofPoint,
  onChange: (marks: Mark[]) => void,
  field: RefObject<HTMLElement | null>,
  root: RefObject<HTMLElement | null>,
): Bench {
  const { marks } = picture;
  const frame = framedBox(picture.framing, picture);
  const letters = point.mustShows.map((m) => m.letter);
  const pinnedIn = (all: readonly Mark[], letter: string) =>
    all.filter(isPinOf(letter)).some((pin) => boxHolds(frame, pin));
  const nextOpen = (all: readonly Mark[]) => letters.find((letter) => !pinnedIn(all, letter));

  const [tool, setTool] = useState(PIN_TOOL);
  const [letter, setLetter] = useState(() => nextOpen(marks) ?? letters[0] ?? '');
  const [chosenId, setChosenId] = useState<string | null>(null);
  const { bitmap } = useBitmap(picture.url, null);
  const history = useMarkHistory(picture.evidenceId, marks, onChange);
  const { change } = history;

  const drawn = marks.filter(isDrawn);
  const chosen = drawn.find((mark) => mark.id === chosenId) ?? null;
  /** without a text that is left empty */
  const written = marks.filter((mark) => !isEmpty(mark));
  const setting = { picture: frame, fontFamily: PAGE_FONTS.text, measure: measureText };
  const toCapture = (mark: Mark) => kindOf(mark).move(mark, frame.x, frame.y);

  const choose = (id: string | null) => {
    if (chosen && chosenId !== id && isEmpty(chosen)) change(written, 'emptied');
    setChosenId(id);
  };
  const add = (mark: Mark) => {
    if (marks.length >= MAX_MARKS) {
      toast.warning(`A picture holds at most ${MAX_MARKS} marks. Remove one first.`);
      return;
    }
    const { x, y, ...ground } = kindOf(mark).bounds(mark, setting);
    const ink = 'ink' in mark ? { ink: inkUnder(bitmap, { x: x + frame.x, y: y + frame.y, ...ground }) } : {};
    const placed = { ...toCapture(mark), ...ink } as Mark;
    change([...written, placed]);
    if (!isDrawn(placed)) return;
    setChosenId(placed.id);
    if ('text' in placed) requestAnimationFrame(() => field.current?.focus());
  };
  const make: Bench['make'] = (from, to, even, path = [], id = 'new') =>
    tool.make?.({ id, ink: HOUSE_INKS[0], from, to, even, path, marks: drawn }) ?? null;
  const replace = (mark: Mark, mergeWith = '') =>
    change(
      marks.map((one) => (isDrawn(one) && isDrawn(mark) && one.id === mark.id ? mark : one)),
      mergeWith,
    );
  /** Side by side, so that they can be told apart. */
  const placeFor = (one: string): Point => ({
    x: frame.x + Math.floor((frame.width * (letters.indexOf(one) + 1)) / (letters.length + 1)),
    y: frame.y + Math.floor(frame.height / 2),
  });
  return {
    frame,
    size: framedSize(picture.framing, picture),
    setting,
    bitmap,
    history,
    tool,
    takeTool(next) {
      choose(null);
      setTool(next);
    },
    letter,
    chooseLetter(next) {
      choose(null);
      setLetter(next);
    },
    drawn,
    chosen,
    choose,
    make,
    add,
    addInMiddle() {
      const [x, y] = [frame.width / 2, frame.height / 2];
      const [dx, dy] = tool.drawn ? [frame.width * 0.12, frame.height * 0.08] : [0, 0];
      const made = make({ x: x - dx, y: y - dy }, { x: x + dx, y: y + dy }, false, [], crypto.randomUUID());
      if (made) add(made);
    },
    replace,
    removeChosen() {
      change(renumbered(marks.filter((one) => one !== chosen)));
      setChosenId(null);
      root.current?.focus();
    },
    duplicateChosen() {
      if (!chosen) return;
      const by = Math.round(Math.max(frame.width, frame.height) * 0.02);
      const copy = { ...kindOf<Mark>(chosen).move(chosen, by, by), id: crypto.randomUUID() } as DrawnMark;
      const count = drawn.filter((one) => one.kind === 'number').length;
      change([...marks, copy.kind === 'number' ? { ...copy, number: count + 1 } : copy]);
      setChosenId(copy.id);
    },
    isPinned: (one) => pinnedIn(marks, one),
    pin: (one, at = placeFor(one), mergeWith = '') => change(putPin(written, one, at, picture), mergeWith),
    pinNext(at) {
      if (!letter) return;
      const next = putPin(written, letter, at, picture);
      change(next);
      setLetter(nextOpen(next) ?? letter);
    },
    say: (one, says) =>
      change(
        marks.map((mark) => (isPinOf(one)(mark) ? { ...mark, says } : mark)),
        `says ${one}`,
      ),
    unpin: (one) => change(takePinOut(marks, one)),
    nudge(dx, dy, pull) {
      if (!chosen) {
        if (pinnedIn(marks, letter)) change(movePin(marks, letter, dx, dy, picture));
        return;
      }
      const kind = kindOf<Mark>(chosen);
      const handle = kind.handles(chosen, setting).at(-1);
      if (!pull) replace(kind.move(chosen, dx, dy));
      else if (handle) replace(kind.pull(chosen, handle.name, { x: handle.x + dx, y: handle.y + dy }, false));
    },
    toCapture,
  };
}

/** Marks as they lie on the frame. */
export const onFrame = ({ drawn, frame }: Bench): Mark[] => marksInFrame(drawn, frame);

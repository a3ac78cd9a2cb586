import { MAX_MARKS, MAX_TRIMS, type ProofPoint } from '@nachweis/contract';
import {
  calibrated,
  type Finish,
  HOUSE_INKS,
  isPin,
  isPinOf,
  kindOf,
  type Mark,
  type MarkSetting,
  markOnCapture,
  marksOnTrimmed,
  movePin,
  type Placing,
  type Point,
  placingOf,
  putPin,
  renumbered,
  type Trim,
  takePinOut,
  withFinish,
  withTrim,
} from '@nachweis/core';
import { type RefObject, useState } from 'react';
import { colourAt } from '../pictures/colourAt.ts';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { type ShownPicture, useShownPicture } from '../pictures/useShownPicture.ts';
import { useBitmap } from '../prepare/useBitmap.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { toast } from '../ui/notices.ts';
import { inkUnder } from './inkUnder.ts';
import { FIRST_TEXT, type Making, PIN_TOOL, type Tool } from './tools.ts';
import { useWorkHistory, type Work, type WorkHistory } from './useWorkHistory.ts';

export type DrawnMark = Extract<Mark, { id: string }>;
export const isDrawn = (mark: Mark): mark is DrawnMark => !isPin(mark);
/** A text that nothing was written into is no mark. */
const isEmpty = (mark: Mark) => 'text' in mark && mark.text === FIRST_TEXT;

/** What lies on the bench, what is in hand, and everything that can be done to it. */
export interface Bench {
  /** where the capture's places lie in the picture that is seen, which is trimmed and not scaled */
  placing: Placing;
  shown: ShownPicture;
  /** of marks in pixels of the picture that is seen */
  setting: MarkSetting;
  /** pixels of the capture; of the picture that is seen where it is trimmed */
  bitmap: ImageBitmap | null;
  history: WorkHistory;
  tool: Tool;
  takeTool: (tool: Tool) => void;
  /** the must-show whose pin is chosen */
  letter: string;
  chooseLetter: (letter: string) => void;
  drawn: DrawnMark[];
  chosen: DrawnMark | null;
  choose: (id: string | null) => void;
  /** makes what the tool in hand draws, in pixels of the picture that is seen */
  make: (from: Point, to: Point, even: boolean, path?: Making['path'], id?: string) => Mark | null;
  /** @param mark in pixels of the picture that is seen */
  add: (mark: Mark) => void;
  /** does what the tool in hand does from one place to another: makes its mark, or its step */
  finishDrawing: (mark: Mark, from: Point, to: Point) => void;
  trims: readonly Trim[];
  /** one more step. @param trim in pixels of the picture that is seen */
  trim: (trim: Exclude<Trim, Finish>) => void;
  /** @param finish null takes it out */
  finish: (kind: Finish['kind'], finish: Finish | null) => void;
  setTrims: (trims: Trim[], mergeWith?: string) => void;
  /** a mark of the usual size in the middle of the picture */
  addInMiddle: () => void;
  /** @param mark in pixels of the capture */
  replace: (mark: Mark, mergeWith?: string) => void;
  /** gives the chosen length its real value, and everything that is measured its unit */
  calibrate: (value: number, unit: string) => void;
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
  onChange: (work: Work) => void,
  field: RefObject<HTMLElement | null>,
  root: RefObject<HTMLElement | null>,
): Bench {
  const { marks, trims } = picture;
  const placing = placingOf(picture, picture);
  const { trimmed } = placing;
  const shown = useShownPicture(picture);
  const letters = point.mustShows.map((m) => m.letter);
  const pinnedIn = (all: readonly Mark[], letter: string) =>
    marksOnTrimmed(all.filter(isPinOf(letter)), placing).length > 0;
  const nextOpen = (all: readonly Mark[]) => letters.find((letter) => !pinnedIn(all, letter));

  const [tool, setTool] = useState(PIN_TOOL);
  const [letter, setLetter] = useState(() => nextOpen(marks) ?? letters[0] ?? '');
  const [chosenId, setChosenId] = useState<string | null>(null);
  const { bitmap } = useBitmap(shown.url, null);
  const history = useWorkHistory(picture.evidenceId, { trims, marks }, onChange);
  const change = (next: Mark[], mergeWith?: string) => history.change({ marks: next }, mergeWith);
  const setTrims: Bench['setTrims'] = (next, mergeWith) => {
    if (next.length > MAX_TRIMS)
      toast.warning(`A picture holds at most ${MAX_TRIMS} steps. Remove one first.`);
    else history.change({ trims: next }, mergeWith);
  };
  /** a place of the picture that is seen, in pixels of the bitmap */
  const inBitmap = ({ x, y }: Point) =>
    shown.covers ? { x: x + placing.frame.x, y: y + placing.frame.y } : { x, y };

  const drawn = marks.filter(isDrawn);
  const chosen = drawn.find((mark) => mark.id === chosenId) ?? null;
  /** without a text that is left empty */
  const written = marks.filter((mark) => !isEmpty(mark));
  const setting = { picture: trimmed, fontFamily: PAGE_FONTS.text, measure: measureText };
  const toCapture = (mark: Mark) => markOnCapture(mark, placing);
  const seen = (mark: Mark): Mark =>
    marksOnTrimmed([mark], placing)[0] ?? kindOf(mark).map(mark, placing.there);

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
    const ink = 'ink' in mark ? { ink: inkUnder(bitmap, { ...inBitmap({ x, y }), ...ground }) } : {};
    const placed = { ...toCapture(mark), ...ink } as Mark;
    change([...written, placed]);
    if (!isDrawn(placed)) return;
    setChosenId(placed.id);
    if ('text' in placed) requestAnimationFrame(() => field.current?.focus());
  };
  const make: Bench['make'] = (from, to, even, path = [], id = 'new') =>
    tool.make?.({
      id,
      ink: HOUSE_INKS[0],
      from,
      to,
      even,
      path,
      marks: drawn,
      colourAt: (at) => colourAt(bitmap, inBitmap(at)),
    }) ?? null;
  const replace = (mark: Mark, mergeWith = '') =>
    change(
      marks.map((one) => (isDrawn(one) && isDrawn(mark) && one.id === mark.id ? mark : one)),
      mergeWith,
    );
  /** Side by side, so that they can be told apart. */
  const placeFor = (one: string): Point =>
    placing.back.point({
      x: Math.floor((trimmed.width * (letters.indexOf(one) + 1)) / (letters.length + 1)),
      y: Math.floor(trimmed.height / 2),
    });
  const trim: Bench['trim'] = (one) => setTrims(withTrim({ framing: picture.framing, trims }, one, picture));
  const finishDrawing: Bench['finishDrawing'] = (mark, from, to) => {
    if (!tool.trim) return add({ ...mark, id: crypto.randomUUID() } as Mark);
    const made = tool.trim({ from, to, picture: trimmed, colour: colourAt(bitmap, inBitmap(to)) });
    if (made) trim(made);
  };
  return {
    placing,
    shown,
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
      const [x, y] = [trimmed.width / 2, trimmed.height / 2];
      const [dx, dy] = tool.drawn ? [trimmed.width * 0.12, trimmed.height * 0.08] : [0, 0];
      const [from, to] = tool.inMiddle?.(trimmed) ?? [
        { x: x - dx, y: y - dy },
        { x: x + dx, y: y + dy },
      ];
      const made = make(from, to, false, []);
      if (made) finishDrawing(made, from, to);
    },
    finishDrawing,
    trims,
    trim,
    finish: (kind, one) => setTrims(withFinish(trims, kind, one)),
    setTrims,
    replace,
    calibrate(value, unit) {
      if (chosen?.kind === 'measure') change(calibrated(marks, chosen, value, unit), `real ${chosen.id}`);
    },
    removeChosen() {
      change(renumbered(marks.filter((one) => one !== chosen)));
      setChosenId(null);
      root.current?.focus();
    },
    duplicateChosen() {
      if (!chosen) return;
      const by = Math.round(Math.max(trimmed.width, trimmed.height) * 0.02);
      const copy = {
        ...toCapture(kindOf<Mark>(chosen).move(seen(chosen), by, by)),
        id: crypto.randomUUID(),
      } as DrawnMark;
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
        if (!pinnedIn(marks, letter)) return;
        // In the direction that is seen, however the picture is turned.
        const [from, to] = [placing.back.point({ x: 0, y: 0 }), placing.back.point({ x: dx, y: dy })];
        change(movePin(marks, letter, Math.round(to.x - from.x), Math.round(to.y - from.y), picture));
        return;
      }
      const [kind, mark] = [kindOf<Mark>(chosen), seen(chosen)];
      const handle = kind.handles(mark, setting).at(-1);
      if (!pull) replace(toCapture(kind.move(mark, dx, dy)));
      else if (handle)
        replace(toCapture(kind.pull(mark, handle.name, { x: handle.x + dx, y: handle.y + dy }, false)));
    },
    toCapture,
  };
}

/** Marks as they lie on the picture that is seen. */
export const onPicture = ({ drawn, placing }: Bench): Mark[] => marksOnTrimmed(drawn, placing);

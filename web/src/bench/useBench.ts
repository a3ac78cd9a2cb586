import { MAX_TRIMS, type ProofPoint } from '@nachweis/contract';
import {
  type Box,
  boxHolds,
  boxOf,
  calibrated,
  HOUSE_INKS,
  kindOf,
  type Mark,
  markOnCapture,
  marksOnTrimmed,
  type Point,
  placingOf,
  renumbered,
  settingOf,
  styleFor,
  withFinish,
  withGroups,
  withTrim,
} from '@nachweis/core';
import { type RefObject, useState } from 'react';
import { colourAt } from '../pictures/colourAt.ts';
import { insetImage } from '../pictures/insetImages.ts';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { useShownPicture } from '../pictures/useShownPicture.ts';
import { useBitmap } from '../prepare/useBitmap.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { toast } from '../ui/notices.ts';
import { arranging } from './arranging.ts';
import { type Bench, type DrawnMark, isDrawn } from './bench.ts';
import { copiedMarks, copyMarks } from './copiedMarks.ts';
import { inkUnder } from './inkUnder.ts';
import { nextOpen, pinning } from './pinning.ts';
import { puttingOn } from './puttingOn.ts';
import { textLineUnder } from './textLineUnder.ts';
import { FIRST_TEXT, PIN_TOOL } from './tools.ts';
import { useLook } from './useLook.ts';
import { useWorkHistory, type Work } from './useWorkHistory.ts';

/** A text that nothing was written into is no mark. */
const isEmpty = (mark: Mark) => 'text' in mark && mark.text === FIRST_TEXT;

/**
 * @param field where the words of the chosen mark are written
 * @param toPicture gives it the focus, when what had it is gone
 */
export function useBench(
  picture: SheetPicture,
  point: ProofPoint,
  onChange: (work: Work) => void,
  field: RefObject<HTMLElement | null>,
  toPicture: () => void,
): Bench {
  const { marks, trims } = picture;
  const placing = placingOf(picture, picture);
  const { trimmed } = placing;
  const shown = useShownPicture(picture);
  const letters = point.mustShows.map((m) => m.letter);

  const [tool, setTool] = useState(PIN_TOOL);
  const [letter, setLetter] = useState(() => nextOpen(marks, letters, placing) ?? letters[0] ?? '');
  const [chosenIds, setChosenIds] = useState<readonly string[]>([]);
  const [reading, setReading] = useState<Box | null>(null);
  const { bitmap } = useBitmap(shown.url, null);
  const look = useLook(picture.assignmentId);
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
  const together = drawn.filter((mark) => chosenIds.includes(mark.id));
  const chosen = together.length === 1 ? (together[0] ?? null) : null;
  const several = together.length > 1 ? together : [];
  /** without a text that is left empty */
  const written = marks.filter((mark) => !isEmpty(mark));
  const pins = pinning({
    marks,
    written,
    letters,
    letter,
    chooseLetter: setLetter,
    placing,
    picture,
    change,
  });
  const setting = settingOf(trimmed, PAGE_FONTS, measureText, marksOnTrimmed(marks, placing), insetImage);
  const toCapture = (mark: Mark) => markOnCapture(mark, placing);
  const seen = (mark: Mark): Mark =>
    marksOnTrimmed([mark], placing)[0] ?? kindOf(mark).map(mark, placing.there);

  const choose = (id: string | null) => {
    if (chosen && chosen.id !== id && isEmpty(chosen)) change(written, 'emptied');
    setChosenIds(id === null ? [] : withGroups([id], drawn));
  };
  const chooseMany = (ids: readonly string[]) => {
    choose(null);
    setChosenIds(withGroups(ids, drawn));
  };
  const arrange = arranging({ marks, chosen: together, setting, seen, toCapture, change });
  const { add, addInset, putMarks } = puttingOn({
    written,
    drawn,
    setting,
    trimmed,
    look,
    inkOn: ({ x, y, ...ground }) => inkUnder(bitmap, { ...inBitmap({ x, y }), ...ground }),
    seen,
    toCapture,
    change,
    chooseIds: setChosenIds,
    field,
  });
  const idsWithin = (box: Box): string[] =>
    marksOnTrimmed(drawn, placing).flatMap((mark) => {
      const { x, y, width, height } = kindOf(mark).bounds(mark, setting);
      const inside = boxHolds(box, { x, y }) && boxHolds(box, { x: x + width, y: y + height });
      return inside && isDrawn(mark) ? [mark.id] : [];
    });
  const make: Bench['make'] = (from, to, even, path = [], id = 'new') => {
    const made = tool.make?.({
      id,
      ink: look.now.ink ?? HOUSE_INKS[0],
      from,
      to,
      even,
      path,
      marks: drawn,
      colourAt: (at) => colourAt(bitmap, inBitmap(at)),
      textUnder(start, end) {
        const line = textLineUnder(bitmap, inBitmap(start), inBitmap(end));
        const corner = inBitmap({ x: 0, y: 0 });
        return line && { ...line, x: line.x - corner.x, y: line.y - corner.y };
      },
    });
    return made ? ({ ...made, ...styleFor(look.now, kindOf(made).styles ?? []) } as Mark) : null;
  };
  const replace = (mark: Mark, mergeWith = '') =>
    change(
      marks.map((one) => (isDrawn(one) && isDrawn(mark) && one.id === mark.id ? mark : one)),
      mergeWith,
    );
  const trim: Bench['trim'] = (one) => setTrims(withTrim({ framing: picture.framing, trims }, one, picture));
  const finishDrawing: Bench['finishDrawing'] = (mark, from, to) => {
    if (tool.reads) return setReading(boxOf(from, to, false));
    if (tool.chooses) return chooseMany(idsWithin(boxOf(from, to, false)));
    if (!tool.trim) return add({ ...mark, id: crypto.randomUUID() } as Mark);
    const made = tool.trim({ from, to, picture: trimmed, colour: colourAt(bitmap, inBitmap(to)) });
    if (made) trim(made);
  };
  return {
    placing,
    shown,
    setting,
    bitmap,
    look,
    history,
    tool,
    takeTool(next) {
      choose(null);
      setReading(null);
      setTool(next);
    },
    letter,
    chooseLetter(next) {
      choose(null);
      setLetter(next);
    },
    drawn,
    chosen,
    several,
    choose,
    toggle(id) {
      const meant = withGroups([id], drawn);
      chooseMany(
        chosenIds.includes(id) ? chosenIds.filter((one) => !meant.includes(one)) : [...chosenIds, ...meant],
      );
    },
    chooseAll: () => chooseMany(drawn.map((mark) => mark.id)),
    arrange,
    make,
    add,
    addInset,
    addInMiddle() {
      if (tool.chooses) return chooseMany(drawn.map((mark) => mark.id));
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
    reading,
    stopReading: () => setReading(null),
    inBitmap,
    trims,
    trim,
    finish: (kind, one) => setTrims(withFinish(trims, kind, one)),
    setTrims,
    replace,
    calibrate(value, unit) {
      if (chosen?.kind === 'measure') change(calibrated(marks, chosen, value, unit), `real ${chosen.id}`);
    },
    removeChosen() {
      const going = new Set<Mark>(together.filter((mark) => !mark.locked));
      change(renumbered(marks.filter((one) => !going.has(one))));
      setChosenIds([]);
      toPicture();
    },
    duplicateChosen: () => putMarks(together.map((mark) => seen(mark) as DrawnMark)),
    copyChosen: () => copyMarks(together.map((mark) => seen(mark) as DrawnMark)),
    pasteCopied: () => putMarks(copiedMarks()),
    putMarks,
    replaceAll(all) {
      const byId = new Map(all.filter(isDrawn).map((mark) => [mark.id, mark]));
      change(marks.map((one) => (isDrawn(one) ? (byId.get(one.id) ?? one) : one)));
    },
    ...pins,
    nudge(dx, dy, pull) {
      if (several.length > 0) return arrange.move(dx, dy);
      if (chosen?.locked) return;
      if (!chosen) return pins.nudgePin(dx, dy);
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

import { MAX_MARKS, MOST_INSET_LETTERS } from '@nachweis/contract';
import { type Box, KINDS, kindOf, type Mark, type MarkSetting, type Size, styleFor } from '@nachweis/core';
import type { RefObject } from 'react';
import { flushSync } from 'react-dom';
import { toast } from '../ui/notices.ts';
import { type Bench, type DrawnMark, isDrawn } from './bench.ts';
import { placeCopies } from './copiedMarks.ts';

interface BenchToPutOn {
  /** all that it keeps: without a text that is left empty */
  written: readonly Mark[];
  drawn: readonly DrawnMark[];
  setting: MarkSetting;
  trimmed: Size;
  look: Bench['look'];
  /** an ink that is seen on what lies there, in pixels of the picture that is seen */
  inkOn: (ground: Box) => string;
  seen: (mark: Mark) => Mark;
  toCapture: (mark: Mark) => Mark;
  change: (marks: Mark[]) => void;
  chooseIds: (ids: readonly string[]) => void;
  /** where the words of the chosen mark are written */
  field: RefObject<HTMLElement | null>;
}

/** Letters of the pixels that marks carry. */
const carried = (marks: readonly Mark[]): number =>
  marks.reduce((sum, mark) => sum + (mark.kind === 'inset' ? mark.pixels.length : 0), 0);

/** Puts marks on a picture, as many as it may hold: one that was drawn, copies, a picture. */
export function puttingOn(bench: BenchToPutOn): Pick<Bench, 'add' | 'addInset' | 'putMarks'> {
  const { written, drawn, setting, trimmed, look, inkOn, seen, toCapture, change, chooseIds, field } = bench;
  const hasRoomFor = (count: number): boolean => {
    if (written.length + count <= MAX_MARKS) return true;
    toast.warning(
      `A picture holds at most ${MAX_MARKS} marks. Remove ${count === 1 ? 'one' : 'some'} first.`,
    );
    return false;
  };
  const mayCarry = (letters: number): boolean => {
    if (carried(drawn) + letters <= MOST_INSET_LETTERS) return true;
    toast.warning('No more pictures fit into this one. Remove one first, or make a plate of them.');
    return false;
  };
  const add = (mark: Mark): void => {
    if (!hasRoomFor(1)) return;
    const ground = kindOf(mark).bounds(mark, setting);
    const ink = 'ink' in mark ? { ink: look.now.ink ?? inkOn(ground) } : {};
    const placed = { ...toCapture(mark), ...ink } as Mark;
    // Drawn before this returns: what is typed next goes into its field, not to the keys of the bench.
    flushSync(() => {
      change([...written, placed]);
      if (isDrawn(placed)) chooseIds([placed.id]);
    });
    if ('text' in placed) field.current?.focus();
  };
  return {
    add,
    addInset({ pixels, width, height }) {
      if (!mayCarry(pixels.length)) return;
      const scale = Math.min(1, (trimmed.width * 0.4) / width, (trimmed.height * 0.4) / height);
      const [w, h] = [Math.max(1, width * scale), Math.max(1, height * scale)];
      const box = { x: (trimmed.width - w) / 2, y: (trimmed.height - h) / 2, width: w, height: h };
      const style = styleFor(look.now, KINDS.inset.styles ?? []);
      add({ kind: 'inset', id: crypto.randomUUID(), pixels, box, ...style });
    },
    putMarks(copies) {
      if (copies.length === 0 || !hasRoomFor(copies.length) || !mayCarry(carried(copies))) return;
      const there = drawn.map((mark) => seen(mark) as DrawnMark);
      const placed = placeCopies(copies, there, setting).map((mark) => toCapture(mark) as DrawnMark);
      change([...written, ...placed]);
      chooseIds(placed.map((mark) => mark.id));
    },
  };
}

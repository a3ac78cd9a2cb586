import type { KeyboardEvent } from 'react';
import { arrowStep } from '../ui/arrowStep.ts';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import type { Bench } from './bench.ts';
import { areNewest } from './copiedMarks.ts';
import { PIN_TOOL, toolFor } from './tools.ts';

const isAnyChosen = ({ chosen, several }: Bench): boolean => chosen !== null || several.length > 0;

interface KeyContext {
  bench: Bench;
  letters: readonly string[];
  /** where the pointer is, in pixels of the capture; null where it is not over the picture */
  pointer: { x: number; y: number } | null;
  onDone: () => void;
}

/**
 * The keys of the bench: a must-show's letter drops its pin at the pointer, digits take tools, arrows move what is
 * chosen. While words are being written only Enter with Ctrl is a command.
 */
export function benchKeys(event: KeyboardEvent, { bench, letters, pointer, onDone }: KeyContext): void {
  const held = event.ctrlKey || event.metaKey;
  // A list takes single keys for its own; with Ctrl none is.
  const isOwn = held && (event.key === 'Enter' || event.target instanceof HTMLSelectElement);
  if (isTyping(event.target) && !isOwn) return;
  const arrow = arrowStep(event);
  const key = event.key.toLowerCase();
  if (event.key === 'Enter' && (held || !(event.target instanceof HTMLButtonElement))) onDone();
  else if (held && key === 'z' && !event.shiftKey) bench.history.undo();
  else if (held && (key === 'y' || key === 'z')) bench.history.redo();
  else if (held && key === 'a') bench.chooseAll();
  // Words that are selected are what is copied, as those that were read out of the picture.
  else if (held && key === 'c' && getSelection()?.isCollapsed !== false && isAnyChosen(bench))
    bench.copyChosen();
  else if (held && key === 'v' && areNewest()) bench.pasteCopied();
  else if (held) return;
  else if (arrow) bench.nudge(arrow.dx, arrow.dy, event.altKey);
  else if (event.altKey || isKeyOff(event)) return;
  else if (letters.includes(event.key)) {
    bench.chooseLetter(event.key);
    if (pointer) bench.pin(event.key, pointer);
    else if (!bench.isPinned(event.key)) bench.pin(event.key);
  } else if (event.key === 'Insert') bench.addInMiddle();
  else if (event.key === 'Delete' || event.key === 'Backspace') {
    if (isAnyChosen(bench)) bench.removeChosen();
    else if (bench.tool === PIN_TOOL) bench.unpin(bench.letter);
  } else {
    const next = toolFor(event.key, bench.tool);
    if (!next) return;
    bench.takeTool(next);
  }
  event.preventDefault();
}

import type { Place } from './canvas.ts';
import { closeMenus, type Desk, frontWindow, minimise, raise } from './desk.ts';
import { spotAt } from './layout.ts';
import type { ProgramStates } from './programStates.ts';
import { runCommand } from './programs/shell.ts';
import { cellAt } from './programs/stageTable.ts';

/** Using the programs: presses and keys, as their owner would. */

function withState<K extends keyof ProgramStates>(desk: Desk, key: K, state: ProgramStates[K]): Desk {
  return { ...desk, states: { ...desk.states, [key]: state } };
}

/** The pointer is pressed at a place. Dragging by a title bar or a grip is the caller's. */
export function press(desk: Desk, at: Place): Desk {
  const spot = spotAt(desk, at);
  if (spot.kind === 'menu') {
    const { console } = desk.states;
    const raised = frontWindow(desk)?.program === spot.program ? desk : raise(desk, spot.program);
    if (spot.opens) {
      const open = console.menu.join('/') === spot.path.join('/') ? spot.path.slice(0, -1) : spot.path;
      return withState(raised, 'console', { ...console, menu: open });
    }
    return choose(raised, spot.path);
  }
  const closed = commitCell(closeMenus(desk));
  if (spot.kind === 'background') return closed;
  if (spot.kind === 'minimise') return minimise(closed, spot.program);
  const raised = raise(closed, spot.program);
  if (spot.kind !== 'content') return raised;
  if (spot.program === 'stage-table') {
    const selected = cellAt(spot.at, desk.content.gaugings.length);
    return withState(raised, 'table', { selected, typed: null });
  }
  if (spot.program === 'video-player') {
    const { video } = raised.states;
    return withState(raised, 'video', { ...video, playing: !video.playing });
  }
  return raised;
}

/** The pointer passes over an open menu: an entry with a menu of its own opens it. */
export function hover(desk: Desk, at: Place): Desk {
  const { console } = desk.states;
  if (console.menu.length === 0) return desk;
  const spot = spotAt(desk, at);
  if (spot.kind !== 'menu') return desk;
  const open = spot.opens ? spot.path : [...spot.path.slice(0, -1), spot.path.at(-1) ?? ''];
  return open.join('/') === console.menu.join('/')
    ? desk
    : withState(desk, 'console', { ...console, menu: open });
}

const REPORTS: Readonly<Record<string, (desk: Desk) => string>> = {
  'Read status': ({ content }) =>
    `status: battery ${content.probe.battery} V, ${content.gaugings.length} values`,
  'Pressure cell': () => 'pressure cell ........ ok',
  Temperature: () => 'temperature .......... ok',
  Memory: ({ content }) => (content.probe.passed ? 'memory ............... ok' : 'memory ........... FAILED'),
  'Mark a time': ({ clock }) => `-- ${clock} --`,
};

function choose(desk: Desk, path: readonly string[]): Desk {
  const label = path.at(-1) ?? '';
  const { printed } = desk.states.console;
  const line = REPORTS[label]?.(desk) ?? `${path.join(' > ')}: set`;
  const next = label === 'Clear' ? [] : [...printed, line].slice(-8);
  return withState(desk, 'console', { printed: next, menu: [] });
}

/** A key goes to the front window. `key` as KeyboardEvent.key has it. @returns null when the window has no use for it */
export function typeKey(desk: Desk, key: string): Desk | null {
  const front = frontWindow(desk)?.program;
  const letter = [...key].length === 1;
  const { table, console, shell, notes, video } = desk.states;
  if (key === 'Escape' && console.menu.length > 0)
    return withState(desk, 'console', { ...console, menu: console.menu.slice(0, -1) });
  if (front === 'shell') {
    if (letter) return withState(desk, 'shell', { ...shell, typed: shell.typed + key });
    if (key === 'Backspace') return withState(desk, 'shell', { ...shell, typed: shell.typed.slice(0, -1) });
    if (key !== 'Enter') return null;
    const answer = runCommand(shell.typed, desk.content, desk.clock);
    const lines = answer === null ? [] : [...shell.lines, `$ ${shell.typed}`, ...answer].slice(-200);
    return withState(desk, 'shell', { lines, typed: '' });
  }
  if (front === 'notes') {
    if (letter) return withState(desk, 'notes', { text: notes.text + key });
    if (key === 'Enter') return withState(desk, 'notes', { text: `${notes.text}\n` });
    if (key === 'Backspace') return withState(desk, 'notes', { text: notes.text.slice(0, -1) });
    return null;
  }
  if (front === 'video-player' && key === ' ')
    return withState(desk, 'video', { ...video, playing: !video.playing });
  if (front === 'stage-table' && table.selected) {
    if (/^[\d.]$/.test(key)) return withState(desk, 'table', { ...table, typed: (table.typed ?? '') + key });
    if (key === 'Backspace')
      return withState(desk, 'table', { ...table, typed: (table.typed ?? '').slice(0, -1) });
    if (key === 'Escape') return withState(desk, 'table', { ...table, typed: null });
    if (key !== 'Enter') return null;
    const { row, column } = table.selected;
    const next = { row: Math.min(row + 1, desk.content.gaugings.length - 1), column };
    return withState(commitCell(desk), 'table', { selected: next, typed: null });
  }
  return null;
}

/** What was typed into a cell becomes its value; nothing typed leaves it, an empty text makes it a gap. */
function commitCell(desk: Desk): Desk {
  const { selected, typed } = desk.states.table;
  if (!selected || typed === null) return desk;
  const value = typed === '' ? null : Number(typed);
  if (value !== null && !Number.isFinite(value)) return desk;
  const gaugings = desk.content.gaugings.map((g, row) => {
    if (row !== selected.row) return g;
    if (selected.column === 2) return { ...g, discharge: value };
    return value === null ? g : { ...g, stage: value };
  });
  const table = { ...desk.states.table, typed: null };
  return { ...withState(desk, 'table', table), content: { ...desk.content, gaugings } };
}

/** Lets a tenth of a second pass for what moves by itself. */
export function tick(desk: Desk): Desk {
  const { video } = desk.states;
  return video.playing ? withState(desk, 'video', { ...video, frame: video.frame + 1 }) : desk;
}

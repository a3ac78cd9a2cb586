/** room for the line around a cell that has the focus, in CSS pixels */
const ROOM = 8;

/**
 * Scrolls the grid sideways until a cell is seen whole beside the names, which stay where they are. The page around the
 * grid stays too: on a small screen one judges below it.
 */
export function showBesideNames(cell: HTMLElement): void {
  const scroller = cell.closest('table')?.parentElement;
  const names = cell.parentElement?.firstElementChild;
  if (!scroller || !names) return;
  const { left, right } = cell.getBoundingClientRect();
  const from = scroller.getBoundingClientRect().left;
  const hidden = from + names.clientWidth + ROOM - left;
  const beyond = right + ROOM - (from + scroller.clientWidth);
  if (hidden > 0) scroller.scrollLeft -= hidden;
  else if (beyond > 0) scroller.scrollLeft += beyond;
}

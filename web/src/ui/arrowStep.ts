const DIRECTIONS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const FAST = 10;

/** What an arrow key moves by: one pixel, with Shift ten. @returns null for every other key */
export function arrowStep(event: { key: string; shiftKey: boolean }): { dx: number; dy: number } | null {
  const direction = DIRECTIONS[event.key];
  if (!direction) return null;
  const step = event.shiftKey ? FAST : 1;
  return { dx: direction[0] * step, dy: direction[1] * step };
}

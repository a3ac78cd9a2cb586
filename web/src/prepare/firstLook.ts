import { canvasSize, drawPicture } from './drawPicture.ts';
import { fittingScale } from './fitting.ts';

/** The room the framing view last had for its picture, in a window of this size. */
let room: { box: DOMRect; windowWidth: number; windowHeight: number } | null = null;
let shown: HTMLElement | null = null;

/** Whatever happens to the view, the page is free again after this. */
const AT_LONGEST_MS = 2_000;
/** The picture is kept after this, whether the page gets its frames or not. */
const PAINTED_AT_LATEST_MS = 100;

export function rememberRoom(box: DOMRect): void {
  room = { box, windowWidth: innerWidth, windowHeight: innerHeight };
}

/**
 * Shows a picture that has just come in where the framing view will have it, until that view is there: a person sees
 * the picture arrive without waiting for the tools. Nothing is shown before the view was open in a window of this size.
 * @returns once it has been painted
 */
export async function showFirst(bitmap: ImageBitmap): Promise<void> {
  endFirst();
  // A page in the background has no frames to wait for.
  if (document.hidden || !room || room.windowWidth !== innerWidth || room.windowHeight !== innerHeight)
    return;
  const { left, top, width, height } = room.box;
  const scale = fittingScale(room.box, bitmap);
  const size = { width: bitmap.width * scale, height: bitmap.height * scale };
  const canvas = document.createElement('canvas');
  Object.assign(canvas, canvasSize(bitmap, size));
  Object.assign(canvas.style, { width: `${size.width}px`, height: `${size.height}px` });
  drawPicture(canvas, bitmap, 'low');
  shown = document.createElement('div');
  shown.className = 'fixed z-60 grid place-items-center bg-grey';
  shown.ariaHidden = 'true';
  shown.dataset.testid = 'first-look';
  for (const [side, value] of Object.entries({ left, top, width, height }))
    shown.style.setProperty(side, `${value}px`);
  shown.append(canvas);
  document.body.append(shown);
  const mine = shown;
  setTimeout(() => mine.remove(), AT_LONGEST_MS);
  performance.mark('nachweis:picture-drawn');
  const frame = () => new Promise((done) => requestAnimationFrame(done));
  const late = new Promise((done) => setTimeout(done, PAINTED_AT_LATEST_MS));
  await Promise.race([frame().then(frame), late]);
}

/** Takes the first look away: the framing view has its picture, or there will be none. */
export function endFirst(): void {
  shown?.remove();
  shown = null;
}

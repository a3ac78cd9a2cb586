import {
  type Desk,
  type DeskCanvas,
  deskArea,
  drawDesk,
  PROGRAMS,
  scaleOf,
  type Take,
  takeArea,
} from '@nachweis/desk';
import { atScale } from '../pictures/resolution.ts';
import type { Incoming } from './incoming.ts';

/** Takes a picture of the practice desk at its own resolution. @throws Error when the browser gives no canvas */
export async function takeFromDesk(desk: Desk, take: Take, pointer: boolean): Promise<Incoming> {
  const part = takeArea(desk, take);
  if (!part) throw new Error('Nothing of it is on a display.');
  const whole = deskArea(desk);
  const screen = new OffscreenCanvas(whole.width, whole.height);
  const picture = new OffscreenCanvas(part.width, part.height);
  const screenContext = screen.getContext('2d');
  const pictureContext = picture.getContext('2d');
  if (!screenContext || !pictureContext) throw new Error('No canvas.');
  drawDesk(screenContext as DeskCanvas, desk, { pointer, captured: true });
  pictureContext.drawImage(screen, -part.x, -part.y);
  const scale = scaleOfTake(desk, take);
  return {
    blob: await atScale(await picture.convertToBlob({ type: 'image/png' }), scale ?? 1),
    name: '',
    source: 'practice-desk',
    surface: take.kind,
    label: labelOf(desk, take),
    scale,
  };
}

function labelOf(desk: Desk, take: Take): string {
  if (take.kind === 'window') return PROGRAMS[take.program].title;
  if (take.kind === 'display') return desk.displays[take.index]?.name ?? '';
  return 'All displays';
}

/** Undefined where displays of unequal scale are in one picture. */
function scaleOfTake(desk: Desk, take: Take): number | undefined {
  if (take.kind === 'display') return desk.displays[take.index]?.scale;
  if (take.kind === 'window') {
    const window = desk.windows.find((w) => w.program === take.program);
    return window && scaleOf(desk, window);
  }
  const [first, ...others] = desk.displays;
  return others.every((d) => d.scale === first?.scale) ? first?.scale : undefined;
}

/** Below this the two clocks are taken to agree: an answer takes its time, and says its own to the second. */
const AGREE_MS = 3000;

let ahead = 0;

/**
 * Notes by how much this computer's clock differs from the server's, which is the one that counts: whether something is
 * still in time must not depend on a clock that somebody has set wrongly.
 * @param sentAt when it was asked, by this clock
 */
export function noteServerTime(response: Response, sentAt: number): void {
  const said = Date.parse(response.headers.get('date') ?? '');
  if (Number.isNaN(said)) return;
  // It was said somewhere between asking and now, and is cut to a second, as what is known already was: a picture may take
  // minutes, and a computer may have slept meanwhile. What is known better than that stays.
  const [least, most] = [said - 1000 - Date.now(), said + 2000 - sentAt];
  if (least <= ahead && ahead <= most) return;
  const difference = (least + most) / 2;
  ahead = Math.abs(difference) < AGREE_MS ? 0 : difference;
}

/** The time by the server's clock, as far as it is known; this one's until it has answered. Milliseconds since 1970. */
export const serverNow = (): number => Date.now() + ahead;

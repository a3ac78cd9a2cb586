import {
  createDesk,
  type Desk,
  deskContent,
  frontWindow,
  openWindows,
  PROGRAM_IDS,
  PROGRAMS,
  raise,
  seedFromText,
  setClock,
  type Take,
  tick,
} from '@nachweis/desk';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useMe } from '../api/session.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { Loading } from '../ui/states.tsx';
import { DeskScreen } from './DeskScreen.tsx';
import type { Incoming } from './incoming.ts';
import { useTakeSettings } from './settings.ts';
import { takeFromDesk } from './takeFromDesk.ts';
import { useCountdown } from './useCountdown.ts';
import { useDeskFonts } from './useDeskFonts.ts';
import { useDeskMoments } from './useDeskMoments.ts';

interface DeskDialogProps {
  /** code of the proof point a picture goes to */
  target: string;
  onClose: () => void;
  onPicture: (incoming: Incoming) => void;
}

/** Hours in which the simulated station recorded nothing. */
const GAP = { from: 4, to: 6 };
const TICK_MS = 100;

const clockNow = () => new Date().toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** A simulated computer with two displays, to learn and try every way of capturing. */
export default function DeskDialog({ target, onClose, onPicture }: DeskDialogProps): ReactNode {
  const me = useMe();
  const { delay } = useTakeSettings();
  const [desk, setDesk] = useState<Desk>(() =>
    createDesk(deskContent(seedFromText(me.email), { gap: GAP }), clockNow()),
  );
  const [withPointer, setWithPointer] = useState(false);
  const fontsReady = useDeskFonts();
  const countdown = useCountdown();
  const moments = useDeskMoments(desk);
  const latest = useRef(desk);
  latest.current = desk;
  useEffect(() => {
    const timer = setInterval(() => setDesk((d) => setClock(tick(d), clockNow())), TICK_MS);
    return () => clearInterval(timer);
  }, []);

  const take = async (what: Take, of: Desk = latest.current) => {
    try {
      onPicture(await takeFromDesk(of, what, withPointer));
    } catch {
      toast.error('The practice desk could not be drawn. Reload the page and take it again.');
    }
  };
  const topFirst = openWindows(desk).reverse();
  const away = PROGRAM_IDS.filter((program) => !topFirst.some((w) => w.program === program));
  return (
    <Dialog
      title="Practice desk"
      description={`A stand-in for a computer with two displays. What you take goes to ${target}.`}
      size="full"
      onClose={onClose}
    >
      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 md:flex-row">
        <div className="flex min-h-48 min-w-0 flex-1 flex-col gap-2">
          <div className="min-h-0 flex-1">
            {fontsReady ? <DeskScreen desk={desk} onChange={setDesk} /> : <Loading what="the desk" />}
          </div>
          <section aria-label="Look back" className="text-sm">
            <p className="text-faded">
              Menus and hints close when you leave the desk, as in any program. Look back to take one all the
              same:
            </p>
            {/* As high without moments: the desk does not move under the pointer when the first one comes. */}
            <ul className="flex min-h-12 gap-1.5 overflow-x-auto py-1">
              {[...moments].reverse().map((moment, index) => (
                <li key={moment.id} className="shrink-0">
                  <Button small onClick={() => void take({ kind: 'all-displays' }, moment.desk)}>
                    {momentName(moment.desk, index)}
                  </Button>
                </li>
              ))}
            </ul>
          </section>
        </div>
        <aside className="flex w-full flex-col gap-4 overflow-auto md:w-64">
          <section className="flex flex-col gap-1.5">
            <h3 className="text-sm font-semibold text-faded">Take a display</h3>
            <Button small onClick={() => void take({ kind: 'all-displays' })}>
              All displays
            </Button>
            {desk.displays.map((display, index) => (
              <Button small key={display.name} onClick={() => void take({ kind: 'display', index })}>
                {display.name}, {display.width} × {display.height}
              </Button>
            ))}
            <Button small onClick={() => countdown.start(delay, () => void take({ kind: 'all-displays' }))}>
              All displays in {delay} s
            </Button>
            {countdown.left !== null && (
              <p role="alert" className="flex items-center gap-2 border-2 border-madder bg-card px-2">
                <span className="font-mono text-2xl" data-testid="countdown">
                  {countdown.left}
                </span>
                <span className="flex-1 text-sm">Open a menu now.</span>
                <Button small look="quiet" onClick={countdown.cancel} keyName="Esc">
                  Cancel
                </Button>
              </p>
            )}
          </section>
          <section className="flex flex-col gap-1.5">
            <h3 className="text-sm font-semibold text-faded">Take a window, the front one first</h3>
            {topFirst.map((window) => (
              <div key={window.program} className="flex gap-1.5">
                <Button
                  small
                  className="flex-1"
                  onClick={() => void take({ kind: 'window', program: window.program })}
                >
                  {PROGRAMS[window.program].title}
                </Button>
                <Button
                  small
                  look="quiet"
                  disabled={frontWindow(desk) === window}
                  onClick={() => setDesk((d) => raise(d, window.program))}
                  aria-label={`Bring ${PROGRAMS[window.program].title} to the front`}
                >
                  To front
                </Button>
              </div>
            ))}
            {away.map((program) => (
              <Button small look="quiet" key={program} onClick={() => setDesk((d) => raise(d, program))}>
                Open {PROGRAMS[program].title}
              </Button>
            ))}
          </section>
          <Check checked={withPointer} onChecked={setWithPointer}>
            With the pointer
          </Check>
          <p className="text-sm text-faded">
            Drag a window by its title bar, its lower right corner changes its size. Click into a program to
            use it: cells and commands are typed, menus open. Tab goes on.
          </p>
        </aside>
      </div>
    </Dialog>
  );
}

/** What is to be seen at a moment, in a word or two. */
function momentName(desk: Desk, index: number): string {
  const { menu } = desk.states.console;
  if (menu.length > 0) return `Menu ${menu.join(' › ')}`;
  if (desk.hint) return `Hint “${desk.hint}”`;
  const front = frontWindow(desk);
  return `${index === 0 ? 'Now' : `${index} before`}: ${front ? PROGRAMS[front.program].title : 'no window'}`;
}

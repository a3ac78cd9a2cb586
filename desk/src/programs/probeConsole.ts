import { type Area, type DeskCanvas, fillArea, write } from '../canvas.ts';
import type { DeskContent } from '../content.ts';
import { CONSOLE_MENUS } from './menus.ts';
import type { Anchors, Program, Shown } from './program.ts';

const LINE = 25;
/** width of a character of the text in pixels, roughly */
const CHARACTER = 9.4;

/** What a probe prints while it starts. */
export const probeConsole: Program = {
  title: 'Probe Console',
  size: { width: 580, height: 420 },
  draw(canvas: DeskCanvas, area: Area, content: DeskContent, { states }: Shown): Anchors {
    fillArea(canvas, area, '#1e2426');
    fillArea(canvas, { ...area, height: 30 }, '#e9ebe5');
    CONSOLE_MENUS.forEach(({ label }, index) => {
      write(canvas, label, area.x + 16 + index * 62, area.y + 15, { size: 13 });
    });
    const { serial, firmware, battery, passed, password } = content.probe;
    const plain = '#cfd8d3';
    const good = '#8fd694';
    const bad = '#f0a07c';
    const lines: Array<{ key?: string; text: string; colour?: string }> = [
      { text: '> connect', colour: '#9fb4bd' },
      ...(password ? [{ text: `password: ${password}`, colour: plain }] : []),
      { text: `probe ${serial} on line 1` },
      { key: 'station', text: `station   ${content.station}` },
      { key: 'firmware', text: `firmware  ${firmware}` },
      { key: 'battery', text: `battery   ${battery} V under load` },
      { text: '> self-test', colour: '#9fb4bd' },
      { text: 'pressure cell ........ ok' },
      { text: 'temperature .......... ok' },
      passed ? { text: 'memory ............... ok' } : { text: 'memory ........... FAILED', colour: bad },
      passed
        ? { key: 'selfTest', text: 'self-test passed', colour: good }
        : { key: 'selfTest', text: 'self-test FAILED: memory, block 3', colour: bad },
      ...states.console.printed.map((text) => ({ text })),
      { text: '> _', colour: '#9fb4bd' },
    ];
    const anchors: Anchors = {};
    lines.forEach(({ key, text, colour = plain }, index) => {
      const y = area.y + 52 + index * LINE;
      write(canvas, text, area.x + 18, y, { mono: true, size: 15, colour });
      // Just behind the text, so that a pin does not hide what it points to; staggered, so that pins do not hide each other.
      if (key) anchors[key] = { x: area.x + 18 + text.length * CHARACTER + 12 + (index % 2) * 36, y };
    });
    return anchors;
  },
};

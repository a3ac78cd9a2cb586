import { type Area, type DeskCanvas, fillArea, write } from '../canvas.ts';
import type { DeskContent } from '../content.ts';
import { fitRatingCurve } from '../ratingCurve.ts';
import type { Anchors, Program, Shown } from './program.ts';

const LINE = 22;

export const shell: Program = {
  title: 'Shell',
  size: { width: 520, height: 330 },
  draw(canvas: DeskCanvas, area: Area, _content: DeskContent, { states }: Shown): Anchors {
    fillArea(canvas, area, '#14201c');
    const rows = Math.max(1, Math.floor((area.height - 20) / LINE) - 1);
    const lines = [...states.shell.lines.slice(-rows), `$ ${states.shell.typed}_`];
    lines.forEach((text, index) => {
      const colour = text.startsWith('$') ? '#bfe3c8' : '#dfe6e0';
      write(canvas, text, area.x + 14, area.y + 20 + index * LINE, { mono: true, size: 14, colour });
    });
    return { prompt: { x: area.x + 14, y: area.y + 20 + (lines.length - 1) * LINE } };
  },
};

const HELP = ['date  echo  fit  help  ls  station  table  clear'];

/** What a command prints; null clears the screen. */
export function runCommand(line: string, content: DeskContent, clock: string): string[] | null {
  const [command = '', ...words] = line.trim().split(/\s+/);
  switch (command) {
    case '':
      return [];
    case 'help':
      return HELP;
    case 'clear':
      return null;
    case 'date':
      return [`2026-11-05 ${clock}`];
    case 'echo':
      return [words.join(' ')];
    case 'ls':
      return ['gaugings.csv  notes.txt  probe.log'];
    case 'station':
      return [content.station];
    case 'table':
      return content.gaugings.map(
        ({ time, stage, discharge }) => `${time}  ${stage.toFixed(2)}  ${discharge?.toFixed(3) ?? '-'}`,
      );
    case 'fit': {
      const curve = fitRatingCurve(content.gaugings);
      return [
        curve
          ? `Q = ${curve.a.toFixed(3)} h^${curve.b.toFixed(3)}, R2 = ${curve.r2.toFixed(4)}`
          : 'too few gaugings',
      ];
    }
    default:
      return [`${command}: not a command. Type help.`];
  }
}

import { type Area, type DeskCanvas, fillArea, type Place, rule, write } from '../canvas.ts';
import type { DeskContent } from '../content.ts';
import { TITLE_BAR } from '../titleBar.ts';
import type { Anchors, Program, Shown } from './program.ts';

const ROW = 30;
const HEAD = 78;
const COLUMNS = [
  { title: 'Time', right: 90 },
  { title: 'Stage h (m)', right: 240 },
  { title: 'Discharge Q (m³/s)', right: 430 },
];

/** Gaugings of one station in rows. */
export const stageTable: Program = {
  title: 'Stage Table',
  size: { width: 470, height: 510 },
  draw(canvas: DeskCanvas, area: Area, content: DeskContent, { states }: Shown): Anchors {
    fillArea(canvas, area, '#fbfaf5');
    fillArea(canvas, { ...area, height: 40 }, '#e7ebe4');
    write(canvas, 'Station', area.x + 16, area.y + 20, { colour: '#566062' });
    write(canvas, content.station, area.x + 78, area.y + 20, { weight: 700, mono: true, size: 15 });
    write(canvas, `${content.gaugings.length} gaugings`, area.x + area.width - 16, area.y + 20, {
      align: 'right',
      colour: '#566062',
    });
    for (const { title, right } of COLUMNS) {
      write(canvas, title, area.x + right, area.y + 59, { align: 'right', weight: 600, size: 13 });
    }
    const anchors: Anchors = { station: { x: area.x + 148, y: area.y + 20 } };
    content.gaugings.forEach((gauging, index) => {
      const y = area.y + HEAD + index * ROW;
      const empty = gauging.discharge === null;
      if (empty) fillArea(canvas, { x: area.x, y, width: area.width, height: ROW }, '#f3e3d3');
      else if (index % 2) fillArea(canvas, { x: area.x, y, width: area.width, height: ROW }, '#f4f4ec');
      const cells = [gauging.time, gauging.stage.toFixed(2), gauging.discharge?.toFixed(3) ?? 'no value'];
      const { selected, typed } = states.table;
      cells.forEach((value, column) => {
        const right = COLUMNS[column]?.right ?? 0;
        const here = selected?.row === index && selected.column === column;
        const cell = here && typed !== null ? `${typed}|` : value;
        if (here) {
          canvas.strokeStyle = '#12494a';
          canvas.lineWidth = 2;
          canvas.strokeRect(area.x + right - 132, y + 2, 140, ROW - 4);
        }
        write(canvas, cell, area.x + right, y + ROW / 2, {
          align: 'right',
          mono: true,
          colour: cell === 'no value' ? '#8a4b1f' : '#22282a',
        });
      });
      rule(canvas, { x: area.x, y }, { x: area.x + area.width, y }, '#dcddd2');
      if (index === 0) anchors.firstRow = { x: area.x + 446, y: y + ROW / 2 };
      if (empty && !anchors.gap) anchors.gap = { x: area.x + 446, y: y + ROW / 2 };
    });
    const foot = area.y + HEAD + content.gaugings.length * ROW;
    const values = content.gaugings.flatMap((g) => (g.discharge === null ? [] : [g.discharge]));
    const mean = (list: readonly number[]) => list.reduce((sum, v) => sum + v, 0) / list.length;
    if (foot + 22 <= area.y + area.height) {
      rule(canvas, { x: area.x, y: foot }, { x: area.x + area.width, y: foot }, '#22282a');
      const means = ['Mean', mean(content.gaugings.map((g) => g.stage)).toFixed(3), mean(values).toFixed(3)];
      means.forEach((text, column) => {
        write(canvas, text, area.x + (COLUMNS[column]?.right ?? 0), foot + 13, {
          align: 'right',
          mono: column > 0,
          weight: 600,
        });
      });
    }
    anchors.rows = { x: area.x + 300, y: area.y + HEAD + ROW * 5.5 };
    return anchors;
  },
};

/** The cell at a place, in the window's own units; null beside the table and on times, which are not typed. */
export function cellAt(at: Place, rows: number): { row: number; column: 1 | 2 } | null {
  const row = Math.floor((at.y - TITLE_BAR - HEAD) / ROW);
  if (row < 0 || row >= rows) return null;
  const column = at.x < 100 ? null : at.x < 260 ? 1 : at.x < 450 ? 2 : null;
  return column === null ? null : { row, column };
}

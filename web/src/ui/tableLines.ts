import Papa from 'papaparse';

/** A line of a table that says something. */
export interface TableLine {
  cells: readonly string[];
  /** its place in the table, from 1; empty lines are counted */
  number: number;
}

/** The lines of a table whose cells are separated by commas, semicolons or tabs. */
export function tableLines(text: string): TableLine[] {
  const table = text.replace(/^\uFEFF/, '');
  // Empty lines say nothing of what separates the cells, and are counted where a line is named.
  const { delimiter } = Papa.parse(table, { skipEmptyLines: 'greedy', preview: 20 }).meta;
  return Papa.parse<string[]>(table, { delimiter })
    .data.map((cells, i) => ({ cells, number: i + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
}

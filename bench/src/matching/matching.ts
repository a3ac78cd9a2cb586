import { matchNames } from '@nachweis/core';
import { type ClassFiles, classFiles } from './classFiles.ts';

export interface Judged {
  right: number;
  open: number;
  wrong: Array<{ list: string; path: string; style: string }>;
  /** of each way of naming: how many there were, and how many were found */
  ways: Map<string, { right: number; all: number }>;
}

/** Matches the files of lists, and counts what was found by what is true. */
export function judgeMatching(lists: readonly ClassFiles[]): Judged {
  const judged: Judged = { right: 0, open: 0, wrong: [], ways: new Map() };
  for (const { name, rule, roll, files } of lists) {
    const found = matchNames(rule, roll, files);
    for (const [index, file] of files.entries()) {
      const { personId, point, confidence } = found[index] ?? {
        personId: null,
        point: null,
        confidence: 'open',
      };
      const isRight = personId === file.personId && point === file.point;
      const way = judged.ways.get(file.style) ?? { right: 0, all: 0 };
      way.all++;
      judged.ways.set(file.style, way);
      if (confidence === 'open') judged.open++;
      else if (isRight) {
        judged.right++;
        way.right++;
      } else judged.wrong.push({ list: name, path: file.path, style: file.style });
    }
  }
  return judged;
}

/** How the named files of a class are matched: right, left open, wrong. */
export function benchMatching(): void {
  const lists = Array.from({ length: 120 }, (_, seed) => classFiles(seed));
  const began = performance.now();
  const { right, open, wrong, ways } = judgeMatching(lists);
  const ms = performance.now() - began;
  const all = right + open + wrong.length;
  console.log(`matching: ${lists.length} lists, ${all} files, seeds 0 to ${lists.length - 1}`);
  console.log(
    `  right ${right}, left open ${open}, wrong ${wrong.length}; ${(ms / lists.length).toFixed(1)} ms a list`,
  );
  for (const [way, { right: found, all: there }] of ways) console.log(`  ${way}: ${found} of ${there}`);
  for (const { list, path, style } of wrong) console.log(`  wrong: ${path} (${style}; ${list})`);
}

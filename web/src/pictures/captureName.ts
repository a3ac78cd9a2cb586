import type { CaptureItem } from '@nachweis/contract';
import { SOURCE_WORDS } from './sourceWords.ts';

/** Numbers that browsers give to displays, tabs and streams are no names. */
const isNumber = (label: string) => /^(screen|window|web-contents)[\w-]*:|^\S{20,}$/.test(label);

/** What a capture is called: by its file, by what was shared, or by how it came. */
export const captureName = (item: CaptureItem): string =>
  item.originalName ||
  (isNumber(item.label) ? '' : item.label) ||
  `${SOURCE_WORDS[item.source]}, ${item.width} × ${item.height}`;

import { extensionOf } from '../pictures/formats.ts';
import { soundFileName } from './fileName.ts';

/**
 * Makes names that lie in one folder differ: the second of two equal ones gets "-2" before its extension, and so on.
 * Upper and lower case count as equal, because on Windows and macOS they are.
 */
export function distinctNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const extension = extensionOf(name);
    const stem = extension ? name.slice(0, -(extension.length + 1)) : name;
    let distinct = name;
    for (let n = 2; taken.has(distinct.toLowerCase()); n++) distinct = withNumber(stem, n, extension);
    taken.add(distinct.toLowerCase());
    return distinct;
  });
}

/** Shortens a long stem first, so that the number is never what falls off the end. */
function withNumber(stem: string, n: number, extension: string): string {
  const suffix = `-${n}`;
  for (let keep = stem.length; keep > 0; keep--) {
    const name = soundFileName(stem.slice(0, keep) + suffix, extension);
    if (name.includes(`${suffix}.`) || name.endsWith(suffix)) return name;
  }
  return soundFileName(`picture${suffix}`, extension);
}

/**
 * Signs that a machine takes for one another where they are small: each stands for all of its group. Common practice in
 * reading by machine, no source.
 */
const ALIKE: ReadonlyArray<readonly [RegExp, string]> = [
  [/[oqd]/g, '0'],
  [/[il|!]/g, '1'],
  [/z/g, '2'],
  [/s/g, '5'],
  [/g/g, '9'],
  [/b/g, '8'],
];

/**
 * A text as it is compared with what a machine read: without case, accents, spaces and signs, and with letters and digits
 * that look alike as one, for of "OS-121" it reads "0S-121".
 */
export function foldedForReading(text: string): string {
  let folded = text.normalize('NFKD').toLowerCase();
  for (const [alike, sign] of ALIKE) folded = folded.replace(alike, sign);
  return folded.replace(/[^\p{L}\p{N}]/gu, '');
}

/**
 * Of words that have to be readable, those that were read in none of the pictures. Reading by machine misses some that a
 * person reads, so that what is not read is worth a look and no fault.
 * @param texts what was read in each picture
 */
export function unreadWords(words: readonly string[], texts: readonly string[]): string[] {
  const read = texts.map(foldedForReading);
  return words.filter((word) => {
    const wanted = foldedForReading(word);
    return wanted !== '' && !read.some((text) => text.includes(wanted));
  });
}

/**
 * The same for all pictures of a proof point.
 * @param words what it asks for
 * @param pictures with what a machine read in each; null while it is not read yet
 * @returns null as long as one is not read yet; none where there is no picture
 */
export function wordsUnread(
  words: readonly string[],
  pictures: ReadonlyArray<{ read?: string | null; damaged?: boolean }>,
): string[] | null {
  if (words.length === 0 || pictures.length === 0) return [];
  const whole = pictures.filter((picture) => !picture.damaged);
  const texts = whole.flatMap(({ read }) => (typeof read === 'string' ? [read] : []));
  return texts.length < whole.length ? null : unreadWords(words, texts);
}

/** A name in its parts, and how a class list wants it sorted, where it says so. */
export interface SortedPerson {
  surname: string;
  givenName: string;
  sortName: string | null;
}

/**
 * Particles that stand after the surname in lists of a language, so that the name is found under what follows them:
 * "Laan, Noor van der" in Dutch, "Goethe, Johann von" in German. In every other language a name is found under its
 * particle. Source: IFLA, "Names of Persons" (1996), the Netherlands and Germany; from memory.
 */
const PARTICLES: Readonly<Record<string, readonly string[]>> = {
  nl: ['van', 'de', 'der', 'den', 'het', "'t", 'ten', 'ter', 'te', 'op', 'in', 'aan', 'bij', 'uit'],
  de: ['von', 'vom', 'zu', 'zum', 'zur', 'der', 'dem', 'und'],
};
/** German particles count only after one of these: "der" alone begins no particle. */
const FIRST_PARTICLES: Readonly<Record<string, readonly string[]>> = {
  de: ['von', 'vom', 'zu', 'zum', 'zur'],
};

/**
 * A name as a list shows and sorts it: what the class list says, or the surname first by the custom of a language.
 * @param language BCP 47 tag of the course
 */
export function listName({ surname, givenName, sortName }: SortedPerson, language: string): string {
  if (sortName) return sortName;
  const short = language.split('-')[0] ?? '';
  const known = PARTICLES[short] ?? [];
  const words = surname.split(' ');
  const first = FIRST_PARTICLES[short] ?? known;
  let count = 0;
  if (first.includes((words[0] ?? '').toLowerCase()))
    while (count < words.length - 1 && known.includes((words[count] ?? '').toLowerCase())) count++;
  const behind = words.slice(0, count).join(' ');
  const found = words.slice(count).join(' ');
  // Many people have one name only.
  const after = [givenName, behind].filter((part) => part !== '').join(' ');
  return after === '' ? found : `${found}, ${after}`;
}

/** Sorts names as they are shown, by the order of a language's letters (Unicode CLDR): Ö after Z in Swedish, with O in German. */
export function nameOrder(language: string): (a: string, b: string) => number {
  const collator = new Intl.Collator(language, { numeric: true });
  return (a, b) => collator.compare(a, b);
}

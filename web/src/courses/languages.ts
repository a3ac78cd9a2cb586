const LETTERS = [...'abcdefghijklmnopqrstuvwxyz'];

export interface Language {
  /** BCP 47 */
  code: string;
  /** in English, as the page is */
  name: string;
}

/**
 * The languages by whose letters this browser can sort names: those of the two-letter codes (ISO 639-1) that it knows,
 * by their names.
 *
 * @param beside one that is in use already; it is among them even where this browser does not know it
 */
export function languagesOfNames(beside: string): Language[] {
  const codes = Intl.Collator.supportedLocalesOf(LETTERS.flatMap((a) => LETTERS.map((b) => a + b)));
  const names = new Intl.DisplayNames('en', { type: 'language' });
  // Old codes such as "iw" stand for a language that has a newer one.
  const current = new Set(codes.filter((code) => Intl.getCanonicalLocales(code)[0] === code));
  return [...current.add(beside)]
    .map((code) => ({ code, name: nameOf(names, code) }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

function nameOf(names: Intl.DisplayNames, code: string): string {
  try {
    return names.of(code) ?? code;
  } catch {
    return code;
  }
}

/** That of the browser, where it is one of these. */
export function ownLanguage(): string {
  const [own = 'en'] = navigator.language.split('-');
  return Intl.Collator.supportedLocalesOf(own).length > 0 ? own : 'en';
}

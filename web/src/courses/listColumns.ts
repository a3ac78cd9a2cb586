/** What a column of a class list can hold. `own`: a value of the course's, such as a station code; `none`: it is left out. */
export const KINDS = [
  'surname',
  'givenName',
  'wholeName',
  'email',
  'role',
  'sortName',
  'own',
  'none',
] as const;
export type Kind = (typeof KINDS)[number];

export interface ListColumn {
  /** as it stands in the first line; '' where no line says it */
  title: string;
  /** the first value in it */
  example: string;
  kind: Kind;
}

/**
 * Names of columns by what they hold, in small letters without accents, spaces and signs. The first of each is that of
 * OneRoster 1.2, users.csv (from memory of the specification); the others are common practice, no source.
 */
const NAMES: Readonly<Record<Exclude<Kind, 'own' | 'none'>, readonly string[]>> = {
  givenName: [
    'givenname',
    'firstname',
    'given',
    'forename',
    'vorname',
    'rufname',
    'prenom',
    'nombre',
    'nome',
  ],
  surname: [
    'familyname',
    'surname',
    'lastname',
    'family',
    'nachname',
    'familienname',
    'zuname',
    'nom',
    'apellidos',
    'apellido',
    'cognome',
  ],
  wholeName: ['name', 'fullname', 'studentname', 'student', 'displayname', 'participant', 'teilnehmer'],
  email: ['email', 'mail', 'emailaddress', 'emailadresse', 'username'],
  role: ['role', 'roles', 'rolle'],
  sortName: ['sortname'],
};

/** Columns of OneRoster that say nothing here. */
const LEFT_OUT = new Set([
  'sourcedid',
  'status',
  'datelastmodified',
  'enableduser',
  'orgsourcedids',
  'userids',
  'middlename',
  'identifier',
  'sms',
  'phone',
  'agentsourcedids',
  'grades',
  'password',
  'usermasteridentifier',
  'resourcesourcedids',
  'preferredgivenname',
  'preferredmiddlename',
  'preferredfamilyname',
  'primaryorgsourcedid',
  'pronouns',
]);

const plain = (title: string) =>
  title
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '');

export const looksLikeEmail = (value: string): boolean => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(value.trim());

/** A column's name as rules and texts write it in braces. */
export const fieldName = (title: string): string =>
  title
    .trim()
    .replace(/[^A-Za-z0-9_-]+/g, '-')
    .replace(/^[^A-Za-z]+/, '')
    .slice(0, 40);

/**
 * What the columns of a table hold, by their titles and, where those say nothing, by what is in them.
 * @param titles of the columns, or as many empty ones
 */
export function columnsOf(titles: readonly string[], rows: ReadonlyArray<readonly string[]>): ListColumn[] {
  const columns = titles.map((title, i): ListColumn => {
    const example = rows.find((row) => row[i]?.trim())?.[i]?.trim() ?? '';
    const kept = fieldName(title) !== '' && !LEFT_OUT.has(plain(title));
    return { title, example, kind: kept ? 'own' : 'none' };
  });
  for (const kind of Object.keys(NAMES) as Array<keyof typeof NAMES>) {
    // Of several the one that is named as OneRoster does, then by the order of the names.
    const [place] = NAMES[kind]
      .map((name) => columns.findIndex((one) => plain(one.title) === name))
      .filter((at) => at >= 0);
    const column = place === undefined ? undefined : columns[place];
    if (column) column.kind = kind;
  }
  const has = (kind: Kind) => columns.find((one) => one.kind === kind);
  if (!has('email')) {
    const filled = (i: number) => rows.map((row) => row[i]?.trim() ?? '').filter(Boolean);
    const place = columns.findIndex(
      (_, i) => filled(i).filter(looksLikeEmail).length * 2 > Math.max(filled(i).length, 1),
    );
    const column = columns[place];
    if (column) column.kind = 'email';
  }
  // "Name" beside a given name is the surname; beside both it says nothing more.
  const whole = has('wholeName');
  if (whole && has('surname')) whole.kind = 'none';
  else if (whole && has('givenName')) whole.kind = 'surname';
  return columns;
}

/** The columns with another kind for one of them: what only one can be, the other is no longer. */
export function withKind(columns: readonly ListColumn[], place: number, kind: Kind): ListColumn[] {
  const isName = (one: Kind) => one === 'surname' || one === 'givenName';
  const goes = (one: Kind) =>
    kind !== 'own' &&
    kind !== 'none' &&
    (one === kind || (kind === 'wholeName' && isName(one)) || (isName(kind) && one === 'wholeName'));
  return columns.map((column, i) =>
    i === place ? { ...column, kind } : goes(column.kind) ? { ...column, kind: 'none' } : column,
  );
}

/**
 * A whole name in its two parts: at a comma, else before the last word and the small words in front of it ("van der Laan").
 * Where the surname stands first without a comma this is wrong, so that the parts are shown before anybody is entered.
 */
export function partsOf(name: string): { givenName: string; surname: string } {
  const [before = '', ...after] = name.split(',');
  if (after.length > 0) return { surname: before.trim(), givenName: after.join(',').trim() };
  const words = name.trim().split(/\s+/);
  let start = words.length - 1;
  while (start > 0 && /^\p{Ll}/u.test(words[start - 1] ?? '')) start--;
  return { givenName: words.slice(0, start).join(' '), surname: words.slice(start).join(' ') };
}

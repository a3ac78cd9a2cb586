/** A person of a class, to be told from others who are called the same. */
export interface NamedPerson {
  id: string;
  /** as the list shows it */
  listed: string;
  email: string;
  /** values of the columns of the class list, by their names */
  fields: Readonly<Record<string, string>>;
}

/**
 * What is said behind the names of people whom a class has more than one of: the first column of the class list in which
 * all of one name differ, one of codes before one of groups; else what stands before the @ of their e-mail addresses,
 * which differ, or all of those.
 *
 * @returns by id, only of those who are called as somebody else is
 */
export function tellApart(people: readonly NamedPerson[]): ReadonlyMap<string, string> {
  const byName = new Map<string, NamedPerson[]>();
  for (const person of people) {
    const name = person.listed.normalize('NFC').toLowerCase();
    byName.set(name, [...(byName.get(name) ?? []), person]);
  }
  const alike = [...byName.values()].filter((some) => some.length > 1);
  if (alike.length === 0) return new Map();
  // Each is asked for once: whoever asks may read them only then.
  const fieldsOf = new Map(people.map(({ id, fields }) => [id, fields]));
  const all = [...fieldsOf.values()];
  const columns = [...new Set(all.flatMap(Object.keys))];
  const codes = columns.filter((column) => allDiffer(all.flatMap((fields) => fields[column] || [])));
  const ways: ReadonlyArray<(person: NamedPerson) => string> = [
    ...[...new Set([...codes, ...columns])].map(
      (column) =>
        ({ id }: NamedPerson) =>
          fieldsOf.get(id)?.[column] ?? '',
    ),
    ({ email }) => email.replace(/@.*$/, ''),
    ({ email }) => email,
  ];
  return new Map(
    alike.flatMap((some) => {
      const way = ways.find((one) => tells(some.map(one))) ?? (({ id }: NamedPerson) => id);
      return some.map((person): [string, string] => [person.id, way(person)]);
    }),
  );
}

const plain = (value: string) => value.trim().toLowerCase();
const allDiffer = (values: readonly string[]) => new Set(values.map(plain)).size === values.length;
const tells = (values: readonly string[]) =>
  allDiffer(values) && values.every((value) => plain(value) !== '');

/** What a class list knows of one person besides the name, by the name of its column. */
export type Fields = Readonly<Record<string, string>>;

/** Puts a person's own values where a text names a column in braces: "your station code, {station}". What the class list does not know stays as it is. */
export function fillFields(text: string, fields: Fields): string {
  return text.replace(/\{([^{}]+)\}/g, (whole, column: string) => {
    const name = column.trim();
    return Object.hasOwn(fields, name) ? (fields[name] ?? whole) : whole;
  });
}

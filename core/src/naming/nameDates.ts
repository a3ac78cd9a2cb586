import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';

/** The longest of one field, where it has no fixed number of figures. */
const LONGEST_FIELD = 20;

interface Piece {
  text: string;
  isField: boolean;
}

/** A date pattern of Unicode TR 35 as its fields and what stands between them. */
function piecesOf(pattern: string): Piece[] {
  const found = pattern.match(/'[^']*'|([A-Za-z])\1*|[^A-Za-z']+/g) ?? [];
  return found.map((text) => ({ text, isField: /^[A-Za-z]/.test(text) }));
}

/** As many figures or letters as a field can have; what stands between fields may have been cleaned away to one sign. */
function expressionOf({ text, isField }: Piece): string {
  if (!isField) return `.{1,${text.length}}`;
  const isWord = /[GMLEecaB]/.test(text) && text.length > 2;
  if (isWord || /[aBzOXxPp]/.test(text)) return `.{1,${LONGEST_FIELD}}?`;
  return text.length === 1 ? '\\d{1,4}' : `\\d{${text.length}}`;
}

/** A regular expression without groups for texts that can be dates of a pattern; `isDate` says whether one is. */
export function dateExpression(pattern: string): string {
  return piecesOf(pattern).map(expressionOf).join('');
}

/** Whether a text in a name is a date of a pattern, also where signs between its fields were cleaned away. */
export function isDate(text: string, pattern: string): boolean {
  const pieces = piecesOf(pattern);
  const expressions = pieces.map((piece) =>
    piece.isField ? `(${expressionOf(piece)})` : expressionOf(piece),
  );
  const fields = new RegExp(`^${expressions.join('')}$`, 'u').exec(text)?.slice(1);
  if (!fields) return false;
  let next = 0;
  const asWritten = pieces.map((piece) => (piece.isField ? fields[next++] : piece.text.replaceAll("'", '')));
  return isValid(parse(asWritten.join(''), pattern.replaceAll("'", ''), new Date(2000, 0, 1)));
}

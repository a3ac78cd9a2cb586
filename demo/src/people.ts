import type { Role } from '@nachweis/contract';

export interface DemoPerson {
  given: string;
  surname: string;
  role: Role;
  /** where a list sorts it otherwise than by its surname */
  sortName?: string;
}

/** Everybody of the invented river-survey school; the order is the order of their seeds, so only append. */
export const STUDENTS: readonly DemoPerson[] = [
  ['Aneta', 'Hruška'],
  ['Bilal', 'Okafor-Stein'],
  ['Chiara', 'Bellomo'],
  ['Dario', 'Ferhat'],
  ['Elin', 'Ödegård'],
  ['Farida', 'Nazari'],
  ['Goran', 'Petrić'],
  ['Hana', 'Wakamiya'],
  ['Imre', 'Szalai'],
  ['Jonna', 'Lehtovaara'],
  ['Kwame', 'Asante-Boadi'],
  ['Lucía', 'Quintanar'],
  ['Marek', 'Zieliński'],
  ['Noor', 'van der Laan'],
  ['Oskar', 'Brandhuber'],
  ['Priya', 'Venkatesan'],
  ['Quirin', 'Aschenbrenner'],
  ['Rosa', 'Almagro'],
  ['Sefa', 'Tuilagi'],
  ['Timur', 'Akhmetov'],
  ['Ulrike', 'Söllner'],
  ['Vera', 'Christodoulou'],
  ['Wen', 'Liangyu'],
  ['Ylva', 'Rosencrantz'],
].map(([given = '', surname = '']) => ({ given, surname, role: 'student', ...sorted(surname, given) }));

/** A Dutch name, found under what follows its particles. */
function sorted(surname: string, given: string): { sortName?: string } {
  return surname === 'van der Laan' ? { sortName: `Laan, ${given} van der` } : {};
}

export const STAFF: readonly DemoPerson[] = [
  { given: 'Ruth', surname: 'Mandelbrod', role: 'instructor' },
  { given: 'Anselm', surname: 'Kirchweger', role: 'instructor' },
  { given: 'Ioana', surname: 'Dragomir', role: 'marker' },
];

/** The password of all demo people. They exist on demo servers only. */
export const DEMO_PASSWORD = 'river-survey';

/** "aneta.hruska@riverschool.example": plain letters only, in a domain that RFC 2606 keeps for examples. */
export function emailOf({ given, surname }: DemoPerson): string {
  const plain = (text: string) =>
    text
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/ø/g, 'o')
      .replace(/[^a-z]+/g, '-');
  return `${plain(given)}.${plain(surname)}@riverschool.example`;
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type NamedPerson, tellApart } from './tellApart.ts';

const person = (
  id: string,
  listed: string,
  fields: Record<string, string> = {},
  email = `${id}@s.example`,
) => ({
  id,
  listed,
  email,
  fields,
});

describe('tellApart', () => {
  it('says nothing of people who are the only ones of their name', () => {
    expect(tellApart([person('a', 'Kim, Minjun'), person('b', 'Kim, Minji')]).size).toBe(0);
  });

  it('takes a column in which those of one name differ, codes before groups', () => {
    const told = tellApart([
      person('a', 'Kim, Minjun', { group: 'red', station: 'NE-1' }),
      person('b', 'Kim, Minjun', { group: 'blue', station: 'NE-2' }),
      person('c', 'Laan, Noor', { group: 'red', station: 'NE-3' }),
    ]);
    expect([...told]).toEqual([
      ['a', 'NE-1'],
      ['b', 'NE-2'],
    ]);
  });

  it('takes a group where there is nothing better, and an address where a column says nothing of one of them', () => {
    const red = person('a', 'Kim, Minjun', { group: 'red' });
    const blue = person('b', 'kim, minjun', { group: 'blue' });
    const other = person('c', 'Laan, Noor', { group: 'red' });
    expect(tellApart([red, blue, other]).get('b')).toBe('blue');
    expect(tellApart([red, { ...blue, fields: {} }, other]).get('b')).toBe('b');
    const elsewhere = person('d', 'Kim, Minjun', {}, 'a@t.example');
    expect(tellApart([{ ...red, fields: {} }, elsewhere]).get('d')).toBe('a@t.example');
  });

  it('takes names that are written with other code points for the same letters as one', () => {
    expect(
      tellApart([person('a', 'Ödegård, Elin'), person('b', 'Ödegård, Elin'.normalize('NFD'))]).size,
    ).toBe(2);
  });

  it('leaves no two that are called the same, whoever is in the class', () => {
    const name = fc.constantFrom('Kim, Minjun', 'Laan, Noor', 'Ito');
    const value = fc.constantFrom('', 'A', 'a', 'B', 'C');
    const one = fc.record({ listed: name, fields: fc.record({ group: value, code: value }) });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 8 }), (some) => {
        const people: NamedPerson[] = some.map((each, i) => ({
          ...each,
          id: `${i}`,
          email: `p${i}@s.example`,
        }));
        const told = tellApart(people);
        const called = people.map(({ id, listed }) => `${listed} (${told.get(id) ?? ''})`.toLowerCase());
        return new Set(called).size === called.length;
      }),
    );
  });
});

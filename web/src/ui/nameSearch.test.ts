import { expect, it } from 'vitest';
import { isMeant } from './nameSearch.ts';

const elin = { name: 'Elin Ödegård', listed: 'Ödegård, Elin' };

it.each(['', ' ', 'elin', 'Ödegård, Elin', 'Elin Ödegård', 'odegard', 'ÖDE', 'öde eli', 'O\u0308degård'])(
  '“%s” means Elin Ödegård',
  (typed) => {
    expect(isMeant(elin, typed)).toBe(true);
  },
);

it.each(['elena', 'odegard elena', 'ö x'])('“%s” does not', (typed) => {
  expect(isMeant(elin, typed)).toBe(false);
});

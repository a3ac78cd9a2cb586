import { allFakers } from '@faker-js/faker';

/** Locales of @faker-js/faker that have no names of people of their own. */
const WITHOUT_NAMES = new Set(['base', 'en_AU_ocker', 'sr_RS_latin', 'th']);

/** People's names in the many scripts of @faker-js/faker, by a seed: its lists are where they come from. */
export function manyPeople(
  seed: number,
  ofEach: number,
): Array<{ id: string; surname: string; givenName: string }> {
  return Object.entries(allFakers).flatMap(([locale, faker]) => {
    if (WITHOUT_NAMES.has(locale)) return [];
    faker.seed(seed);
    return Array.from({ length: ofEach }, (_, index) => ({
      id: `${locale}-${index}`,
      surname: faker.person.lastName(),
      givenName: faker.person.firstName(),
    }));
  });
}

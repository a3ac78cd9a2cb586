import { allFakers, type Faker } from '@faker-js/faker';
import { formName, type NameRoll } from '@nachweis/core';

/** Files of a class as they come in, and what each is in truth. */
export interface ClassFiles {
  /** what is hard about it */
  name: string;
  rule: string;
  roll: NameRoll;
  files: Array<{ path: string; personId: string | null; point: string | null; style: string }>;
}

const LOCALES = [
  'de',
  'en',
  'fr',
  'pl',
  'ru',
  'el',
  'tr',
  'vi',
  'zh_CN',
  'ja',
  'ar',
  'he',
  'sv',
  'es',
  'cs_CZ',
] as const;
const RULES = [
  '{surname}_{given}_{point}_{picture}',
  '{surname:upper,ascii}-{given:ascii,1}-{point}-{picture:00}',
  '{station}_{point}_{picture}',
  '{assignment} {point} {given} {surname} {picture} {date:yyyyMMdd-HHmm}',
] as const;
const TITLES = ['Sensor settings', 'Rating curve', 'Level against time', 'Export dialog'];
const AT = '2026-11-05T09:30:00.000Z';

type Person = NameRoll['people'][number];
interface Job {
  person: Person;
  point: NameRoll['points'][number];
  picture: number;
  roll: NameRoll;
  rule: string;
  faker: Faker;
}

const nameOf = ({ person, point, picture, roll, rule }: Job): string =>
  formName(rule, { ...person, ...roll, point: point.code, picture, attempt: 1, at: AT }, 'png');

/** A word with one slip: a letter left out, doubled, or two that changed places. */
function slip(word: string, faker: Faker): string {
  const letters = [...word];
  if (letters.length < 5) return word;
  const at = faker.number.int({ min: 1, max: letters.length - 2 });
  const kind = faker.number.int({ min: 0, max: 2 });
  if (kind === 0) letters.splice(at, 1);
  else if (kind === 1) letters.splice(at, 0, letters[at] ?? '');
  else letters.splice(at, 2, letters[at + 1] ?? '', letters[at] ?? '');
  return letters.join('');
}

const withoutMarks = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '');

/** Ways in which people name files. Those that leave the person or the proof point out can only be left open. */
const STYLES: Readonly<Record<string, (job: Job) => string>> = {
  'by the rule': (job) => nameOf(job),
  'by the rule, a copy': (job) => nameOf(job).replace('.png', ' (1).png'),
  'by the rule, in capitals': (job) => nameOf(job).toUpperCase(),
  'decomposed letters': (job) => nameOf(job).normalize('NFD'),
  'given name first': ({ person, point, picture }) =>
    `${person.givenName} ${person.surname} ${point.code} ${picture}.png`,
  'no given name': ({ person, point }) => `${person.surname}_${point.code}.png`,
  'given name only': ({ person, point }) => `${point.code} ${person.givenName}.jpg`,
  initial: ({ person, point }) => `${[...person.givenName][0]}. ${person.surname} - ${point.code}.png`,
  'a slip in the surname': ({ person, point, roll, faker }) => {
    const slipped = slip(person.surname, faker);
    // A slip that makes somebody else's name of it says somebody else, to anybody.
    const isOther = roll.people.some(({ id, surname }) => id !== person.id && surname === slipped);
    return `${isOther ? person.surname : slipped}_${person.givenName}_${point.code}.png`;
  },
  'no accents': ({ person, point }) =>
    withoutMarks(`${person.surname}-${person.givenName}-${point.code.toLowerCase()}.png`),
  'run together': ({ person, point }) => `${person.givenName}${person.surname}${point.code}.png`,
  'the assignment run together': ({ person, point, roll }) =>
    `${person.surname}_${roll.assignment.replaceAll(' ', '')}_${point.code}.png`,
  'a folder each': ({ person, point, picture }) =>
    `Class/${person.surname}, ${person.givenName}/${point.code}_${picture}.png`,
  'a folder for each proof point': ({ person, point }) =>
    `${point.code} ${point.title}/${person.surname} ${person.givenName}.png`,
  'station code': ({ person, point }) => `${person.fields.station} ${point.code}.png`,
  'title of the proof point': ({ person, point }) =>
    `${person.surname} ${person.givenName} ${point.title.toLowerCase()}.png`,
  'a date as a name': ({ person, point }) =>
    `2026-11-05 09-30 ${person.givenName} ${person.surname} ${point.code}.png`,
  'no proof point': ({ person }) => `${person.surname} ${person.givenName}.png`,
  'nobody in the name': ({ point }) => `Screenshot ${point.code}.png`,
  'nothing in the name': ({ faker }) => `Screenshot ${faker.number.int({ min: 1, max: 99 })}.png`,
  'two proof points': ({ person, roll }) =>
    `${person.surname} ${person.givenName} ${roll.points.map(({ code }) => code).join(' ')}.png`,
};
const SAYS_NO_POINT = new Set(['two proof points']);

/** Puts people into a class who are easily taken for one another. */
function alike(people: Person[], faker: Faker): Person[] {
  const [a, b] = people;
  if (!a || !b) return people;
  const more = (surname: string, givenName: string) => ({
    id: faker.string.uuid(),
    surname,
    givenName,
    fields: { station: faker.string.alphanumeric({ length: 6, casing: 'upper' }) },
  });
  return [
    ...people,
    // Siblings, one with the names the other way round, and one whose surname has one letter more.
    more(a.surname, faker.person.firstName()),
    more(b.givenName, b.surname),
    more(`${a.surname}${[...a.surname].at(-1)}`, a.givenName),
  ];
}

/** Lists of a seed: each has its people, its rule and its own mixture of ways. */
export function classFiles(seed: number): ClassFiles {
  const locale = LOCALES[seed % LOCALES.length] ?? 'en';
  const faker = allFakers[locale];
  faker.seed(seed);
  const rule = RULES[seed % RULES.length] ?? RULES[0];
  const seen = new Set<string>();
  const drawn: Person[] = [];
  while (drawn.length < 12) {
    const surname = faker.person.lastName();
    const givenName = faker.person.firstName();
    if (seen.has(`${surname} ${givenName}`)) continue;
    seen.add(`${surname} ${givenName}`);
    const fields = { station: faker.string.alphanumeric({ length: 6, casing: 'upper' }) };
    drawn.push({ id: faker.string.uuid(), surname, givenName, fields });
  }
  const roll: NameRoll = {
    people: alike(drawn, faker),
    points: TITLES.slice(0, 2 + (seed % 3)).map((title, index) => ({
      code: `P${index + 1}`,
      title,
      maxPictures: 1 + (seed % 2),
    })),
    attempts: 1,
    course: 'Field Data Skills 2',
    assignment: 'Logger on site',
    timeZone: 'Europe/Berlin',
  };
  const ways = Object.entries(STYLES);
  const files: ClassFiles['files'] = roll.people.flatMap((person) =>
    roll.points.map((point) => {
      const [style, write] = faker.helpers.arrayElement(ways);
      const path = write({ person, point, picture: 1, roll, rule, faker });
      return { path, personId: person.id, point: SAYS_NO_POINT.has(style) ? null : point.code, style };
    }),
  );
  // Somebody who is in no list, with half a name of somebody who is.
  const [known] = roll.people;
  files.push({
    path: `${known?.surname} ${faker.person.middleName()}ov P1.png`,
    personId: null,
    point: 'P1',
    style: 'somebody else',
  });
  return { name: `${locale}, ${rule}`, rule, roll, files };
}

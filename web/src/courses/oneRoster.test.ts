import { expect, it } from 'vitest';
import { classesOf, listOfClass, type Roster, rosterOf } from './oneRoster.ts';
import { readList } from './readList.ts';

// Heads as OneRoster 1.2 gives them for its CSV binding (from memory of the specification); the people are made up.
const USERS = [
  'sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,resourceSourcedIds,preferredGivenName,preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns',
  'u1,,,true,kim,,Kim,Okafor,,,kim@school.example,,,,,,,,,,,,',
  'u2,,,true,noor,,Noor,van der Laan,,,noor@school.example,,,,,,,,,,,,',
  'u3,active,,true,ruth,,Ruth,Mandel,,,ruth@school.example,,,,,,,,,,,,',
  'u4,tobedeleted,,true,gone,,Left,School,,,left@school.example,,,,,,,,,,,,',
].join('\r\n');
const CLASSES = [
  'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods',
  'c1,,,"Field Data, autumn",,co,FD,scheduled,,s,t,,,',
  'c2,,,Another,,co,AN,scheduled,,s,t,,,',
].join('\n');
const ENROLLMENTS = [
  'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate',
  'e1,,,c1,s,u1,student,false,,',
  'e2,,,c1,s,u3,teacher,true,,',
  'e3,,,c2,s,u2,student,false,,',
  'e4,tobedeleted,,c1,s,u2,student,false,,',
  'e5,,,c1,s,u4,student,false,,',
  'e6,,,c1,s,u1,aide,false,,',
].join('\n');
const roster = (...texts: string[]) => rosterOf(texts) as Roster;
const peopleOf = (text: string) =>
  readList(new TextEncoder().encode(text)).lines.map(({ person, faults }) => ({ ...person, faults }));

it('reads users, classes and enrollments in any order, without what was taken away', () => {
  const read = roster(ENROLLMENTS, CLASSES, USERS);
  expect(classesOf(read)).toEqual([
    { id: 'c2', title: 'Another', people: 1 },
    { id: 'c1', title: 'Field Data, autumn', people: 2 },
  ]);
  expect(peopleOf(listOfClass(read, 'c1'))).toEqual([
    {
      givenName: 'Kim',
      surname: 'Okafor',
      email: 'kim@school.example',
      role: 'student',
      fields: { username: 'kim' },
      faults: [],
    },
    {
      givenName: 'Ruth',
      surname: 'Mandel',
      email: 'ruth@school.example',
      role: 'instructor',
      fields: { username: 'ruth' },
      faults: [],
    },
  ]);
});
it('knows classes by their course where they have no type, and takes the courses themselves for none', () => {
  const classes = 'sourcedId,title,courseSourcedId\nc1,Hydrology A,k1';
  const courses = 'sourcedId,title,courseCode\nc1,Hydrology,HY';
  expect(classesOf(roster(USERS, ENROLLMENTS, courses, classes))).toContainEqual({
    id: 'c1',
    title: 'Hydrology A',
    people: 2,
  });
  expect(classesOf(roster(USERS, ENROLLMENTS, courses))).toContainEqual({ id: 'c1', title: 'c1', people: 2 });
});

it('tells classes of one title apart by their codes', () => {
  const classes = 'sourcedId,title,classType,classCode\nc1,Biology,scheduled,BIO-1\nc2,Biology,scheduled,';
  expect(classesOf(roster(USERS, ENROLLMENTS, classes)).map(({ title }) => title)).toEqual([
    'Biology (BIO-1)',
    'Biology (c2)',
  ]);
});

it('calls a class by its id where its titles were not chosen, and keeps columns of one’s own', () => {
  const users =
    'sourcedId,role,givenName,familyName,email,station\nu1,administrator,Kim,Okafor,k@s.example,NE-1';
  const read = roster(users, ENROLLMENTS);
  expect(classesOf(read)).toEqual([{ id: 'c1', title: 'c1', people: 1 }]);
  expect(peopleOf(listOfClass(read, 'c1'))).toMatchObject([
    { role: 'student', fields: { station: 'NE-1' }, faults: [] },
  ]);
});
it('says what of it is missing, and what is no export', () => {
  expect(rosterOf([CLASSES, ENROLLMENTS])).toBe('no-users');
  expect(rosterOf([CLASSES, USERS])).toBe('no-enrollments');
  expect(rosterOf(['Name,E-mail\nA,a@s.example', 'Name,E-mail\nB,b@s.example'])).toBe('several');
});

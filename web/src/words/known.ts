import type { KnownLine } from '@nachweis/contract';

interface KnownWords {
  what: string;
  /** who sees it */
  seenBy: string;
  /** why it stays, or what it means that it goes; empty where nothing has to be said */
  becomes: string;
}

/** What a server knows of a person, in words. */
export const KNOWN_WORDS: Readonly<Record<KnownLine['kind'], KnownWords>> = {
  account: {
    what: 'Name, e-mail and password',
    seenBy:
      'Name and e-mail: who manages a course of this person. The password: nobody; only its hash is kept.',
    becomes: 'E-mail and password. The name goes too, unless something below stays.',
  },
  sessions: {
    what: 'Browsers that are or were signed in',
    seenBy: 'Nobody. No address and no name of a browser is kept, only a hash and when.',
    becomes: 'The person is signed out everywhere.',
  },
  courses: {
    what: 'Courses, with what their class lists say',
    seenBy: 'Who manages or judges in the course.',
    becomes: '',
  },
  settings: {
    what: 'Presets, looks of marks, choices of mail',
    seenBy: 'The person alone.',
    becomes: '',
  },
  'kept-words': {
    what: 'Words kept for remarks',
    seenBy: 'The person alone.',
    becomes: '',
  },
  letters: {
    what: 'That letters were sent, and when',
    seenBy: 'Nobody. What was written in them is not kept.',
    becomes: '',
  },
  errands: {
    what: 'Downloads of a class that one asked for, and mailings that one was in',
    seenBy: 'Who asked for them.',
    becomes: 'What was made goes too.',
  },
  drafts: {
    what: 'Drafts: pictures in mounts and statements that are not handed in',
    seenBy: 'The person alone.',
    becomes: '',
  },
  captures: {
    what: 'Captures that were never handed in, with notes and tags; also those in the bin',
    seenBy: 'The person alone.',
    becomes: 'Their files go too.',
  },
  'hand-ins': {
    what: 'Hand-ins, with statements, files and receipts, and what the class list said then',
    seenBy: 'Instructors and markers of the course; of a group, its members.',
    becomes:
      'Under the name: the school must be able to show what a grade was given for, and receipts must go on being right.',
  },
  'handed-in-captures': {
    what: 'Captures of which something was handed in, their records, and words that the server read in them where an assignment asks for some',
    seenBy:
      'The person. Of the record, instructors see how and when the picture was taken, what was shared, what was done to it, and its size; of the capture, what was handed in, and all of it where that was allowed; of the words, which of those asked for were not read.',
    becomes: 'With the hand-in that they belong to.',
  },
  grades: {
    what: 'Verdicts, points and remarks, by hand-in',
    seenBy: 'Instructors and markers of the course; the person, once they are released.',
    becomes: 'They are the record of the course.',
  },
  said: {
    what: 'Answers to remarks, and asking for a judgement again',
    seenBy: 'Who sees the hand-in.',
    becomes: 'What was decided refers to them.',
  },
  terms: {
    what: 'Other times, being exempt, and who judges this person, with reasons',
    seenBy: 'Instructors of the course.',
    becomes: 'Whether something was late depends on them.',
  },
  given: {
    what: 'Verdicts, points, remarks and decisions given by this person, and hand-ins made for others',
    seenBy: 'Instructors and markers of the course; of remarks and answers, their students too.',
    becomes: 'A grade must say who gave it.',
  },
  made: {
    what: 'Assignments written and pictures added to them by this person',
    seenBy: 'Who is in the course.',
    becomes: 'Others have worked with them.',
  },
};

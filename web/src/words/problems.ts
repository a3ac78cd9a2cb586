import type { Told } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { CALLS, type CallCode } from './calls.ts';
import { fieldSentence, isFieldCode } from './fields.ts';
import { missingSentence } from './missing.ts';
import { sentence } from './told.ts';

type Data = Readonly<Record<string, unknown>>;

const THERE_ALREADY: Readonly<Record<string, string>> = {
  assignment: 'Another assignment has this number already. Save it again.',
  answer: 'Somebody has answered this already. Look at the hand-in again.',
  course: 'Another course has this number already. Close this and begin again.',
  'hand-in':
    'Something is handed in already, and stays as it is. Tick that it is handed in all the same, if it is to be.',
};

const THINGS: Readonly<Record<string, string>> = {
  address: 'There is nothing at this address.',
  course: 'The course was not found, or it is not yours to see.',
  link: 'This link was used already, or it has expired. Ask for a new one.',
  handover: 'This code is over, or it never was. Make a new one.',
  assignment: 'The assignment was not found, or it is not yours to see.',
  'proof-point': 'The proof point was not found, or it is not yours to see.',
  criterion: 'The criterion or its level was not found. Look at the hand-in again.',
  'must-show': 'The must-show was not found, or it is not yours to see.',
  person: 'The person was not found, or is not yours to see.',
  capture: 'The capture was not found, or it is not yours to see.',
  picture: 'The picture was not found, or it is not yours to see.',
  evidence: 'The evidence was not found, or it is not yours to see.',
  'hand-in': 'The hand-in was not found, or it is not yours to see.',
  question: 'What was asked was not found, or it is not yours to see.',
  remark: 'The remark was not found, or it is not yours to see.',
  stock: 'These kept words were not found, or they are not yours to see.',
  preset: 'The preset was not found, or it is not yours to see.',
  file: 'The file was not found, or it is not yours to see.',
  errand: 'This was not found. It may have been cleared away, or have waited too long.',
  'mark-set': 'This look was not found, or it is not yours to see.',
};

const TOO_MANY: Readonly<Record<string, (most: number) => string>> = {
  'asked-again': (most) => `A judgement can be asked for again ${most} times. Say the rest in person.`,
  stock: (most) => `You keep words for ${most} remarks. Keep some of them no longer first.`,
  answers: (most) => `This remark has ${most} answers. Say the rest in person.`,
  pictures: (most) => `A proof point takes ${most} ${most === 1 ? 'picture' : 'pictures'}. Leave some out.`,
  presets: (most) => `There are ${most} presets. Remove one first.`,
  'work-files': (most) => `An assignment has at most ${most} files. Take one away first.`,
  'mark-sets': (most) => `You keep ${most} looks. Remove one first.`,
  references: (most) => `A proof point has at most ${most} reference pictures. Take one away first.`,
};

const STALE: Readonly<Record<string, string>> = {
  note: 'The note was changed in another tab or on another device. It stands below yours: save again to put yours in its place.',
  assignment: 'Somebody else changed this assignment meanwhile. Look at it again, then change it.',
  person: 'This is not the e-mail of this person. Write it as it stands there. Nobody was removed.',
  statement:
    'Your statement was changed in another tab or on another device. Both texts are kept; choose one.',
  evidence: 'This picture was changed in another tab or on another device. Both states are kept; choose one.',
  'evidence-taken-out':
    'This picture was removed in another tab or on another device. Your change of it is kept here; choose one.',
  draft:
    'Your pictures or statement were changed since you looked at them, perhaps in another tab. Look again, then hand in.',
  verdicts:
    'Somebody else gave a verdict here meanwhile. It is shown now; give yours again if it should count.',
  adjustment: 'Somebody else adjusted these points meanwhile. Look at their reason, then decide.',
  points:
    'Somebody else changed these points meanwhile. They are shown as they are now; nothing was released.',
  settlement:
    'Somebody else has decided this meanwhile. It is shown now; decide otherwise if it should not stand.',
  thread: 'Something was said here meanwhile. Read it, then settle it.',
  remark: 'This remark was changed in another tab or taken away meanwhile. Look at it again.',
  course: 'Somebody else changed this course meanwhile. Close this, look at it, then change it.',
  corrections: 'Somebody else corrected something for all meanwhile. Look at it, then decide.',
  terms: 'Somebody else granted this student something meanwhile. Look at it, then decide.',
};

const FORBIDDEN: Readonly<Record<string, string>> = {
  student: 'This is not for students of the course.',
  instructor: 'This is not for instructors of the course.',
  marker: 'This is not for markers of the course.',
  person: 'This is for administrators only.',
  'password-of-others': 'Who has a password gets a new link from an administrator only.',
};

const REQUEST: Readonly<Record<string, string>> = {
  'no-json': 'The request is no valid JSON.',
  malformed: 'The request cannot be read.',
  'due-before-open': 'The due time lies before the opening. Change one of them.',
  'figure-twice': 'One hand-in stands there with two figures. Say one of them.',
  'figure-rounded': 'Points are rounded here, and one of these is none of the steps. Change it.',
  'came-later': 'Work cannot have come after now. Say when it came.',
};

const count = (n: unknown, one: string, many: string) => (n === 1 ? one : `${String(n)} ${many}`);

const SENTENCES: Readonly<Record<CallCode, (data: Data) => string>> = {
  ...CALLS,
  'invalid-request': ({ fields, why, width, height }) => {
    if (why === 'release-over') return 'That time is over already. Choose a later one, or release at once.';
    if (why === 'remark-outside')
      return `The remark's place is outside the picture of ${String(width)} x ${String(height)} pixels.`;
    if (typeof why === 'string') return REQUEST[why] ?? 'The request cannot be read.';
    const [first] = (fields ?? []) as Array<{ path: string; message: string }>;
    if (!first) return 'The request cannot be read.';
    return isFieldCode(first.message)
      ? fieldSentence(first.message)
      : `${first.path}: ${fieldSentence(first.message).replace(/[.]?$/, '.')}`;
  },
  'wrong-credentials': () => 'E-mail address and password do not fit together. Check both and try again.',
  forbidden: ({ role, why }) =>
    why === 'others-remark'
      ? 'Only its author can change a remark. Write one of your own.'
      : (FORBIDDEN[String(role)] ?? 'This is not for you to do.'),
  'no-demo': () => 'This server does not sign people in without a password.',
  'not-found': ({ thing }) => THINGS[String(thing)] ?? 'It was not found, or it is not yours to see.',
  'foreign-origin': () =>
    'This change did not come from a page of Nachweis. Open Nachweis and try again there.',
  'stale-version': ({ of }) =>
    STALE[String(of)] ?? 'It was changed elsewhere meanwhile. Look at it again, then decide.',
  'already-exists': ({ of, key, name }) =>
    of === 'preset-key'
      ? `The key ${String(key)} is used by “${String(name)}”. Choose another.`
      : (THERE_ALREADY[String(of)] ?? 'Another picture has this number already. Add the picture again.'),
  'in-use': ({ of, point, assignment, attempt }) => {
    if (of === 'assignment')
      return 'Students have work in it already, so it stays given. Put it away instead.';
    if (of === 'asked-again') return 'You asked already and have no answer yet. Wait for it first.';
    if (of === 'own-account') return 'This is yourself. Another administrator can remove you.';
    if (of === 'course') return 'This course has assignments, so it stays.';
    if (of === 'course-mailing')
      return 'Letters to its people are still being sent. Stop them first, or wait.';
    if (of === 'time-zone')
      return 'Something was handed in by this time zone already, so it stays. The rest can be changed.';
    if (of === 'own-membership')
      return 'You manage this course. Somebody else who does can remove you from it.';
    const where = `${String(point)} of ${String(assignment)}`;
    if (attempt === null) return `It is in ${where}. Remove it there first.`;
    const which = Number(attempt) > 1 ? ` (attempt ${String(attempt)})` : '';
    return `It is in ${where}, handed in${which} and stays as long as that does.`;
  },
  'in-bin': () => 'The picture is in the bin of your captures. Put it back there, then use it.',
  'point-full': ({ point }) =>
    `${String(point)} has got another picture meanwhile, in another page or on another device, and has no place for one more. Nothing was replaced.`,
  'not-open': ({ title }) =>
    `“${String(title)}” is not open yet. Your picture is kept here; add it once it opens.`,
  closed: ({ title }) =>
    `“${String(title)}” is closed; nothing can be handed in any more. Ask your instructor.`,
  'no-attempt-left': ({ title, attempts }) =>
    `“${String(title)}” is handed in already, and ${count(attempts, 'one hand-in is', 'hand-ins are')} allowed.`,
  incomplete: ({ missing, openVerdicts }) =>
    openVerdicts === undefined
      ? ((missing ?? []) as Told[]).map(missingSentence).join(' ')
      : `${count(openVerdicts, 'One must-show or criterion is', 'must-shows or criteria are')} still to judge. Do that, then release.`,
  'points-out-of-range': ({ total, most }) =>
    `That makes ${formatPoints(Number(total))} points; ${formatPoints(Number(most))} is the most. Nothing was entered; add fewer.`,
  blind: ({ count: open }) =>
    `You mark ${count(open, 'one hand-in', 'hand-ins')} a second time here, without seeing the first judgement. Finish that first; it is on your list of assignments.`,
  veiled: () =>
    'This is judged without names, and its files bear names. They can be had once nothing can be handed in any more and all is judged.',
  'marked-already': () =>
    'That is marked a second time already, or there is nothing here that this person could mark so.',
  'review-begun': () => 'Somebody has begun to judge this hand-in, so it cannot be withdrawn any more.',
  replaced: ({ number }) =>
    `The student has handed in again (${String(number)}); only that one counts, and this one is closed.`,
  released: () => 'This is released already; only an instructor can change it now.',
  withdrawn: () => 'The student has withdrawn this hand-in; it is not judged any more.',
  'picture-refused': ({ refusal }) => sentence(refusal as Told),
  'too-large': ({ refusal }) =>
    refusal ? sentence(refusal as Told) : 'The request is larger than is taken. Send less at once.',
  'too-many-pixels': ({ width, height }) =>
    `The framed part would have ${String(width)} × ${String(height)} pixels; at most 64 million are taken. Scale it to less.`,
  'too-many': ({ of, most }) => TOO_MANY[String(of)]?.(Number(most)) ?? `At most ${String(most)} are taken.`,
  quota: ({ pictures, mostPictures, mostMegabytes }) =>
    Number(pictures) >= Number(mostPictures)
      ? `You have ${String(pictures)} captures; ${String(mostPictures)} are kept for each person. Put some into the bin, and ask whoever runs this server.`
      : `Your captures take up ${String(mostMegabytes)} MB, which is what is kept for each person. Put some into the bin, and ask whoever runs this server.`,
  'too-many-requests': ({ seconds }) =>
    `Too many tries to sign in. Wait ${waiting(Number(seconds))}, then try again.`,
  'bad-method': () => 'This is not done at this address.',
  'bad-encoding': () => 'The request was sent in a form that is not read.',
  'bad-range': () => 'The file has no such part.',
  'changed-since': () => 'The file is another one now.',
  'disk-full': () => 'The server’s disk is full. Nothing was changed; tell whoever runs it.',
  busy: () => 'The server is busy with other pictures. Try again in a moment.',
  internal: ({ outdated }) =>
    outdated ? CALLS['outdated-page']({}) : 'The server failed at this. Try again in a moment.',
};

function waiting(seconds: number): string {
  const minutes = Math.max(1, Math.ceil(seconds / 60));
  return minutes === 1 ? 'a minute' : `${minutes} minutes`;
}

/** The sentence of what went wrong with a call: what happened, what is safe, what to do. */
export const problemSentence = (code: CallCode, data: Data): string => SENTENCES[code](data);

/** Whether something is a code for which there are words here. */
export const isProblemCode = (code: unknown): code is CallCode =>
  typeof code === 'string' && Object.hasOwn(SENTENCES, code);

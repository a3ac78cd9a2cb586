import type { MailingErrand } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { errandState } from './errands.ts';

const mailing = (facts: Partial<MailingErrand>): MailingErrand => ({
  ...{ id: 'm', kind: 'mailing', title: 'Survey', courseId: 'c', state: 'ready', why: null },
  ...{ done: 4, total: 4, askedAt: '2026-10-01T08:00:00.000Z', refused: [], left: [], hasPassword: [] },
  ...facts,
});
const said = (facts: Partial<MailingErrand>): string => errandState(mailing(facts), 'Europe/Vienna');

it('says of a mailing what the mail server said, and of whom it was never asked', () => {
  expect(said({})).toBe('the mail server has taken all 4 letters.');
  expect(said({ done: 1, total: 1 })).toBe('the mail server has taken the letter.');
  expect(said({ refused: ['Kim Lee'] })).toBe(
    'the mail server has taken 3 of 4 letters and refused: Kim Lee. Give them their link yourself.',
  );
  expect(said({ left: ['Kim Lee'], hasPassword: ['Jo Day', 'Ida Falk'] })).toBe(
    'the mail server has taken the letter. Not in the course any more, so not written to: Kim Lee. With a password by then, so not written to: Jo Day, Ida Falk.',
  );
  expect(said({ done: 1, total: 1, left: ['Kim Lee'] })).toBe(
    'no letter was sent. Not in the course any more, so not written to: Kim Lee.',
  );
});

it('counts as sent only what was', () => {
  expect(said({ state: 'working', done: 3, refused: ['Kim Lee'] })).toBe('2 of 4 letters sent.');
  expect(said({ state: 'stopped', done: 3, left: ['Kim Lee'] })).toBe(
    'stopped. 2 of 4 letters had gone out.',
  );
});

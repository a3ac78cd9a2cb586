import { expect, it } from 'vitest';
import { ApiProblem } from '../api/apiProblem.ts';
import { faultsOf } from './useFaults.ts';

const answer = (...fields: Array<{ path: string; message: string }>) =>
  new ApiProblem('invalid-request', { fields }, 'x');

it('finds the first fault of each field, however deep it lies', () => {
  expect(
    faultsOf(
      answer(
        { path: 'person.surname', message: 'surname-missing' },
        { path: 'people.0.email', message: 'email-wrong' },
        { path: 'people.1.email', message: 'another' },
      ),
    ),
  ).toEqual({ surname: 'surname-missing', email: 'email-wrong' });
});

it('finds none in what is about something else', () => {
  expect(faultsOf(new ApiProblem('not-found', { fields: [{ path: 'a', message: 'b' }] }, 'x'))).toEqual({});
  expect(faultsOf(new ApiProblem('invalid-request', { why: 'release-over' }, 'x'))).toEqual({});
  expect(faultsOf(new Error('x'))).toEqual({});
});

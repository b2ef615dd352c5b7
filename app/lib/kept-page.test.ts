import { UNSAFE_ErrorResponseImpl as ErrorResponse, redirect } from 'react-router';
import { keptResults } from './kept-page';

const there = { page: { was: 1 }, frame: { was: 2 } };
const failed = (result: unknown) => ({ page: { type: 'error', result } }) as const;

describe('a page that cannot be had anew', () => {
  it.each([
    ['no network', new TypeError('Failed to fetch')],
    ['an answer that broke off', new Error('Unable to decode turbo-stream response')],
    ['a database that does not answer', new ErrorResponse(503, '', { message: 'not answering' })],
    ['a fault of the server', new ErrorResponse(500, '', null)],
  ])('stays as it was: %s', (_, error) => {
    expect(keptResults(failed(error), there)).toEqual({ page: { type: 'data', result: { was: 1 } } });
  });

  it.each([
    ['what is not there any more', new ErrorResponse(404, '', null)],
    ['what may not be seen any more', new ErrorResponse(403, '', null)],
    ['whoever has to sign in again', redirect('/sign-in')],
  ])('gives way to an answer: %s', (_, error) => {
    const results = failed(error);
    expect(keptResults(results, there)).toEqual(results);
  });

  it('takes what could be had, and has nothing for a route that was not on it', () => {
    const results = {
      frame: { type: 'data', result: { now: 3 } },
      other: { type: 'error', result: new TypeError() },
    } as const;
    expect(keptResults(results, there)).toEqual(results);
  });
});

import { createElement } from 'react';
import { renderToString } from 'react-dom/server';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';

const Hello = () => 'hello';
const hello = () => Promise.resolve({ default: Hello });

/** A module of its own for each test: what is opened is found out once. */
const fresh = async () => {
  vi.resetModules();
  return import('./openedPage.tsx');
};

beforeEach(() => {
  vi.stubGlobal('location', { pathname: '/courses/7' });
  vi.useFakeTimers();
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('fetches what is opened at once, and nothing else', async () => {
  const { pageAt } = await fresh();
  const [opened, other] = [vi.fn(hello), vi.fn(hello)];
  pageAt('/courses/:courseId', opened);
  pageAt('/courses', other);
  expect(opened).toHaveBeenCalledOnce();
  expect(other).not.toHaveBeenCalled();
});

it('draws what has come without anything in its place', async () => {
  const { codeOf, openedCode, Page } = await fresh();
  const code = codeOf(true, hello);
  await openedCode();
  // Whatever waits is no string: drawing it would throw.
  expect(renderToString(createElement(Page, { code }))).toBe('hello');
});

it('waits for no code longer than one does not notice, nor for one that cannot be fetched', async () => {
  const { codeOf, openedCode } = await fresh();
  codeOf(true, () => new Promise(() => {}));
  const over = vi.fn();
  void openedCode().then(over);
  await vi.advanceTimersByTimeAsync(240);
  expect(over).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(20);
  expect(over).toHaveBeenCalledOnce();
  const again = await fresh();
  again.codeOf(true, () => Promise.reject(new Error('no connection')));
  await again.openedCode();
});

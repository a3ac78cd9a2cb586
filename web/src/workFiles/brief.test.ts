import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { expect, it } from 'vitest';
import Brief from '../ui/Brief.tsx';
import { linkTo } from './linkTo.ts';

const file = (name: string, isPicture = false) => ({
  id: 'f',
  name,
  bytes: 1,
  isPicture,
  href: `/files/w-f/${encodeURIComponent(name)}`,
});
const shown = (text: string, files: Array<ReturnType<typeof file>>) =>
  renderToStaticMarkup(createElement(Brief, { text, files }));

it.each(['data.csv', 'a page.html', 'data (1).csv', 'Größe [neu].zip', '100%.txt', 'a_b-c.csv'])(
  'what is copied for %s refers to it',
  (name) => {
    const html = shown(linkTo(file(name)), [file('other.csv'), file(name)]);
    expect(html).toContain(`href="${file(name).href}"`);
    expect(html.replace(/<[^>]+>/g, '').trim()).toBe(name);
  },
);
it('a picture is shown', () => {
  const picture = file('plate 1.png', true);
  const html = shown(linkTo(picture), [picture]);
  expect(html).toContain('src="/files/w-f/plate%201.png"');
  expect(html).toContain('alt="plate 1.png"');
});
it('a file that is not there, and an address that would run something, lead nowhere', () => {
  expect(shown('[x](files/gone.csv)', [])).toContain('href=""');
  expect(shown('[x](javascript:alert(1))', [])).not.toContain('javascript');
  expect(shown('[x](files/%zz)', [])).toContain('href=""');
});

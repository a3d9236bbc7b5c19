// @vitest-environment jsdom
import { expect, test } from 'vitest';
import { placeOfFocus } from './place-of-focus';

type Find = (id: string) => HTMLElement;

const page = (html: string): Find => {
  document.body.innerHTML = html;
  return (id: string) => document.getElementById(id)!;
};

test.each([
  ['while it can take the focus, itself', 'b', () => undefined, 'b'],
  ['taken out, the one that stands in its place', 'b', (of: Find) => of('b').remove(), 'c'],
  ['the last of a list, the one before it', 'c', (of: Find) => of('c').remove(), 'b'],
  ['disabled, the next that is not', 'a', (of: Find) => of('a').setAttribute('disabled', ''), 'b'],
  ['gone with its row, the row after it', 'b', (of: Find) => of('one').remove(), 'd'],
  ['gone with the list, what follows in the page', 'd', (of: Find) => of('list').remove(), 'after'],
] as const)('%s', (_, id, act, next) => {
  const of = page(`
    <button id="before"></button>
    <ul id="list">
      <li id="one"><button id="a"></button><button id="b"></button><button id="c"></button></li>
      <li id="two"><button id="d"></button></li>
    </ul>
    <a id="after" href="/x">x</a>`);
  const place = placeOfFocus(of(id));
  act(of);
  expect(place()?.id).toBe(next);
});

test('a page with nothing left to focus has no place', () => {
  const of = page('<main><button id="only"></button></main>');
  const place = placeOfFocus(of('only'));
  of('only').remove();
  expect(place()).toBeNull();
});

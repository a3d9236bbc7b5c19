// @vitest-environment jsdom
import { afterEach, expect, test, vi } from 'vitest';
import { dropDrafts, keepDraft, readDraft } from './drafts';

afterEach(() => {
  localStorage.clear();
  vi.restoreAllMocks();
});
const draft = { opened: { id: 'orla', name: 'Orla Penhallow' }, typed: { notes: 'shy of the high D' } };

test('a draft comes back as it was kept, in its own studio, until it is dropped', () => {
  expect(readDraft('own', 'student/orla')).toBeNull();
  expect(keepDraft('own', 'student/orla', draft)).toBe(true);
  expect(readDraft('own', 'student/orla')).toEqual(draft);
  expect(readDraft('demo', 'student/orla')).toBeNull();
  expect(keepDraft('own', 'student/orla', null)).toBe(true);
  expect(readDraft('own', 'student/orla')).toBeNull();
});

test.each(['', '{', '7', '[]', '{"opened":{}}', '{"opened":null,"typed":{}}', '{"typed":[1]}'])(
  'what is no draft is none: %s',
  (text) => {
    localStorage.setItem('formal-stave.draft.own.x', text);
    expect(readDraft('own', 'x')).toBeNull();
  },
);

test('without room it says so, and what was kept before stays', () => {
  keepDraft('own', 'x', draft);
  vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  expect(keepDraft('own', 'x', { ...draft, typed: { notes: 'longer' } })).toBe(false);
  expect(readDraft('own', 'x')).toEqual(draft);
});

test('of somebody who is erased no draft stays that names them; the others do, and those of the other studio', () => {
  const about = { opened: null, typed: { text: 'Orla Penhallow;flute' } };
  keepDraft('own', 'student/orla', { opened: null, typed: { notes: 'x' } });
  keepDraft('own', 'paste/students', about);
  // A word that an id stands in is not the id.
  keepDraft('own', 'piece/new', { opened: null, typed: { title: 'Florlane' } });
  keepDraft('demo', 'paste/students', about);
  dropDrafts('own', { id: 'orla', name: 'Orla Penhallow' });
  expect(Object.keys(localStorage).sort()).toEqual([
    'formal-stave.draft.demo.paste/students',
    'formal-stave.draft.own.piece/new',
  ]);
  dropDrafts('own');
  expect(Object.keys(localStorage)).toEqual(['formal-stave.draft.demo.paste/students']);
});

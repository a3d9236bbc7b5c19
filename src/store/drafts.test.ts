// @vitest-environment jsdom
import { afterEach, expect, test, vi } from 'vitest';
import { dropDrafts, hasDrafts, keepDraft, readDraft, recallDrafts } from './drafts';

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

test('of somebody who is erased no draft stays that names them; the others do, and those of the other studio', async () => {
  const about = { opened: null, typed: { text: 'Orla Penhallow;flute' } };
  keepDraft('own', 'student/orla', { opened: null, typed: { notes: 'x' } });
  keepDraft('own', 'paste/students', about);
  // A word that an id stands in is not the id.
  keepDraft('own', 'piece/new', { opened: null, typed: { title: 'Florlane' } });
  keepDraft('demo', 'paste/students', about);
  await dropDrafts('own', { id: 'orla', name: 'Orla Penhallow' });
  expect(Object.keys(localStorage).sort()).toEqual([
    'formal-stave.draft.demo.paste/students',
    'formal-stave.draft.own.piece/new',
  ]);
  await dropDrafts('own');
  expect(Object.keys(localStorage)).toEqual(['formal-stave.draft.demo.paste/students']);
});

/** Lets what is being written to the database be written. */
const written = () => new Promise((done) => setTimeout(done, 30));

test('a browser that was killed: what it lost comes back, what was saved stays gone, the later of two is the draft', async () => {
  const of = (notes: string) => ({ opened: null, typed: { notes } });
  keepDraft('own', 'lost', of('all of it'));
  keepDraft('own', 'old', of('first'));
  keepDraft('own', 'saved', of('x'));
  keepDraft('demo', 'other', of('x'));
  await written();
  const [old, saved] = ['old', 'saved'].map((form) => localStorage.getItem(`formal-stave.draft.own.${form}`));
  keepDraft('own', 'old', of('second'));
  keepDraft('own', 'saved', null);
  await written();
  // The disk has the local storage as it was before, and nothing of one form; what came later is newer than the database.
  localStorage.clear();
  localStorage.setItem('formal-stave.draft.own.old', old ?? '');
  localStorage.setItem('formal-stave.draft.own.saved', saved ?? '');
  localStorage.setItem('formal-stave.draft.own.before', JSON.stringify(of('of an earlier version')));
  await recallDrafts('own');
  expect(readDraft('own', 'lost')).toEqual(of('all of it'));
  expect(readDraft('own', 'old')).toEqual(of('second'));
  expect(readDraft('own', 'saved')).toBeNull();
  expect(readDraft('own', 'before')).toEqual(of('of an earlier version'));
  expect(readDraft('demo', 'other')).toBeNull();
  expect(await hasDrafts('own')).toBe(true);
  await dropDrafts('own');
  localStorage.clear();
  await recallDrafts('own');
  expect(readDraft('own', 'lost')).toBeNull();
  expect([await hasDrafts('own'), await hasDrafts('demo')]).toEqual([false, true]);
});

test('keys typed faster than they are written: the last one stands in the database', async () => {
  for (let key = 0; key < 200; key += 1)
    keepDraft('own', 'fast', { opened: null, typed: { notes: 'x'.repeat(key + 1) } });
  await written();
  localStorage.clear();
  await recallDrafts('own');
  expect(readDraft('own', 'fast')?.typed).toEqual({ notes: 'x'.repeat(200) });
});

// @vitest-environment jsdom
import { describe, expect, test } from 'vitest';
import { openStudioFile } from '@/core/files';
import { calendarDay as day } from '@/core/time';
import {
  archiveStudent,
  eraseStudent,
  exportStudio,
  hearSkill,
  importPreview,
  keepSnapshot,
  lastBackup,
  listSnapshots,
  openStudio,
  restoreSnapshot,
  saveSettings,
  scoreText,
  takeImport,
  undo,
} from '.';
import { ready, studio, facts, today, useDemoStudio } from './test-studio';
import { wipeStudio } from './studio-store';

useDemoStudio();

describe('leaving and coming back', () => {
  test('a file sealed with a passphrase opens with it alone, and brings everything back', async () => {
    const before = facts(studio());
    const file = await exportStudio('demo', today, 'low tide');
    expect(new TextDecoder().decode(file)).not.toContain('Penhallow');
    expect(lastBackup('demo')).toBe(today);
    await wipeStudio();
    await openStudio('own');
    expect(studio().students.size).toBe(0);
    expect(await importPreview(file, '')).toEqual({ kind: 'locked', tried: false });
    expect(await importPreview(file, 'high tide')).toEqual({ kind: 'locked', tried: true });
    const preview = await importPreview(file, 'low tide');
    if (preview.kind !== 'preview') throw new Error(preview.kind);
    await takeImport(preview.merge, preview.texts, new Set());
    expect(facts(studio())).toBe(before);
    for (const { textId } of studio().scores.values()) expect(await scoreText(textId)).toContain('<score');
    await undo();
    expect(studio().students.size).toBe(0);
    await wipeStudio();
  }, 30_000);
  test('what both sides changed waits for a choice', async () => {
    const file = await exportStudio('demo', today, '');
    const theirs = openStudioFile(file);
    expect(
      theirs.ok && theirs.value.records.some(({ kind, id }) => kind === 'student' && id === 'orla'),
    ).toBe(true);
    await archiveStudent('orla', today);
    const preview = await importPreview(file, '');
    if (preview.kind !== 'preview') throw new Error(preview.kind);
    expect(preview.merge.add).toEqual([]);
    await takeImport(preview.merge, preview.texts, new Set());
    expect(studio().students.get('orla')?.archivedOn).toBe(today);
  });
  test('a file that is none is refused with its reason', async () => {
    for (const text of ['{"a":1}', 'not json', 'PK\u0003\u0004 cut'])
      expect(await importPreview(new TextEncoder().encode(text), '')).toMatchObject({ kind: 'refused' });
  });
  test('snapshots: one a day, seven at most; putting one back is undone like any other action', async () => {
    for (let at = 1; at <= 9; at += 1) {
      await saveSettings({ place: `place ${at}` });
      await keepSnapshot('demo', day(`2027-01-${String(10 + at)}`));
    }
    await keepSnapshot('demo', day('2027-01-19'));
    expect((await listSnapshots('demo')).map((each) => each.day)).toEqual(
      Array.from({ length: 7 }, (_, at) => `2027-01-${19 - at}`),
    );
    await saveSettings({ teacher: 'somebody else' });
    await restoreSnapshot('demo', day('2027-01-19'));
    expect(studio().settings.teacher).toBe('Ines Calloway');
    await undo();
    expect(studio().settings.teacher).toBe('somebody else');
  });
  test('a student erased is in no snapshot, no file and no undo', async () => {
    await hearSkill('orla', 'general.staff-notes', today, 'alone');
    await keepSnapshot('demo', today);
    await eraseStudent('orla');
    expect(studio().students.has('orla')).toBe(false);
    expect(studio().skillBooks.has('orla')).toBe(false);
    expect([...studio().goals.values()].some((goal) => goal.studentId === 'orla')).toBe(false);
    expect(ready().undo).toBeNull();
    await restoreSnapshot('demo', today);
    expect(studio().students.has('orla')).toBe(false);
    const file = openStudioFile(await exportStudio('demo', today, ''));
    expect(JSON.stringify(file)).toContain('Calloway');
    expect(JSON.stringify(file)).not.toContain('Penhallow');
  });
});

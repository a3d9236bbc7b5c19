import { mergeEdit } from '@/core/files';
import { withoutSkill, withSkill, type Skill } from '@/core/skills';
import type { FormOutcome } from './forms';
import { act } from './studio-store';

/**
 * A skill of the teacher's own, as it was changed since the form was opened. A map that would not be sound keeps nothing;
 * the dialog has named the problem before.
 */
export async function saveOwnSkill(skill: Skill, opened: Skill | null): Promise<FormOutcome<Skill>> {
  const found: { outcome: FormOutcome<Skill> } = { outcome: { kind: 'kept' } };
  await act('save a skill', ({ settings }) => {
    const current = settings.ownSkills.find(({ id }) => id === skill.id) ?? opened;
    const { merged, clashes } =
      opened && current ? mergeEdit(opened, current, skill) : { merged: skill, clashes: [] };
    if (clashes.length > 0 && current) found.outcome = { kind: 'clash', clashes, current };
    const next = withSkill(settings.ownSkills, merged);
    return clashes.length === 0 && next.ok
      ? [{ kind: 'settings', data: { ...settings, ownSkills: next.value } }]
      : [];
  });
  return found.outcome;
}
export const removeOwnSkill = (id: string): Promise<boolean> =>
  act('remove a skill', ({ settings }) => {
    const next = withoutSkill(settings.ownSkills, id);
    return next.ok ? [{ kind: 'settings', data: { ...settings, ownSkills: next.value } }] : [];
  });

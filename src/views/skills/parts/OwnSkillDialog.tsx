import {
  explainMapProblem,
  mapWith,
  withoutSkill,
  withSkill,
  type Skill,
  type SkillMap,
} from '@/core/skills';
import type { FormOutcome } from '@/store';
import {
  Button,
  CheckField,
  Combobox,
  Dialog,
  DialogActs,
  ErrorSay,
  FieldRow,
  SelectField,
  TextField,
} from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { useSaving } from '../../shell/use-saving';

/** A skill of the teacher's own, with what must be held first. A circle is named and cannot be saved. */
export function OwnSkillDialog({
  skill: opened,
  families,
  map,
  own,
  onSave,
  onKept,
  onRemove,
  onClose,
}: {
  /** With the id it keeps; the fields of a new one are empty. */
  readonly skill: Skill;
  readonly families: readonly string[];
  readonly map: SkillMap;
  readonly own: readonly Skill[];
  readonly onSave: (skill: Skill, opened: Skill | null) => Promise<FormOutcome<Skill>>;
  readonly onKept: (skill: Skill) => void;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}) {
  const isNew = !own.some((each) => each.id === opened.id);
  const form = useDraft(
    `skill/${isNew ? 'new' : opened.id}`,
    isNew ? 'A skill of your own' : opened.name,
    opened,
  );
  const skill = form.opened;
  const saving = useSaving(onSave, (kept: Skill) => {
    form.drop();
    onKept(kept);
  });
  const [name, setName] = form.field('name', skill.name);
  const [family, setFamily] = form.field('family', skill.family);
  const [stage, setStage] = form.field('stage', String(skill.stage));
  const [needs, setNeeds] = form.field('needs', skill.needs);
  const [instead, setInstead] = form.field('instead', false);
  const typed: Skill = { id: skill.id, name: name.trim(), family, needs, stage: Number(stage) };
  const next = withSkill(own, typed);
  const isOld = own.some((each) => each.id === skill.id);
  const without = withoutSkill(own, skill.id);
  const add = (id: string) =>
    setNeeds(
      instead && needs.length > 0 ? [...needs.slice(0, -1), [...(needs.at(-1) ?? []), id]] : [...needs, [id]],
    );
  const problems = next.ok
    ? []
    : next.why.map((problem) => explainMapProblem(problem, mapWith([...own, typed])));
  return (
    <>
      <Dialog title={isOld ? skill.name : 'A skill of your own'} onClose={onClose} {...form.dialog}>
        <FieldRow>
          <TextField required label="Skill" value={name} onChange={setName} first />
          <SelectField
            label="For"
            value={family}
            options={families.map((value) => ({
              value,
              label: value === 'general' ? 'every instrument' : value,
            }))}
            onChange={setFamily}
          />
          <SelectField
            label="Stage"
            value={stage}
            options={[1, 2, 3, 4, 5, 6, 7, 8, 9].map((value) => ({
              value: String(value),
              label: String(value),
            }))}
            onChange={setStage}
          />
        </FieldRow>
        <p>Needs, all of these:</p>
        <ul>
          {needs.map((ways, at) => (
            <li key={at}>
              {ways.map((id) => map.get(id)?.name ?? id).join(' or ')}{' '}
              <Button look="quiet" onClick={() => setNeeds(needs.filter((_, index) => index !== at))}>
                Remove
              </Button>
            </li>
          ))}
          {needs.length === 0 && <li>nothing yet</li>}
        </ul>
        <Combobox
          label="Add a skill it needs"
          value=""
          options={[...map.values()]
            .filter((each) => each.id !== skill.id && (each.family === family || each.family === 'general'))
            .map((each) => ({ value: each.id, label: `${each.name}, stage ${each.stage}` }))}
          onChange={add}
        />
        {needs.length > 0 && (
          <CheckField label="as another way of the last one" checked={instead} onChange={setInstead} />
        )}
        {problems.map((problem) => (
          <ErrorSay key={problem} title={problem} />
        ))}
        <DialogActs>
          <Button
            look="do"
            disabled={!next.ok || typed.name === ''}
            onClick={() => saving.save(typed, isOld ? skill : null)}
          >
            Save the skill
          </Button>
          {isOld && (
            <Button disabled={!without.ok} onClick={onRemove}>
              Remove it
            </Button>
          )}
        </DialogActs>
        {isOld && !without.ok && <p>Another skill needs it, so it stays.</p>}
      </Dialog>
      {saving.asking}
    </>
  );
}

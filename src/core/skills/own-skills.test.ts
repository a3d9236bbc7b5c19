import { describe, expect, test } from 'vitest';
import { explainMapProblem, mapWith, withoutSkill, withSkill } from './own-skills';
import { SKILL_MAP } from './map';
import type { Skill } from './skill';

const skill = (id: string, needs: readonly string[], stage = 3): Skill => ({
  id: `own.${id}`,
  name: id,
  family: 'general',
  needs: needs.map((each) => each.split('/')),
  stage,
});

describe('skills of one’s own', () => {
  const own = [skill('echo', ['general.staff-notes']), skill('canon', ['own.echo'])];
  test('stand on the map beside the shipped ones', () => {
    expect([...mapWith(own).values()]).toEqual([...SKILL_MAP.values(), ...own]);
  });
  test.each<[Skill, string[]]>([
    [skill('echo', ['own.canon']), ['A circle: echo needs canon needs echo.']],
    [skill('echo', ['own.echo']), ['A circle: echo needs echo.']],
    [skill('round', ['own.lost']), ['round needs own.lost, which is not on the map.']],
    [skill('round', ['own.canon'], 2), ['round needs canon, which is met at a later stage.']],
  ])('%j is not saved: %j', (typed, words) => {
    const next = withSkill(own, typed);
    const map = mapWith([...own, typed]);
    expect(next.ok ? [] : next.why.map((problem) => explainMapProblem(problem, map))).toEqual(words);
  });
  test('one that another needs stays; changed, it keeps its place in what needs it', () => {
    expect(withoutSkill(own, 'own.echo').ok).toBe(false);
    expect(withoutSkill(own, 'own.canon')).toEqual({ ok: true, value: [own[0]] });
    expect(withSkill(own, { ...skill('echo', ['general.staff-notes']), name: 'echo song' })).toMatchObject({
      ok: true,
      value: [{ id: 'own.echo', name: 'echo song' }, { id: 'own.canon' }],
    });
  });
});

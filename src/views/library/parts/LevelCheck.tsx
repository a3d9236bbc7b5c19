import { useEffect, useState } from 'react';
import { satisfiable, type Satisfiable } from '@/core/programme';
import type { Studio } from '@/core/register';
import { ruleTitle, type Level, type RequirementSet, compileLevel } from '@/core/requirements';
import css from './RequirementDialog.module.css';

/** More programmes than this are not counted. */
const LIMIT = 5_000;
/** Places tried in one search: a tenth of a second or so. */
const TRIES = 200_000;
/** Own choice is looked for among so many pieces of the library. */
const OWN_CHOICE = 40;

/** Whether the level can be satisfied with its lists as they are: counted while it is typed, a moment after the last key. */
export function LevelCheck({
  set,
  levelId,
  studio,
}: {
  readonly set: RequirementSet;
  readonly levelId: string;
  readonly studio: Studio;
}) {
  const [answer, setAnswer] = useState<{ readonly of: RequirementSet; readonly is: Satisfiable } | null>(
    null,
  );
  const level = set.levels.find((each) => each.id === levelId);
  useEffect(() => {
    if (!level) return;
    const timer = setTimeout(() => {
      const own = [...studio.pieces.values()].slice(0, OWN_CHOICE);
      setAnswer({ of: set, is: satisfiable(compileLevel(set, level, studio.pieces, own), LIMIT, TRIES) });
    }, 300);
    return () => clearTimeout(timer);
  }, [set, level, studio]);
  return (
    <p className={css.check} role="status">
      {answer === null || !level ? 'Checking whether the level can be satisfied' : words(answer.is, level)}
    </p>
  );
}

function words(answer: Satisfiable, level: Level): string {
  if (answer.kind === 'programmes')
    return `This level can be satisfied: ${answer.more ? `more than ${LIMIT}` : answer.count} ${answer.count === 1 && !answer.more ? 'programme' : 'programmes'}.`;
  if (answer.kind === 'unknown')
    return 'No programme was found in the choices tried; there are more than can be tried while typing.';
  if (answer.ruleIds.length === 0) return 'This level cannot be satisfied yet: a list has too few pieces.';
  const named = answer.ruleIds.map((id) => {
    const at = level.rules.findIndex((rule) => rule.id === id);
    const rule = level.rules[at];
    return `rule ${at + 1} (${rule ? ruleTitle(rule, level) : id})`;
  });
  return `This level cannot be satisfied: ${named.join(' and ')} ${named.length > 1 ? 'conflict' : 'leaves no programme'}.`;
}

import { inTerms } from '@/core/terms';
import { useEffect, useMemo, useState } from 'react';
import { NO_OWN_CHOICE, ownChoices, satisfiable, type Satisfiable } from '@/core/programme';
import type { Studio } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { commonLevel, ruleTitle, type Level, compileLevel } from '@/core/requirements';
import type { Draft } from '../draft';
import { levelToCheck } from '../draft-set';
import css from './Typed.module.css';

/** More programmes than this are not counted. */
const LIMIT = 5_000;
/** Places tried in one search: a tenth of a second or so. */
const TRIES = 200_000;
/** The same where every piece of the studio is looked at, which is asked only when those near the level will not do. */
const TRIES_OF_ALL = 500_000;

/** Whether the level can be satisfied with its lists as they are: counted while it is typed, a moment after the last key. */
export function LevelCheck({
  draft,
  levelId,
  studio,
}: {
  readonly draft: Draft;
  readonly levelId: string;
  readonly studio: Studio;
}) {
  const [answer, setAnswer] = useState<Checked | null>(null);
  const set = useMemo(
    () => levelToCheck(draft, levelId, new Set(studio.pieces.keys())),
    [draft, levelId, studio],
  );
  const level = set?.levels[0];
  useEffect(() => {
    if (!set || !level) return;
    const timer = setTimeout(() => {
      const { commonLevels } = studio.settings;
      const common = commonLevel(commonLevels, set.family, level.rank);
      const own = level.components.some(({ source }) => source.kind === 'own choice')
        ? ownChoices(
            common,
            level.instruments.join(', ') || set.instrument,
            studio.pieces,
            studio.sets.values(),
            commonLevels,
          )
        : NO_OWN_CHOICE;
      try {
        const among = (pieces: readonly Piece[], tries: number) =>
          satisfiable(compileLevel(set, level, studio.pieces, pieces), LIMIT, tries);
        const near = among(own.pieces, TRIES);
        // That nothing will do is only certain when every piece of the studio was looked at.
        const all =
          own.cut > 0 && (near.kind === 'conflict' || (near.kind === 'programmes' && near.sure === 0))
            ? among([...studio.pieces.values()], TRIES_OF_ALL)
            : ({ kind: 'unknown' } as const);
        setAnswer(all.kind === 'unknown' ? { is: near, cut: own.cut } : { is: all, cut: 0 });
      } catch (error) {
        setAnswer({ is: { kind: 'failed', message: error instanceof Error ? error.message : '' }, cut: 0 });
      }
    }, 300);
    return () => clearTimeout(timer);
  }, [set, level, studio]);
  return (
    <p className={css.check} role="status">
      {!level
        ? 'Whether this level can be satisfied is checked once its fields are filled in.'
        : answer === null
          ? 'Checking whether the level can be satisfied'
          : words(answer, level)}
    </p>
  );
}

interface Checked {
  readonly is: Satisfiable | { readonly kind: 'failed'; readonly message: string };
  /** Pieces an own choice was not looked for among. */
  readonly cut: number;
}

function words({ is: answer, cut }: Checked, level: Level): string {
  if (answer.kind === 'failed') return `The check failed. ${answer.message}`;
  if (answer.kind === 'programmes' && answer.sure === 0)
    return `Not certain: ${answer.count} ${programmes(answer.count)} would do only if what is not known of ${answer.count === 1 ? 'its' : 'their'} pieces, such as a playing time, allows it.`;
  if (answer.kind === 'programmes')
    return `This level can be satisfied: ${answer.more ? `more than ${LIMIT.toLocaleString('en')}` : answer.count.toLocaleString('en')} ${programmes(answer.more ? 2 : answer.count)}.`;
  if (answer.kind === 'unknown')
    return inTerms(
      'No programme was found in the choices tried; there are more than can be tried while typing.',
    );
  if (cut > 0)
    return inTerms`No programme was found; ${cut} more pieces of the studio could be an own choice and were not looked at.`;
  if (answer.ruleIds.length === 0) return 'This level cannot be satisfied yet: a list has too few pieces.';
  const named = answer.ruleIds.map((id) => {
    const at = level.rules.findIndex((rule) => rule.id === id);
    const rule = level.rules[at];
    return `rule ${at + 1} (${rule ? ruleTitle(rule, level) : id})`;
  });
  return `This level cannot be satisfied: ${named.join(' and ')} ${named.length > 1 ? 'conflict' : inTerms('leaves no programme')}.`;
}

const programmes = (count: number) => inTerms(count === 1 ? 'programme' : 'programmes');

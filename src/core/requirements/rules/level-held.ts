import { formatDay } from '../../time';
import { amount, words } from './fields';
import { ruleModule } from './rule-module';

export interface LevelHeld {
  readonly id: string;
  readonly kind: 'level held';
  readonly family: string;
  readonly rank: number;
}

const WRONG = 'Which syllabus, and which level (1 lowest).';

export const levelHeld = ruleModule<LevelHeld>()({
  name: 'A level passed before',
  about: 'student',
  title: (rule) => `Rank ${rule.rank} of ${rule.family} passed before`,
  check: ({ family, rank }, { student, set }) => {
    const held =
      student.levelsHeld
        .filter((each) => each.family === family && each.rank >= rank)
        .sort((a, b) => a.rank - b.rank)[0] ?? null;
    const needs =
      set.family === family
        ? (set.levels.find((level) => level.rank === rank)?.name ?? `Level ${rank}`)
        : `${family} ${rank}`;
    return { status: held ? 'met' : 'unmet', evidence: { kind: 'level' as const, held, needs } };
  },
  sentence: (_, { evidence: { held, needs } }) =>
    held
      ? `${held.levelName}, ${held.award}, ${formatDay(held.day, 'written')}.`
      : `${needs} is not recorded. Add the result to the student, if there is one.`,
  fields: {
    family: words({ label: 'Syllabus', wrong: WRONG }),
    rank: amount(1, 50, { label: 'Level, 1 lowest', wrong: WRONG }),
  },
});

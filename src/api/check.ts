import { answer, type Answer } from './answer';
import { setProblems } from './set-problems';
import { checkRequestShape } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import {
  checkProgramme,
  explainRule,
  findLevel,
  findSession,
  type Entry,
  type RequirementSet,
} from '@/core/requirements';

type Body = Omit<Entry, 'level' | 'session' | 'pieces'> & {
  readonly set: RequirementSet;
  readonly pieces: readonly Piece[];
  readonly levelId: string;
  readonly sessionId: string | null;
};

export const checkAnswer: Answer = answer<Body>(checkRequestShape, (body) => {
  const pieces = new Map(body.pieces.map((piece) => [piece.id, piece]));
  const level = findLevel(body.set, body.levelId);
  const session = body.sessionId === null ? null : findSession(body.set, body.sessionId);
  const problems = [
    ...setProblems(body.set, pieces),
    ...(level ? [] : [{ pointer: '/levelId', message: 'the set has no such level' }]),
    ...(session === undefined ? [{ pointer: '/sessionId', message: 'the set has no such session' }] : []),
    ...Object.entries(body.programme).flatMap(([id, choices]) => [
      ...(level && !level.components.some((component) => component.id === id)
        ? [{ pointer: `/programme/${id}`, message: 'the level has no such component' }]
        : []),
      ...choices.flatMap((choice, at) =>
        choice.kind === 'piece' && !pieces.has(choice.pieceId)
          ? [{ pointer: `/programme/${id}/${at}/pieceId`, message: `no piece "${choice.pieceId}"` }]
          : [],
      ),
    ]),
  ];
  if (problems.length > 0 || !level || session === undefined) return { ok: false, why: problems };
  const verdicts = checkProgramme({ ...body, level, session, pieces });
  return {
    ok: true,
    value: {
      rules: verdicts.flatMap((verdict) => {
        const rule = level.rules.find((each) => each.id === verdict.ruleId);
        return rule ? [{ ...verdict, ...explainRule(rule, verdict, level) }] : [];
      }),
    },
  };
});

import { answer, type Answer } from './answer';
import { setProblems } from './set-problems';
import { programmesRequestShape } from '@/core/files';
import { bestProgrammes, conflictOf, type BestQuestion } from '@/core/programme';
import type { Piece } from '@/core/repertoire';
import {
  findLevel,
  type RequirementSet,
  compileLevel,
  NO_FACTS,
  type SearchFacts,
} from '@/core/requirements';
import { valueAt } from '@/core/value-at';

interface Body {
  readonly set: RequirementSet;
  readonly pieces: readonly Piece[];
  readonly levelId: string;
  readonly count: number;
  readonly locked: readonly string[];
  readonly banned: readonly string[];
  readonly ownChoice: readonly string[];
  readonly used: readonly string[];
  readonly worth: Readonly<
    Record<string, { readonly points: number; readonly skills: readonly string[]; readonly minutes?: number }>
  >;
  readonly time?: NonNullable<BestQuestion['time']>;
  readonly skillCosts: Readonly<Record<string, number>>;
  readonly contrasts: BestQuestion['contrasts'];
}

/** Places a request may look at before it is answered with the best so far. */
const MOST = 3_000_000;

export const programmesAnswer: Answer = answer<Body>(programmesRequestShape, (body) => {
  const pieces = new Map(body.pieces.map((piece) => [piece.id, piece]));
  const level = findLevel(body.set, body.levelId);
  const unknown = (name: 'locked' | 'banned' | 'ownChoice') =>
    body[name].flatMap((id, at) =>
      pieces.has(id) ? [] : [{ pointer: `/${name}/${at}`, message: `no piece "${id}"` }],
    );
  const problems = [
    ...setProblems(body.set, pieces),
    ...(level ? [] : [{ pointer: '/levelId', message: 'the set has no such level' }]),
    ...unknown('locked'),
    ...unknown('banned'),
    ...unknown('ownChoice'),
    ...Object.entries(body.worth).flatMap(([id, { skills }]) =>
      skills.flatMap((skill, at) =>
        Object.hasOwn(body.skillCosts, skill)
          ? []
          : [{ pointer: `/worth/${id}/skills/${at}`, message: `no cost for "${skill}"` }],
      ),
    ),
  ];
  if (problems.length > 0 || !level) return { ok: false, why: problems };
  const skills = Object.keys(body.skillCosts);
  const banned = new Set(body.banned);
  const used = new Set(body.used);
  const own = body.ownChoice.flatMap((id) => pieces.get(id) ?? []);
  const compiled = compileLevel(body.set, level, pieces, own);
  const facts: SearchFacts = {
    ...NO_FACTS,
    known: (rule) => (rule.kind === 'not used before' ? used : NO_FACTS.known(rule)),
  };
  const found = bestProgrammes(
    compiled,
    {
      worth: ({ piece }) => {
        if (banned.has(piece.id)) return null;
        const worth = valueAt(body.worth, piece.id);
        return worth
          ? {
              points: worth.points,
              skills: worth.skills.map((skill) => skills.indexOf(skill)),
              minutes: worth.minutes ?? 0,
            }
          : { points: 0, skills: [] };
      },
      skillCosts: skills.map((skill) => body.skillCosts[skill] ?? 0),
      contrasts: body.contrasts,
      ...(body.time && { time: body.time }),
      count: body.count,
      locked: body.locked,
    },
    facts,
    (tried) => tried < MOST,
  );
  const none = found.programmes.length === 0 && found.whole;
  const why = none
    ? conflictOf({
        set: body.set,
        level,
        pieces,
        own,
        facts,
        locked: body.locked,
        banned: body.banned,
        most: MOST,
      })
    : null;
  const named = why?.kind === 'conflict' ? why.obstacles : null;
  const piecesOf = (kind: 'stays' | 'left out') =>
    named?.flatMap((each) => (each.kind === kind ? [each.pieceId] : [])) ?? null;
  return {
    ok: true,
    value: {
      programmes: found.programmes.map(({ places, points, skills: costs }) => ({
        points,
        pieces: places.map(({ slot, piece }) => ({
          componentId: compiled.slots[slot]?.componentId ?? '',
          pieceId: piece.id,
        })),
        skills: costs.map((at) => skills[at] ?? ''),
      })),
      tried: found.tried,
      whole: found.whole,
      conflict: named?.flatMap((each) => (each.kind === 'rule' ? [each.ruleId] : [])) ?? null,
      conflictLocked: piecesOf('stays'),
      conflictBanned: piecesOf('left out'),
      conflictSmallest: why?.kind === 'conflict' ? why.smallest : null,
    },
  };
});

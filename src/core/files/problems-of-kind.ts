import type { Piece } from '../repertoire';
import type { MarkSheet } from '../marks';
import type { StudioSettings } from '../register';
import { problemsOfSet, type RequirementSet } from '../requirements';
import { explainMapProblem, mapWith, problemsOfMap } from '../skills';
import type { Closure } from '../time';
import type { RecordKind } from './record-kind';
import { pointerOf, type Problem } from './validate';

/** What data of the right shape still has wrong by itself, whatever the other records say. Empty when it is sound. */
export function problemsOfKind(kind: RecordKind, data: unknown): Problem[] {
  switch (kind) {
    case 'set':
      // Pieces are records of their own: a set whose piece was deleted still opens.
      return problemsOfSet(data as RequirementSet, null).map(({ path, message }) => ({
        pointer: pointerOf(path),
        message,
      }));
    case 'settings': {
      const map = mapWith((data as StudioSettings).ownSkills);
      return problemsOfMap(map)
        .filter((problem) => problem.kind !== 'orphan')
        .map((problem) => ({ pointer: '/ownSkills', message: explainMapProblem(problem, map) }));
    }
    case 'closure': {
      const { from, to } = data as Closure;
      return from > to ? [{ pointer: '/to', message: 'is before it begins' }] : [];
    }
    case 'piece': {
      const names = ((data as Piece).parts ?? []).map(({ name }) => name);
      return names.flatMap((name, at) =>
        names.indexOf(name) < at
          ? [{ pointer: `/parts/${at}/name`, message: `"${name}" appears twice` }]
          : [],
      );
    }
    case 'sheet': {
      const { id, supersedes } = data as MarkSheet;
      return supersedes === id ? [{ pointer: '/supersedes', message: 'is the sheet itself' }] : [];
    }
    default:
      return [];
  }
}

import { inTerms } from '@/core/terms';
import type { KeptScore, ScoreNote } from '@/core/score';
import { act, attached } from './studio-store';

/** @param texts - of the scores, by id */
export const addScores = (
  scores: readonly KeptScore[],
  texts: ReadonlyMap<string, string>,
): Promise<boolean> =>
  act(
    scores.length === 1 ? `add ${scores[0]?.title ?? 'a score'}` : `add ${scores.length} scores`,
    () => scores.map((data) => ({ kind: 'score' as const, data })),
    { attach: texts },
  );

/** The text of a score; null when it is not there. */
export async function scoreText(textId: string): Promise<string | null> {
  const text = await attached(textId);
  return typeof text === 'string' ? text : null;
}

export const removeScore = (id: string): Promise<boolean> =>
  act('remove the score', () => [{ kind: 'score', remove: id }]);

export const noteAtBar = (id: string, note: ScoreNote): Promise<boolean> =>
  act(inTerms`note at bar ${note.bar}`, ({ scores }) => {
    const score = scores.get(id);
    return score ? [{ kind: 'score', data: { ...score, notes: [...score.notes, note] } }] : [];
  });

/** Notes have no name of their own: the one at a place in the list is taken out. */
export const removeNote = (id: string, at: number): Promise<boolean> =>
  act('remove the note', ({ scores }) => {
    const score = scores.get(id);
    return score
      ? [{ kind: 'score', data: { ...score, notes: score.notes.filter((_, index) => index !== at) } }]
      : [];
  });

/** Names a bar as the teacher calls it; an empty name takes it away. */
export const namePlace = (id: string, bar: number, name: string): Promise<boolean> =>
  act(name === '' ? inTerms`remove the name of bar ${bar}` : inTerms`name bar ${bar}`, ({ scores }) => {
    const score = scores.get(id);
    if (!score) return [];
    const others = (score.places ?? []).filter((place) => place.bar !== bar);
    const places = name === '' ? others : [...others, { bar, name }].sort((a, b) => a.bar - b.bar);
    return [{ kind: 'score', data: { ...score, places } }];
  });

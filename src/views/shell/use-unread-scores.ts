import { useEffect } from 'react';
import type { Studio } from '@/core/files';
import { whenQuiet } from './when-quiet';

/** Has scores read whose bars no piece knows yet, while nobody is in the middle of something. */
export function useUnreadScores(studio: Studio | null): void {
  const [scores, pieces, settings] = [studio?.scores, studio?.pieces, studio?.settings];
  useEffect(() => {
    if (!scores || !pieces || !settings || scores.size === 0) return undefined;
    return whenQuiet(() => {
      void import('./read-scores').then(({ readScores }) => readScores({ scores, pieces, settings }));
    });
  }, [scores, pieces, settings]);
}

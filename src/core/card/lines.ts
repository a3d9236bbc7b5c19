import type { HandedLine } from '../plan';
import type { PracticeCard } from './card';

/** The blocks of a card as the lines of a sheet, in the order in which they are to be practised. */
export const linesOf = (card: PracticeCard): HandedLine[] =>
  card.rows
    .flatMap(({ item, blocks }) =>
      blocks.map((block): HandedLine => ({
        line: block.line,
        // A skill is practised for whatever asks for it.
        goalId: item.skillId === null ? item.goalId : null,
        componentId: item.componentId,
        pieceId: item.piece?.id ?? null,
        ...(item.skillId !== null && { skillId: item.skillId }),
        day: block.day,
        minutes: block.minutes,
        title: item.title,
        ...(block.bars && { bars: block.bars }),
        ...(block.what !== '' && { what: block.what }),
        ...(block.onOpenStrings && { onOpenStrings: block.onOpenStrings }),
        how: block.how,
        listenFor:
          block.notYet.length === 0
            ? block.listenFor
            : `${block.listenFor}; not yet for ${block.notYet.join(' and ')}`,
        ...(block.why !== '' && { why: block.why }),
        ...(block.tempo !== null && { tempo: Math.round(block.tempo) }),
        ...(block.tempo !== null && item.tempo && { unit: item.tempo.unit }),
        ...(block.rung && { rung: block.rung }),
      })),
    )
    .sort((a, b) => a.line - b.line);

import type { HandedLine, LineReport } from '@/core/plan';

/** The boxes of a line, in the order of the card. */
export const BOXES = ['minutes', 'tempo', 'clean', 'mark'] as const;
export type Box = (typeof BOXES)[number];
export type TypedLine = Readonly<Record<Box, string>>;
export const NOTHING_TYPED: TypedLine = { minutes: '', tempo: '', clean: '', mark: '' };

const LIMITS: Readonly<Record<Box, readonly [least: number, most: number]>> = {
  minutes: [0, 720],
  tempo: [1, 999],
  clean: [0, 99],
  mark: [0, 10],
};

/** Whether a box holds a figure that is right. */
export const isRight = (box: Box, text: string): boolean =>
  text === '' || (/^\d{1,3}$/.test(text) && LIMITS[box][0] <= Number(text) && Number(text) <= LIMITS[box][1]);

/**
 * Whether no figure can follow that anybody would write, so that the next box can be gone to without a key: two figures of
 * minutes, a tempo of 30 and more, one figure of clean times and of a mark, but a 1 may still become a 10.
 */
export function isWhole(box: Box, text: string): boolean {
  if (!/^\d+$/.test(text)) return false;
  switch (box) {
    case 'minutes':
      return text.length === 2;
    case 'tempo':
      return text.length === (text < '3' ? 3 : 2);
    case 'clean':
      return true;
    case 'mark':
      return text !== '1';
  }
}

/** What a line says, as it is kept; null where nothing was filled in. A box left empty says nothing, but minutes: they were as asked. */
export function reportOf(typed: TypedLine, { minutes }: Pick<HandedLine, 'minutes'>): LineReport | null {
  if (BOXES.every((box) => typed[box] === '') || BOXES.some((box) => !isRight(box, typed[box]))) return null;
  const figure = (box: Box) => (typed[box] === '' ? undefined : Number(typed[box]));
  const [tempo, clean, mark] = [figure('tempo'), figure('clean'), figure('mark')];
  return {
    minutes: figure('minutes') ?? minutes,
    ...(tempo !== undefined && { tempo }),
    ...(clean !== undefined && { clean }),
    ...(mark !== undefined && { mark }),
  };
}

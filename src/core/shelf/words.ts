/** Letters alone, without case and accents: how names and words are compared. */
const folded = (text: string): string =>
  text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().replace(/[’']/g, '');

/** The words of a text, folded; figures are words too. */
export const wordsOf = (text: string): string[] => folded(text).match(/[\p{L}\p{N}]+/gu) ?? [];

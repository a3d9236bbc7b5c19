/** Says that a field needs mending, unless it is good. */
export type Need = (field: string, good: boolean, message: string) => void;

export const names = (text: string): string[] =>
  text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);
export const slug = (text: string) =>
  text
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '');
export const isWhole = (text: string, min: number, max: number) =>
  /^\d{1,6}$/.test(text) && Number(text) >= min && Number(text) <= max;

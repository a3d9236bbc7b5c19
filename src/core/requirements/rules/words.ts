import { componentOf, type LevelOf } from '../requirement-set';

export const list = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
export const number = (value: number) => NUMBERS[value] ?? String(value);
export const pieces = (count: number) => `${number(count)} piece${count === 1 ? '' : 's'}`;
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
export const plain = (text: string) => text.trim().toLocaleLowerCase('en');

/** "Three pieces", "Two to three pieces". */
export const fromTo = ({ min, max }: { readonly min: number; readonly max: number }) =>
  min === max ? capital(pieces(min)) : `${capital(number(min))} to ${pieces(max)}`;
export const inDays = (days: number) => (days === 0 ? 'today' : `in ${days} ${days === 1 ? 'day' : 'days'}`);
/** What more is to choose, after a semicolon. */
export const toChoose = (open: number) => (open > 0 ? `; ${number(open)} to choose` : '');

export const letterOf = (level: LevelOf, componentId: string) =>
  componentOf(level, componentId)?.letter ?? componentId;
export const nameOf = (level: LevelOf, componentId: string, otherwise = componentId) =>
  componentOf(level, componentId)?.name ?? otherwise;

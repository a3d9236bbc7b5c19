import type { PiecePart } from '../repertoire';

/** What stands for itself when led by a backslash; spaces at the ends of a name are led by one too. */
const escaped = (text: string): string =>
  text.replace(/[\\;:\n]/g, (char) => `\\${char}`).replace(/^\s|\s$/g, (space) => `\\${space}`);

/** Cuts text at the separators that no backslash leads; the pieces still hold their backslashes. */
function cut(source: string, separators: string): string[] {
  const pieces: string[] = [];
  let from = 0;
  for (let at = 0; at < source.length; at++)
    if (source.charAt(at) === '\\') at++;
    else if (separators.includes(source.charAt(at))) {
      pieces.push(source.slice(from, at));
      from = at + 1;
    }
  return [...pieces, source.slice(from)];
}
/** A piece as it is read: spaces at its ends are gone unless a backslash leads them, then the backslashes are. */
function plain(source: string): string {
  const start = source.trimStart();
  const end = start.trimEnd();
  const led = /(?:^|[^\\])(?:\\\\)*\\$/.test(end) && end.length < start.length;
  return (led ? start.slice(0, end.length + 1) : end).replace(/\\(.)/gs, '$1');
}

/** "thumb position; harmonics": each demand once, in the order written. A line break parts them too. */
export const readDemands = (source: string): readonly string[] => [
  ...new Set(
    cut(source, ';\n')
      .map(plain)
      .filter((each) => each !== ''),
  ),
];
export const writeDemands = (demands: readonly string[]): string => demands.map(escaped).join('; ');

/** A part on each line, "Violin 1: thumb position; harmonics". Lines without a name are left out. */
export const readParts = (source: string): readonly PiecePart[] =>
  cut(source, '\n').flatMap((line) => {
    const [name = '', ...rest] = cut(line, ':');
    return plain(name) === '' ? [] : [{ name: plain(name), demands: readDemands(rest.join(':')) }];
  });
export const writeParts = (parts: readonly PiecePart[]): string =>
  parts.map(({ name, demands }) => `${escaped(name)}: ${writeDemands(demands)}`).join('\n');

import { inTerms } from '../terms';
import { refuse, type Result } from '../result';

/** Longest first; each is half the one before. */
const TYPES = [
  'maxima',
  'long',
  'breve',
  'whole',
  'half',
  'quarter',
  'eighth',
  '16th',
  '32nd',
  '64th',
  '128th',
  '256th',
  '512th',
  '1024th',
];
export const VALUE_CHANGES = ['doubled', 'halved'] as const;
export type ValueChange = (typeof VALUE_CHANGES)[number];

/** An element of a name with its text, where it has no other element inside. */
const element = (name: string) => new RegExp(`(<${name}(?:\\s[^>]*)?>)\\s*([^<\\s]+)\\s*(</${name}>)`, 'g');

/**
 * The same music written in doubled or halved values: a rhythm a student knows for one that was not met yet. Each bar
 * lasts as long as before, since the unit of the metre and of the tempo changes with the notes.
 * @param xml - MusicXML, decoded
 * @returns the text, or the name of the value that has none twice or half as long
 */
export function withValues(xml: string, change: ValueChange): Result<string, string> {
  const [by, step] = change === 'doubled' ? [2, -1] : [0.5, 1];
  const lost = new Set<string>();
  const typed = (name: string) => {
    const at = TYPES.indexOf(name);
    const to = at < 0 ? undefined : TYPES[at + step];
    if (to === undefined) lost.add(name);
    return to ?? name;
  };
  const amount = (text: string, factor: number) => String(Number(text) * factor);
  const each = (text: string, name: string, to: (value: string) => string) =>
    text.replace(
      element(name),
      (_, open: string, value: string, close: string) => `${open}${to(value)}${close}`,
    );
  let made = xml;
  for (const name of ['type', 'normal-type', 'beat-unit']) made = each(made, name, typed);
  made = each(made, 'beat-type', (text) => {
    const unit = Number(text) / by;
    if (!Number.isInteger(unit) || unit > 1_024) lost.add(inTerms`the metre over ${text}`);
    return String(unit);
  });
  // A duration counts divisions of a crotchet; where halves would not be whole, the crotchet is divided further.
  if (change === 'doubled')
    for (const name of ['duration', 'offset']) made = each(made, name, (text) => amount(text, 2));
  else made = each(made, 'divisions', (text) => amount(text, 2));
  made = made.replace(
    /(<sound\b[^>]*?\btempo=)(["'])([\d.]+)\2/g,
    (_, head: string, quote: string, tempo: string) => `${head}${quote}${amount(tempo, by)}${quote}`,
  );
  // Beams follow the values; programs that engrave set them anew.
  made = made.replace(/\s*<beam\b[^>]*>[^<]*<\/beam>/g, '');
  const [first] = lost;
  return first === undefined ? { ok: true, value: made } : refuse(first);
}

import type { JumpEnd } from './model';

/** What printed words order, where they order anything: "D.C. al Fine", "To Coda", "Fine". */
export type WordsOrder =
  | { readonly kind: 'da capo' | 'dal segno'; readonly until: JumpEnd }
  | { readonly kind: 'to coda' }
  | { readonly kind: 'fine' }
  | { readonly kind: 'coda' };

const until = (text: string): JumpEnd =>
  /\bfine\b/.test(text) ? 'fine' : /\bcoda\b|𝄌/.test(text) ? 'coda' : 'either';

/** @example wordsOrder("D.S. al Coda") // => { kind: "dal segno", until: "coda" } */
export function wordsOrder(words: string): WordsOrder | null {
  const text = words.toLowerCase().replace(/\s+/g, ' ').trim();
  // The name of what is returned to may stand before the order: "Menuetto D.C. al Fine".
  if (/(^|[ (])(d\. ?c\.?|dc|da capo)(?![a-z])/.test(text)) return { kind: 'da capo', until: until(text) };
  if (/(^|[ (])(d\. ?s\.?|ds|dal (segno\b|𝄋))(?![a-z])/.test(text))
    return { kind: 'dal segno', until: until(text) };
  if (/^\(?(to|al|alla) (the )?(coda\b|𝄌|⊕)/.test(text)) return { kind: 'to coda' };
  // A pause sign may stand with the word, before it or after.
  const bare = text.replace(/[𝄐𝄑.()]/gu, '').trim();
  if (bare === 'fine' || bare === 'il fine') return { kind: 'fine' };
  if (bare === 'coda') return { kind: 'coda' };
  return null;
}

/**
 * What words say of the tempo: it bends from here on, goes back to the one before, or to the first.
 * @example tempoWords('poco rit.') // => "bends"
 */
export function tempoWords(words: string): 'bends' | 'before' | 'first' | null {
  const text = words.toLowerCase().replace(/\s+/g, ' ').trim();
  if (/\b(tempo (i|1|primo|1o|io)\b|tempo [1i][°ºo]|tempo primo)/.test(text)) return 'first';
  if (/\ba tempo\b/.test(text)) return 'before';
  if (
    /\b(rit|riten|ritard|rall|rallent|allarg|slent|smorz|morendo|calando|accel|string|affret|stretto|slow down|slowing|speed up)/.test(
      text,
    )
  )
    return 'bends';
  return null;
}

/** "1, 2", "1.2.", "1-3" as the passes they name; empty when they name none. */
export function endingNumbers(text: string): number[] {
  const found = new Set<number>();
  for (const [, from, to] of text.matchAll(/(\d+)(?:\s*[-–]\s*(\d+))?/g)) {
    const [first, last] = [Number(from), Number(to ?? from)];
    for (let pass = first; pass <= Math.min(last, first + 99); pass += 1) if (pass > 0) found.add(pass);
  }
  return [...found].sort((a, b) => a - b);
}

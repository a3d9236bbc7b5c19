import fc from 'fast-check';
import type { RoadSign } from './roadmap';

/** A road as a composer plans it: sections one after the other, and perhaps one return. */
export interface Road {
  readonly sections: readonly Section[];
  readonly back: {
    readonly to: 'beginning' | 'segno';
    /** Measure with the segno, when the return goes there. */
    readonly segno: number;
    readonly end: 'fine' | 'coda' | 'through';
    /** The measure after which the return ends or leaves for the coda. */
    readonly last: number;
    /** Measures of the coda after the jump. */
    readonly coda: number;
  } | null;
}
export type Section =
  | { readonly kind: 'plain'; readonly bars: number }
  | { readonly kind: 'repeat'; readonly bars: number; readonly times: number }
  /** The passes of each ending, and its measures; the endings stand side by side. */
  | {
      readonly kind: 'endings';
      readonly bars: number;
      readonly endings: readonly { readonly passes: readonly number[]; readonly bars: number }[];
    };

const bars = fc.integer({ min: 1, max: 4 });
const section: fc.Arbitrary<Section> = fc.oneof(
  fc.record({ kind: fc.constant('plain' as const), bars }),
  fc.record({ kind: fc.constant('repeat' as const), bars, times: fc.integer({ min: 2, max: 4 }) }),
  fc
    .record({
      bars,
      groups: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 2, maxLength: 4 }),
      sizes: fc.array(fc.integer({ min: 1, max: 2 }), { minLength: 4, maxLength: 4 }),
    })
    .map(({ bars: own, groups, sizes }) => {
      let pass = 0;
      return {
        kind: 'endings' as const,
        bars: own,
        endings: groups.map((count, at) => ({
          passes: Array.from({ length: count }, () => (pass += 1)),
          bars: sizes[at] ?? 1,
        })),
      };
    }),
);

export const sectionSize = (each: Section): number =>
  each.bars + (each.kind === 'endings' ? each.endings.reduce((sum, ending) => sum + ending.bars, 0) : 0);

export const anyRoad: fc.Arbitrary<Road> = fc
  .record({
    sections: fc.array(section, { minLength: 1, maxLength: 5 }),
    hasReturn: fc.boolean(),
    to: fc.constantFrom('beginning' as const, 'segno' as const),
    end: fc.constantFrom('fine' as const, 'coda' as const, 'through' as const),
    at: fc.nat(),
    from: fc.nat(),
    coda: bars,
  })
  .map(({ sections, hasReturn, to, end, at, from, coda }) => {
    const total = sections.reduce((sum, each) => sum + sectionSize(each), 0);
    const segno = from % total;
    const onReturn = returned(sections);
    // The return ends at a measure that it comes past.
    const passed = onReturn.filter((measure) => to === 'beginning' || measure >= segno);
    const last = passed[at % Math.max(1, passed.length)];
    const lands = to === 'beginning' || onReturn.includes(segno);
    return {
      sections,
      back: hasReturn && last !== undefined && lands ? { to, segno, end, last, coda } : null,
    };
  });

/** Measures of a return in order: every section once, with its last ending. */
function returned(sections: readonly Section[]): number[] {
  const order: number[] = [];
  let from = 0;
  for (const each of sections) {
    for (let at = 0; at < each.bars; at += 1) order.push(from + at);
    if (each.kind === 'endings') {
      const last = each.endings.at(-1)?.bars ?? 0;
      const end = from + sectionSize(each);
      for (let at = end - last; at < end; at += 1) order.push(at);
    }
    from += sectionSize(each);
  }
  return order;
}

/** The measures as performed, written out section by section from the plan alone. */
export function writtenOut({ sections, back }: Road): number[] {
  const order: number[] = [];
  let from = 0;
  for (const each of sections) {
    const own = Array.from({ length: each.bars }, (_, at) => from + at);
    if (each.kind === 'plain') order.push(...own);
    else if (each.kind === 'repeat') for (let pass = 0; pass < each.times; pass += 1) order.push(...own);
    else {
      const passes = Math.max(...each.endings.flatMap((ending) => ending.passes));
      for (let pass = 1; pass <= passes; pass += 1) {
        order.push(...own);
        let start = from + each.bars;
        for (const ending of each.endings) {
          if (ending.passes.includes(pass))
            for (let at = 0; at < ending.bars; at += 1) order.push(start + at);
          start += ending.bars;
        }
      }
    }
    from += sectionSize(each);
  }
  if (!back) return order;
  const again = returned(sections).filter((at) => back.to === 'beginning' || at >= back.segno);
  if (back.end === 'through') order.push(...again);
  else order.push(...again.slice(0, again.indexOf(back.last) + 1));
  if (back.end !== 'fine') for (let at = 0; at < back.coda; at += 1) order.push(from + at);
  return order;
}

const NONE: RoadSign = {
  repeatStart: false,
  repeatEnd: 0,
  repeatAfterJump: false,
  ending: null,
  segno: null,
  coda: null,
  toCoda: null,
  fine: false,
  jump: null,
};

/** The signs a copyist sets for the plan. */
export function signsOf({ sections, back }: Road): RoadSign[] {
  const signs: RoadSign[] = [];
  const set = (at: number, sign: Partial<RoadSign>) => {
    signs[at] = { ...NONE, ...signs[at], ...sign };
  };
  for (const each of sections) {
    const from = signs.length;
    for (let at = 0; at < sectionSize(each); at += 1) set(from + at, {});
    if (each.kind === 'plain') continue;
    set(from, { repeatStart: true });
    if (each.kind === 'repeat') set(from + each.bars - 1, { repeatEnd: each.times });
    else {
      let start = from + each.bars;
      for (const [index, { passes, bars: own }] of each.endings.entries()) {
        const last = index === each.endings.length - 1;
        const ending = { from: start, to: start + own - 1, passes, last };
        for (let at = start; at < start + own; at += 1) set(at, { ending });
        // A last ending of several passes is repeated from too.
        if (!last || passes.length > 1) set(ending.to, { repeatEnd: 2 });
        start += own;
      }
    }
  }
  if (!back) return signs;
  const end = signs.length - 1;
  const until = back.end === 'through' ? 'either' : back.end;
  set(end, {
    jump: back.to === 'beginning' ? { kind: 'da capo', until } : { kind: 'dal segno', label: '', until },
  });
  if (back.to === 'segno') set(back.segno, { segno: '' });
  if (back.end === 'fine') set(back.last, { fine: true });
  if (back.end === 'coda') set(back.last, { toCoda: '' });
  for (let at = 0; at < back.coda; at += 1)
    set(end + 1 + at, at === 0 && back.end === 'coda' ? { coda: '' } : {});
  return signs;
}

/** A small score written out, for tests: measures as the inside of their elements. */
export const scoreOf = (
  measures: readonly (string | { readonly head: string; readonly body: string })[],
  { divisions = 4, time = '<beats>4</beats><beat-type>4</beat-type>' } = {},
): string =>
  `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Flute</part-name></score-part></part-list><part id="P1">${measures
    .map((measure, at) => {
      const { head, body } =
        typeof measure === 'string' ? { head: `number="${at + 1}"`, body: measure } : measure;
      const first = `<attributes><divisions>${divisions}</divisions><key><fifths>0</fifths></key><time>${time}</time></attributes>`;
      return `<measure ${head}>${at === 0 ? first : ''}${body}</measure>`;
    })
    .join('')}</part></score-partwise>`;

/** @example noteOf('C5', 4) // => a note of four divisions */
export const noteOf = (name: string, duration: number, more = ''): string =>
  `<note>${name === 'r' ? '<rest/>' : `<pitch><step>${name[0] ?? 'C'}</step>${name[1] === '#' ? '<alter>1</alter>' : ''}<octave>${name.at(-1) ?? ''}</octave></pitch>`}<duration>${duration}</duration>${more}</note>`;
export const wholeBar = (name = 'C5'): string => noteOf(name, 16);

/** The bytes of a text in UTF-8, without help from the platform. */
export function utf8(text: string): Uint8Array {
  const bytes: number[] = [];
  for (const char of text) {
    const code = char.codePointAt(0) ?? 0;
    if (code < 0x80) bytes.push(code);
    else if (code < 0x800) bytes.push(0xc0 | (code >> 6), 0x80 | (code & 63));
    else if (code < 0x10000) bytes.push(0xe0 | (code >> 12), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63));
    else
      bytes.push(
        0xf0 | (code >> 18),
        0x80 | ((code >> 12) & 63),
        0x80 | ((code >> 6) & 63),
        0x80 | (code & 63),
      );
  }
  return Uint8Array.from(bytes);
}

/** Printed words above a measure, and what else their direction says. */
export const words = (text: string, more = ''): string =>
  `<direction><direction-type><words>${text}</words></direction-type>${more}</direction>`;
export const right = (inside: string): string => `<barline location="right">${inside}</barline>`;
export const left = (inside: string): string => `<barline location="left">${inside}</barline>`;
export const BACK = '<repeat direction="backward"/>';
export const half = noteOf('C5', 8);

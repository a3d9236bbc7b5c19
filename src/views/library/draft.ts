import type { Award, MarkScheme } from '@/core/marks';
import type { Component, ComponentSource, RequirementSet, Rule } from '@/core/requirements';
import { calendarDay, isCalendarDay } from '@/core/time';
import { parseBars, parseTime } from '@/core/music';

/** A requirement as it is typed: every field text, so that half-typed is no error yet. */
export interface Draft {
  readonly name: string;
  readonly kind: RequirementSet['kind'];
  readonly instrument: string;
  readonly edition: string;
  readonly from: string;
  readonly to: string;
  readonly overlapTo: string;
  readonly levelName: string;
  readonly rank: string;
  readonly components: readonly DraftComponent[];
  readonly awards: readonly { readonly name: string; readonly total: string; readonly each: string }[];
  readonly rules: readonly DraftRule[];
  readonly sessions: readonly {
    readonly name: string;
    readonly day: string;
    readonly closes: string;
    readonly venue: string;
  }[];
}
export interface DraftComponent {
  readonly letter: string;
  readonly name: string;
  readonly source: ComponentSource['kind'];
  readonly min: string;
  readonly max: string;
  readonly criteria: string;
  readonly maxMark: string;
  readonly pieceId: string;
  readonly bars: string;
}
/** `a`, `b`, `c`: the rule's own figures or words, in the order its sentence names them. */
export interface DraftRule {
  readonly kind: Rule['kind'];
  readonly a: string;
  readonly b: string;
  readonly c: string;
}

export const blankComponent = (letter: string): DraftComponent => ({
  letter,
  name: `List ${letter}`,
  source: 'list',
  min: '1',
  max: '1',
  criteria: 'Notes and rhythm, Tone, Phrasing, Pulse',
  maxMark: '6',
  pieceId: '',
  bars: '',
});

export const blankDraft = (today: string): Draft => ({
  name: '',
  kind: 'recital',
  instrument: '',
  edition: today.slice(0, 4),
  from: `${today.slice(0, 4)}-01-01`,
  to: `${Number(today.slice(0, 4)) + 2}-12-31`,
  overlapTo: '',
  levelName: 'Level 1',
  rank: '1',
  components: [blankComponent('A')],
  awards: [{ name: 'pass', total: '', each: '' }],
  rules: [],
  sessions: [{ name: '', day: '', closes: '', venue: '' }],
});

export type DraftProblems = Readonly<Record<string, string>>;

/** The set the draft describes, or what is still wrong, by field. */
export function setOfDraft(
  draft: Draft,
  newId: () => string,
):
  | { readonly ok: true; readonly set: RequirementSet }
  | { readonly ok: false; readonly problems: DraftProblems } {
  const problems: Record<string, string> = {};
  const need = (field: string, good: boolean, message: string) => {
    if (!good) problems[field] = message;
    return good;
  };
  const whole = (text: string, min: number, max: number) =>
    /^\d{1,6}$/.test(text) && Number(text) >= min && Number(text) <= max;
  need('name', draft.name.trim() !== '', 'The requirement needs a name.');
  need('instrument', draft.instrument.trim() !== '', 'For which instrument? “any” will do.');
  need('edition', draft.edition.trim() !== '', 'A name, such as 2026–2029.');
  need('from', isCalendarDay(draft.from), 'A day.');
  need('to', isCalendarDay(draft.to) && draft.to >= draft.from, 'A day after the first.');
  need(
    'overlapTo',
    draft.overlapTo === '' || (isCalendarDay(draft.overlapTo) && draft.overlapTo >= draft.to),
    'Empty, or a day after the last.',
  );
  need('levelName', draft.levelName.trim() !== '', 'A name.');
  need('rank', whole(draft.rank, 1, 50), '1 to 50.');
  need('components', draft.components.length > 0, 'At least one component.');
  const ids = draft.components.map((each, at) => slug(each.letter) || `c${at + 1}`);
  draft.components.forEach((component, at) => {
    const place = `components.${at}`;
    need(
      `${place}.letter`,
      component.letter.trim() !== '' &&
        component.letter.trim().length <= 3 &&
        ids.indexOf(ids[at] ?? '') === at,
      'One to three letters, each once.',
    );
    need(`${place}.name`, component.name.trim() !== '', 'A name.');
    need(`${place}.maxMark`, whole(component.maxMark, 1, 1000), '1 to 1000.');
    need(`${place}.criteria`, names(component.criteria).length > 0, 'At least one, separated by commas.');
    if (component.source === 'list' || component.source === 'own choice')
      need(
        `${place}.max`,
        whole(component.min, 0, 20) &&
          whole(component.max, 1, 20) &&
          Number(component.min) <= Number(component.max),
        'From 0 to 20, the least first.',
      );
    if (component.source === 'excerpt') {
      need(`${place}.pieceId`, component.pieceId !== '', 'Which piece?');
      need(`${place}.bars`, parseBars(component.bars) !== undefined, 'Bars as 12–40.');
    }
  });
  const maxTotal = draft.components.reduce(
    (sum, each) => sum + Number(each.maxMark) * names(each.criteria).length,
    0,
  );
  draft.awards.forEach((award, at) => {
    need(`awards.${at}.name`, award.name.trim() !== '', 'A name.');
    need(`awards.${at}.total`, whole(award.total, 0, maxTotal), `0 to ${maxTotal}.`);
    need(`awards.${at}.each`, award.each === '' || whole(award.each, 0, 1000), 'Empty, or a mark.');
    const below = draft.awards[at - 1];
    if (below) need(`awards.${at}.total`, Number(award.total) >= Number(below.total), 'Lowest award first.');
  });
  draft.sessions.forEach((session, at) => {
    need(`sessions.${at}.name`, session.name.trim() !== '', 'A name.');
    need(`sessions.${at}.day`, isCalendarDay(session.day), 'A day.');
    need(
      `sessions.${at}.closes`,
      session.closes === '' || (isCalendarDay(session.closes) && session.closes <= session.day),
      'Empty, or a day before the session.',
    );
  });
  const rules = draft.rules.flatMap((rule, at) => {
    const read = ruleOf(rule, ids, `r${at + 1}`);
    if (typeof read === 'string') problems[`rules.${at}`] = read;
    return typeof read === 'string' ? [] : [read];
  });
  if (Object.keys(problems).length > 0) return { ok: false, problems };
  const setId = newId();
  const set: RequirementSet = {
    id: setId,
    kind: draft.kind,
    name: draft.name.trim(),
    family: `${draft.name.trim()} ${draft.instrument.trim()}`.slice(0, 120),
    instrument: draft.instrument.trim(),
    edition: {
      name: draft.edition.trim(),
      from: calendarDay(draft.from),
      to: calendarDay(draft.to),
      overlapTo: draft.overlapTo === '' ? null : calendarDay(draft.overlapTo),
    },
    schemes: [schemeOfDraft(draft, ids)],
    levels: [
      {
        id: 'level-1',
        name: draft.levelName.trim(),
        rank: Number(draft.rank),
        schemeId: 'marks',
        components: draft.components.map((component, at) => componentOfDraft(component, ids[at] ?? '')),
        rules,
      },
    ],
    sessions: draft.sessions.map((session, at) => ({
      id: `session-${at + 1}`,
      name: session.name.trim(),
      day: calendarDay(session.day),
      entryCloses: session.closes === '' ? null : calendarDay(session.closes),
      venue: session.venue.trim(),
    })),
  };
  return { ok: true, set };
}

const names = (text: string): string[] =>
  text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);
const slug = (text: string) =>
  text
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '');

function schemeOfDraft(draft: Draft, ids: readonly string[]): MarkScheme {
  return {
    id: 'marks',
    version: 1,
    components: draft.components.map((component, at) => ({
      componentId: ids[at] ?? '',
      criteria: names(component.criteria).map((name, row) => ({
        id: `c${row + 1}`,
        name,
        maxMark: Number(component.maxMark),
        bands: plainBands(Number(component.maxMark)),
      })),
    })),
    awards: draft.awards.map((award, at): Award => ({
      id: `award-${at + 1}`,
      name: award.name.trim(),
      total: Number(award.total),
      eachAtLeast: award.each === '' ? null : Number(award.each),
    })),
  };
}

/** One band a mark up to six; above, bands of equal width with the top one first. Words are the teacher's to add. */
function plainBands(max: number) {
  const count = Math.min(6, max);
  return Array.from({ length: count }, (_, at) => ({
    from: Math.floor((max * at) / count) + 1,
    to: Math.floor((max * (at + 1)) / count),
    descriptor: '',
  }));
}

function componentOfDraft(component: DraftComponent, id: string): Component {
  const bars = parseBars(component.bars) ?? { from: 1, to: 1 };
  const source: ComponentSource =
    component.source === 'list'
      ? { kind: 'list', pieceIds: [], min: Number(component.min), max: Number(component.max) }
      : component.source === 'own choice'
        ? { kind: 'own choice', min: Number(component.min), max: Number(component.max) }
        : component.source === 'excerpt'
          ? { kind: 'excerpt', pieceId: component.pieceId, bars, tempo: null }
          : { kind: 'prepared', items: [] };
  return { id, letter: component.letter.trim(), name: component.name.trim(), source };
}

/** The rule, or what its sentence still lacks. */
function ruleOf({ kind, a, b, c }: DraftRule, ids: readonly string[], id: string): Rule | string {
  const whole = (text: string, max = 999) =>
    /^\d{1,3}$/.test(text.trim()) && Number(text) <= max ? Number(text) : null;
  const seconds = (text: string) => (text.trim() === '' ? null : parseTime(text));
  switch (kind) {
    case 'one from each': {
      const named = names(a).map((each) => slug(each));
      if (named.length === 0 || named.some((each) => !ids.includes(each)))
        return 'Name letters of the components above, as A, B.';
      return { id, kind, componentIds: named };
    }
    case 'count': {
      const [min, max] = [whole(a, 50), whole(b, 50)];
      return min === null || max === null || min > max
        ? 'From and to, the least first.'
        : { id, kind, min, max };
    }
    case 'time': {
      const [min, max] = [seconds(a), seconds(b)];
      const gap = c.trim() === '' ? 0 : whole(c, 600);
      if (min === undefined || max === undefined || gap === null || (min === null && max === null))
        return 'Times as 5:30; one of the two may be empty.';
      return min !== null && max !== null && min > max
        ? 'The least first.'
        : { id, kind, min, max, gapSeconds: gap };
    }
    case 'different composers':
    case 'edition valid':
    case 'entry closes':
      return { id, kind };
    case 'count where': {
      const count = whole(b, 50);
      const where = c.split(':');
      if (count === null || where.length < 2 || (where[1] ?? '').trim() === '')
        return 'How many, and which property.';
      return {
        id,
        kind,
        bound: a === 'at most' ? 'at most' : 'at least',
        count,
        where: { on: where[0], is: (where[1] ?? '').trim() } as Extract<
          Rule,
          { kind: 'count where' }
        >['where'],
      };
    }
    case 'level held': {
      const rank = whole(b, 50);
      return a.trim() === '' || rank === null || rank < 1
        ? 'Which syllabus, and which level (1 lowest).'
        : { id, kind, family: a.trim(), rank };
    }
    case 'age': {
      const min = a.trim() === '' ? null : whole(a, 120);
      const max = b.trim() === '' ? null : whole(b, 120);
      if (
        (a.trim() !== '' && min === null) ||
        (b.trim() !== '' && max === null) ||
        (min === null && max === null)
      )
        return 'Ages in years; one may be empty.';
      if (c !== '' && !isCalendarDay(c)) return 'A day, or empty for the day of the session.';
      return { id, kind, min, max, on: c === '' ? null : calendarDay(c) };
    }
    case 'entry fact':
      return a.trim() === '' ? 'What must be named, as Pianist.' : { id, kind, fact: a.trim() };
    case 'takes': {
      const max = whole(a, 99);
      return max === null || max < 1 ? 'How many takes.' : { id, kind, max, continuous: b !== 'no' };
    }
    case 'excerpt bars':
      return ids.includes(slug(a)) ? { id, kind, componentId: slug(a) } : 'The letter of an excerpt above.';
  }
}

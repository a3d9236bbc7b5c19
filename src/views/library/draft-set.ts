import { inTerms } from '@/core/terms';
import { parseBars } from '@/core/music';
import {
  ASSUMED_BANDS,
  familyFor,
  ofInstrument,
  problemsOfSet,
  type Component,
  type ComponentSource,
  type RequirementSet,
  type TempoBands,
} from '@/core/requirements';
import { calendarDay, isCalendarDay } from '@/core/time';
import { blankDraft, type Draft, type DraftComponent, type DraftLevel } from './draft';
import { isWhole, names, slug, type Need } from './draft-fields';
import { openRows } from './draft-lists';
import { bandStarts, schemeOfLevel, sharedSchemes } from './draft-scheme';
import { ruleOf } from './rule-form';
import { scaleRowsOf } from './scale-rows';

/** What is still wrong, by field: `levels.0.components.1.max`. */
export type DraftProblems = Readonly<Record<string, string>>;
const dayOrNull = (text: string) => (isCalendarDay(text) ? calendarDay(text) : null);

/**
 * The set the draft describes, or what is still wrong, by field.
 * @param pieceIds - the pieces of the library
 */
export function setOfDraft(
  draft: Draft,
  newId: () => string,
  pieceIds: ReadonlySet<string>,
):
  | { readonly ok: true; readonly set: RequirementSet }
  | { readonly ok: false; readonly problems: DraftProblems } {
  const problems: Record<string, string> = {};
  const need: Need = (field, good, message) => {
    if (!good && !(field in problems)) problems[field] = message;
  };
  checkHead(draft, need);
  checkSessions(draft, need);
  need('levels', draft.levels.length > 0, 'At least one level.');
  checkRows(draft, need);
  const levels = draft.levels.map((level, at) => levelOf(level, `levels.${at}`, need, problems));
  const schemes = levels.map(({ components, ids }, at) =>
    schemeOfLevel(draft.marks, components, ids, at, need),
  );
  if (Object.keys(problems).length > 0) return { ok: false, problems };
  const shared = sharedSchemes(schemes, draft);
  const { before } = draft;
  const bands = bandsOf(draft);
  const set: RequirementSet = {
    id: before?.id ?? newId(),
    kind: draft.kind,
    name: draft.name.trim(),
    family: before?.family ?? familyFor(draft.name, draft.instrument),
    instrument: draft.instrument.trim(),
    edition: {
      name: draft.edition.trim(),
      from: calendarDay(draft.from),
      to: calendarDay(draft.to),
      overlapTo: dayOrNull(draft.overlapTo),
    },
    catalogue: before?.catalogue ?? [],
    ...(bands && { tempoBands: bands }),
    schemes: shared.schemes,
    levels: levels.map(({ level }, at) => ({ ...level, schemeId: shared.ids[at] ?? '' })),
    sessions: draft.sessions.map((session) => ({
      id: session.id,
      name: session.name.trim(),
      day: calendarDay(session.day),
      entryOpens: dayOrNull(session.opens),
      entryCloses: dayOrNull(session.closes),
      late:
        session.lateUntil === ''
          ? null
          : { until: calendarDay(session.lateUntil), fee: session.lateFee.trim() },
      fee: session.fee.trim(),
      recordingDue: dayOrNull(session.recordingDue),
      venue: session.venue.trim(),
    })),
  };
  const [unsound] = problemsOfSet(set, new Set([...pieceIds, ...Object.keys(draft.pieces)]));
  if (unsound) return { ok: false, problems: { set: `${unsound.path}: ${unsound.message}` } };
  const isOther = draft.copyOf !== null && before !== null && before.instrument !== set.instrument;
  return { ok: true, set: isOther ? ofInstrument(set, set.instrument) : set };
}

/**
 * The set with this level alone, as it can be checked while other parts are still to be typed; null while the level
 * itself or the marks are not filled in.
 */
export function levelToCheck(
  draft: Draft,
  levelId: string,
  pieceIds: ReadonlySet<string>,
): RequirementSet | null {
  const blank = blankDraft('2000-01-01');
  const read = setOfDraft(
    {
      ...draft,
      name: draft.name.trim() || '-',
      instrument: draft.instrument.trim() || 'any',
      edition: '-',
      from: blank.from,
      to: blank.to,
      overlapTo: '',
      slowBelow: '',
      fastFrom: '',
      levels: draft.levels
        .filter(({ id }) => id === levelId)
        .map((level) => ({
          ...level,
          name: level.name.trim() || '-',
          components: level.components.map((component) => ({ ...component, typing: {} })),
        })),
      sessions: [],
    },
    () => '-',
    pieceIds,
  );
  return read.ok ? read.set : null;
}

function checkHead(draft: Draft, need: Need): void {
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
  const bands = bandsOf(draft);
  if (!bands) return;
  const isTempo = (figure: number) => figure >= 1 && figure <= 1_000;
  need('slowBelow', isTempo(bands.slowBelow), 'Beats a minute, from 1 to 1,000.');
  need(
    'fastFrom',
    isTempo(bands.fastFrom) && bands.fastFrom >= bands.slowBelow,
    `From ${bands.slowBelow} to 1,000: no tempo is slow and fast at once.`,
  );
}

/** What counts as slow and fast where either was typed; what was not is assumed. */
const bandsOf = ({ slowBelow, fastFrom }: Draft): TempoBands | null =>
  slowBelow.trim() === '' && fastFrom.trim() === ''
    ? null
    : {
        slowBelow: slowBelow.trim() === '' ? ASSUMED_BANDS.slowBelow : Number(slowBelow),
        fastFrom: fastFrom.trim() === '' ? ASSUMED_BANDS.fastFrom : Number(fastFrom),
      };

/** A piece that is being typed would be lost if the requirement were saved without it. */
function checkRows(draft: Draft, need: Need): void {
  draft.levels.forEach((level, place) =>
    level.components.forEach((component, at) => {
      const open = openRows(component);
      need(
        `levels.${place}.components.${at}.rows`,
        component.source !== 'list' || open === 0,
        `${open === 1 ? 'A row' : `${open} rows`} of ${component.name}, ${level.name} ${open === 1 ? 'is' : 'are'} typed and not added yet.`,
      );
    }),
  );
}

function checkSessions(draft: Draft, need: Need): void {
  const day = (text: string, from: string, to: string) =>
    text === '' || (isCalendarDay(text) && text >= from && text <= to);
  draft.sessions.forEach((session, at) => {
    const place = `sessions.${at}`;
    const last = session.closes === '' ? session.day : session.closes;
    need(`${place}.name`, session.name.trim() !== '', 'A name.');
    need(`${place}.day`, isCalendarDay(session.day), 'A day.');
    need(`${place}.closes`, day(session.closes, '', session.day), 'Empty, or a day before the session.');
    need(`${place}.opens`, day(session.opens, '', last), 'Empty, or a day before entry closes.');
    need(
      `${place}.lateUntil`,
      session.lateUntil === '' ||
        (session.closes !== '' && day(session.lateUntil, session.closes, session.day)),
      'Empty, or a day from the closing date to the session.',
    );
    need(`${place}.recordingDue`, day(session.recordingDue, '', '9999-12-31'), 'Empty, or a day.');
  });
}

/** A level with the ids of its components. Its scheme is made beside it. */
function levelOf(draft: DraftLevel, place: string, need: Need, problems: Record<string, string>) {
  const { components } = draft;
  need(`${place}.name`, draft.name.trim() !== '', 'A name.');
  need(`${place}.rank`, isWhole(draft.rank, 1, 50), '1 to 50.');
  need(`${place}.components`, components.length > 0, 'At least one component.');
  const taken = new Set(components.map((each) => each.id));
  const ids = components.map((each, at) => {
    if (each.id !== '') return each.id;
    const wanted = slug(each.letter) || `c${at + 1}`;
    let id = wanted;
    for (let next = 2; taken.has(id); next += 1) id = `${wanted}${next}`;
    taken.add(id);
    return id;
  });
  const letters = components.map((each) => slug(each.letter));
  components.forEach((component, at) => {
    need(
      `${place}.components.${at}.letter`,
      component.letter.trim() !== '' &&
        component.letter.trim().length <= 3 &&
        letters.indexOf(letters[at] ?? '') === at,
      'One to three letters, each once.',
    );
    checkComponent(component, `${place}.components.${at}`, need);
  });
  const idOf = (letter: string) => {
    const at = letters.indexOf(slug(letter));
    return at < 0 || slug(letter) === '' ? undefined : ids[at];
  };
  const ruleIds = new Set(draft.rules.map((rule) => rule.id));
  let fresh = 1;
  const rules = draft.rules.flatMap((rule, at) => {
    while (ruleIds.has(`r${fresh}`)) fresh += 1;
    const read = ruleOf(rule, `r${fresh}`, idOf);
    fresh += 1;
    if (typeof read === 'string') problems[`${place}.rules.${at}`] = read;
    return typeof read === 'string' ? [] : [read];
  });
  const level = {
    id: draft.id,
    name: draft.name.trim(),
    rank: Number(draft.rank),
    components: components.map((each, at) => componentOf(each, ids[at] ?? '')),
    rules,
    instruments: names(draft.instruments),
    skills: draft.skills,
  };
  return { level, components, ids };
}

function checkComponent(component: DraftComponent, place: string, need: Need): void {
  const { source } = component;
  need(`${place}.name`, component.name.trim() !== '', 'A name.');
  need(`${place}.maxMark`, isWhole(component.maxMark, 1, 1000), '1 to 1000.');
  need(`${place}.weight`, isWhole(component.weight, 0, 1000), '0 to 1000.');
  const criteria = names(component.criteria);
  need(
    `${place}.criteria`,
    criteria.length > 0 && new Set(criteria).size === criteria.length,
    'At least one, separated by commas, each once.',
  );
  const starts = bandStarts(component);
  need(
    `${place}.bands`,
    starts !== undefined,
    `First marks of the bands, rising, 0 to ${component.maxMark}.`,
  );
  if (source === 'list' || source === 'own choice' || source === 'catalogue')
    need(
      `${place}.max`,
      isWhole(component.min, 0, 20) &&
        isWhole(component.max, 1, 20) &&
        Number(component.min) <= Number(component.max),
      'From 0 to 20; put the smaller number first.',
    );
  if (source === 'catalogue')
    need(
      `${place}.toRank`,
      isWhole(component.fromRank, 1, 50) &&
        isWhole(component.toRank, 1, 50) &&
        Number(component.fromRank) <= Number(component.toRank),
      'Grades 1 to 50; put the lower one first.',
    );
  if (source === 'excerpt') {
    const beat = (text: string) =>
      text === '' || (/^\d{1,2}(\.\d{1,3})?$/.test(text) && Number(text) >= 1 && Number(text) <= 32);
    need(`${place}.pieceId`, component.pieceId !== '', 'Which piece?');
    need(`${place}.bars`, parseBars(component.bars) !== undefined, inTerms('Bars as 12–40.'));
    need(`${place}.fromBeat`, beat(component.fromBeat), 'Empty, or a beat from 1.');
    need(`${place}.toBeat`, beat(component.toBeat), 'Empty, or a beat from 1.');
  }
  if (source === 'scales') {
    const rows = scaleRowsOf(component.rows);
    need(`${place}.rows`, typeof rows !== 'string', typeof rows === 'string' ? rows : '');
    need(
      `${place}.drawn`,
      isWhole(component.drawn, 0, typeof rows === 'string' ? 400 : rows.length),
      'How many rows the examiner draws.',
    );
  }
}

function componentOf(component: DraftComponent, id: string): Component {
  return { id, letter: component.letter.trim(), name: component.name.trim(), source: sourceOf(component) };
}

function sourceOf(component: DraftComponent): ComponentSource {
  const [min, max] = [Number(component.min), Number(component.max)];
  const beat = (text: string) => (text === '' ? null : Number(text));
  switch (component.source) {
    case 'list':
      return {
        kind: 'list',
        pieceIds: component.pieceIds,
        ...(Object.keys(component.numbers).length > 0 && { numbers: component.numbers }),
        min,
        max,
      };
    case 'own choice':
      return { kind: 'own choice', min, max };
    case 'catalogue':
      return {
        kind: 'catalogue',
        fromRank: Number(component.fromRank),
        toRank: Number(component.toRank),
        min,
        max,
      };
    case 'excerpt':
      return {
        kind: 'excerpt',
        pieceId: component.pieceId,
        bars: parseBars(component.bars) ?? { from: 1, to: 1 },
        tempo: component.tempo,
        fromBeat: beat(component.fromBeat),
        toBeat: beat(component.toBeat),
      };
    case 'scales': {
      const rows = scaleRowsOf(component.rows);
      return { kind: 'scales', rows: typeof rows === 'string' ? [] : rows, drawn: Number(component.drawn) };
    }
    case 'prepared':
      return {
        kind: 'prepared',
        items: component.items
          .split('\n')
          .map((item) => item.trim())
          .filter(Boolean),
      };
  }
}

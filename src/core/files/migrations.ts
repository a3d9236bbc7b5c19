import { BARE_LEVEL, BARE_SESSION, BARE_SET } from '../requirements';
import { PLAIN_SUM } from '../marks';
import type { RecordKind } from './record-kind';

type Fields = Readonly<Record<string, unknown>>;
/** Data of one version to data of the next. What is not of the old form is handed on, to be named by its validation. */
type Step = (data: unknown) => unknown;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** Puts fields in front of those there are; one that is there already stays. */
const withFields =
  (fields: Fields): Step =>
  (value) =>
    isFields(value) ? { ...fields, ...value } : value;
const each = (value: unknown, step: Step): unknown => (Array.isArray(value) ? value.map(step) : value);
const at = (value: unknown, name: string, step: Step): unknown =>
  isFields(value) && name in value ? { ...value, [name]: step(value[name]) } : value;

/** Version 2: totalling, panel and outcome of a scheme, and pass marks of components, are data. */
export const schemeTo2: Step = (scheme) =>
  at(withFields(PLAIN_SUM)(scheme), 'awards', (awards) => each(awards, withFields({ passes: {} })));

const sourceTo2: Step = (source) =>
  isFields(source) && source['kind'] === 'excerpt' ? { fromBeat: null, toBeat: null, ...source } : source;

/** Version 2: a graded catalogue, levels by instrument and skill, entry windows with late fees, beats of excerpts. */
export const setTo2: Step = (data) => {
  const levels = at(withFields(BARE_SET)(data), 'levels', (all) =>
    each(all, (level) =>
      at(withFields(BARE_LEVEL)(level), 'components', (components) =>
        each(components, (component) => at(component, 'source', sourceTo2)),
      ),
    ),
  );
  const schemes = at(levels, 'schemes', (all) => each(all, schemeTo2));
  return at(schemes, 'sessions', (all) => each(all, withFields(BARE_SESSION)));
};

/** Version 2: what was settled with the event, editions used, scales heard, the day a recording was sent. */
const goalTo2 = withFields({ recordingSentOn: null, conditions: {}, editions: {}, scalesHeard: [] });
/** Version 2: the year group. */
const studentTo2 = withFields({ schoolYear: null });

/** Version 2: the table of common levels. */
const settingsTo2 = withFields({ commonLevels: {} });

/** Version 3: skills of the teacher's own. */
const settingsTo3 = withFields({ ownSkills: [] });

/** `steps[n]` turns data of version n + 1 into version n + 2. */
export type Migrations = Readonly<Partial<Record<RecordKind, readonly Step[]>>>;
export const MIGRATIONS: Migrations = {
  set: [setTo2],
  goal: [goalTo2],
  student: [studentTo2],
  settings: [settingsTo2, settingsTo3],
};

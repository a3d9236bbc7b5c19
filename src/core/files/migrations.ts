import { BARE_LEVEL, BARE_SESSION, BARE_SET } from '../requirements';
import { PLAIN_SUM } from '../marks';
import { textId } from './attached';

type Fields = Readonly<Record<string, unknown>>;
/**
 * Data of one version to data of the next. What is not of the old form is handed on, to be named by its validation.
 * @param apart - takes what stands apart from its record from now on, by id
 */
export type Step = (data: unknown, apart: Map<string, string>) => unknown;
type Change = (data: unknown) => unknown;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** Puts fields in front of those there are; one that is there already stays. */
const withFields =
  (fields: Fields): Change =>
  (value) =>
    isFields(value) ? { ...fields, ...value } : value;
const each = (value: unknown, step: Change): unknown => (Array.isArray(value) ? value.map(step) : value);
const at = (value: unknown, name: string, step: Change): unknown =>
  isFields(value) && name in value ? { ...value, [name]: step(value[name]) } : value;

/** Version 2: totalling, panel and outcome of a scheme, and pass marks of components, are data. */
export const schemeTo2: Change = (scheme) =>
  at(withFields(PLAIN_SUM)(scheme), 'awards', (awards) => each(awards, withFields({ passes: {} })));

const sourceTo2: Change = (source) =>
  isFields(source) && source['kind'] === 'excerpt' ? { fromBeat: null, toBeat: null, ...source } : source;

/** Version 2: a graded catalogue, levels by instrument and skill, entry windows with late fees, beats of excerpts. */
export const setTo2: Change = (data) => {
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
export const goalTo2 = withFields({ recordingSentOn: null, conditions: {}, editions: {}, scalesHeard: [] });
/** Version 2: the year group. */
export const studentTo2 = withFields({ schoolYear: null });

/** Version 2: the table of common levels. */
export const settingsTo2 = withFields({ commonLevels: {} });

/** Version 3: skills of the teacher's own. */
export const settingsTo3 = withFields({ ownSkills: [] });

/** Version 2: the text of the score stands apart. */
export const scoreTo2: Step = (data, apart) => {
  if (!isFields(data) || typeof data['xml'] !== 'string' || data['xml'] === '') return data;
  const { xml, ...rest } = data as { readonly xml: string };
  const id = textId(xml);
  apart.set(id, xml);
  return { ...rest, textId: id };
};

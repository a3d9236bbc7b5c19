import Fraction from 'fraction.js';
import { forecastRequestShape, type Problem } from '@/core/files';
import {
  fitStudio,
  forecast,
  marksAtNodes,
  outcomeOf,
  totalled,
  type HeardMark,
  type Marked,
  type StudioFit,
  type Totalled,
} from '@/core/forecast';
import type { CalendarDay } from '@/core/time';
import { answer, type Answer } from './answer';

interface Scheme {
  readonly components: readonly { readonly id: string; readonly max: number; readonly weight?: number }[];
  readonly awards: readonly { readonly id: string; readonly total: number; readonly floor?: number | null }[];
}
interface Asked {
  readonly student: string;
  readonly scheme: Scheme;
  readonly start?: CalendarDay | null;
  readonly placement: number;
  readonly marks: readonly HeardMark[];
  readonly examDay: CalendarDay;
}
interface Body {
  readonly studio: {
    readonly past: readonly (Asked & { readonly official: Readonly<Record<string, number>> })[];
  };
  readonly questions: readonly (Asked & {
    readonly id: string;
    readonly asOf: CalendarDay;
    readonly aim?: string | null;
  })[];
  readonly fit?: StudioFit | null;
}

const marked = ({ components }: Scheme): Marked[] => components.map(({ id, max }) => ({ id, max, step: 1 }));
const candidacy = ({ student, scheme, start, placement, marks }: Asked) => ({
  student,
  components: marked(scheme),
  placement,
  marks,
  ...(start && { start }),
});

/** How a scheme's marks add up, for components in any order; null where its weights cannot be reckoned with. */
function addingOf(scheme: Scheme, components: readonly Marked[]): Totalled | null {
  const weights = new Map(scheme.components.map(({ id, weight }) => [id, new Fraction(weight ?? 1)]));
  return totalled(
    components,
    components.map(({ id }) => weights.get(id) ?? new Fraction(1)),
    (unit) =>
      scheme.awards.map(({ id, total, floor }) => ({
        id,
        total: new Fraction(total).div(unit).ceil().valueOf(),
        floors: components.map(() => Math.ceil(floor ?? 0)),
      })),
  );
}

/** Where candidacies are likely to stand on the day, and what one mark more would change. */
export const forecastAnswer: Answer = answer<Body>(forecastRequestShape, ({ studio, questions, fit }) => {
  const problems = [
    ...studio.past.flatMap((each, at) => problemsOf(each, `/studio/past/${at}`, each.official)),
    ...questions.flatMap((each, at) => [
      ...problemsOf(each, `/questions/${at}`, {}),
      ...(each.aim && !each.scheme.awards.some(({ id }) => id === each.aim)
        ? [{ pointer: `/questions/${at}/aim`, message: 'is no award of the scheme' }]
        : []),
    ]),
  ];
  if (problems.length > 0) return { ok: false, why: problems };
  const past = studio.past.map((each) => ({
    ...candidacy(each),
    examDay: each.examDay,
    official: each.official,
  }));
  const used = fit ?? fitStudio(past);
  return {
    ok: true,
    value: {
      fit: used,
      forecasts: questions.map((each) => {
        const { evidence, ahead } = forecast(used, past, {
          ...candidacy(each),
          asOf: each.asOf,
          examDay: each.examDay,
        });
        return { id: each.id, ...said(each.scheme, ahead[0]), evidence };
      }),
    },
  };
});

function said(scheme: Scheme, ahead: ReturnType<typeof forecast>['ahead'][number] | undefined) {
  const adding = ahead && addingOf(scheme, ahead.components);
  if (!adding) throw new RangeError('a scheme whose weights were checked');
  const { components, total, lines } = outcomeOf(
    adding,
    marksAtNodes(ahead.day, ahead.width, ahead.components),
  );
  const chances = new Map(ahead.components.map(({ id }, at) => [id, components[at] ?? []]));
  return {
    components: scheme.components.map(({ id }) => ({ id, p: chances.get(id) ?? [] })),
    total: { step: adding.unit.valueOf(), p: total },
    awards: lines.map(({ id, chance, oneMore }) => ({
      id,
      chance,
      oneMoreMark: Object.fromEntries(
        ahead.components.map((component, at) => [component.id, oneMore[at] ?? 0]),
      ),
    })),
  };
}

/** Where a candidacy says what cannot be: marks outside their component, components there are not, weights without a unit. */
function problemsOf(asked: Asked, at: string, official: Readonly<Record<string, number>>): Problem[] {
  const { components } = asked.scheme;
  const maxima = new Map(components.map(({ id, max }) => [id, max]));
  const markProblem = (component: string, mark: number): string | null => {
    const max = maxima.get(component) ?? 0;
    if (mark > max) return `above ${max}`;
    if (mark < 0) return 'below 0';
    return Number.isInteger(mark) ? null : 'not a whole mark';
  };
  const twice = (ids: readonly { readonly id: string }[], where: string) =>
    ids.flatMap(({ id }, row) =>
      ids.findIndex((other) => other.id === id) < row
        ? [{ pointer: `${at}/scheme/${where}/${row}/id`, message: 'is there twice' }]
        : [],
    );
  return [
    ...twice(components, 'components'),
    ...twice(asked.scheme.awards, 'awards'),
    ...(addingOf(asked.scheme, marked(asked.scheme)) === null
      ? [
          {
            pointer: `${at}/scheme/components`,
            message: 'need weights above 0 that make at most 20,000 steps of the total',
          },
        ]
      : []),
    ...asked.marks.flatMap(({ component, mark }, row) => {
      if (!maxima.has(component))
        return [{ pointer: `${at}/marks/${row}/component`, message: 'is no component of the scheme' }];
      const problem = markProblem(component, mark);
      return problem === null ? [] : [{ pointer: `${at}/marks/${row}/mark`, message: problem }];
    }),
    ...Object.entries(official).flatMap(([component, mark]) => {
      const problem = maxima.has(component) ? markProblem(component, mark) : 'is no component of the scheme';
      return problem === null ? [] : [{ pointer: `${at}/official/${component}`, message: problem }];
    }),
  ];
}

import { contrastValue, type Rule } from '../requirements';
import type { BestQuestion } from './best-question';
import {
  NO_FACTS,
  type CompiledLevel,
  type GradedClass,
  type SearchFacts,
  type SearchPiece,
} from '../requirements';

/** A line of the program: a sum of variables, each with its factor, that is at least or at most a bound. */
interface Row {
  readonly terms: readonly (readonly [factor: number, name: string])[];
  readonly sense: '>=' | '<=';
  readonly bound: number;
}

/**
 * The same question as a program for an independent integer solver, straight from the meaning of the rules: a variable
 * for each place of each piece, one for each skill, one for each value of each contrast and one for each rule within a
 * combined one. Facts must be known.
 * @param without - programmes found before, each as the indexes of its variables: they are cut off
 */
export function integerProgram(
  compiled: CompiledLevel,
  { worth, skillCosts, contrasts, time }: BestQuestion,
  without: readonly (readonly number[])[] = [],
  facts: SearchFacts = NO_FACTS,
): { readonly program: string; readonly places: readonly SearchPiece[] } {
  const places = compiled.slots.flatMap((slot) => slot.candidates.filter((place) => worth(place) !== null));
  const rows: Row[] = [];
  const goal: (readonly [number, string])[] = [];
  const binaries: string[] = places.map((_, at) => `x${at}`);
  /** Every place that passes, with a factor. */
  const sum = (test: (place: SearchPiece) => boolean, factor: (place: SearchPiece) => number = () => 1) =>
    places.flatMap((place, at) => (test(place) ? [[factor(place), `x${at}`] as const] : []));
  const all = () => true;
  const least = (terms: Row['terms'], bound: number): Row => ({ terms, sense: '>=', bound });
  const most = (terms: Row['terms'], bound: number): Row => ({ terms, sense: '<=', bound });

  places.forEach((place, at) => goal.push([worth(place)?.points ?? 0, `x${at}`]));
  for (const slot of compiled.slots) {
    const own = sum((place) => place.slot === slot.at);
    rows.push(least(own, slot.min), most(own, slot.max));
  }
  for (const piece of new Set(places.map((place) => place.piece)))
    rows.push(
      most(
        sum((place) => place.piece === piece),
        1,
      ),
    );
  skillCosts.forEach((cost, skill) => {
    binaries.push(`s${skill}`);
    goal.push([-cost, `s${skill}`]);
    places.forEach((place, at) => {
      if (worth(place)?.skills.includes(skill))
        rows.push(
          least(
            [
              [1, `s${skill}`],
              [-1, `x${at}`],
            ],
            0,
          ),
        );
    });
  });
  if (time) {
    goal.push([-time.points, 'late']);
    rows.push(least([[1, 'late'], ...sum(all, (place) => -(worth(place)?.minutes ?? 0))], -time.minutes));
  }
  /** A variable for each value of an aspect that may be 1 only where a piece has it. */
  const valuesOf = (name: string, valueOf: (place: SearchPiece) => unknown): string[] =>
    [...new Set(places.map(valueOf).filter((value) => value !== null))].map((value, at) => {
      const own = `${name}_${at}`;
      binaries.push(own);
      rows.push(least([...sum((place) => valueOf(place) === value), [-1, own]], 0));
      return own;
    });
  // The first value of a contrast brings nothing.
  contrasts.forEach(({ in: aspect, points }, number) => {
    const values = valuesOf(`v${number}`, ({ piece }) => contrastValue(piece, aspect, compiled.tempoBands));
    binaries.push(`o${number}`);
    goal.push([-points, `o${number}`]);
    for (const value of values) {
      goal.push([points, value]);
      rows.push(
        least(
          [
            [1, `o${number}`],
            [-1, value],
          ],
          0,
        ),
      );
    }
  });

  let named = 0;
  const rowsOf = (rule: Rule, fact: (place: SearchPiece) => unknown): Row[] => {
    switch (rule.kind) {
      case 'time': {
        const seconds = sum(all, (place) => (fact(place) as number) + rule.gapSeconds);
        return [
          ...(rule.max === null ? [] : [most(seconds, rule.max + rule.gapSeconds)]),
          ...(rule.min === null ? [] : [least(seconds, rule.min + rule.gapSeconds)]),
        ];
      }
      case 'different composers':
        return [...new Set(places.map(fact))].map((value) =>
          most(
            sum((place) => fact(place) === value),
            1,
          ),
        );
      case 'contrast':
        return rule.between === 'all'
          ? [...new Set(places.map(fact))].map((value) =>
              most(
                sum((place) => fact(place) === value),
                1,
              ),
            )
          : [
              least(
                valuesOf(`k${named++}`, fact).map((value) => [1, value]),
                2,
              ),
            ];
      case 'count where': {
        const such = sum((place) => fact(place) === true);
        return [rule.bound === 'at least' ? least(such, rule.count) : most(such, rule.count)];
      }
      case 'count':
        return [least(sum(all), rule.min), most(sum(all), rule.max)];
      case 'choose': {
        const own = sum((place) => compiled.slots[place.slot]?.componentId === rule.componentId);
        return [least(own, rule.min), most(own, rule.max)];
      }
      case 'one from each':
        return rule.componentIds.flatMap((id) => {
          const own = sum((place) => compiled.slots[place.slot]?.componentId === id);
          return [least(own, 1), most(own, 1)];
        });
      case 'graded pieces': {
        const [own, ...others] = facts.known(rule) as readonly GradedClass[];
        if (!own || others.length > 0) throw new Error('the class is not known');
        const isGraded = (place: SearchPiece) => {
          const rank = fact(place) as number | null;
          return rank !== null && rank >= own.from && rank <= (own.to ?? Infinity);
        };
        return [
          least(sum(isGraded), own.atLeast),
          most(
            sum((place) => !isGraded(place)),
            own.free,
          ),
        ];
      }
      case 'not used before': {
        const used = facts.known(rule) as ReadonlySet<string>;
        return [
          most(
            sum(({ piece }) => used.has(piece.id)),
            0,
          ),
        ];
      }
      case 'combined': {
        // A rule whose variable is 1 is kept; the others may be broken by as much as anything can be.
        const chosen = rule.rules.map((part, at): [number, string] => {
          const name = `y${named++}`;
          binaries.push(name);
          for (const { terms, sense, bound } of rowsOf(part, (place) => (fact(place) as unknown[])[at])) {
            const far = terms.reduce(
              (far, [factor]) => far + (sense === '>=' ? Math.min(0, factor) : Math.max(0, factor)),
              0,
            );
            rows.push(
              sense === '>='
                ? least([...terms, [far - bound, name]], far)
                : most([...terms, [far - bound, name]], far),
            );
          }
          return [1, name];
        });
        const need = rule.need === 'all' ? chosen.length : rule.need === 'any' ? 1 : rule.need;
        return [least(chosen, need)];
      }
      default:
        throw new Error(`no program for ${rule.kind}`);
    }
  };
  compiled.rules.forEach(({ rule }, index) => rows.push(...rowsOf(rule, (place) => place.facts[index])));
  for (const found of without)
    rows.push(
      most(
        places.map((_, at) => [found.includes(at) ? 1 : -1, `x${at}`]),
        found.length - 1,
      ),
    );
  const said = (terms: Row['terms']) =>
    terms.length === 0
      ? '0 x0'
      : terms.map(([factor, name]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`).join(' ');
  return {
    places,
    program: `Maximize\n obj: ${said(goal)}\nSubject To\n${rows.map(({ terms, sense, bound }, at) => ` r${at}: ${said(terms)} ${sense} ${bound}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd\n`,
  };
}

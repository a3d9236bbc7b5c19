import { contrastValue } from '../requirements';
import type { BestQuestion } from './best';
import type { CompiledLevel, SearchPiece } from './compile';

/**
 * The same question as a program for an independent integer solver, straight from the meaning of the rules: a variable
 * for each place of each piece, one for each skill and one for each value of each contrast.
 * Facts must be known; the kinds of rule are those `largeQuestion` makes.
 * @param without - programmes found before, each as the indexes of its variables: they are cut off
 */
export function integerProgram(
  compiled: CompiledLevel,
  { worth, skillCosts, contrasts }: BestQuestion,
  without: readonly (readonly number[])[] = [],
): { readonly program: string; readonly places: readonly SearchPiece[] } {
  const places = compiled.slots.flatMap((slot) => slot.candidates.filter((place) => worth(place) !== null));
  const rows: string[] = [];
  const goal: string[] = [];
  const binaries: string[] = places.map((_, at) => `x${at}`);
  const sum = (at: readonly number[]) =>
    at.length === 0 ? '0 x0' : at.map((index) => `+ 1 x${index}`).join(' ');
  const where = (test: (place: SearchPiece) => boolean) =>
    places.flatMap((place, at) => (test(place) ? [at] : []));
  const signed = (factor: number, name: string) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`;
  places.forEach((place, at) => goal.push(signed(worth(place)?.points ?? 0, `x${at}`)));
  for (const slot of compiled.slots) {
    const own = sum(where((place) => place.slot === slot.at));
    rows.push(`${own} >= ${slot.min}`, `${own} <= ${slot.max}`);
  }
  for (const piece of new Set(places.map((place) => place.piece)))
    rows.push(`${sum(where((place) => place.piece === piece))} <= 1`);
  skillCosts.forEach((cost, skill) => {
    binaries.push(`s${skill}`);
    goal.push(signed(-cost, `s${skill}`));
    for (const at of where((place) => worth(place)?.skills.includes(skill) === true))
      rows.push(`+ 1 s${skill} - 1 x${at} >= 0`);
  });
  // A value counts when a piece has it; the first value brings nothing.
  contrasts.forEach(({ in: aspect, points }, number) => {
    const values = [
      ...new Set(places.map(({ piece }) => contrastValue(piece, aspect)).filter((value) => value !== null)),
    ];
    values.forEach((value, at) => {
      const name = `v${number}_${at}`;
      binaries.push(name);
      goal.push(signed(points, name));
      rows.push(`${sum(where(({ piece }) => contrastValue(piece, aspect) === value))} - 1 ${name} >= 0`);
    });
    binaries.push(`o${number}`);
    goal.push(signed(-points, `o${number}`));
    values.forEach((_, at) => rows.push(`+ 1 o${number} - 1 v${number}_${at} >= 0`));
  });
  compiled.rules.forEach(({ rule }, index) => {
    const fact = (place: SearchPiece) => place.facts[index];
    switch (rule.kind) {
      case 'time': {
        const seconds = places
          .map((place, at) => signed((fact(place) as number) + rule.gapSeconds, `x${at}`))
          .join(' ');
        if (rule.max !== null) rows.push(`${seconds} <= ${rule.max + rule.gapSeconds}`);
        if (rule.min !== null) rows.push(`${seconds} >= ${rule.min + rule.gapSeconds}`);
        return;
      }
      case 'different composers':
        for (const value of new Set(places.map(fact)))
          rows.push(`${sum(where((place) => fact(place) === value))} <= 1`);
        return;
      case 'count where':
        rows.push(
          `${sum(where((place) => fact(place) === true))} ${rule.bound === 'at least' ? '>=' : '<='} ${rule.count}`,
        );
        return;
      case 'count':
        rows.push(
          `${sum(places.map((_, at) => at))} >= ${rule.min}`,
          `${sum(places.map((_, at) => at))} <= ${rule.max}`,
        );
        return;
      default:
        throw new Error(`no program for ${rule.kind}`);
    }
  });
  for (const found of without)
    rows.push(
      `${places.map((_, at) => signed(found.includes(at) ? 1 : -1, `x${at}`)).join(' ')} <= ${found.length - 1}`,
    );
  return {
    places,
    program: `Maximize\n obj: ${goal.join(' ')}\nSubject To\n${rows.map((row, at) => ` r${at}: ${row}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd\n`,
  };
}

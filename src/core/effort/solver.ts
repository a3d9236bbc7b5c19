import type { Instance } from './arbitrary';

/**
 * The levelling as a program for an independent solver, straight from its definition: minutes of each
 * item by period and stage of work, in order, above the visits, within the windows.
 */
function constraints({ periods, items }: Instance): { rows: string[]; bounds: string[] } {
  const rows: string[] = [];
  const bounds: string[] = [];
  const sum = (names: readonly string[]) => (names.length === 0 ? '0 z' : names.join(' + '));
  items.forEach((item, i) => {
    const name = (t: number) => `x${i}_${t}`;
    const upTo = (t: number) => periods.slice(0, t + 1).map((_, at) => name(at));
    periods.forEach((period, t) => {
      const visit = period.minutes > 0 && item.from <= t && t <= item.until ? item.visitMinutes : 0;
      bounds.push(`${name(t)} >= ${visit}`);
      const must = item.work.reduce(
        (all, work, at) =>
          item.work.slice(at).some((later) => later.latest <= t) ? all + work.minutes : all,
        0,
      );
      const may = item.work.reduce(
        (all, work, at) =>
          item.work.slice(0, at + 1).some((earlier) => earlier.earliest > t) ? all : all + work.minutes,
        0,
      );
      rows.push(`${sum(upTo(t))} >= ${must}`, `${sum(upTo(t))} <= ${may}`);
    });
  });
  periods.forEach((_, t) => rows.push(`${sum(items.map((__, i) => `x${i}_${t}`))} - l${t} = 0`));
  return { rows, bounds };
}

const program = (goal: string, rows: readonly string[], bounds: readonly string[]) =>
  `Minimize\n obj: ${goal}\nSubject To\n${rows.map((row, at) => ` r${at}: ${row}`).join('\n')}\nBounds\n${bounds.map((bound) => ` ${bound}`).join('\n')}\nEnd\n`;

/** Minimise the largest load. */
export function linearProgram(instance: Instance): string {
  const { rows, bounds } = constraints(instance);
  instance.periods.forEach((period, t) => rows.push(`l${t} - ${period.minutes} z <= 0`));
  return program('z', rows, bounds);
}

/** Minimise the sum of load squared over minutes. */
export function quadraticProgram(instance: Instance): string {
  const { rows, bounds } = constraints(instance);
  instance.periods.forEach((period, t) => {
    if (period.minutes === 0) bounds.push(`l${t} <= 0`);
  });
  const squares = instance.periods
    .flatMap((period, t) => (period.minutes === 0 ? [] : [`${200 / period.minutes} l${t} ^ 2`]))
    .join(' + ');
  return program(squares === '' ? '0 z' : `[ ${squares} ] / 2`, rows, bounds);
}

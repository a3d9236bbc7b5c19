import { inTerms } from '@/core/terms';
import { formatTime } from '@/core/music';
import type { RankedProgramme } from '@/core/programme';
import type { Studio } from '@/core/files';
import { reasonsOf, type GoalContext, type ProgrammeSums } from '@/core/register';
import { checkRule, choosesPieces, explainRule } from '@/core/requirements';
import { Button, Dialog, Glyph, Table } from '@/ui';
import { programmeOf, signed } from '../advice-model';
import css from './SuggestionList.module.css';

/** Up to three whole programmes side by side: pieces, time, rules, and the sum part by part. */
export function CompareDialog({
  programmes,
  sums,
  context,
  studio,
  onTake,
  onClose,
}: {
  readonly programmes: readonly RankedProgramme[];
  readonly sums: ProgrammeSums;
  readonly context: GoalContext;
  readonly studio: Studio;
  readonly onTake: (programme: RankedProgramme) => void;
  readonly onClose: () => void;
}) {
  const { level, entry } = context;
  const slots = level.components.filter(choosesPieces);
  const columns = programmes.map((ranked) => ({
    ranked,
    reasons: reasonsOf(ranked, sums, studio),
    trial: { ...entry, programme: programmeOf(ranked, context) },
    seconds: ranked.places.map(({ piece }) => piece.seconds),
  }));
  const rows = Math.max(...columns.map(({ reasons }) => reasons.length));
  return (
    <Dialog title={`${context.student.name}, ${level.name}: side by side`} wide onClose={onClose}>
      <Table
        label={inTerms('Programmes side by side')}
        head={[inTerms('Programme'), ...columns.map((_, at) => String(at + 1))]}
      >
        {slots.map((component, slot) => (
          <tr key={component.id}>
            <th scope="row">{component.name}</th>
            {columns.map(({ ranked }, at) => (
              <td key={at}>
                {ranked.places
                  .filter((place) => place.slot === slot)
                  .map(({ piece }) => (
                    <p key={piece.id}>
                      <b>{piece.title}</b>
                      <span className={css.soft}>
                        {' '}
                        {[
                          piece.composer,
                          piece.seconds === null ? 'not timed' : formatTime(piece.seconds),
                          piece.key,
                          piece.metre,
                          piece.character,
                        ]
                          .filter(Boolean)
                          .join(' · ')}
                      </span>
                    </p>
                  ))}
              </td>
            ))}
          </tr>
        ))}
        <tr>
          <th scope="row">Playing time</th>
          {columns.map(({ seconds }, at) => (
            <td key={at}>
              {seconds.every((each) => each !== null)
                ? formatTime(seconds.reduce<number>((sum, each) => sum + each, 0))
                : 'not all timed'}
            </td>
          ))}
        </tr>
        {Array.from({ length: rows }, (_, row) => (
          <tr key={row}>
            <th scope="row">{row === 0 ? 'Points' : 'and'}</th>
            {columns.map(({ reasons }, at) => (
              <td key={at}>
                {reasons[row] && (
                  <>
                    <b>{signed(reasons[row].points)}</b> {reasons[row].words}
                  </>
                )}
              </td>
            ))}
          </tr>
        ))}
        <tr>
          <th scope="row">Sum</th>
          {columns.map(({ ranked }, at) => (
            <td key={at}>
              <b>{signed(ranked.points)}</b>
            </td>
          ))}
        </tr>
        <tr>
          <th scope="row">Set</th>
          {columns.map(({ ranked }, at) => (
            <td key={at}>
              <Button onClick={() => onTake(ranked)}>
                {inTerms('Use programme ')}
                {at + 1}
              </Button>
            </td>
          ))}
        </tr>
        {level.rules.map((rule) => (
          <tr key={rule.id}>
            <th scope="row">{explainRule(rule, checkRule(rule, entry), level).title}</th>
            {columns.map(({ trial }, at) => {
              const { status } = checkRule(rule, trial);
              const [glyph, label] =
                status === 'met'
                  ? (['gate passed', 'met'] as const)
                  : status === 'waived'
                    ? (['tick', 'waived'] as const)
                    : status === 'unmet'
                      ? (['gate waiting', 'not met'] as const)
                      : (['gate', 'undecided'] as const);
              return (
                <td key={at}>
                  <Glyph name={glyph} size={14} /> {label}
                </td>
              );
            })}
          </tr>
        ))}
      </Table>
    </Dialog>
  );
}

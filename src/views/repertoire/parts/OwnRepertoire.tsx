import { inTerms } from '@/core/terms';
import { useMemo, useState } from 'react';
import { AIM_OF_A_YEAR, goalContext, levelsToLookAt, openGoalsOf, repertoireOf } from '@/core/register';
import { breadthPace, isLearned, stateOf } from '@/core/repertoire';
import { backupsFor, coverageOf, exposureOf } from '@/core/shelf';
import type { Student } from '@/core/students';
import { formatDay } from '@/core/time';
import { saveSettings, type ReadyState } from '@/store';
import { Button, Empty, LinkButton, Ruler, Section, SelectField, Table, TextField } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { RepertoireDialog } from './RepertoireDialog';
import css from '../RepertoireView.module.css';

/** Demands of the level named at once. */
const MOST = 16;

/** What a student has played: its state and days, the pace, what could stand in, and what was never met. */
export function OwnRepertoire({ ready, student }: { readonly ready: ReadyState; readonly student: Student }) {
  const { studio, now } = ready;
  const entries = repertoireOf(studio, student.id);
  const [openId, open] = useState<string | null>(null);
  const chosen = entries.find(({ id }) => id === openId);
  const piece = chosen && studio.pieces.get(chosen.pieceId);
  const aim = studio.settings.piecesAYear ?? AIM_OF_A_YEAR;
  const pace = breadthPace(entries, aim, now.day);
  return (
    <div className={css.grid}>
      <Section title="Own repertoire" end="the latest begun first">
        {entries.length === 0 ? (
          <Empty title="Nothing begun yet">
            <p>A piece of the shelf is begun from its panel under All pieces.</p>
          </Empty>
        ) : (
          <div className={css.own}>
            <Table
              label="Pieces and their states"
              head={['Piece', 'Part', 'Begun', 'State', 'Since', 'Change']}
              tight
            >
              {entries.map((entry) => {
                const known = studio.pieces.get(entry.pieceId);
                const [first, last] = [entry.steps[0], entry.steps.at(-1)];
                return (
                  <tr key={entry.id}>
                    <th scope="row">
                      {known?.title ?? 'Deleted piece'}
                      {entry.stretch && <span className={css.soft}> stretch</span>}
                    </th>
                    <td>{entry.part ?? ''}</td>
                    <td>{first && formatDay(first.day, 'written')}</td>
                    <td>
                      <b>{stateOf(entry)}</b>
                    </td>
                    <td>{last && formatDay(last.day, 'written')}</td>
                    <td>
                      <Button
                        look="quiet"
                        label={`Set its state, ${known?.title ?? 'the piece'}`}
                        onClick={() => open(entry.id)}
                      >
                        Set its state
                      </Button>
                    </td>
                  </tr>
                );
              })}
            </Table>
          </div>
        )}
      </Section>
      <aside className={css.panel} aria-label="Pace, backups and what was never met">
        <Section title="Breadth" end={`aim ${aim} a year`}>
          <p className={css.pace}>
            <span className={css.figure}>{pace.done}</span> {pace.done === 1 ? 'piece' : 'pieces'} came to a
            first target in the last year; over the last three months the pace was{' '}
            <span className={css.figure}>{pace.pace}</span> a year.
            {pace.stretch > 0 && ` Besides, ${pace.stretch} stretch.`}
          </p>
          <Ruler
            parts={[{ label: String(pace.done), amount: pace.done }]}
            lines={[{ at: aim, label: 'aim', kind: 'final' }]}
            max={Math.max(aim, pace.done) + 2}
            step={5}
            say={`${pace.done} of ${aim} pieces a year`}
          />
          <div className={css.unprinted}>
            <TextField
              label="Pieces a year, for the whole studio"
              type="number"
              min={1}
              max={400}
              value={String(aim)}
              onChange={(value) => {
                const piecesAYear = Number(value);
                if (Number.isInteger(piecesAYear) && piecesAYear >= 1 && piecesAYear <= 400)
                  void saveSettings({ piecesAYear });
              }}
            />
          </div>
        </Section>
        <Backups ready={ready} student={student} />
        <NeverMet ready={ready} student={student} />
        <LinkButton look="quiet" href={hrefOf('/skills', { student: student.id })}>
          Skills of {student.name}
        </LinkButton>
      </aside>
      {chosen && piece && (
        <RepertoireDialog entry={chosen} piece={piece} today={now.day} onClose={() => open(null)} />
      )}
    </div>
  );
}

function Backups({
  ready: { studio, now },
  student,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
}) {
  const rows = useMemo(() => {
    const learned = repertoireOf(studio, student.id)
      .filter(isLearned)
      .map(({ pieceId }) => pieceId);
    return openGoalsOf(studio, student.id).flatMap((goal) => {
      const context = goalContext(studio, goal, now.day);
      return context ? [{ goal, level: context.level, backups: backupsFor(context.entry, learned) }] : [];
    });
  }, [studio, student.id, now.day]);
  const title = (id: string) => studio.pieces.get(id)?.title ?? 'a deleted piece';
  return (
    <Section title="Backups" end={inTerms('learned, and still a valid programme')}>
      {rows.length === 0 && <p className={css.soft}>No goal is set.</p>}
      {rows.map(({ goal, level, backups }) => (
        <div key={goal.id}>
          <p>
            <b>{level.name}</b>
          </p>
          <ul className={css.list}>
            {backups.map(({ componentId, pieceId, insteadOf }) => (
              <li key={`${componentId}${pieceId}${insteadOf ?? ''}`}>
                {title(pieceId)}
                <span className={css.soft}>
                  {insteadOf === null
                    ? `for ${level.components.find(({ id }) => id === componentId)?.name ?? ''}, still open`
                    : `could stand for ${title(insteadOf)}`}
                </span>
              </li>
            ))}
          </ul>
          {backups.length === 0 && <p className={css.soft}>No learned piece could stand in.</p>}
        </div>
      ))}
    </Section>
  );
}

function NeverMet({
  ready: { studio, now },
  student,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
}) {
  const { levels, first } = useMemo(
    () => levelsToLookAt(studio, student, now.day),
    [studio, student, now.day],
  );
  const [picked, pick] = useState<string | null>(null);
  const at = levels.find(({ set, level }) => `${set.id} ${level.id}` === picked) ?? first;
  const rows = useMemo(
    () =>
      at
        ? coverageOf(
            at.set,
            at.level,
            studio.pieces,
            exposureOf(repertoireOf(studio, student.id), studio.pieces),
          )
        : [],
    [at, studio, student.id],
  );
  const never = rows.filter(({ met }) => met === null);
  return (
    <Section title="Never met" end={at ? `${never.length} of ${rows.length} demands` : undefined}>
      {levels.length === 0 ? (
        <p className={css.soft}>No requirement is for {student.instrument}.</p>
      ) : (
        <>
          <p className={css.printed}>{at ? `Against the pieces of ${at.set.name}, ${at.level.name}.` : ''}</p>
          <div className={css.unprinted}>
            <SelectField
              label="Against the pieces of"
              value={at ? `${at.set.id} ${at.level.id}` : ''}
              options={levels.map(({ set, level }) => ({
                value: `${set.id} ${level.id}`,
                label: `${set.name}, ${level.name}${levels.some((each) => each.set.family === set.family && each.set !== set) ? `, ${set.edition.name}` : ''}`,
              }))}
              onChange={pick}
            />
          </div>
        </>
      )}
      <ul className={css.list}>
        {never.slice(0, MOST).map(({ demand, pieces }) => (
          <li key={demand}>
            {demand}
            <span className={css.soft}>
              in {pieces} {pieces === 1 ? 'piece' : 'pieces'}
            </span>
          </li>
        ))}
      </ul>
      {never.length > MOST && <p className={css.soft}>{never.length - MOST} more.</p>}
      {at && never.length === 0 && rows.length > 0 && (
        <p className={css.soft}>Every demand of its pieces was met in a part played.</p>
      )}
      {at && rows.length === 0 && <p className={css.soft}>The demands of its pieces are not known.</p>}
    </Section>
  );
}

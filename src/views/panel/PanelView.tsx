import { lazy, Suspense, useState } from 'react';
import { panelDay } from '@/core/register';
import { formatDay } from '@/core/time';
import { recordResult, removeOccasion, type ReadyState } from '@/store';
import { Button, Confirm, Empty, LinkButton, Section, SelectField } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { useLooked } from '../shell/view-state';
import { JudgesMarks } from './parts/JudgesMarks';
import { RatingTable } from './parts/RatingTable';
import { RunningOrder } from './parts/RunningOrder';
import { Standings } from './parts/Standings';
import { occasionsInOrder } from './panel-model';
import css from './PanelView.module.css';

const OccasionDialog = lazy(() =>
  import('./parts/OccasionDialog').then((part) => ({ default: part.OccasionDialog })),
);

export const PanelView = () => <StudioPage>{(ready) => <Panel ready={ready} />}</StudioPage>;

/** A mock day or a class of a festival: the running order, the judges' marks in columns, and what they come to. */
function Panel({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const [looked, look] = useLooked('occasion');
  const [goalId, pick] = useLooked('entrant');
  const [asking, ask] = useState<'new' | 'change' | 'remove' | null>(null);
  const all = occasionsInOrder(studio, now.day);
  const occasion = all.find(({ id }) => id === looked) ?? all[0];
  const entrants = occasion ? panelDay(studio, occasion) : [];
  const entrant = entrants.find(({ goal }) => goal.id === goalId) ?? entrants[0];
  const turn = (by: number) => {
    const next = entrants[entrants.findIndex((each) => each === entrant) + by];
    if (next) pick(next.goal.id);
  };
  useKeys({ j: () => turn(1), k: () => turn(-1), a: () => ask('new') });
  const dialogs = (
    <Suspense>
      {(asking === 'new' || asking === 'change') && (
        <OccasionDialog
          studio={studio}
          today={now.day}
          occasion={asking === 'change' ? (occasion ?? null) : null}
          onSaved={(id) => look(id)}
          onClose={() => ask(null)}
        />
      )}
      {asking === 'remove' && occasion && (
        <Confirm
          title={`Remove ${occasion.name}?`}
          action="Remove"
          onConfirm={() => {
            ask(null);
            void removeOccasion(occasion.id);
          }}
          onClose={() => ask(null)}
        >
          <p>The judges’ marks stay with the students.</p>
        </Confirm>
      )}
    </Suspense>
  );
  if (!occasion)
    return (
      <>
        <PageLine title="Mock days and panels" />
        <Empty title="No mock day and no panel yet">
          <Button look="do" onClick={() => ask('new')}>
            Set a day
          </Button>
        </Empty>
        {dialogs}
      </>
    );
  // On the day of the session itself the panel is the official one.
  const official = entrants.filter(
    ({ session, judged, goal }) => session.day === occasion.day && judged.result && !goal.result,
  );
  return (
    <>
      <PageLine
        title={occasion.name}
        sub={[
          formatDay(occasion.day, 'full'),
          occasion.start ?? '',
          occasion.judges.length === 0 ? 'listeners only' : `${occasion.judges.length} judges`,
        ]
          .filter(Boolean)
          .join(', ')}
        end={
          <span className={css.acts}>
            {all.length > 1 && (
              <SelectField
                label="Day"
                bare
                value={occasion.id}
                options={all.map(({ id, name, day }) => ({
                  value: id,
                  label: `${name}, ${formatDay(day, 'written')}`,
                }))}
                onChange={(id) => {
                  look(id);
                  pick(null);
                }}
              />
            )}
            <Button keyName="A" onClick={() => ask('new')}>
              Set a day
            </Button>
            <Button onClick={() => ask('change')}>Change</Button>
            <Button look="quiet" onClick={() => ask('remove')}>
              Remove
            </Button>
          </span>
        }
      />
      <div className={css.prints} role="group" aria-label="Print">
        {(
          [
            ['running-order', 'Running order'],
            ['listener', 'Sheets for listeners'],
            ...(occasion.judges.length > 0 ? [['panel', 'Panel sheets'] as const] : []),
            ...(occasion.judges.length > 0 ? [['adjudication', 'Adjudication sheets'] as const] : []),
          ] as const
        ).map(([sheet, name]) => (
          <LinkButton key={sheet} look="quiet" href={hrefOf('/print', { sheet, occasion: occasion.id })}>
            Print: {name.toLowerCase()}
          </LinkButton>
        ))}
        {official.length > 0 && (
          <Button
            onClick={() =>
              official.forEach(({ goal, judged: { result } }) => {
                void recordResult(goal.id, {
                  on: occasion.day,
                  award: result?.award?.name ?? null,
                  total: result?.total?.valueOf() ?? null,
                });
              })
            }
          >
            Record {official.length === 1 ? 'this result' : `these ${official.length} results`} as official
          </Button>
        )}
      </div>
      <div className={css.grid}>
        <RunningOrder occasion={occasion} entrants={entrants} shown={entrant} onPick={pick} />
        <div className={css.main}>
          {entrant && occasion.judges.length > 0 && (
            <JudgesMarks key={entrant.goal.id} occasion={occasion} entrant={entrant} onNext={() => turn(1)} />
          )}
          {occasion.judges.length === 0 && (
            <Section title="For listeners">
              <p>
                Nobody marks on this day. Print the sheets for listeners; your own marks are given on Mark.
              </p>
            </Section>
          )}
          {occasion.judges.length > 0 && <Standings occasion={occasion} entrants={entrants} />}
          {entrant && <RatingTable entrant={entrant} />}
        </div>
      </div>
      {dialogs}
    </>
  );
}

import { lazy, Suspense, useMemo, useState } from 'react';
import { goDecisionOf } from '@/core/programme';
import { ENOUGH_RESULTS } from '@/core/register';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { Button, Empty, Glyph, LinkButton, Section, SelectField, Table } from '@/ui';
import { chanceWords, percentWords, rangeWords } from '../readiness/readiness-model';
import { useForecasts } from '../readiness/use-forecasts';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useLooked } from '../shell/view-state';
import { weeksWords } from '../shell/words';
import { RangeLine } from './RangeLine';
import { byDay, byName, goWords, outlookLines } from './outlook-model';
import css from './OutlookView.module.css';

const LookedBack = lazy(() => import('./LookedBack').then((part) => ({ default: part.LookedBack })));

export const OutlookView = () => <StudioPage>{(ready) => <Outlook ready={ready} />}</StudioPage>;

/** All goals that are still to come, each with its range beside its aim and what it lacks. */
function Outlook({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const [session, lookAt] = useLooked('session');
  const [order, setOrder] = useLooked('order');
  const all = useMemo(() => outlookLines(studio, now.day), [studio, now.day]);
  const [looksBack, setLooksBack] = useState(false);
  const { byGoal, stopped, isOld } = useForecasts(ready, null);
  const sessionOf = ({ context }: (typeof all)[number]) => `${context.set.id} ${context.session.id}`;
  const sessions = [
    ...new Map(
      all.map((line) => [
        sessionOf(line),
        `${formatDay(line.context.session.day, 'short')}, ${line.context.set.name}`,
      ]),
    ),
  ];
  const lines = all
    .filter((line) => session === null || sessionOf(line) === session)
    .sort(order === 'name' ? byName : byDay);
  const lacking = lines.filter(({ missing }) => missing.length > 0).length;
  const results = [...byGoal.values()][0]?.evidence.studioResults ?? null;
  return (
    <>
      <PageLine
        title="All goals"
        sub={`${lines.length} to come${lacking > 0 ? ` · ${lacking} with something missing` : ''}`}
        end={
          <span className={css.acts}>
            <SelectField
              label="Session"
              bare
              value={session ?? ''}
              options={[
                { value: '', label: 'every session' },
                ...sessions.map(([value, label]) => ({ value, label })),
              ]}
              onChange={(value) => lookAt(value === '' ? null : value)}
            />
            <SelectField
              label="Order"
              bare
              value={order ?? ''}
              options={[
                { value: '', label: 'by date' },
                { value: 'name', label: 'by name' },
              ]}
              onChange={(value) => setOrder(value === '' ? null : value)}
            />
            <LinkButton
              look="quiet"
              href={hrefOf('/print', { sheet: 'outlook', ...(session !== null && { session }) })}
            >
              Print
            </LinkButton>
          </span>
        }
      />
      {all.length === 0 && (
        <Empty title="No goal is set">
          <LinkButton href="/programme">Set a goal</LinkButton>
        </Empty>
      )}
      {all.length > 0 && (
        <Section
          title="On the day"
          end={
            stopped
              ? 'the forecast failed; reload to try again'
              : isOld && byGoal.size < all.length
                ? 'working out the forecasts'
                : 'box: 8 in 10, broken line: the middle, heavy line: the aim'
          }
        >
          <Table
            label="All goals"
            head={['Day', 'Student', 'For', 'On the day', 'The aim', 'Missing', 'Go or no-go']}
            tight
          >
            {lines.map(({ context, missing }) => {
              const { goal, student, set, level, scheme } = context;
              const forecast = byGoal.get(goal.id);
              const aim = scheme.awards.find(({ id }) => id === goal.aimAwardId);
              const chance = forecast?.awards.find(({ id }) => id === goal.aimAwardId)?.chance;
              const spread = forecast?.total;
              return (
                <tr key={goal.id} data-testid={`outlook-${goal.id}`}>
                  <td className={css.day}>
                    {formatDay(context.session.day, 'short')}
                    <span className={css.soft}>{weeksWords(now.day, context.session.day)}</span>
                  </td>
                  <th scope="row">
                    <a className={css.who} href={hrefOf('/readiness', { goal: goal.id })}>
                      {student.name}
                    </a>
                  </th>
                  <td>
                    {set.name} {level.name}
                  </td>
                  <td>
                    {forecast && <RangeLine context={context} forecast={forecast} />}
                    {spread && (
                      <span className={css.soft}>
                        {rangeWords(spread)}
                        {forecast.evidence.case === 'none'
                          ? ', no marks yet'
                          : forecast.evidence.case === 'one'
                            ? ', one lesson'
                            : forecast.evidence.case === 'only self'
                              ? ', own marks only'
                              : ''}
                      </span>
                    )}
                  </td>
                  <td>
                    {aim && (
                      <>
                        <b>{aim.name}</b>
                        {aim.total > 0 ? ` ${aim.total}` : ''}
                        {chance !== undefined && (
                          <span className={css.soft}>
                            {percentWords(chance)}, {chanceWords(chance)}
                          </span>
                        )}
                      </>
                    )}
                  </td>
                  <td>
                    {missing.length === 0 ? (
                      <span className={css.soft}>nothing</span>
                    ) : (
                      missing.map((each) => (
                        <span key={each} className={css.missing}>
                          <Glyph name="gate" label="open" /> {each}
                        </span>
                      ))
                    )}
                  </td>
                  <td className={css.day}>
                    {goWords(context)}
                    {context.goNoGo < now.day && !goDecisionOf(goal) && (
                      <span className={css.soft}>past, not decided</span>
                    )}
                  </td>
                </tr>
              );
            })}
          </Table>
          {results !== null && results < ENOUGH_RESULTS && (
            <p className={css.soft}>
              Not yet checked against results from your studio: {results} so far, {ENOUGH_RESULTS} are needed.
            </p>
          )}
        </Section>
      )}
      <Section
        title="How the forecasts did"
        end={
          <Button look="quiet" pressed={looksBack} onClick={() => setLooksBack(!looksBack)}>
            {looksBack ? 'Hide' : 'Look back'}
          </Button>
        }
      >
        {looksBack ? (
          <Suspense>
            <LookedBack ready={ready} />
          </Suspense>
        ) : (
          <p className={css.soft}>What was forecast four weeks before each result, against what came.</p>
        )}
      </Section>
    </>
  );
}

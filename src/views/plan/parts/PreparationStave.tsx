import type { Plan, PlanItem } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { formatDay, type CalendarDay, type Closure } from '@/core/time';
import { GlyphShape, NoteShape, Roving, useWidth } from '@/ui';
import { geometryOf, lessonsOf, marksOf, type Geometry } from '../stave-model';
import { GateButtons, GateShapes } from './GateButtons';
import { PhasePatterns, PhaseShape } from './PhaseShape';
import css from './PreparationStave.module.css';
import { gateName } from '../../shell/words';

export interface StaveProps {
  readonly context: GoalContext;
  readonly plan: Plan;
  readonly closures: readonly Closure[];
  readonly today: CalendarDay;
  readonly week: number;
  readonly onWeek: (week: number) => void;
  readonly onGate: (componentId: string, stage: PlanItem['gates'][number]['stage']) => void;
}

/**
 * The preparation as a stave: a line for each component, weeks as bars, phases as hatchings, gates over the
 * lines, marks heard on them, and the session as the closing barline. Below, the minutes asked each week.
 */
export function PreparationStave({ context, plan, closures, today, week, onWeek, onGate }: StaveProps) {
  const [ref, room] = useWidth<HTMLDivElement>(1224);
  const geometry = geometryOf(plan, room);
  return (
    // A region that scrolls sideways must take focus, so that the keyboard can scroll it.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div ref={ref} className={css.scroll} role="region" aria-label="Preparation stave" tabIndex={0}>
      <div className={css.sheet}>
        <svg
          width={geometry.width}
          height={geometry.height}
          viewBox={`0 0 ${geometry.width} ${geometry.height}`}
          aria-hidden="true"
          className={css.picture}
        >
          <PhasePatterns />
          <Ground plan={plan} geometry={geometry} week={week} />
          <Heads context={context} plan={plan} geometry={geometry} />
          <LessonLine context={context} plan={plan} closures={closures} geometry={geometry} />
          {plan.items.map((item, line) => (
            <Line
              key={item.componentId}
              context={context}
              plan={plan}
              item={item}
              geometry={geometry}
              y={geometry.lineY(line)}
              today={today}
            />
          ))}
          <GateShapes plan={plan} geometry={geometry} />
          <Frame plan={plan} geometry={geometry} />
          <LoadBand plan={plan} geometry={geometry} />
        </svg>
        <Roving>
          <GateButtons plan={plan} geometry={geometry} onGate={onGate} />
        </Roving>
        <Roving>
          {plan.weeks.map((each, at) => (
            <button
              key={each.from}
              type="button"
              className={css.week}
              style={{
                insetInlineStart: geometry.today + at * geometry.weekWidth,
                inlineSize: geometry.weekWidth,
              }}
              aria-pressed={at === week}
              aria-label={`Week of ${formatDay(each.from, 'written')}: ${Math.round(each.load)} of ${each.minutes} minutes${each.closed ? `, ${each.closed}` : ''}`}
              onClick={() => onWeek(at)}
            />
          ))}
        </Roving>
      </div>
    </div>
  );
}

interface Part {
  readonly plan: Plan;
  readonly geometry: Geometry;
}

function Ground({ plan, geometry, week }: Part & { readonly week: number }) {
  const { today, past, weekWidth, bottom } = geometry;
  return (
    <>
      <rect x={past} y={38} width={today - past} height={bottom - 38} className={css.fold} />
      {plan.weeks.map((each, at) =>
        each.closed === null ? null : (
          <rect
            key={each.from}
            x={today + at * weekWidth}
            y={38}
            width={weekWidth}
            height={bottom - 38}
            className={css.fold}
          />
        ),
      )}
      <rect
        x={today + week * weekWidth}
        y={0}
        width={weekWidth}
        height={geometry.height - 8}
        className={css.leaf}
      />
      <path d={`M${today + week * weekWidth} 1.5h${weekWidth}`} className={css.thick} />
      {plan.weeks.slice(1).map((each, at) => (
        <path key={each.from} d={`M${today + (at + 1) * weekWidth} 40V${bottom}`} className={css.hair} />
      ))}
    </>
  );
}

function Heads({ context, plan, geometry }: Part & { readonly context: GoalContext }) {
  const { today, past, end, weekWidth, width } = geometry;
  const every = weekWidth < 54 ? 2 : 1;
  return (
    <>
      {today - past > 110 && (
        <text x={past} y={16} className={css.soft}>
          from {formatDay(plan.grid[Math.max(0, plan.now - 8)]?.from ?? context.goal.plan.startedOn, 'short')}
        </text>
      )}
      {today - past > 40 && (
        <text x={today - 6} y={16} textAnchor="end" className={css.strong}>
          today
        </text>
      )}
      {plan.weeks.map((each, at) =>
        at % every !== 0 ? null : (
          <g key={each.from}>
            <text x={today + at * weekWidth + 6} y={16} className={at === 0 ? css.strong : css.date}>
              {formatDay(each.from, 'short')}
            </text>
            <text x={today + at * weekWidth + 6} y={30} className={css.caption}>
              {each.closed !== null && weekWidth >= 62
                ? each.closed.slice(0, Math.floor(weekWidth / 6))
                : at === 0
                  ? weekWidth < 58
                    ? 'now'
                    : 'this week'
                  : `${plan.weeks.length - at} ${plan.weeks.length - at === 1 ? 'week' : 'weeks'}`}
            </text>
          </g>
        ),
      )}
      <text x={Math.max(end + 6, width)} y={16} textAnchor="end" className={css.strong}>
        {formatDay(context.session.day, 'short')}
      </text>
      <text x={width} y={30} textAnchor="end" className={css.caption}>
        marks
      </text>
    </>
  );
}

function LessonLine({
  context,
  plan,
  closures,
  geometry,
}: Part & { readonly context: GoalContext; readonly closures: readonly Closure[] }) {
  const lessons = lessonsOf(context, plan, closures, geometry);
  const coming = lessons.filter((each) => each.lesson && each.x > geometry.today).length;
  return (
    <>
      <path d={`M${geometry.past} 50H${geometry.end}`} className={css.line} />
      <text x={0} y={55} className={css.soft}>
        Lessons: {coming} to come
      </text>
      {lessons.map((each) => (
        <g
          key={each.x}
          transform={`translate(${each.x} ${each.lesson ? 50 : 54})`}
          opacity={each.x < geometry.today ? 0.6 : 1}
        >
          <GlyphShape name={each.lesson ? 'lesson' : 'rest'} />
        </g>
      ))}
    </>
  );
}

function Line({
  context,
  plan,
  item,
  geometry,
  y,
  today,
}: Part & {
  readonly context: GoalContext;
  readonly item: PlanItem;
  readonly y: number;
  readonly today: CalendarDay;
}) {
  const stand = context.standing.marks.find((mark) => mark.componentId === item.componentId);
  const next = item.gates.find((gate) => gate.passedOn === null);
  const late = next !== undefined && next.day <= today;
  const title = item.title.length > 23 ? `${item.title.slice(0, 22)}…` : item.title;
  return (
    <g transform={`translate(0 ${y})`}>
      <path d={`M${geometry.past} 0H${geometry.end}`} className={css.stave} />
      <text x={0} y={5} className={css.letter}>
        {item.letter}
      </text>
      <text x={27} y={-1} className={css.title}>
        {title}
      </text>
      {late && (
        <g transform="translate(33 11)">
          <GlyphShape name="decision" />
        </g>
      )}
      <text x={late ? 44 : 27} y={15} className={late ? css.late : css.caption}>
        {next
          ? `${gateName(next.stage)} ${formatDay(next.day, 'short')}${late ? ', due' : ''}`
          : 'no gate left'}
      </text>
      {item.stages.map((stage) => {
        const from = geometry.x(stage.fromWeek);
        const last = stage.toWeek + 1 >= plan.grid.length;
        const to = last ? geometry.end - 12 : geometry.x(stage.toWeek + 1);
        const start = Math.max(from, geometry.today);
        return (
          <g key={stage.stage}>
            {from < geometry.today && (
              <g opacity={0.5}>
                <PhaseShape stage={stage.stage} from={from} to={Math.min(to, geometry.today)} />
              </g>
            )}
            <PhaseShape stage={stage.stage} from={start} to={to} />
            {to - start > 9 * stage.stage.length * 0.62 && to > geometry.today && (
              <text x={start + 6} y={20} className={css.phase}>
                {stage.stage}
              </text>
            )}
          </g>
        );
      })}
      <Tempos item={item} geometry={geometry} />
      {marksOf(context, plan, item, geometry).map((mark) => (
        <g key={mark.x} transform={`translate(${mark.x} 0)`}>
          <GlyphShape name={mark.glyph} />
          <text y={19} textAnchor="middle" className={css.mark}>
            {mark.mark}
          </text>
        </g>
      ))}
      <text x={geometry.width} y={6} textAnchor="end" className={stand?.from ? css.standing : css.caption}>
        {stand?.from ? stand.from.mark : 'none'}
      </text>
    </g>
  );
}

/** Tempo aimed at by the end of each week, over the line; a figure is not said twice. */
function Tempos({ item, geometry }: { readonly item: PlanItem; readonly geometry: Geometry }) {
  const { tempo } = item;
  if (!tempo) return null;
  let said = 0;
  return item.tempos.map((value, at) => {
    const rounded = Math.round(value);
    const room = geometry.weekWidth >= 54 || at % 2 === 0;
    if (rounded === said || !room) return null;
    said = rounded;
    const middle = geometry.today + (at + 0.5) * geometry.weekWidth;
    return at === 0 ? (
      <g key={at}>
        <g transform={`translate(${middle - 24} -24) scale(.86)`}>
          <NoteShape unit={tempo.unit} />
        </g>
        <text x={middle - 11} y={-11} className={css.tempo}>
          = {rounded}
        </text>
      </g>
    ) : (
      <text key={at} x={middle} y={-11} textAnchor="middle" className={css.tempo}>
        {rounded}
      </text>
    );
  });
}

function Frame({ plan, geometry }: Part) {
  const top = geometry.lineY(0);
  const last = geometry.lineY(plan.items.length - 1);
  const { past, end, today, bottom } = geometry;
  return (
    <>
      <path d={`M${past} ${top}V${last}`} className={css.line} />
      <path d={`M${past - 5} ${top - 6}V${last + 6}`} className={css.brace} />
      <path d={`M${past - 7} ${top - 6}q9-1 11-7M${past - 7} ${last + 6}q9 1 11 7`} className={css.hook} />
      <path d={`M${today} 6V${bottom}`} className={css.today} />
      <path d={`M${end - 7} ${top}V${last}`} className={css.line} />
      <rect x={end - 3} y={top - 0.5} width={6} height={last - top + 1} className={css.solid} />
    </>
  );
}

/** Minutes needed each week; the line is the minutes there are; what is over is hatched, outlined and said. */
function LoadBand({ plan, geometry }: Part) {
  const { today, weekWidth, loadBase } = geometry;
  const most = Math.max(1, ...plan.weeks.map((week) => Math.max(week.load, week.minutes)));
  const high = (minutes: number) => (minutes * 44) / most;
  return (
    <>
      <text x={0} y={loadBase - 24} className={css.title}>
        Load
      </text>
      <text x={0} y={loadBase - 8} className={css.soft}>
        minutes needed; line = minutes available
      </text>
      {plan.weeks.map((week, at) => {
        const x = today + at * weekWidth;
        const over = Math.round(week.load) - week.minutes;
        const base = Math.min(week.load, week.minutes);
        return (
          <g key={week.from}>
            <rect
              x={x + 1}
              y={loadBase - high(base)}
              width={weekWidth - 2}
              height={high(base)}
              className={css.load}
            />
            {over > 0 && (
              <rect
                x={x + 1}
                y={loadBase - high(week.load)}
                width={weekWidth - 2}
                height={high(week.load - base)}
                fill="url(#phase-over)"
                className={css.over}
              />
            )}
            <path d={`M${x} ${loadBase - high(week.minutes)}h${weekWidth}`} className={css.has} />
            <text
              x={x + 6}
              y={
                high(week.minutes) < 22
                  ? loadBase - Math.max(high(week.minutes), high(week.load)) - 5
                  : loadBase - 7
              }
              className={at === 0 ? css.strong : css.date}
            >
              {Math.round(week.load)}
            </text>
            {over > 0 && weekWidth > 70 && (
              <text x={x + weekWidth - 5} y={loadBase - 7} textAnchor="end" className={css.strong}>
                {over} over
              </text>
            )}
          </g>
        );
      })}
      <path d={`M${today} ${loadBase}H${geometry.end}`} className={css.line} />
    </>
  );
}

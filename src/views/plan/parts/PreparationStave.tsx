import type { Plan, PlanItem } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import type { Student } from '@/core/students';
import { formatDay, periodIndexOf, type CalendarDay, type Closure } from '@/core/time';
import { GlyphShape, Roving, Sideways, classes, useWidth } from '@/ui';
import { geometryOf, lessonsOf, marksOf, weekOf, type Geometry, type StaveSystem } from '../stave-model';
import { GateButtons, GateShapes } from './GateButtons';
import { LoadBand } from './LoadBand';
import { PhasePatterns, PhaseShape } from './PhaseShape';
import { Tempos } from './Tempos';
import css from './PreparationStave.module.css';
import { gateName } from '../../shell/words';

export interface StaveProps {
  readonly student: Student;
  /** The plan of the student over all goals. */
  readonly plan: Plan;
  readonly systems: readonly StaveSystem[];
  readonly closures: readonly Closure[];
  readonly today: CalendarDay;
  readonly week: number;
  readonly onWeek: (week: number) => void;
  readonly onGate: (itemId: string, stage: PlanItem['gates'][number]['stage']) => void;
}

/**
 * The preparation as a stave: a system for each goal with a line for each item, weeks as bars, phases as hatchings, gates
 * over the lines, marks heard on them, and the session as the closing barline. Below, the minutes asked each week.
 */
export function PreparationStave({
  student,
  plan,
  systems,
  closures,
  today,
  week,
  onWeek,
  onGate,
}: StaveProps) {
  const [ref, room] = useWidth<HTMLDivElement>(1224);
  const geometry = geometryOf(plan, systems, room);
  return (
    <Sideways ref={ref} label="Preparation stave">
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
          <Heads plan={plan} geometry={geometry} />
          <LessonLine student={student} plan={plan} closures={closures} geometry={geometry} />
          {geometry.systems.map(({ system, heading, end }) => (
            <g key={system.id}>
              {heading !== null && <SystemHeading system={system} y={heading} />}
              {system.items.map((item) => (
                <Line
                  key={item.id}
                  context={system.context}
                  plan={plan}
                  item={item}
                  geometry={geometry}
                  end={end}
                  today={today}
                />
              ))}
            </g>
          ))}
          <GateShapes plan={plan} geometry={geometry} />
          <Frame geometry={geometry} />
          {geometry.systems.map((placed) => (
            <Dates key={placed.system.id} plan={plan} geometry={geometry} placed={placed} />
          ))}
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
    </Sideways>
  );
}

/** "recording 12 Feb", "31 Mar". */
const endWords = (due: CalendarDay | null, session: CalendarDay | null): string => {
  const end = due ?? session;
  return end === null ? '' : `${due === null ? '' : 'recording '}${formatDay(end, 'short')}`;
};

type Placed = Geometry['systems'][number];
/** Half of what "go or no-go" with its day takes, and some air. */
const HALF_CAPTION = 52;
/** From the end of a system to the middle of what stands before its date. */
const DATE_ROOM = 170;

/** What a system prepares, where there are several. */
function SystemHeading({ system, y }: { readonly system: StaveSystem; readonly y: number }) {
  if (!system.context)
    return (
      <text x={0} y={y} className={css.system}>
        Own pieces and skills
        <tspan className={css.caption} dx={8}>
          on the minutes the goals leave
        </tspan>
      </text>
    );
  const { set, level, goal, scheme, standing } = system.context;
  const award = scheme.awards.find(({ id }) => id === goal.aimAwardId);
  return (
    <text x={0} y={y} className={css.system}>
      {set.name} {level.name}
      <tspan className={css.caption} dx={8}>
        {[
          ...(award && award.total > 0 ? [`aim ${award.total} of ${standing.maxMark}`] : []),
          ...(system.shared.length > 0 ? [`with ${system.shared.join(', ')} of the goal above`] : []),
        ].join(' · ')}
      </tspan>
    </text>
  );
}

/** What stands on a day of its own: until when a recording is due, and when it is decided whether to go. */
function Dates({ plan, geometry, placed }: Part & { readonly placed: Placed }) {
  const { system, heading, lines } = placed;
  if (!system.context) return null;
  const { session, due } = system.plan;
  const top = (lines[0] ?? 0) - 24;
  const label = heading ?? top - 2;
  const { goNoGo } = system.context;
  // Right of the line of today, and left of the date at the end where they would meet.
  const place = geometry.x(weekOf(plan, goNoGo));
  const after = Math.max(0, geometry.today + HALF_CAPTION - place);
  const middle = heading === null ? after : Math.min(after, placed.end - DATE_ROOM - place);
  return (
    <>
      {periodIndexOf(plan.grid, goNoGo) >= plan.now && (
        <g transform={`translate(${place} 0)`}>
          <path d={`M0 ${top}V${(lines.at(-1) ?? 0) + 12}`} className={css.decide} />
          <text x={middle} y={label} textAnchor="middle" className={classes(css.caption, css.clear)}>
            go or no-go {formatDay(goNoGo, 'short')}
          </text>
        </g>
      )}
      {heading !== null && (
        <text x={Math.min(placed.end + 4, geometry.width)} y={label} textAnchor="end" className={css.strong}>
          {endWords(due, session)}
        </text>
      )}
    </>
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

function Heads({ plan, geometry }: Part) {
  const { today, past, end, weekWidth, width, systems } = geometry;
  const every = weekWidth < 54 ? 2 : 1;
  const [first, second] = systems;
  const only = first && !second ? first.system.plan : null;
  return (
    <>
      {today - past > 110 && plan.grid[0] && (
        <text x={past} y={16} className={css.soft}>
          from {formatDay((plan.grid[Math.max(0, plan.now - 8)] ?? plan.grid[0]).from, 'short')}
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
                  : only
                    ? `${plan.weeks.length - at} ${plan.weeks.length - at === 1 ? 'week' : 'weeks'}`
                    : ''}
            </text>
          </g>
        ),
      )}
      <text x={Math.max(end + 6, width)} y={16} textAnchor="end" className={css.strong}>
        {only ? endWords(only.due, only.session) : ''}
      </text>
      <text x={width} y={30} textAnchor="end" className={css.caption}>
        marks
      </text>
    </>
  );
}

function LessonLine({
  student,
  plan,
  closures,
  geometry,
}: Part & { readonly student: Student; readonly closures: readonly Closure[] }) {
  const lessons = lessonsOf(student, plan, closures, geometry);
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
  end,
  today,
}: Part & {
  readonly context: GoalContext | null;
  readonly item: PlanItem;
  /** The barline of its system. */
  readonly end: number;
  readonly today: CalendarDay;
}) {
  const y = geometry.lineY(item.id);
  const stand = context?.standing.marks.find((mark) => mark.componentId === item.componentId);
  const next = item.gates.find((gate) => gate.passedOn === null);
  const late = next !== undefined && next.day <= today;
  const title = item.title.length > 23 ? `${item.title.slice(0, 22)}…` : item.title;
  return (
    <g transform={`translate(0 ${y})`}>
      <path d={`M${geometry.past} 0H${end}`} className={css.stave} />
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
          : item.skillId !== null
            ? 'skill to learn'
            : item.goalId === null
              ? 'own piece'
              : 'no gate left'}
      </text>
      {item.stages.map((stage) => {
        const from = geometry.x(stage.fromWeek);
        if (stage.fromWeek > stage.toWeek) return null;
        const last = stage.toWeek + 1 >= plan.grid.length;
        const to = last ? end - 12 : Math.min(end - 12, geometry.x(stage.toWeek + 1));
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
      <Tempos plan={plan} item={item} geometry={geometry} />
      {marksOf(context, plan, item, geometry).map((mark) => (
        <g key={mark.x} transform={`translate(${mark.x} 0)`}>
          <GlyphShape name={mark.glyph} />
          <text y={19} textAnchor="middle" className={css.mark}>
            {mark.mark}
          </text>
        </g>
      ))}
      <text x={end + 56} y={6} textAnchor="end" className={stand?.from ? css.standing : css.caption}>
        {stand?.from ? stand.from.mark : item.componentId === null ? '' : 'none'}
      </text>
    </g>
  );
}

function Frame({ geometry }: Pick<Part, 'geometry'>) {
  const { past, today, bottom, systems } = geometry;
  return (
    <>
      {systems.map(({ system, lines, end }) => {
        const [top, last] = [lines[0], lines.at(-1)];
        if (top === undefined || last === undefined) return null;
        return (
          <g key={system.id}>
            <path d={`M${past} ${top}V${last}`} className={css.line} />
            <path d={`M${past - 5} ${top - 6}V${last + 6}`} className={css.brace} />
            <path
              d={`M${past - 7} ${top - 6}q9-1 11-7M${past - 7} ${last + 6}q9 1 11 7`}
              className={css.hook}
            />
            {system.context && <path d={`M${end - 7} ${top}V${last}`} className={css.line} />}
            {system.context && (
              <rect x={end - 3} y={top - 0.5} width={6} height={last - top + 1} className={css.solid} />
            )}
          </g>
        );
      })}
      <path d={`M${today} 6V${bottom}`} className={css.today} />
    </>
  );
}

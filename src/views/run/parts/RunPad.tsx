import { useEffect, useState } from 'react';
import { formatBars, type BarRange } from '@/core/music';
import { isSameSection, type RunStart } from '@/core/runs';
import { inTerms } from '@/core/terms';
import { Button, Glyph, KeyCap, Section, SelectField, classes } from '@/ui';
import { clockWords, startWords } from '../run-model';
import type { TimedRun } from '../use-timed-run';
import css from './RunPad.module.css';

/** Where a run starts; and while it sounds, three large places to press: slip and kept on, slip and stopped, end. */
export function RunPad({
  timed,
  start,
  sections,
  bars,
  onStart,
  onBegin,
  onEnd,
  onDraw,
}: {
  readonly timed: TimedRun;
  readonly start: RunStart;
  readonly sections: readonly BarRange[];
  readonly bars: number;
  readonly onStart: (start: RunStart) => void;
  readonly onBegin: () => void;
  readonly onEnd: () => void;
  readonly onDraw: () => void;
}) {
  const { run } = timed;
  if (!run)
    return (
      <Section title="A run-through" end="it is kept when it ends">
        <StartFields start={start} sections={sections} onStart={onStart} onDraw={onDraw} />
        <button type="button" className={classes(css.area, css.begin)} onClick={onBegin}>
          <span>
            <KeyCap name="S" /> Start
          </span>
          <small>{startWords(start)}</small>
        </button>
      </Section>
    );
  const isStill = run.standing !== null;
  return (
    <Section title={isStill ? 'It stands still' : 'It sounds'} end={<Clock timed={timed} />}>
      <p className={css.told} role="status">
        {startWords(run.start)}: {run.slips.length} {run.slips.length === 1 ? 'slip' : 'slips'} kept on,{' '}
        {run.stops.length + (isStill ? 1 : 0)} {run.stops.length + (isStill ? 1 : 0) === 1 ? 'stop' : 'stops'}
        {run.taps.length > 0 ? `, ${run.taps.length} taps` : ''}
      </p>
      <div className={css.pad}>
        <button type="button" className={css.area} disabled={isStill} onClick={() => timed.press('slip')}>
          <span>
            <KeyCap name="S" /> Slip, kept on
          </span>
          <Glyph name="slip kept" size={28} />
        </button>
        <button
          type="button"
          className={classes(css.area, isStill && css.still)}
          onClick={() => timed.press('stop')}
        >
          <span>
            <KeyCap name="D" /> {isStill ? 'Goes on' : 'Slip, stopped'}
          </span>
          <Glyph name="slip stopped" size={28} />
        </button>
        <button type="button" className={css.area} onClick={onEnd}>
          <span>
            <KeyCap name="F" /> End
          </span>
          <small>of the piece</small>
        </button>
      </div>
      <div className={css.acts}>
        <Button keyName="A" onClick={() => timed.press('over')}>
          Starts over
        </Button>
        <Button keyName="B" onClick={timed.tap}>
          Tap the beat
        </Button>
        <Button look="quiet" onClick={timed.drop}>
          Drop this run
        </Button>
      </div>
      {run.last !== null && bars > 0 && (
        <div className={css.bars} role="group" aria-label={inTerms('Bar of the last slip or stop')}>
          {Array.from({ length: bars }, (_, at) => at + 1).map((bar) => (
            <button key={bar} type="button" className={css.bar} onClick={() => timed.bar(bar)}>
              {bar}
            </button>
          ))}
        </div>
      )}
    </Section>
  );
}

const KINDS = [
  { value: 'beginning', label: 'from the beginning' },
  { value: 'cold', label: 'cold, from a section on' },
  { value: 'up to', label: 'from the beginning up to a section' },
] as const;

function StartFields({
  start,
  sections,
  onStart,
  onDraw,
}: {
  readonly start: RunStart;
  readonly sections: readonly BarRange[];
  readonly onStart: (start: RunStart) => void;
  readonly onDraw: () => void;
}) {
  const [first] = sections;
  if (!first)
    return (
      <p className={css.soft}>
        {inTerms('The bars of this piece are not known: they give the sections to start from.')}
      </p>
    );
  const section = start.kind === 'beginning' ? first : start.section;
  return (
    <div className={css.start}>
      <SelectField
        label="Start"
        value={start.kind}
        options={KINDS}
        onChange={(kind) =>
          onStart(kind === 'cold' || kind === 'up to' ? { kind, section } : { kind: 'beginning' })
        }
      />
      {start.kind !== 'beginning' && (
        <SelectField
          label={inTerms('Bars')}
          value={String(sections.findIndex((each) => isSameSection(each, section)))}
          options={sections.map((each, at) => ({ value: String(at), label: formatBars(each) }))}
          onChange={(at) => onStart({ ...start, section: sections[Number(at)] ?? section })}
        />
      )}
      <Button keyName="R" onClick={onDraw}>
        Draw a start
      </Button>
    </div>
  );
}

/** The time since the first note, and how long it has stood still. */
function Clock({ timed }: { readonly timed: TimedRun }) {
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((count) => count + 1), 250);
    return () => clearInterval(timer);
  }, []);
  const seconds = timed.seconds();
  const standing = timed.run?.standing;
  return (
    <b className={css.clock} role="timer" aria-label="Time">
      {clockWords(seconds)}
      {standing ? `, still for ${Math.floor(seconds - standing.at)} s` : ''}
    </b>
  );
}

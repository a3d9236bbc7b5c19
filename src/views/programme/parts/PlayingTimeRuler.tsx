import { formatTime } from '@/core/music';
import { playingTime, timeLimits } from '@/core/programme';
import type { Entry, Level } from '@/core/requirements';
import { Ruler, type RulerLine } from '@/ui';
import css from './PlayingTimeRuler.module.css';

/** The pieces' times end to end, against the least and the most the level allows. */
export function PlayingTimeRuler({ entry, level }: { readonly entry: Entry; readonly level: Level }) {
  const time = playingTime(entry);
  const { min, max } = timeLimits(level);
  const lines: RulerLine[] = [
    ...(min === null ? [] : [{ at: min, label: `least ${formatTime(min)}`, kind: 'single' as const }]),
    ...(max === null ? [] : [{ at: max, label: `limit ${formatTime(max)}`, kind: 'final' as const }]),
  ];
  const longest = Math.max(60, time.seconds, max ?? 0, min ?? 0);
  if (time.parts.length === 0 && lines.length === 0) return null;
  return (
    <div className={css.root}>
      <p>
        <b>Playing time {formatTime(time.seconds)}</b>
        {time.untimed > 0 ? `, ${time.untimed} not timed` : ''}
        {time.gapSeconds > 0
          ? `, with ${time.gapSeconds} s between pieces`
          : ', gaps between pieces not counted'}
      </p>
      <Ruler
        parts={time.parts.flatMap((part) =>
          part.seconds === null
            ? []
            : [{ label: `${part.letter} ${formatTime(part.seconds)}`, amount: part.seconds }],
        )}
        lines={lines}
        max={longest * 1.06}
        step={longest > 900 ? 300 : longest > 400 ? 120 : 60}
        format={(value) => String(value / 60)}
        say={`Playing time ${formatTime(time.seconds)}${max === null ? '' : ` of at most ${formatTime(max)}`}`}
      />
    </div>
  );
}

import { inTerms } from '@/core/terms';
import { useState } from 'react';
import { formatBars, parseBars } from '@/core/music';
import type { GoalContext } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import type { Component } from '@/core/requirements';
import { choosePiece } from '@/store';
import { Button, Section, TempoMark, TextField } from '@/ui';
import { valueAt } from '@/core/value-at';

/** An excerpt as the requirement prints it, and the bars this student prepares. */
export function ExcerptEditor({
  component,
  context,
  pieces,
}: {
  readonly component: Component;
  readonly context: GoalContext;
  readonly pieces: ReadonlyMap<string, Piece>;
}) {
  const { source } = component;
  const [choice] = valueAt(context.goal.programme, component.id) ?? [];
  const set = choice?.kind === 'excerpt' ? formatBars(choice.bars) : '';
  const [text, setText] = useState(set);
  if (source.kind !== 'excerpt') return null;
  const piece = pieces.get(source.pieceId);
  const bars = parseBars(text);
  return (
    <Section title={component.name} end={piece?.composer}>
      <p>
        <b>{piece?.title}</b>
        {inTerms(', bars ')}
        {formatBars(source.bars)}
        {source.tempo ? (
          <>
            {', '}
            <TempoMark {...source.tempo} />
          </>
        ) : null}
        , as printed.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (bars) void choosePiece(context.goal.id, component.id, { kind: 'excerpt', bars });
        }}
      >
        <TextField
          required
          label={inTerms('Bars prepared')}
          value={text}
          onChange={setText}
          error={text !== '' && !bars ? inTerms('Bars as 12–40.') : undefined}
          hint="from and to, as printed"
        />
        <Button type="submit" look="do" disabled={!bars || formatBars(bars) === set}>
          {inTerms('Set the bars')}
        </Button>{' '}
        <Button
          onClick={() => {
            setText(formatBars(source.bars));
            void choosePiece(context.goal.id, component.id, { kind: 'excerpt', bars: source.bars });
          }}
        >
          {inTerms('All bars asked')}
        </Button>
      </form>
    </Section>
  );
}

import { useEffect, useRef, useState } from 'react';
import { withNamedNotes, type Chunk } from '@/core/score';
import { Loading, classes } from '@/ui';
import { engrave } from '@/workers/engrave.job';
import { drawNoteLooks, type MarkedNote } from '../note-looks';
import css from './EngravedPage.module.css';

const SVG = 'http://www.w3.org/2000/svg';
/** Percent of the engraver's own size: eight bars of a melody to a line of the page. */
const SCALE = 38;

/** How far a bracket stands off the edge of its bars, in the units of the page. */
const EDGE = 50;
/** How far a word stands above its bar: above the bracket of an ending. */
const ABOVE = 360;

const NO_NOTES: readonly MarkedNote[] = [];

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The box of a measure from the lines of its staves, in the units of the page; null for one without lines. */
function boxOf(measure: Element): Box | null {
  const lines = [...measure.querySelectorAll(':scope > g.staff > path')].flatMap((path) => {
    const found = /^M(-?\d+) (-?\d+) L(-?\d+) (-?\d+)$/.exec(path.getAttribute('d') ?? '');
    return found ? [found.slice(1).map(Number) as [number, number, number, number]] : [];
  });
  if (lines.length === 0) return null;
  const x = Math.min(...lines.map((line) => line[0]));
  const y = Math.min(...lines.map((line) => line[1]));
  return {
    x,
    y: y - 220,
    width: Math.max(...lines.map((line) => line[2])) - x,
    height: Math.max(...lines.map((line) => line[3])) - y + 440,
  };
}

/** The engraved score with its bars as controls behind the notes. Arrows move from bar to bar. */
export function EngravedPage({
  xml,
  barOf,
  bars,
  chunks,
  notes = NO_NOTES,
  shapes,
  selected,
  onSelect,
}: {
  readonly xml: string;
  /** The bar each measure belongs to. */
  readonly barOf: readonly number[];
  /** By bar: its name as said, and how deep it is shaded, 0 to 1. */
  readonly bars: readonly { readonly label: string; readonly tint: number }[];
  /** Stretches worked on as one, bracketed above their bars. */
  readonly chunks: readonly Pick<Chunk, 'from' | 'to'>[];
  /** Notes with a mark of their own. */
  readonly notes?: readonly MarkedNote[];
  /** What is done on purpose, in a word, above the bar it begins in. */
  readonly shapes: readonly { readonly bar: number; readonly words: string }[];
  readonly selected: number;
  readonly onSelect: (bar: number) => void;
}) {
  const host = useRef<HTMLDivElement>(null);
  const [last, setLast] = useState<{ readonly key: string; readonly state: 'drawn' | 'crashed' }>();
  const moved = useRef(false);
  const [width, setWidth] = useState(0);
  const key = `${width} ${xml}`;
  const state = last?.key === key ? last.state : 'drawing';
  // Each drawing is another, also of the width of before: what stands on its bars is put on anew.
  const drawn = state === 'drawn' ? last : undefined;
  useEffect(() => {
    const element = host.current;
    if (!element) return undefined;
    const watch = new ResizeObserver(() => {
      const wide = Math.round(element.clientWidth / 40) * 40;
      setWidth((before) => (wide > 0 && before !== wide ? wide : before));
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (width === 0) return undefined;
    // Bars of rest drawn as one could not be pressed one by one.
    const single = withNamedNotes(xml).replace(/<multiple-rest[^>]*>[^<]*<\/multiple-rest>/g, '');
    return engrave.ask({ xml: single, width, scale: SCALE }, (reply) => {
      const element = host.current;
      if (!element || reply.kind === 'progress' || reply.kind === 'cancelled') return;
      if (reply.kind !== 'answer') {
        setLast({ key, state: 'crashed' });
        return;
      }
      element.innerHTML = reply.answer.join('');
      for (const [at, measure] of [...element.querySelectorAll('g.measure')].entries()) {
        const box = boxOf(measure);
        const margin = measure.closest('g.page-margin');
        if (!box || !margin) continue;
        const rect = document.createElementNS(SVG, 'rect');
        for (const [name, value] of Object.entries(box)) rect.setAttribute(name, String(value));
        rect.setAttribute('data-measure', String(at));
        // Behind the notes, and in the order of the bars.
        margin.insertBefore(rect, margin.querySelector(':scope > :not(rect)'));
      }
      setLast({ key, state: 'drawn' });
    });
  }, [xml, width, key]);
  useEffect(() => {
    if (!drawn) return;
    for (const old of host.current?.querySelectorAll('path[data-chunk]') ?? []) old.remove();
    for (const rect of host.current?.querySelectorAll<SVGRectElement>('rect[data-measure]') ?? []) {
      const measure = Number(rect.dataset['measure']);
      const bar = barOf[measure] ?? 0;
      const chunk = chunks.find(({ from, to }) => from <= bar && bar <= to);
      if (!chunk || chunk.from === chunk.to) continue;
      const [x, y, width] = ['x', 'y', 'width'].map((name) => Number(rect.getAttribute(name)));
      const path = document.createElementNS(SVG, 'path');
      const begins = bar === chunk.from && barOf[measure - 1] !== bar;
      const ends = bar === chunk.to && barOf[measure + 1] !== bar;
      path.setAttribute(
        'd',
        `M${(x ?? 0) + (begins ? EDGE : 0)} ${(y ?? 0) + (begins ? EDGE * 2 : 0)}V${y ?? 0}H${(x ?? 0) + (width ?? 0) - (ends ? EDGE : 0)}${ends ? `V${(y ?? 0) + EDGE * 2}` : ''}`,
      );
      path.setAttribute('data-chunk', '');
      rect.after(path);
    }
  }, [drawn, barOf, chunks]);
  useEffect(() => {
    if (!drawn) return;
    for (const old of host.current?.querySelectorAll('text[data-shape]') ?? []) old.remove();
    for (const rect of host.current?.querySelectorAll<SVGRectElement>('rect[data-measure]') ?? []) {
      const measure = Number(rect.dataset['measure']);
      const bar = barOf[measure] ?? 0;
      const words = shapes.filter((shape) => shape.bar === bar).map((shape) => shape.words);
      if (words.length === 0 || barOf[measure - 1] === bar) continue;
      const text = document.createElementNS(SVG, 'text');
      text.setAttribute('x', String(Number(rect.getAttribute('x')) + EDGE));
      text.setAttribute('y', String(Number(rect.getAttribute('y')) - ABOVE));
      text.setAttribute('data-shape', '');
      text.textContent = words.join(', ');
      rect.after(text);
    }
  }, [drawn, barOf, shapes]);
  useEffect(() => {
    if (drawn && host.current) drawNoteLooks(host.current, notes);
  }, [drawn, notes]);
  useEffect(() => {
    if (!drawn) return;
    for (const rect of host.current?.querySelectorAll<SVGRectElement>('rect[data-measure]') ?? []) {
      const bar = barOf[Number(rect.dataset['measure'])] ?? 0;
      const isPicked = bar === selected;
      // A control only with its name.
      rect.setAttribute('role', 'button');
      rect.setAttribute('aria-label', bars[bar]?.label ?? '');
      rect.setAttribute('aria-pressed', String(isPicked));
      rect.setAttribute('tabindex', isPicked ? '0' : '-1');
      rect.style.setProperty('--tint', String(bars[bar]?.tint ?? 0));
    }
    if (moved.current) {
      moved.current = false;
      const picked = host.current?.querySelector<SVGRectElement>('rect[aria-pressed="true"]');
      picked?.focus({ preventScroll: true });
      picked?.scrollIntoView({ block: 'nearest' });
    }
  }, [drawn, barOf, bars, selected]);
  const barAt = (target: EventTarget) =>
    target instanceof Element ? target.closest<SVGRectElement>('rect[data-measure]') : null;
  return (
    <div className={css.page}>
      {state === 'drawing' && <Loading what="The page is being engraved" />}
      {state === 'crashed' && <p>The page could not be drawn. The results are below.</p>}
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions -- the bars within are the controls */}
      <div
        ref={host}
        className={classes(css.host, state !== 'drawn' && css.waiting)}
        onClick={({ target }) => {
          const rect = barAt(target);
          if (rect) onSelect(barOf[Number(rect.dataset['measure'])] ?? 0);
        }}
        onKeyDown={(event) => {
          const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
          const rect = barAt(event.target);
          if (!rect) return;
          if (event.key === 'Enter' || event.key === ' ')
            onSelect(barOf[Number(rect.dataset['measure'])] ?? 0);
          else if (step !== undefined) {
            moved.current = true;
            onSelect(Math.max(0, Math.min(bars.length - 1, selected + step)));
          } else return;
          event.preventDefault();
        }}
      />
    </div>
  );
}

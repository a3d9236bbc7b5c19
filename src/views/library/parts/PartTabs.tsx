import { useState } from 'react';
import type { Draft } from '../draft';
import type { Part } from '../parts-of-draft';
import { levelSummary, partName } from '../parts-of-draft';
import css from './PartTabs.module.css';

/** The parts of a requirement at its left: arrows move among them, Alt with an arrow moves a level, and so does the mouse. */
export function PartTabs({
  draft,
  parts,
  selected,
  wrong,
  onSelect,
  onMove,
}: {
  readonly draft: Draft;
  readonly parts: readonly Part[];
  readonly selected: Part;
  /** Parts with a field to fix. */
  readonly wrong: ReadonlySet<Part>;
  readonly onSelect: (part: Part) => void;
  /** A level to another place among the levels. */
  readonly onMove: (levelId: string, to: number) => void;
}) {
  const [dragged, drag] = useState<string | null>(null);
  return (
    <div
      role="tablist"
      aria-label="Parts of the requirement"
      aria-orientation="vertical"
      className={css.tabs}
    >
      {parts.map((part, at) => {
        const place = draft.levels.findIndex(({ id }) => part === `level/${id}`);
        const level = draft.levels[place];
        return (
          <button
            key={part}
            type="button"
            role="tab"
            id={`tab-${part}`}
            aria-selected={part === selected}
            aria-controls="part"
            tabIndex={part === selected ? 0 : -1}
            data-level={level !== undefined}
            draggable={level !== undefined}
            onClick={() => onSelect(part)}
            onDragStart={() => drag(level?.id ?? null)}
            onDragOver={(event) => level && event.preventDefault()}
            onDrop={() => dragged !== null && level && onMove(dragged, place)}
            onKeyDown={(event) => {
              const step =
                { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key] ??
                (event.key === 'Home' ? -at : event.key === 'End' ? parts.length - 1 - at : 0);
              if (step === 0) return;
              event.preventDefault();
              if (event.altKey) {
                if (level) onMove(level.id, place + step);
                return;
              }
              const to = (at + step + parts.length) % parts.length;
              const next = parts[to];
              if (next) onSelect(next);
              (event.currentTarget.parentElement?.children[to] as HTMLElement | undefined)?.focus();
            }}
          >
            <b>{partName(draft, part)}</b>
            {level && <span>{levelSummary(level)}</span>}
            {wrong.has(part) && <em>to fix</em>}
          </button>
        );
      })}
    </div>
  );
}

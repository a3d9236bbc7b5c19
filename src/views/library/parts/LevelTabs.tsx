import { useState } from 'react';
import { newId } from '@/store';
import { Button, KeyCap } from '@/ui';
import { blankLevel, type DraftLevel } from '../draft';
import css from './RequirementDialog.module.css';

/** The levels in order: picked by press, moved by drag or by Alt with an arrow, copied, removed. */
export function LevelTabs({
  levels,
  selected,
  wrong,
  onSelect,
  onChange,
}: {
  readonly levels: readonly DraftLevel[];
  readonly selected: string;
  /** Ids of levels with a field to mend. */
  readonly wrong: ReadonlySet<string>;
  readonly onSelect: (id: string) => void;
  readonly onChange: (levels: readonly DraftLevel[]) => void;
}) {
  const [dragged, setDragged] = useState<string | null>(null);
  const at = levels.findIndex((level) => level.id === selected);
  const level = levels[at];
  const move = (id: string, to: number) => {
    const moved = levels.find((each) => each.id === id);
    if (!moved || to < 0 || to >= levels.length) return;
    onChange(levels.filter((each) => each.id !== id).toSpliced(to, 0, moved));
  };
  const add = (made: DraftLevel, place: number) => {
    onChange(levels.toSpliced(place, 0, made));
    onSelect(made.id);
  };
  const nextRank = 1 + Math.max(0, ...levels.map((each) => Number(each.rank) || 0));
  return (
    <>
      <div role="tablist" aria-label="Levels" className={css.tabs}>
        {levels.map((each, place) => (
          <button
            key={each.id}
            type="button"
            role="tab"
            aria-selected={each.id === selected}
            tabIndex={each.id === selected ? 0 : -1}
            draggable
            onClick={() => onSelect(each.id)}
            onDragStart={() => setDragged(each.id)}
            onDragOver={(event) => event.preventDefault()}
            onDrop={() => dragged !== null && move(dragged, place)}
            onKeyDown={(event) => {
              const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
              if (step === 0) return;
              event.preventDefault();
              if (event.altKey) move(each.id, place + step);
              else {
                const next = levels[(place + step + levels.length) % levels.length];
                if (next) onSelect(next.id);
                const tabs = event.currentTarget.parentElement?.children;
                (tabs?.[(place + step + levels.length) % levels.length] as HTMLElement | undefined)?.focus();
              }
            }}
          >
            {each.name.trim() || 'no name'}
            {wrong.has(each.id) && <span className={css.wrong}> to fix</span>}
          </button>
        ))}
      </div>
      <div className={css.acts}>
        <Button onClick={() => add(blankLevel(newId(), nextRank), levels.length)}>Add a level</Button>
        {level && (
          <Button
            onClick={() =>
              add({ ...level, id: newId(), name: `${level.name} copy`, rank: String(nextRank) }, at + 1)
            }
          >
            Copy this level
          </Button>
        )}
        {level && levels.length > 1 && (
          <>
            <Button look="quiet" disabled={at === 0} onClick={() => move(level.id, at - 1)}>
              Move back
            </Button>
            <Button look="quiet" disabled={at === levels.length - 1} onClick={() => move(level.id, at + 1)}>
              Move on
            </Button>
            <Button
              look="quiet"
              onClick={() => {
                onChange(levels.filter((each) => each.id !== level.id));
                onSelect(levels[at === 0 ? 1 : at - 1]?.id ?? '');
              }}
            >
              Remove this level
            </Button>
            <span className={css.keys}>
              <KeyCap name="Alt" /> <KeyCap name="←" /> <KeyCap name="→" /> move
            </span>
          </>
        )}
      </div>
    </>
  );
}

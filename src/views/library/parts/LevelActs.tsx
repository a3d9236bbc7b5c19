import { Button, KeyCap, KeyHint } from '@/ui';
import type { DraftLevel } from '../draft';
import css from './Typed.module.css';

/** What can be done with a level as a whole. */
export function LevelActs({
  level,
  at,
  count,
  onCopy,
  onMove,
  onRemove,
}: {
  readonly level: DraftLevel;
  /** Its place among the levels, from 0. */
  readonly at: number;
  readonly count: number;
  readonly onCopy: () => void;
  readonly onMove: (to: number) => void;
  readonly onRemove: () => void;
}) {
  return (
    <div className={css.acts} role="group" aria-label={level.name}>
      <Button onClick={onCopy}>Copy this level</Button>
      {count > 1 && (
        <>
          <Button look="quiet" disabled={at === 0} onClick={() => onMove(at - 1)}>
            Move back
          </Button>
          <Button look="quiet" disabled={at === count - 1} onClick={() => onMove(at + 1)}>
            Move on
          </Button>
          <Button look="quiet" onClick={onRemove}>
            Remove this level
          </Button>
          <span className={css.keys}>
            <KeyHint>
              <KeyCap name="Alt" /> <KeyCap name="↑" /> <KeyCap name="↓" /> move, at the left
            </KeyHint>
          </span>
        </>
      )}
    </div>
  );
}

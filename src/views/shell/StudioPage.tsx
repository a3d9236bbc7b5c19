import { Component, useEffect, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { formatDay } from '@/core/time';
import { dismissNotice, keepSnapshot, openStudio, redo, undo, useStudio, type ReadyState } from '@/store';
import { Button, ErrorSay, KeyCap, Loading } from '@/ui';
import { goTo } from './addresses';
import { FirstRun } from './FirstRun';
import { KeysDialog } from './KeysDialog';
import { SetAsideDialog } from './SetAsideDialog';
import { say } from './say';
import { useKeptFocus } from './use-kept-focus';
import { useKeys } from './use-keys';
import { TABS, viewOf } from './views-table';
import css from './StudioPage.module.css';

/** The frame of every view: opens the studio, shows the day, undo and what the store has to say. */
export function StudioPage({ children }: { readonly children: (ready: ReadyState) => ReactNode }) {
  const state = useStudio();
  const [keysShown, showKeys] = useState(false);
  const [asideShown, showAside] = useState(false);
  const which = state.kind === 'ready' ? state.which : null;
  const day = state.kind === 'ready' ? state.now.day : null;
  // The first one follows the first change of an empty studio.
  const begun = state.kind === 'ready' && state.saved > 0;
  useEffect(() => {
    if (which && day && begun) void keepSnapshot(which, day).catch(() => undefined);
  }, [which, day, begun]);
  const told = state.kind === 'ready' ? state.told : null;
  useEffect(() => {
    if (told) say(told.words);
  }, [told]);
  useKeptFocus();
  useKeys({
    ...((viewOf(location.pathname)?.figuresTurnPages ?? true) &&
      Object.fromEntries(TABS.map(({ path }, at) => [String(at + 1), () => goTo(path)]))),
    'Ctrl+z': () => void undo(),
    'Ctrl+y': () => void redo(),
    'Ctrl+Shift+z': () => void redo(),
    '?': () => showKeys(true),
  });
  switch (state.kind) {
    case 'opening':
      return <Loading what="Opening the studio" />;
    case 'first run':
      return <FirstRun />;
    case 'failed':
      return (
        <ErrorSay title="The studio could not be opened">
          <p>{state.message}</p>
          <p>Nothing was changed. Close other tabs of this studio and load the page again.</p>
          <Button onClick={() => location.reload()}>Load again</Button>
        </ErrorSay>
      );
    case 'ready':
      return (
        <Boundary>
          <MastheadDay ready={state} onKeys={() => showKeys(true)} />
          {state.which === 'demo' && <DemoStrip />}
          {state.notice !== null && (
            <ErrorSay title={state.notice}>
              <Button onClick={dismissNotice}>Understood</Button>
            </ErrorSay>
          )}
          {state.aside.length > 0 && (
            <p className={css.aside}>
              {state.aside.length} {state.aside.length === 1 ? 'record does' : 'records do'} not hold together
              and {state.aside.length === 1 ? 'was' : 'were'} set aside; nothing was deleted.{' '}
              <Button look="quiet" onClick={() => showAside(true)}>
                Show them
              </Button>
            </p>
          )}
          {children(state)}
          {keysShown && <KeysDialog onClose={() => showKeys(false)} />}
          {asideShown && <SetAsideDialog aside={state.aside} onClose={() => showAside(false)} />}
        </Boundary>
      );
  }
}

/** On every page of the demo, so that nobody takes it for a studio of one's own. */
const DemoStrip = () => (
  <div className={css.demo} role="note" aria-label="Demo studio">
    <b>Demo studio.</b> Its people, pieces and boards are invented.
    <Button look="quiet" onClick={() => void openStudio('own').then(() => goTo('/'))}>
      Go to your own studio
    </Button>
  </div>
);

function MastheadDay({ ready, onKeys }: { readonly ready: ReadyState; readonly onKeys: () => void }) {
  const place = document.getElementById('masthead-day');
  if (!place) return null;
  return createPortal(
    <div className={css.day}>
      <button
        type="button"
        className={css.turn}
        disabled={ready.undo === null}
        title={ready.undo === null ? 'Nothing to undo' : `Undo: ${ready.undo}`}
        onClick={() => void undo()}
      >
        Undo
      </button>
      <button
        type="button"
        className={css.turn}
        disabled={ready.redo === null}
        title={ready.redo === null ? 'Nothing to redo' : `Redo: ${ready.redo}`}
        onClick={() => void redo()}
      >
        Redo
      </button>
      <a className={css.studio} href="/settings">
        {ready.which === 'demo' ? 'Demo studio' : ready.studio.settings.teacher || 'Studio'}
      </a>
      <span className={css.date}>
        <b>{formatDay(ready.now.day, 'medium')}</b>, {ready.now.time}
      </span>
      <button type="button" className={css.keys} aria-label="List of keys" onClick={onKeys}>
        <KeyCap name="?" />
      </button>
    </div>,
    place,
  );
}

/** A crash in a view: the studio is safe, and the words say so. */
class Boundary extends Component<{ readonly children: ReactNode }, { readonly message: string | null }> {
  override state: { readonly message: string | null } = { message: null };
  static getDerivedStateFromError(error: unknown) {
    return { message: error instanceof Error ? error.message : String(error) };
  }
  override render() {
    if (this.state.message === null) return this.props.children;
    return (
      <ErrorSay title="This page failed">
        <p>{this.state.message}</p>
        <p>Everything acknowledged so far is kept.</p>
        <Button onClick={() => location.reload()}>Load again</Button>
      </ErrorSay>
    );
  }
}

import { Component, lazy, Suspense, useEffect, useState, useSyncExternalStore, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { formatDay } from '@/core/time';
import {
  dismissNotice,
  keepSnapshot,
  openStudio,
  redo,
  undo,
  useStudio,
  type ReadyState,
  type Which,
} from '@/store';
import { Button, ErrorSay, KeyCap } from '@/ui';
import { goTo } from './addresses';
import { scrollAsLeft } from './kept-scroll';
import { Opening } from './Opening';
import { say } from './say';
import { forgetLeftForm, useLeftForm } from './use-draft';
import { useFind } from './use-find';
import { useKeptFocus } from './use-kept-focus';
import { useKeys } from './use-keys';
import { useUnreadScores } from './use-unread-scores';
import { useWholeCheck } from './use-whole-check';
import { useWarmViews } from './use-warm-views';
import { useAddress } from './view-address';
import { TABS, viewOf } from './views-table';
import css from './StudioPage.module.css';

// What is seldom seen is loaded when it is.
const FirstSteps = lazy(() => import('./FirstSteps').then((file) => ({ default: file.FirstSteps })));
const FirstRun = lazy(() => import('./FirstRun').then((file) => ({ default: file.FirstRun })));
const KeysDialog = lazy(() => import('./KeysDialog').then((file) => ({ default: file.KeysDialog })));
const SetAsideDialog = lazy(() =>
  import('./SetAsideDialog').then((file) => ({ default: file.SetAsideDialog })),
);

/** The frame of every view: opens the studio, shows the day, undo and what the store has to say. */
export function StudioPage({ children }: { readonly children: (ready: ReadyState) => ReactNode }) {
  const state = useStudio();
  const [keysShown, showKeys] = useState(false);
  const [asideShown, showAside] = useState(false);
  const which = state.kind === 'ready' ? state.which : null;
  const { finding, find, FindDialog } = useFind(which !== null);
  const day = state.kind === 'ready' ? state.now.day : null;
  // The first one follows the first change of an empty studio.
  const begun = state.kind === 'ready' && state.saved > 0;
  useEffect(() => {
    if (!which || !day || !begun) return undefined;
    // A large studio takes some hundred milliseconds: not while somebody waits.
    const idle = requestIdleCallback(() => void keepSnapshot(which, day).catch(() => undefined));
    return () => cancelIdleCallback(idle);
  }, [which, day, begun]);
  const told = state.kind === 'ready' ? state.told : null;
  useEffect(() => {
    if (told) say(told.words);
  }, [told]);
  useWholeCheck(which);
  useWarmViews(which !== null);
  useUnreadScores(state.kind === 'ready' ? state.studio : null);
  useEffect(() => (which === null ? undefined : scrollAsLeft()), [which]);
  useKeptFocus();
  const view = viewOf(useAddress().path);
  const isHandedOver = view?.isHandedOver === true;
  useKeys({
    ...(!isHandedOver && {
      'Ctrl+z': () => void undo(),
      'Ctrl+y': () => void redo(),
      'Ctrl+Shift+z': () => void redo(),
      '?': () => showKeys(true),
      '/': () => find(true),
      'Ctrl+k': () => find(true),
    }),
    ...(!isHandedOver &&
      (view?.figuresTurnPages ?? true) &&
      Object.fromEntries(TABS.map(({ path }, at) => [String(at + 1), () => goTo(path)]))),
  });
  switch (state.kind) {
    case 'opening':
      return <Opening />;
    case 'first run':
      return (
        <Suspense>
          <FirstRun />
        </Suspense>
      );
    case 'failed':
      return (
        <ErrorSay title="The studio could not be opened">
          <p>{state.message}</p>
          <p>Nothing was changed. Close other tabs of this studio and reload the page.</p>
          <Button onClick={() => location.reload()}>Reload</Button>
        </ErrorSay>
      );
    case 'ready':
      return (
        <Boundary which={state.which}>
          <MastheadDay ready={state} onKeys={() => showKeys(true)} onFind={() => find(true)} />
          {state.which === 'demo' && <DemoStrip />}
          {state.which === 'own' && view?.path !== '/print' && isNew(state.studio) && (
            <Suspense>
              <FirstSteps studio={state.studio} />
            </Suspense>
          )}
          {state.notice !== null && (
            <ErrorSay title={state.notice}>
              <Button onClick={dismissNotice}>OK</Button>
            </ErrorSay>
          )}
          <FormLeft />
          {state.aside.length > 0 && (
            <p className={css.aside}>
              {state.aside.length} {state.aside.length === 1 ? 'record' : 'records'} could not be read and{' '}
              {state.aside.length === 1 ? 'was' : 'were'} set aside; nothing was deleted.{' '}
              <Button look="quiet" onClick={() => showAside(true)}>
                Show them
              </Button>
            </p>
          )}
          {children(state)}
          {finding && FindDialog && <FindDialog ready={state} onClose={() => find(false)} />}
          <Suspense>
            {keysShown && <KeysDialog onClose={() => showKeys(false)} />}
            {asideShown && <SetAsideDialog aside={state.aside} onClose={() => showAside(false)} />}
          </Suspense>
        </Boundary>
      );
  }
}

/** Marks are kept only of goals that were prepared: nobody there needs the first steps. */
const isNew = ({ sheets }: ReadyState['studio']): boolean => sheets.size === 0;

/** On every page of the demo, so that nobody takes it for a studio of one's own. */
const DemoStrip = () => (
  <div className={css.demo} role="note" aria-label="Demo studio">
    <b>Demo studio.</b> Its people, pieces and boards are invented.
    <Button look="quiet" onClick={() => void openStudio('own').then(() => goTo('/'))}>
      Go to your studio
    </Button>
  </div>
);

/** Says that what was typed in a form is kept. */
function FormLeft() {
  const form = useLeftForm();
  return (
    <div role="status" className={css.left}>
      {form && (
        <p className={css.aside}>
          What you typed in “{form.title}” is kept: open it again to go on.{' '}
          <Button look="quiet" onClick={forgetLeftForm}>
            OK
          </Button>{' '}
          <Button look="quiet" onClick={form.drop}>
            Discard it
          </Button>
        </p>
      )}
    </div>
  );
}

const untold = () => () => undefined;

function MastheadDay({
  ready,
  onKeys,
  onFind,
}: {
  readonly ready: ReadyState;
  readonly onKeys: () => void;
  readonly onFind: () => void;
}) {
  const { isThere } = useAddress();
  // The masthead is of the page: looked for anew when the view comes to stand in it.
  const place = useSyncExternalStore(untold, () =>
    isThere() ? document.getElementById('masthead-day') : null,
  );
  if (!place) return null;
  return createPortal(
    <div className={css.day}>
      <button type="button" className={css.turn} title="Find anything: / or Ctrl K" onClick={onFind}>
        Find
      </button>
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
interface BoundaryProps {
  readonly which: Which;
  readonly children: ReactNode;
}
class Boundary extends Component<BoundaryProps, { readonly message: string | null }> {
  override state: { readonly message: string | null } = { message: null };
  #checked = false;
  static getDerivedStateFromError(error: unknown) {
    return { message: error instanceof Error ? error.message : String(error) };
  }
  /** Damaged data may be the reason: what does not hold is set aside, and the page is tried once more. */
  override componentDidCatch() {
    if (this.#checked) return;
    this.#checked = true;
    void import('./whole-check')
      .then(({ checkWhole }) => checkWhole(this.props.which))
      .then((found) => {
        if (found !== null && found > 0) this.setState({ message: null });
      });
  }
  override render() {
    if (this.state.message === null) return this.props.children;
    return (
      <ErrorSay title="This page failed">
        <p>{this.state.message}</p>
        <p>Everything saved so far is kept.</p>
        <Button onClick={() => location.reload()}>Reload</Button>
      </ErrorSay>
    );
  }
}

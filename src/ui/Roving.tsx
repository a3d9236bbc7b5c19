import { useLayoutEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import css from './Roving.module.css';

const LINE: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };
const WITHIN: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1 };
const ACROSS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowLeft: -1 };

/**
 * Many controls that are one stop of the Tab key: the arrows, Home and End move among them. The stop is the control last
 * used, before that the pressed one, else the first.
 */
export function Roving({
  items = 'button, a[href], input',
  lanes,
  sideways = false,
  follow = false,
  children,
}: {
  /** Selector of the controls; those that are disabled are passed over. */
  readonly items?: string;
  /** Selector of what stands side by side: up and down then move within one, left and right to the same place of the next. */
  readonly lanes?: string;
  /** Up and down are left to the page. */
  readonly sideways?: boolean;
  /** Moving to a control presses it. */
  readonly follow?: boolean;
  readonly children: ReactNode;
}) {
  const root = useRef<HTMLDivElement>(null);
  const last = useRef<Element | null>(null);
  useLayoutEffect(() => {
    const within = root.current;
    if (!within) return undefined;
    const settle = () => {
      const all = itemsIn(within, items);
      const stop =
        all.find((each) => each === last.current) ??
        all.find((each) => each.getAttribute('aria-pressed') === 'true') ??
        all[0];
      for (const each of all) each.tabIndex = each === stop ? 0 : -1;
    };
    const used = ({ target }: FocusEvent) => {
      const item = target instanceof Element && target.closest(items);
      if (!item) return;
      last.current = item;
      settle();
    };
    settle();
    // What is drawn later belongs to it as well.
    const observer = new MutationObserver(settle);
    observer.observe(within, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['disabled', 'aria-pressed'],
    });
    within.addEventListener('focusin', used);
    return () => {
      observer.disconnect();
      within.removeEventListener('focusin', used);
    };
  }, [items]);
  const onKeyDown = (event: KeyboardEvent) => {
    const within = root.current;
    const at = event.target instanceof Element ? event.target.closest<HTMLElement>(items) : null;
    if (!within || !at || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
    // Left and right are the cursor's in what is typed.
    const next = nextOf(event.key, at, within, { items, lanes, sideways, typed: at.matches('input') });
    if (!next) return;
    event.preventDefault();
    next.focus();
    if (follow) next.click();
  };
  return (
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions -- the arrows move among the controls inside
    <div ref={root} className={css.root} onKeyDown={onKeyDown}>
      {children}
    </div>
  );
}

const itemsIn = (within: Element, items: string): HTMLElement[] =>
  [...within.querySelectorAll<HTMLElement>(items)].filter((each) => !each.matches(':disabled'));

interface Ways {
  readonly items: string;
  readonly lanes: string | undefined;
  readonly sideways: boolean;
  readonly typed: boolean;
}

/** Where a key leads; null where it is not one of these keys, or leads nowhere. */
function nextOf(
  key: string,
  at: HTMLElement,
  within: Element,
  { items, lanes, sideways, typed }: Ways,
): HTMLElement | null {
  const all = itemsIn(within, items);
  if (typed && ['ArrowLeft', 'ArrowRight', 'Home', 'End'].includes(key)) return null;
  if (key === 'Home') return all[0] ?? null;
  if (key === 'End') return all.at(-1) ?? null;
  const lane = lanes === undefined || typed ? null : at.closest(lanes);
  if (lanes === undefined || !lane) {
    const by = (sideways ? ACROSS : LINE)[key];
    return by === undefined ? null : (all[all.indexOf(at) + by] ?? null);
  }
  const own = itemsIn(lane, items);
  const place = own.indexOf(at);
  const down = WITHIN[key];
  if (down !== undefined) return own[place + down] ?? null;
  const across = ACROSS[key];
  if (across === undefined) return null;
  const others = [...within.querySelectorAll(lanes)].filter((each) => itemsIn(each, items).length > 0);
  const beside = others[others.indexOf(lane) + across];
  const there = beside ? itemsIn(beside, items) : [];
  return there[Math.min(place, there.length - 1)] ?? null;
}

import equal from 'fast-deep-equal';
import { useEffect, useRef, useState, useSyncExternalStore, type SetStateAction } from 'react';
import { keepDraft, openedStudio, readDraft, type KeptDraft } from '@/store';

/** A form that was closed with something typed in it. */
export interface LeftForm {
  readonly title: string;
  readonly drop: () => void;
}
let left: LeftForm | null = null;
const listeners = new Set<() => void>();
const tell = (form: LeftForm | null) => {
  left = form;
  for (const listener of listeners) listener();
};
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
/** The form that was left last, until that is understood. */
export const useLeftForm = (): LeftForm | null =>
  useSyncExternalStore(
    subscribe,
    () => left,
    () => null,
  );
export const forgetLeftForm = (): void => tell(null);

export interface Draft<T> {
  /** The record as it was when the typing began: what is saved meanwhile elsewhere is not taken for one's own typing. */
  readonly opened: T;
  /** A field's value and how to set it; `initial` is what it shows with nothing typed. */
  field<V>(name: string, initial: V): [V, (value: SetStateAction<V>) => void];
  /** Saved or given up: nothing of it is kept any more. */
  drop(): void;
  /** For the dialog the form stands in. */
  readonly dialog: {
    readonly typed: boolean;
    readonly kept?: { readonly restored: boolean; readonly onAnew: () => void };
  };
}

/**
 * What is typed in a form, kept in the browser from key to key until it is saved or thrown away: closing the form, going
 * to another view and closing the browser lose nothing.
 * @param form - names the form and what it is of: "student/orla"
 * @param title - how the form is called when it is left
 * @param given - the record it is opened with
 */
export function useDraft<T>(form: string, title: string, given: T): Draft<T> {
  const [which] = useState(openedStudio);
  const [state, setState] = useState(() => {
    const draft = which && readDraft(which, form);
    return { draft: draft ?? { opened: given, typed: {} }, restored: draft !== null, full: false };
  });
  const latest = useRef(state.draft);
  const change = (draft: KeptDraft, restored = state.restored) => {
    latest.current = draft;
    const isTyped = Object.keys(draft.typed).length > 0;
    const kept = which !== null && keepDraft(which, form, isTyped ? draft : null);
    setState({ draft, restored, full: isTyped && !kept });
  };
  const drop = () => change({ opened: given, typed: {} }, false);
  const leaving = useRef({ title, which, form });
  useEffect(() => {
    forgetLeftForm();
    return () => {
      const { typed } = latest.current;
      const { title: name, which: of, form: key } = leaving.current;
      if (of && Object.keys(typed).length > 0)
        tell({
          title: name,
          drop: () => {
            keepDraft(of, key, null);
            tell(null);
          },
        });
    };
  }, []);
  const { typed } = state.draft;
  return {
    opened: state.draft.opened as T,
    field: <V>(name: string, initial: V) => [
      Object.hasOwn(typed, name) ? (typed[name] as V) : initial,
      (value) => {
        const before = latest.current.typed;
        const now = Object.hasOwn(before, name) ? (before[name] as V) : initial;
        const next = typeof value === 'function' ? (value as (now: V) => V)(now) : value;
        const others = Object.entries(before).filter(([each]) => each !== name);
        change({
          ...latest.current,
          typed: Object.fromEntries(equal(next, initial) ? others : [...others, [name, next]]),
        });
      },
    ],
    drop,
    dialog: {
      typed: Object.keys(typed).length > 0,
      ...(which !== null && !state.full && { kept: { restored: state.restored, onAnew: drop } }),
    },
  };
}

import { configure, fireEvent, screen } from '@testing-library/react';
/** What the tests' document lacks of a browser's: dialogs that open, sizes that are observed. Imported by tests alone. */
export function standInForTheBrowser(): void {
  // A busy machine takes several times as long; no test measures time by this.
  configure({ asyncUtilTimeout: 20_000 });
  HTMLDialogElement.prototype.showModal = function open() {
    this.open = true;
  };
  HTMLDialogElement.prototype.close = function close() {
    this.open = false;
  };
  globalThis.ResizeObserver = class {
    observe() {
      return undefined;
    }
    unobserve() {
      return undefined;
    }
    disconnect() {
      return undefined;
    }
  };
  Element.prototype.scrollIntoView = () => undefined;
  Object.assign(globalThis, {
    CSS: { escape: (text: string) => text.replace(/[^\w-]/g, (sign) => `\\${sign}`) },
  });
}

/** Presses the button of that name, the first where several have it. */
export const press = (name: string | RegExp, at = 0): void => {
  fireEvent.click(screen.getAllByRole('button', { name })[at] as HTMLElement);
};
/** Types into the field of that label, in place of what stands there. */
export const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};

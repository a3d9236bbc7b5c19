/** What the tests' document lacks of a browser's: dialogs that open, sizes that are observed. Imported by tests alone. */
export function standInForTheBrowser(): void {
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

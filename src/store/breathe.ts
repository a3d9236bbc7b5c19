/** Lets the page do what waits (a key press, a drawing) before the work goes on as a task of its own. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

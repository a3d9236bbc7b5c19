/** Control characters (Unicode Cc) and the two separators that end a line in some readers. */
const CONTROLS = /[\p{Cc}\u2028\u2029]/u;
const CONTROLS_BUT_LINES = /[^\P{Cc}\n\t]|[\u2028\u2029]/u;

/** Whether text meant for one line holds a control character: a line break, a tab, anything unseen. */
export const hasControls = (text: string): boolean => CONTROLS.test(text);
/** The same for text of several lines, where "\n" and a tab may stand. */
export const hasControlsButLines = (text: string): boolean => CONTROLS_BUT_LINES.test(text);

/** Text on one line: line breaks and tabs are spaces, other control characters are gone. */
export const oneLine = (text: string): string =>
  text.replace(/\r\n|[\t\n\v\f\r\u0085\u2028\u2029]/g, ' ').replace(/\p{Cc}/gu, '');

/** Text of several lines: every line break is "\n", a tab stays, other control characters are gone. */
export const severalLines = (text: string): string =>
  text.replace(/\r\n|[\r\v\f\u0085\u2028\u2029]/g, '\n').replace(/[^\P{Cc}\n\t]/gu, '');

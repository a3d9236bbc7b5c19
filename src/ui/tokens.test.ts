import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';

const css = readFileSync(new URL('./tokens.css', import.meta.url), 'utf8');
const blocks = [...css.matchAll(/([^{}]+)\{([^{}]*)\}/g)];
function tokensOf(selector: RegExp): Map<string, string> {
  const [, , body = ''] = blocks.find(([, head = '']) => selector.test(head)) ?? [];
  return new Map(
    [...body.matchAll(/--([\w-]+):\s*(#[0-9a-f]{3,6})/g)].map(([, name = '', value = '']) => [name, value]),
  );
}
const THEMES = [
  ['light', tokensOf(/^\s*:root\s*$/)],
  ['dark, chosen', tokensOf(/\[data-theme='dark'\]\s*$/)],
  ['dark, of the system', tokensOf(/:not\(\[data-theme='light'\]\)\s*$/)],
] as const;

/** Relative luminance and contrast. @source WCAG 2.2, definitions of relative luminance and contrast ratio */
function luminance(hex: string): number {
  const full = hex.length === 4 ? hex.slice(1).replace(/./g, '$&$&') : hex.slice(1);
  const [red = 0, green = 0, blue = 0] = [0, 2, 4].map((at) => {
    const part = Number.parseInt(full.slice(at, at + 2), 16) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}
function contrast(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
}

/** Every pair of text and ground the styles use, HTML and SVG; `line` and marks count as graphics (3:1). */
const TEXT = [
  ['ink', ['paper', 'leaf', 'fold', 'shade', 'pencil-wash']],
  ['ink-2', ['paper', 'leaf', 'fold', 'pencil-wash']],
  ['ink-3', ['paper', 'leaf', 'fold']],
  ['pencil', ['paper', 'leaf', 'fold', 'pencil-wash']],
  ['on-pencil', ['pencil']],
  ['paper', ['ink']],
] as const;
const GRAPHIC = [
  ['line', ['paper', 'leaf']],
  ['ink', ['shade']],
] as const;

describe.each(THEMES)('%s', (_, tokens) => {
  const colour = (name: string) => tokens.get(name) ?? expect.fail(`no token ${name}`);
  test.each(TEXT.flatMap(([text, grounds]) => grounds.map((ground) => [text, ground] as const)))(
    '%s on %s is at least 4.5 to 1',
    (text, ground) => expect(contrast(colour(text), colour(ground))).toBeGreaterThanOrEqual(4.5),
  );
  test.each(GRAPHIC.flatMap(([line, grounds]) => grounds.map((ground) => [line, ground] as const)))(
    'the line %s on %s is at least 3 to 1',
    (line, ground) => expect(contrast(colour(line), colour(ground))).toBeGreaterThanOrEqual(3),
  );
});
test('both dark themes are the same', () => expect(THEMES[1][1]).toEqual(THEMES[2][1]));

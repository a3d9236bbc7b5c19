import { expect, test } from 'vitest';
import { DEFAULT_SETTINGS, KINDS, type StudioSettings } from '@/core/files';
import { ASSUMED_FIGURES } from './figures';

const isKept = (settings: StudioSettings) => KINDS.settings.shape.fits(settings);

test('each figure has a name of its own, and nothing is set in a new studio', () => {
  expect(new Set(ASSUMED_FIGURES.map(({ name }) => name)).size).toBe(ASSUMED_FIGURES.length);
  expect(ASSUMED_FIGURES.filter((figure) => figure.isSet(DEFAULT_SETTINGS))).toEqual([]);
});

test.each(ASSUMED_FIGURES)('$group: $label', (figure) => {
  expect(figure.value(DEFAULT_SETTINGS)).toBe(figure.assumed);
  expect(figure.assumed).toBeGreaterThanOrEqual(figure.min);
  expect(figure.assumed).toBeLessThanOrEqual(figure.max);
  for (const value of [figure.min, figure.max].filter((each) => each !== figure.assumed)) {
    const set = figure.withValue(DEFAULT_SETTINGS, value);
    expect(figure.value(set)).toBe(value);
    expect(figure.isSet(set)).toBe(true);
    expect(isKept(set)).toBe(true);
    // No other figure is touched by it.
    for (const other of ASSUMED_FIGURES)
      if (other !== figure) expect(other.value(set), other.name).toBe(other.assumed);
    expect(figure.withValue(set, null)).toEqual(DEFAULT_SETTINGS);
  }
});

import {
  checkRequestShape,
  forecastRequestShape,
  levelRequestShape,
  panelRequestShape,
  planRequestShape,
  programmesRequestShape,
  RECORD_KINDS,
  requirementFileShape,
  shapeOf,
  runsRequestShape,
  heardNotesShape,
  tapsRequestShape,
  totalsRequestShape,
} from '@/core/files';
import type { Shape } from '@/core/shape';

const named = (title: string, shape: Shape) => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title,
  ...shape.json,
});

/** The published JSON Schemas by name, from the same descriptions that check data. */
export const SCHEMAS: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  requirement: named('Formal Stave requirement file', requirementFileShape),
  'plan-request': named('Plan request', planRequestShape),
  'level-request': named('Levelling request', levelRequestShape),
  'totals-request': named('Mark totals request', totalsRequestShape),
  'panel-request': named('Panel result request', panelRequestShape),
  'forecast-request': named('Forecast request', forecastRequestShape),
  'runs-request': named('Runs request', runsRequestShape),
  'heard-notes': named('Heard notes', heardNotesShape),
  'taps-request': named('Taps request', tapsRequestShape),
  'programmes-request': named('Programme search request', programmesRequestShape),
  'check-request': named('Programme check request', checkRequestShape),
  ...Object.fromEntries(
    RECORD_KINDS.map((kind) => [`record-${kind}`, named(`Record: ${kind}`, shapeOf(kind))]),
  ),
};

import { SCHEMAS } from './schemas';

const body = (schema: string) => ({
  required: true,
  content: { 'application/json': { schema: { $ref: `#/components/schemas/${schema}` } } },
});
const answers = (description: string) => ({
  '200': { description, content: { 'application/json': { schema: { type: 'object' } } } },
  '400': { $ref: '#/components/responses/problem' },
  '413': { $ref: '#/components/responses/problem' },
  '415': { $ref: '#/components/responses/problem' },
  '422': { $ref: '#/components/responses/problem' },
  '503': { $ref: '#/components/responses/problem' },
});
const post = (operationId: string, summary: string, schema: string, description: string) => ({
  post: { operationId, summary, requestBody: body(schema), responses: answers(description) },
});
const get = (operationId: string, summary: string, parameters: readonly unknown[] = []) => ({
  get: { operationId, summary, parameters, responses: { '200': { description: summary } } },
});

/** OpenAPI 3.1 of every endpoint. */
export const openApi = {
  openapi: '3.1.0',
  info: {
    title: 'Formal Stave',
    version: '0.1.0',
    description: 'Stateless answers over the same core as the pages. Nothing that is sent is kept or logged.',
    license: { name: 'MIT', identifier: 'MIT' },
  },
  servers: [{ url: '/' }],
  paths: {
    '/api/health': get('health', 'Whether the server answers'),
    '/api/openapi.json': get('openApi', 'This description'),
    '/api/schemas/{name}.json': get('schema', 'A published JSON Schema', [
      { name: 'name', in: 'path', required: true, schema: { enum: Object.keys(SCHEMAS) } },
    ]),
    '/api/plan': post(
      'plan',
      'One plan over all goals of a student',
      'plan-request',
      'The weeks with their loads, the items with their gates, or why there is no plan',
    ),
    '/api/plan/level': post(
      'level',
      'The smoothest feasible load',
      'level-request',
      'The split, or why there is none',
    ),
    '/api/forecast': post(
      'forecast',
      'Where students are likely to stand on the day',
      'forecast-request',
      'The studio’s fit, and of each question how likely each mark, total and award is',
    ),
    '/api/marks/totals': post(
      'totals',
      'Standing marks, total, award and the next line',
      'totals-request',
      'The totals',
    ),
    '/api/marks/panel': post(
      'panel',
      'What several judges make of every entry, and who gets a seat',
      'panel-request',
      'Totals, awards and seats',
    ),
    '/api/marks/gap': post(
      'gap',
      'Own marks against the teacher’s, by criterion and over time',
      'totals-request',
      'Of each component own marks with the teacher’s that answered them, and the trend',
    ),
    '/api/marks/runs': post(
      'runs',
      'What the run-throughs of a piece say',
      'runs-request',
      'Steady and clean runs, rows of clean ones with their odds, starts, memory, recovery',
    ),
    '/api/marks/taps': post(
      'taps',
      'Tempo, drift and spread of what was tapped',
      'taps-request',
      'The figures, and how a second passage differs',
    ),
    '/api/programme/check': post(
      'check',
      'Every rule of a level against a programme',
      'check-request',
      'The verdicts with their sentences',
    ),
    '/api/programmes': post(
      'programmes',
      'The best programmes of a level that keep its rules',
      'programmes-request',
      'The programmes, best first, or the rules that conflict',
    ),
    '/api/score': {
      post: {
        operationId: 'score',
        summary: 'A score read: bars as performed, seconds, what is new, what it asks for',
        parameters: [
          ['part', { type: 'string' }],
          ['repeats', { type: 'boolean' }],
          ['repeatsOnReturn', { type: 'boolean' }],
          ['ending', { type: 'integer' }],
          ['from', { type: 'integer' }],
          ['to', { type: 'integer' }],
          ['fromBeat', { type: 'integer' }],
          ['toBeat', { type: 'integer' }],
          ['onward', { type: 'boolean' }],
          ['tempo', { type: 'number' }],
          ['quartersPerMinute', { type: 'number' }],
          ['fermataSeconds', { type: 'number' }],
        ].map(([name, schema]) => ({ name, in: 'query', schema })),
        requestBody: {
          required: true,
          content: {
            'application/vnd.recordare.musicxml+xml': { schema: { type: 'string' } },
            'application/vnd.recordare.musicxml': { schema: { type: 'string', format: 'binary' } },
          },
        },
        responses: answers('The x-ray of one part'),
      },
    },
    '/api/listen': {
      post: {
        operationId: 'listen',
        summary: 'What is heard of a performance against its score, and how surely',
        parameters: [
          ['input', { enum: ['midi', 'one', 'many', 'taps', 'rhythm'] }],
          ['part', { type: 'string' }],
          ['from', { type: 'integer' }],
          ['to', { type: 'integer' }],
          ['repeats', { type: 'boolean' }],
          ['ending', { type: 'integer' }],
        ].map(([name, schema]) => ({ name, in: 'query', schema })),
        requestBody: {
          required: true,
          content: {
            'multipart/form-data': {
              schema: {
                type: 'object',
                properties: {
                  score: { type: 'string', format: 'binary' },
                  notes: { $ref: '#/components/schemas/heard-notes' },
                  midi: { type: 'string', format: 'binary' },
                  taps: { type: 'array', items: { type: 'number' } },
                  audio: { type: 'string', format: 'binary' },
                },
              },
            },
          },
        },
        responses: answers('Notes, slips, stops, jumps, the tempo of each bar, and what is not claimed'),
      },
    },
    '/api/requirements/validate': post(
      'validate',
      'A requirement file, checked',
      'requirement',
      'What the file holds',
    ),
  },
  components: {
    schemas: SCHEMAS,
    responses: {
      problem: {
        description: 'Problem details (RFC 9457); errors carry a JSON pointer into the body',
        content: {
          'application/problem+json': {
            schema: {
              type: 'object',
              required: ['type', 'title', 'status'],
              properties: {
                type: { type: 'string' },
                title: { type: 'string' },
                status: { type: 'integer' },
                detail: { type: 'string' },
                errors: {
                  type: 'array',
                  items: {
                    type: 'object',
                    properties: { pointer: { type: 'string' }, detail: { type: 'string' } },
                  },
                },
              },
            },
          },
        },
      },
    },
  },
};

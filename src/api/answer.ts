import * as yup from 'yup';
import { parseJson, takeWords, validate, type Problem } from '@/core/files';
import type { Result } from '@/core/result';
import type { Shape } from '@/core/shape';
import { json, problem } from './problem';

takeWords(yup);

/** Works a request out that was read whole: its body and the query of its address. Nothing else is known of it. */
export type Answer = (
  body: Uint8Array,
  query: URLSearchParams,
  contentType: string,
) => Response | Promise<Response>;

/**
 * An answer to a JSON body.
 * @param shape - what the body must hold; problems are answered 422 with their places
 * @param work - the answer, or problems with what a well-formed body says
 */
export const answer =
  // The type is the shape's own; Yup cannot tell it.
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
  <Body>(shape: Shape, work: (body: Body) => Result<unknown, readonly Problem[]>): Answer =>
    (body) => {
      const parsed = parseJson(new TextDecoder().decode(body));
      if (!parsed.ok) return problem(400, 'Body is not JSON', parsed.why);
      const checked = validate<Body>(shape, parsed.value);
      if (!checked.ok) return problem(422, 'Body does not match the schema', checked.why);
      const answered = work(checked.value);
      return answered.ok ? json(answered.value) : problem(422, 'The body cannot be answered', answered.why);
    };

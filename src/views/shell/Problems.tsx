import type { Problem } from '@/core/files';
import { ErrorSay } from '@/ui';

/** Why a file was refused, with the place of each problem. Nothing was changed. */
export function Problems({
  title,
  problems,
}: {
  readonly title: string;
  readonly problems: readonly Problem[];
}) {
  return (
    <ErrorSay title={title}>
      <p>Nothing was changed.</p>
      <ul>
        {problems.slice(0, 12).map((problem) => (
          <li key={problem.pointer + problem.message}>
            <b>{problem.pointer === '' ? 'The file' : problem.pointer}</b>: {problem.message}
          </li>
        ))}
      </ul>
      {problems.length > 12 && <p>{problems.length - 12} more.</p>}
    </ErrorSay>
  );
}

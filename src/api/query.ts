import type { Problem } from '@/core/files';

/** Whether a flag is set; undefined where the address does not name it. */
export function flagIn(query: URLSearchParams, name: string, problems: Problem[]): boolean | undefined {
  const text = query.get(name);
  if (text !== null && text !== 'true' && text !== 'false')
    problems.push({ pointer: `/${name}`, message: 'is neither true nor false' });
  return text === null ? undefined : text === 'true';
}

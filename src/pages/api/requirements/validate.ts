import type { APIRoute } from 'astro';
import { endpoint, methodNotAllowed } from '@/api';
import { readRequirementFile, requirementFileShape, type RequirementFile } from '@/core/files';
import { setLabel } from '@/core/requirements';

export const prerender = false;

export const POST: APIRoute = endpoint<RequirementFile>(requirementFileShape, (file) => {
  const read = readRequirementFile(file);
  if (!read.ok) return read;
  const { set, pieces } = read.value;
  return {
    ok: true,
    value: {
      valid: true,
      label: setLabel(set),
      levels: set.levels.length,
      sessions: set.sessions.length,
      pieces: pieces.length,
    },
  };
});
export const ALL: APIRoute = methodNotAllowed('POST');

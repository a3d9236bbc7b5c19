import { answer, type Answer } from './answer';
import { readRequirementFile } from '@/core/files';
import { setLabel } from '@/core/requirements';
import { anyObject } from '@/core/shape';

export const validateAnswer: Answer = answer<object>(anyObject, (file) => {
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

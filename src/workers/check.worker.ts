import { loadWords, looksKept } from '@/core/files';
import { ok } from '@/core/result';
import { browserKv } from '@/store/kv';
import { problemsIn } from '@/store/problems-in';
import type { check } from './check.job';
import { serve } from './serve';

serve<{ check: typeof check }>({
  check: async (name, asked) => {
    await loadWords();
    const binders = await browserKv(name).all('binders');
    const found = binders.flatMap(([, value], at) => {
      if (at % 20 === 0) asked.tell(at / binders.length);
      const { records } = (value ?? {}) as { readonly records?: unknown };
      return Array.isArray(records) ? problemsIn(records.filter((each) => looksKept(each))) : [];
    });
    return ok(found);
  },
});

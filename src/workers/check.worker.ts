import { looksKept } from '@/core/files';
import { browserKv } from '@/store/kv';
import { problemsIn } from '@/store/problems-in';
import type { CheckReply, CheckRequest } from './check.protocol';

const send = (reply: CheckReply) => self.postMessage(reply);

self.addEventListener('message', ({ data }: MessageEvent<CheckRequest>) => {
  void check(data).catch((error: unknown) =>
    send({
      kind: 'crashed',
      requestId: data.requestId,
      message: error instanceof Error ? error.message : '',
    }),
  );
});

async function check({ requestId, name }: CheckRequest): Promise<void> {
  const binders = await browserKv(name).all('binders');
  const found = binders.flatMap(([, value], at) => {
    if (at % 20 === 0) send({ kind: 'progress', requestId, fraction: at / binders.length });
    const { records } = (value ?? {}) as { readonly records?: unknown };
    return Array.isArray(records) ? problemsIn(records.filter((each) => looksKept(each))) : [];
  });
  send({ kind: 'answer', requestId, found });
}

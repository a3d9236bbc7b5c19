import { VerovioToolkit } from 'verovio/esm';
// As a file of its own: it is large, and is loaded only when a score is opened.
import moduleUrl from 'verovio/wasm?url';
import type { EngraveReply, EngraveRequest } from './engrave.protocol';

const send = (reply: EngraveReply) => self.postMessage(reply);
let toolkit: Promise<VerovioToolkit> | undefined;

async function load(): Promise<VerovioToolkit> {
  const { default: create } = (await import(/* @vite-ignore */ moduleUrl)) as typeof import('verovio/wasm');
  return new VerovioToolkit(await create());
}

self.addEventListener('message', ({ data }: MessageEvent<EngraveRequest>) => {
  engrave(data).catch((error: unknown) =>
    send({
      kind: 'crashed',
      requestId: data.requestId,
      message: error instanceof Error ? error.message : '',
    }),
  );
});

async function engrave({ requestId, xml, width, scale }: EngraveRequest): Promise<void> {
  toolkit ??= load();
  const engraver = await toolkit;
  engraver.setOptions({
    breaks: 'auto',
    pageWidth: Math.round((width * 100) / scale),
    pageHeight: 60_000,
    adjustPageHeight: true,
    scale,
    header: 'none',
    footer: 'none',
    svgViewBox: true,
    svgRemoveXlink: true,
    pageMarginTop: 40,
    pageMarginBottom: 40,
    pageMarginLeft: 20,
    pageMarginRight: 20,
  });
  if (!engraver.loadData(xml)) {
    send({ kind: 'crashed', requestId, message: 'the engraver cannot read this score' });
    return;
  }
  const pages = Array.from({ length: engraver.getPageCount() }, (_, page) => engraver.renderToSVG(page + 1));
  send({ kind: 'answer', requestId, pages });
}

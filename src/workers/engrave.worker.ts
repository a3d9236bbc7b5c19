import { VerovioToolkit } from 'verovio/esm';
// As a file of its own: it is large, and is loaded only when a score is opened.
import moduleUrl from 'verovio/wasm?url';
import { ok, refuse } from '@/core/result';
import type { engrave } from './engrave.job';
import { serve } from './serve';

let toolkit: Promise<VerovioToolkit> | undefined;

async function load(): Promise<VerovioToolkit> {
  const { default: create } = (await import(/* @vite-ignore */ moduleUrl)) as typeof import('verovio/wasm');
  return new VerovioToolkit(await create());
}

serve<{ engrave: typeof engrave }>({
  engrave: async ({ xml, width, scale, ranges }) => {
    toolkit ??= load();
    const engraver = await toolkit;
    engraver.setOptions({
      breaks: ranges ? 'none' : 'auto',
      pageWidth: Math.round((width * 100) / scale),
      pageHeight: 60_000,
      adjustPageHeight: true,
      adjustPageWidth: ranges !== undefined,
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
    if (!engraver.loadData(xml)) return refuse('not readable');
    if (ranges)
      return ok(
        ranges.map(({ from, to }) => {
          engraver.select({ measureRange: `${from + 1}-${to + 1}` });
          engraver.redoLayout();
          return engraver.renderToSVG(1);
        }),
      );
    return ok(Array.from({ length: engraver.getPageCount() }, (_, page) => engraver.renderToSVG(page + 1)));
  },
});

import { lazy, Suspense, useState } from 'react';
import type { Tempo } from '@/core/music';
import { Button } from '@/ui';
import { useKeys } from './use-keys';

const TapTempo = lazy(() => import('./TapTempo').then((part) => ({ default: part.TapTempo })));

/** Opens the sheet on which a tempo is tapped. */
export function TapButton({ tempo }: { readonly tempo: Tempo | null }) {
  const [open, setOpen] = useState(false);
  useKeys({ b: () => setOpen(true) });
  return (
    <>
      <Button keyName="B" onClick={() => setOpen(true)}>
        Tap the tempo
      </Button>
      {open && (
        <Suspense fallback={null}>
          <TapTempo tempo={tempo} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

import { useEffect, useState } from 'react';
import { Button, ErrorSay, Loading } from '@/ui';

/** Milliseconds a studio may take to open before the page says what can be done. */
const LONG = 10_000;

/** While the studio is read. */
export function Opening() {
  const [isLate, tellLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => tellLate(true), LONG);
    return () => clearTimeout(timer);
  }, []);
  return (
    <>
      <Loading what="Opening the studio" />
      {isLate && (
        <ErrorSay title="Opening takes longer than usual">
          <p>Nothing is lost. If another tab of this studio asks you something, answer it there.</p>
          <Button onClick={() => location.reload()}>Load the page again</Button>
        </ErrorSay>
      )}
    </>
  );
}

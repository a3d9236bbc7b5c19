import { Empty, LinkButton, PageLine } from '@/ui';
import { StudioPage } from '../shell/StudioPage';

/** Stands where the fit of every student to every level will be; says so, and what can be done today. */
export const FitView = () => (
  <StudioPage>
    {() => (
      <>
        <PageLine title="Fit" sub="students against levels" />
        <Empty title="This page is not there yet">
          <p>
            It will show every student against every level, class and call: ready now, reachable in so many
            weeks, beyond, or not eligible and why. Nothing here is computed so far, so nothing is shown.
          </p>
          <p>The rules of one level are checked for one student under Programme, and the weeks under Plan.</p>
          <LinkButton href="/programme" keyName="3">
            Programme
          </LinkButton>
        </Empty>
      </>
    )}
  </StudioPage>
);

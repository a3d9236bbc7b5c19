import { inTerms } from '@/core/terms';
import { openStudio } from '@/store';
import { Button } from '@/ui';
import { goTo } from './addresses';
import css from './FirstRun.module.css';

/** The first page of an empty browser. */
export function FirstRun() {
  return (
    <div className={css.root}>
      <h1>A studio to begin with</h1>
      <p className={css.lead}>
        Formal Stave keeps students, requirements, plans and marks in this browser, and in the files made from
        it. Nothing is sent anywhere.
      </p>
      <ol className={css.order}>
        <li>
          <b>Library.</b> Type, paste or import what a level asks for.
        </li>
        <li>
          <b>Register.</b> Add a student with lesson and practice minutes.
        </li>
        <li>
          <b>{inTerms('Programme, Plan, Mark, Readiness.')}</b> Choose the pieces, see the weeks, hear and
          mark.
        </li>
      </ol>
      <div className={css.acts}>
        <Button look="do" onClick={() => void openStudio('own')}>
          Begin an empty studio
        </Button>
        <Button onClick={() => void openStudio('own').then(() => goTo('/settings'))}>
          Open a studio file
        </Button>
        <Button onClick={() => void openStudio('demo')}>Look round the demo studio</Button>
      </div>
      <p className={css.note}>
        A studio that was begun on another computer comes over in its studio file, saved there in Settings.
        The demo is a studio of invented people and pieces on Wednesday 20 January 2027. It is kept apart:
        your own studio is not touched.
      </p>
    </div>
  );
}

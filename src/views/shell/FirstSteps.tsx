import { FIRST_STEPS, firstSteps, type FirstStep, type FirstStepName } from '@/core/register';
import { inTerms } from '@/core/terms';
import { changeSettings, type ReadyState } from '@/store';
import { Button, Glyph, LinkButton } from '@/ui';
import { hrefOf } from './addresses';
import css from './FirstSteps.module.css';

interface Words {
  readonly short: string;
  readonly say: string;
  readonly act: string;
  readonly href: (goalId: string | null) => string;
}

const WORDS: Readonly<Record<FirstStepName, Words>> = {
  students: {
    short: 'Students',
    say: 'Paste your class list from a document or a spreadsheet, or add students one by one.',
    act: 'Paste a class list',
    href: () => hrefOf('/students', { ask: 'paste' }),
  },
  requirement: {
    short: 'A requirement',
    say: 'Type what one exam level, festival class or audition asks for; its lists can be pasted.',
    act: 'Type a requirement',
    href: () => '/requirement',
  },
  goal: {
    short: 'A goal',
    say: 'Say who prepares what, and for which day.',
    act: 'Set a goal',
    href: () => hrefOf('/programme', { ask: 'goal' }),
  },
  pieces: {
    short: 'Pieces',
    say: inTerms('Choose the pieces of the programme; the rules are checked as you choose.'),
    act: 'Choose the pieces',
    href: (goalId) => hrefOf('/programme', { goal: goalId ?? undefined }),
  },
  card: {
    short: 'A practice card',
    say: 'The weeks are planned back from the day. Print this week’s card.',
    act: 'Open the card',
    href: (goalId) =>
      goalId === null ? '/plan' : hrefOf('/print', { sheet: 'card', goal: goalId, week: '0' }),
  },
};

/** The first half hour: what comes next on the way from an empty studio to the first printed card. Each step can be skipped. */
export function FirstSteps({ studio }: { readonly studio: ReadyState['studio'] }) {
  const steps = firstSteps(studio);
  const next = steps.find(({ state }) => state === 'open');
  if (!next) return null;
  const skip = (names: readonly FirstStepName[]) =>
    void changeSettings((settings) => ({
      ...settings,
      skippedSteps: [...new Set([...(settings.skippedSteps ?? []), ...names])],
    }));
  const { say, act, href } = WORDS[next.name];
  return (
    <section className={css.root} aria-label="First steps">
      <ol className={css.steps}>
        {steps.map((step) => (
          <Step key={step.name} step={step} isNext={step === next} />
        ))}
      </ol>
      <p>{say}</p>
      <LinkButton look="do" href={href(next.goalId)}>
        {act}
      </LinkButton>
      <Button look="quiet" onClick={() => skip([next.name])}>
        Skip this step
      </Button>
      <Button look="quiet" onClick={() => skip(FIRST_STEPS)}>
        Skip all
      </Button>
    </section>
  );
}

function Step({
  step: { name, state, goalId },
  isNext,
}: {
  readonly step: FirstStep;
  readonly isNext: boolean;
}) {
  const { short, href } = WORDS[name];
  return (
    <li aria-current={isNext ? 'step' : undefined}>
      {state === 'done' ? <Glyph name="tick" label="done" size={13} /> : null}
      <a href={href(goalId)}>{short}</a>
      {state === 'skipped' && <span>skipped</span>}
    </li>
  );
}

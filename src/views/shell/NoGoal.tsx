import type { Studio } from '@/core/register';
import { LinkButton, PageLine } from '@/ui';

/** What comes before a view that needs a goal. */
export function NoGoal({ studio, what }: { readonly studio: Studio; readonly what: string }) {
  const step =
    studio.sets.size === 0
      ? (['First a requirement: type or import what a level asks for.', 'Library', '/library'] as const)
      : studio.students.size === 0
        ? (['First a student.', 'Register', '/'] as const)
        : (['First a goal: a student, a level and a session.', 'Programme', '/programme'] as const);
  return (
    <>
      <PageLine title={what} sub={step[0]} />
      <LinkButton look="do" href={step[2]}>
        {step[1]}
      </LinkButton>
    </>
  );
}

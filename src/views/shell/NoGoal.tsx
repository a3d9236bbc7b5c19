import type { Studio } from '@/core/register';
import { Empty, LinkButton } from '@/ui';

/** What comes before a view that needs a goal. */
export function NoGoal({ studio, what }: { readonly studio: Studio; readonly what: string }) {
  const step =
    studio.sets.size === 0
      ? (['First a requirement: type or import what a level asks for.', 'Library', '/library'] as const)
      : studio.students.size === 0
        ? (['First a student.', 'Register', '/'] as const)
        : (['First a goal: a student, a level and a session.', 'Programme', '/programme'] as const);
  return (
    <Empty title={what}>
      <p>{step[0]}</p>
      <LinkButton look="do" href={step[2]}>
        {step[1]}
      </LinkButton>
    </Empty>
  );
}

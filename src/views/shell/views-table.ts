import { inTerms } from '@/core/terms';

/** A view of the program: its address, how it is called, and how it is reached. */
export interface View {
  readonly path: string;
  readonly name: string;
  /** The tab that leads to it, or under which it stands; null where no tab does. */
  readonly tab: string | null;
  /** On Mark the figures give marks. */
  readonly figuresTurnPages: boolean;
  /** A student has it in hands: no key leads away from it. */
  readonly isHandedOver?: boolean;
}

const tab = (path: string, name: string, figuresTurnPages = true): View => ({
  path,
  name,
  tab: name,
  figuresTurnPages,
});
const under = (tabName: string | null, path: string, name: string): View => ({
  path,
  name,
  tab: tabName,
  figuresTurnPages: true,
});

/** Every view. The first ones are the tabs of the masthead, in the order of the work; their figures turn to them. */
export const VIEWS: readonly View[] = [
  tab('/', 'Register'),
  tab('/fit', 'Fit'),
  tab('/programme', inTerms('Programme')),
  tab('/plan', 'Plan'),
  tab('/mark', 'Mark', false),
  tab('/readiness', 'Readiness'),
  tab('/library', 'Library'),
  under('Register', '/students', 'Students'),
  under('Register', '/student', 'Student'),
  under('Register', '/cards', 'Returned cards'),
  under('Register', '/reports', 'Family reports'),
  under('Mark', '/run', 'Run-through'),
  under('Mark', '/listen', 'Listen'),
  under('Mark', '/metronome', 'Metronome'),
  { ...under('Mark', '/panel', 'Panels'), figuresTurnPages: false },
  under('Readiness', '/outlook', 'All goals'),
  under('Readiness', '/rescue', 'Rescue'),
  under('Readiness', '/results', 'Results'),
  under('Library', '/requirement', 'Requirement'),
  under('Library', '/placements', 'Placements'),
  under('Library', '/repertoire', 'Repertoire'),
  under('Library', '/scores', 'Scores'),
  { ...under(null, '/own-marks', 'Own marks'), isHandedOver: true },
  under(null, '/skills', 'Skills'),
  under(null, '/settings', 'Settings'),
  under(null, '/print', 'Print'),
  under(null, '/kit', 'Kit'),
];

/** The tabs, in the order of their figures: 1 is the first. */
export const TABS: readonly View[] = VIEWS.filter(({ tab: of, name }) => of === name);

/** The view of an address, also as a file of the site: "/plan.html". */
export const viewOf = (path: string): View | undefined => {
  const plain = path.replace(/(?:\/|(?:\/index)?\.html)$/, '');
  return VIEWS.find((view) => view.path === (plain === '' ? '/' : plain));
};

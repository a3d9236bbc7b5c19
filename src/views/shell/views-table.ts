/** A view of the program: its address, how it is called, and how it is reached. */
export interface View {
  readonly path: string;
  readonly name: string;
  /** The tab that leads to it, or under which it stands; null where no tab does. */
  readonly tab: string | null;
  /** What it is for, as the list of keys says it. */
  readonly help: string;
  /** On Mark the figures give marks. */
  readonly figuresTurnPages: boolean;
  /** A student has it in hands: no key leads away from it. */
  readonly isHandedOver?: boolean;
}

const tab = (path: string, name: string, help: string, figuresTurnPages = true): View => ({
  path,
  name,
  tab: name,
  help,
  figuresTurnPages,
});
const under = (tabName: string | null, path: string, name: string, help: string): View => ({
  path,
  name,
  tab: tabName,
  help,
  figuresTurnPages: true,
});

/** Every view. The first ones are the tabs of the masthead, in the order of the work; their figures turn to them. */
export const VIEWS: readonly View[] = [
  tab('/', 'Register', 'the lessons of the day, deadlines, decisions, students'),
  tab('/fit', 'Fit', 'every student against every level'),
  tab('/programme', inTerms('Programme'), 'the pieces of a goal, and whether its rules are met'),
  tab('/plan', 'Plan', 'the preparation back from the date, and the card of the week'),
  tab('/mark', 'Mark', 'marks by criterion; here the figures give marks', false),
  tab(
    '/readiness',
    'Readiness',
    'where a goal stands, where it is likely to stand on the day, and what helps most',
  ),
  tab('/library', 'Library', 'requirements, their lists and their rules'),
  under('Register', '/students', 'Students', 'everyone in the studio: find, add, paste, archive'),
  under(
    'Register',
    '/student',
    'Student',
    'everything about one student: lesson, goals, marks, card, notes, skills',
  ),
  under(
    'Register',
    '/cards',
    'Returned cards',
    'what was practised: cards that came back, tables in and out',
  ),
  under(
    'Mark',
    '/run',
    'Run-through',
    'a piece played through: slips, stops, clean runs in a row, random starts',
  ),
  {
    ...under(
      'Mark',
      '/panel',
      'Panels',
      'mock days and panels: running order, judges in columns, what they come to',
    ),
    figuresTurnPages: false,
  },
  under(
    'Readiness',
    '/outlook',
    'All goals',
    'every goal to come: its range beside its aim, and what it lacks',
  ),
  under('Readiness', '/results', 'Results', 'official results: entered, pasted, beside the marks before'),
  under(
    'Library',
    '/requirement',
    'Requirement',
    'a requirement typed or changed: levels, lists, marks, sessions',
  ),
  under('Library', '/placements', 'Placements', 'where each set puts a piece'),
  under('Library', '/repertoire', 'Repertoire', 'the shelf, and what each student plays'),
  under('Library', '/scores', 'Scores', inTerms('scores, their demands and notes by bar')),
  {
    ...under(null, '/own-marks', 'Own marks', 'the page a student is handed to mark alone'),
    isHandedOver: true,
  },
  under(null, '/skills', 'Skills', 'the map of skills of a student'),
  under(null, '/settings', 'Settings', 'the studio, its file, snapshots and tables'),
  under(null, '/print', 'Print', 'sheets on paper'),
  under(null, '/kit', 'Kit', 'the parts the screens are made of'),
];

/** The tabs, in the order of their figures: 1 is the first. */
export const TABS: readonly View[] = VIEWS.filter(({ tab: of, name }) => of === name);

/** The view of an address, also as a file of the site: "/plan.html". */
export const viewOf = (path: string): View | undefined => {
  const plain = path.replace(/(?:\/|(?:\/index)?\.html)$/, '');
  return VIEWS.find((view) => view.path === (plain === '' ? '/' : plain));
};
import { inTerms } from '@/core/terms';

/** The view itself stands, not only its frame. */
export const READY = 'main h1';

/** Every view of the demo studio by its address. */
export const VIEWS = [
  '/',
  '/students',
  '/student?student=orla',
  '/student?student=teodor',
  '/cards',
  '/fit',
  '/programme?goal=jonah-4',
  '/programme?goal=teodor-chair',
  '/plan?goal=orla-5',
  '/plan?goal=teodor-chair',
  '/mark?goal=orla-5&component=d',
  '/mark?goal=teodor-chair',
  '/mark?goal=hester-chair&component=s',
  '/readiness?goal=jonah-4',
  '/library',
  '/requirement',
  '/requirement?id=tarrin-flute-2026&level=level-5',
  '/placements',
  '/repertoire?student=orla',
  '/repertoire?student=orla&own=1',
  '/scores?score=score-ropewalk-gigue&student=orla',
  '/skills?student=jonah',
  '/settings',
  '/kit',
  '/print?sheet=card&goal=orla-5',
  '/print?sheet=marks&goal=orla-5&component=d',
  '/print?sheet=day',
  '/print?sheet=shaping&student=orla&piece=tarrin-ropewalk-gigue',
];
/** Dialogs by the view they are opened from and the name of the button. */
export const DIALOGS: readonly (readonly [string, string])[] = [
  ['/students', 'Add a student'],
  ['/skills?student=jonah', 'Add a skill'],
  ['/students', 'Paste a table'],
  ['/students', 'Timetable'],
  ['/cards', 'Paste practice'],
  ['/programme?goal=jonah-4', 'Set a goal'],
  ['/programme?goal=jonah-4', 'Side by side'],
  ['/programme?goal=jonah-4', 'Weights'],
  ['/plan?goal=orla-5', 'Minutes and effort'],
  ['/plan?goal=orla-5', 'Closures'],
  ['/mark?goal=orla-5&component=d', 'Tap the tempo'],
  ['/repertoire?student=davit&piece=mainsail-mist-march', 'Give out the parts'],
];

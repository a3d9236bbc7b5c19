import type { LevelHeld, Student } from '@/core/students';
import { calendarDay, type LessonSlot, type Weekday } from '@/core/time';

const day = calendarDay;
const weekly = (weekday: Weekday, start: string, minutes = 30): LessonSlot => ({ kind: 'weekly', weekday, start, minutes });
const held = (rank: number, on: string, award: string, family = 'Tarrin Board flute'): LevelHeld => ({
  family,
  levelName: family.endsWith('theory') ? `Theory ${rank}` : `Level ${rank}`,
  rank,
  day: day(on),
  award,
});

/** Id, name, instrument, birth date, slot, minutes Monday to Sunday, levels held, reach, partner. */
type Row = readonly [string, string, string, string, LessonSlot, readonly number[], readonly LevelHeld[], number | null, string | null];

const ROWS: readonly Row[] = [
  ['petra', 'Petra Lunn', 'flute', '2016-05-14', weekly(2, '13:10', 20), [15, 15, 10, 15, 15, 20, 0], [held(1, '2026-06-17', 'merit')], null, null],
  ['ivo', 'Ivo Brannock', 'guitar', '2017-08-02', weekly(2, '13:35', 20), [10, 10, 10, 10, 10, 15, 0], [], 9, null],
  ['orla', 'Orla Penhallow', 'flute', '2012-09-30', weekly(2, '15:40'), [30, 30, 15, 30, 20, 40, 0], [held(3, '2025-03-26', 'merit'), held(4, '2026-03-25', 'merit')], null, null],
  ['jonah', 'Jonah Thwaite', 'flute', '2014-06-11', weekly(2, '16:10'), [25, 20, 20, 25, 20, 40, 0], [held(2, '2025-11-19', 'merit')], null, null],
  ['teodor', 'Teodor Marsk', 'oboe', '2011-02-20', weekly(2, '16:45', 45), [30, 30, 30, 30, 30, 45, 0], [], null, null],
  ['mirren', 'Mirren Oake', 'voice', '2010-10-05', weekly(2, '17:30'), [20, 20, 20, 20, 0, 30, 0], [], null, null],
  ['hester', 'Hester Quill', 'flute', '2009-04-18', weekly(2, '18:05', 45), [60, 45, 45, 60, 45, 75, 0], [held(5, '2025-03-26', 'distinction'), held(6, '2026-03-25', 'distinction'), held(4, '2025-11-19', 'merit', 'Tarrin Board theory')], null, null],
  ['callum', 'Callum Wray', 'guitar', '2015-12-01', weekly(3, '16:00'), [15, 15, 15, 15, 15, 20, 0], [], 10, 'davit'],
  ['davit', 'Davit Sorrel', 'guitar', '2013-07-23', weekly(3, '16:00'), [20, 20, 0, 20, 20, 30, 0], [], 12, 'callum'],
  ['anouk', 'Anouk Vell', 'harp', '2013-03-08', { kind: 'fortnightly', weekday: 1, start: '17:15', minutes: 45, anchor: day('2027-01-05') }, [25, 25, 0, 25, 25, 40, 0], [], 14, null],
  ['saskia', 'Saskia Dunmore', 'voice', '2009-11-27', weekly(0, '18:00', 45), [20, 20, 20, 20, 20, 30, 0], [], null, null],
  ['elspeth', 'Elspeth Rowe', 'flute', '2011-05-06', weekly(4, '16:30'), [30, 20, 30, 20, 30, 45, 0], [held(5, '2026-03-25', 'pass')], null, null],
  ['nell', 'Nell Fairweather', 'flute', '2013-09-15', weekly(4, '17:05'), [20, 20, 20, 20, 20, 30, 0], [held(4, '2026-06-17', 'pass')], null, null],
  ['bram', 'Bram Tolliver', 'flute', '1965-08-30', { kind: 'fortnightly', weekday: 2, start: '19:00', minutes: 30, anchor: day('2027-01-06') }, [30, 30, 30, 30, 30, 30, 30], [], null, null],
  ['tam', 'Tam Ledger', 'guitar', '2019-06-19', weekly(0, '15:30', 20), [10, 10, 10, 10, 10, 10, 0], [], 6, null],
];

export const demoStudents = (): Student[] =>
  ROWS.map(([id, name, instrument, born, slot, minutesByWeekday, levelsHeld, reachSemitones, sharesWith]) => ({
    id,
    name,
    instrument,
    birthDate: day(born),
    slot,
    sharesWith,
    minutesByWeekday,
    levelsHeld,
    reachSemitones,
    archivedOn: null,
  }));

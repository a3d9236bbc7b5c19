import { inTerms } from '@/core/terms';

/** What each view is for, by its path, as the list of keys and finding say it; apart from the table, since it is seldom read. */
export const VIEW_HELP: Readonly<Record<string, string>> = {
  '/': 'the lessons of the day, deadlines, decisions, students',
  '/fit': 'every student against every level',
  '/programme': 'the pieces of a goal, and whether its rules are met',
  '/plan': 'the preparation back from the date, and the card of the week',
  '/mark': 'marks by criterion; here the figures give marks',
  '/readiness': 'where a goal stands, where it is likely to stand on the day, and what helps most',
  '/library': 'requirements, their lists and their rules',
  '/students': 'everyone in the studio: find, add, paste, archive',
  '/student': 'everything about one student: lesson, goals, marks, card, notes, skills',
  '/cards': 'what was practised: cards that came back, tables in and out',
  '/run': 'a piece played through: slips, stops, clean runs in a row, random starts',
  '/panel': 'mock days and panels: running order, judges in columns, what they come to',
  '/outlook': 'every goal to come: its range beside its aim, and what it lacks',
  '/rescue': 'what can still be done when it will not be ready in time, and what each way leads to',
  '/results': 'official results: entered, pasted, beside the marks before',
  '/requirement': 'a requirement typed or changed: levels, lists, marks, sessions',
  '/placements': 'where each set puts a piece',
  '/repertoire': 'the shelf, and what each student plays',
  '/scores': inTerms('scores, their demands and notes by bar'),
  '/own-marks': 'the page a student is handed to mark alone',
  '/skills': 'the map of skills of a student',
  '/settings': 'the studio, its file, snapshots and tables',
  '/print': 'sheets on paper',
  '/kit': 'the parts the screens are made of',
};

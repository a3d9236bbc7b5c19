/**
 * Files in and out, and the one place where untrusted data becomes typed data.
 *
 * Everything read here is checked whole before anything is used; every problem carries a JSON pointer
 * or a line. Read `parseStudioFile` and `readRecord` first.
 */
export { formatCalendar, type CalendarEvent } from './calendar';
export {
  entriesOfStudent,
  goalsOfSet,
  goalsOfStudent,
  goalsThatAre,
  lessonsMovedTo,
  lessonsOfStudent,
  piecesOfScore,
  cardsOfStudent,
  faultsOfStudent,
  practiceOfStudent,
  rhythmGatesOfStudent,
  runsOfStudent,
  shapingsOfStudent,
  sheetsOfGoal,
} from './lookups';
export { mergeEdit, settleClashes, type Clash } from './merge-edit';
export { previewMerge, withoutStudents, type MergePreview } from './merge';
export {
  GRADED_COLUMNS,
  readGraded,
  type GradedColumn,
  cellsOf,
  formatPieces,
  PIECE_COLUMNS,
  pieceOf,
  readPieces,
  tempoOf,
  type BadRow,
  type PieceColumn,
} from './piece-table';
export {
  LIST_COLUMNS,
  LISTS_COLUMNS,
  namedLists,
  readLists,
  type ListColumn,
  type ListedPiece,
  type ListPlaces,
  type ListsColumn,
  type MissingList,
  type NamedLists,
} from './list-table';
export {
  PRACTICE_COLUMNS,
  practiceRows,
  readPractice,
  type PartName,
  type PracticeColumn,
  type PracticeNames,
} from './practice-table';
export {
  readResults,
  RESULT_COLUMNS,
  type ReadResult,
  type ResultColumn,
  type ResultReading,
} from './result-table';
export { readDemands, readParts, writeDemands, writeParts } from './piece-words';
export { textId } from './attached';
export {
  KINDS,
  RECORD_KINDS,
  type DataOf,
  type Identified,
  type Kind,
  type KindTable,
  type RecordKind,
  type Studio,
} from './kinds';
export {
  currentVersion,
  looksKept,
  readRecord,
  recordKey,
  REVISIONS,
  shapeOf,
  validateData,
  type StoredRecord,
} from './records';
export {
  BACKUP_DAYS,
  DEFAULT_SETTINGS,
  REPORT_FACTS,
  type ReportFact,
  type StudioSettings,
} from './settings';
export { binderOf, ownedBy } from './owners';
export { NO_STUDIO, recordIn, withRecords, type NowStands } from './studio';
export {
  formatRequirementFile,
  parseRequirementFile,
  readRequirementFile,
  requirementFileShape,
  type RequirementFile,
} from './requirement-file';
export { forecastRequestShape } from './forecast-request';
export {
  checkRequestShape,
  programmesRequestShape,
  levelRequestShape,
  planRequestShape,
  panelRequestShape,
  runsRequestShape,
  tapsRequestShape,
  heardNotesShape,
  heardTapsShape,
  totalsRequestShape,
} from './request-shapes';
export { readStudents, type OfKnown, type ReadStudents, type StudentReading } from './student-table';
export { STUDENT_COLUMNS, type StudentColumn } from './student-row';
export { type DayOrder } from './typed-days';
export { formatStudioFile, parseStudioFile, type StudioFile } from './studio-file';
export { openStudioFile, packStudioFile } from './studio-zip';
export { formatCsv, guessColumns, parseTable, type ColumnMap, type PastedTable } from './table';
export {
  loadWords,
  newerVersion,
  parseJson,
  pointerOf,
  takeWords,
  validate,
  WordsMissing,
  type Problem,
} from './validate';
export { problemsOfRecord } from './whole-check';

/**
 * What the browser keeps: records with revisions, a journal of actions, undo, files.
 *
 * A view reads with `useStudio` and dispatches a named action of `actions.ts`; an action is kept once its
 * promise resolves. Nothing here knows a rule of an exam.
 */
export * from './actions';
export * from './goal-actions';
export * from './mark-actions';
export * from './result-actions';
export * from './run-actions';
export * from './library-actions';
export * from './score-actions';
export * from './fault-actions';
export * from './shaping-actions';
export * from './practice-actions';
export * from './shelf-actions';
export * from './own-skill-actions';
export * from './skill-actions';
export { erasedStudents } from './erased';
export { exportStudio, importPreview, lastBackup, takeImport } from './backup-when-used';
export { type ImportPreview } from './backup';
export { keepSnapshot, listSnapshots, restoreSnapshot, sweepAttached, type SnapshotInfo } from './snapshots';
export type { Now } from './clock';
export { keepDraft, readDraft, type KeptDraft } from './drafts';
export { subscribeRecords, type FedRecords } from './record-feed';
export { newId } from './seed';
export {
  dismissNotice,
  followStudio,
  openedState,
  openedStudio,
  openStudio,
  redo,
  setAside,
  undo,
} from './studio-store';
export type { ReadyState } from './store-state';
export { databaseName, type Which } from './which';
export { type FormOutcome } from './forms';
export {
  chooseTake,
  dropTakes,
  keepTake,
  MOST_BYTES,
  subscribeTakes,
  takesOf,
  takeSound,
  type Take,
  type TakeRefusal,
} from './takes';
export { useStudio } from './use-studio';

import { faultsOfStudent } from '@/core/files';
import {
  cellOf,
  heardFault,
  mendedFault,
  nextShown,
  shownIn,
  type Fault,
  type RhythmGate,
} from '@/core/plan';
import type { CalendarDay } from '@/core/time';
import { newId } from './seed';
import { act } from './studio-store';

/** A fault heard at its place: the one there is, heard again, or a new one. */
export const noteFault = (fault: Omit<Fault, 'id' | 'events'>, day: CalendarDay): Promise<boolean> =>
  act('note a fault', (studio) => [
    {
      kind: 'fault',
      data: heardFault(faultsOfStudent(studio, fault.studentId), { ...fault, id: newId() }, day),
    },
  ]);

export const mendFault = (id: string, day: CalendarDay): Promise<boolean> =>
  act('note that it is mended', ({ faults }) => {
    const fault = faults.get(id);
    return fault ? [{ kind: 'fault', data: mendedFault(fault, day) }] : [];
  });

export const faultIsBack = (id: string, day: CalendarDay): Promise<boolean> =>
  act('note that it is back', ({ faults }) => {
    const fault = faults.get(id);
    return fault ? [{ kind: 'fault', data: heardFault([fault], fault, day) }] : [];
  });

export const removeFault = (id: string): Promise<boolean> =>
  act('remove a fault', () => [{ kind: 'fault', remove: id }]);

export const setRhythmGate = (gate: Omit<RhythmGate, 'id'>): Promise<boolean> =>
  act('set a rhythm gate', () => [{ kind: 'rhythmgate', data: { ...gate, id: newId() } }]);

export const removeRhythmGate = (id: string): Promise<boolean> =>
  act('remove a rhythm gate', () => [{ kind: 'rhythmgate', remove: id }]);

const changeGate = (action: string, id: string, to: (gate: RhythmGate) => RhythmGate) =>
  act(action, ({ rhythmGates }) => {
    const gate = rhythmGates.get(id);
    return gate ? [{ kind: 'rhythmgate', data: to(gate) }] : [];
  });

/** One field of the grid, a step on: not yet, with the teacher, alone. */
export const showRhythm = (id: string, extractId: string, step: string, day: CalendarDay): Promise<boolean> =>
  changeGate('note how a rhythm was shown', id, (gate) => ({
    ...gate,
    shown: {
      ...gate.shown,
      [cellOf(extractId, step)]: { how: nextShown(shownIn(gate, extractId, step)), day },
    },
  }));

/** The bars in which the student found an extract. */
export const foundRhythm = (id: string, extractId: string, found: readonly number[]): Promise<boolean> =>
  changeGate('note where a rhythm was found', id, (gate) => ({
    ...gate,
    extracts: gate.extracts.map((each) => (each.id === extractId ? { ...each, found } : each)),
  }));

import { mediumById } from '@/core/inks';
import { FAULTS, type Fault } from '@/core/sheets';
import type { Plan, Run } from '@/model';
import { inkingsOf, inksOfRun } from './lookups';

/** Faults a pull can only show where something fades, and where paper is damp and pigment laid in paste. */
const OF_FADES: readonly Fault[] = ['fade too short', 'fade too long'],
  OF_DAMP: readonly Fault[] = ['bled', 'broken', 'paste shine', 'mould'];

/** The faults that can be given to a pull of a run. */
export function faultsOf(plan: Plan, run: Run): readonly Fault[] {
  const fades = inkingsOf(run).some(({ fade }) => fade !== null),
    damp = inksOfRun(plan, run).some(({ mediumId }) => mediumById(mediumId).laidBy === 'brush');
  return FAULTS.filter((fault) => (fades || !OF_FADES.includes(fault)) && (damp || !OF_DAMP.includes(fault)));
}

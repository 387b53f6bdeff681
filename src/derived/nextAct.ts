import { roundTo } from '@/core/numeric';
import type { NextAct, Plan } from '@/model';
import type { Progress } from './progress';
import { blockOfCut, inkNamesOf, isCutOnLater } from './lookups';
import { outOfRegister } from './register';

/** What is to be done next with a print, and where. */
export function nextActOf(plan: Plan, progress: Progress): NextAct {
  if (!plan.picture) return { view: 'picture', act: 'bring-in', values: {}, colour: '' };
  if (!plan.flat) return { view: 'picture', act: 'flatten', values: {}, colour: '' };
  const index = progress.currentRun;
  if (index < plan.runs.length) return nextOfRun(plan, progress, index);
  const sheets = progress.bench.marks.length;
  return sheets > 0
    ? { view: 'numbering', act: 'numbered', values: { sheets }, colour: '' }
    : { view: 'numbering', act: 'number', values: {}, colour: 'press' };
}

function nextOfRun(plan: Plan, progress: Progress, index: number): NextAct {
  const { phase, tally, sheetsInRun } = progress.runs[index];
  const run = index + 1,
    inks = inkNamesOf(plan, plan.runs[index]);
  if (phase === 'printing') {
    const pulled = tally.pulled.filter((p) => !p.sheet.startsWith('T')).length;
    return { view: 'pull', act: 'print-on', values: { run, inks, pulled, of: sheetsInRun }, colour: 'press' };
  }
  const out = phase === 'cut' ? outOfRegister(plan, progress.bench) : undefined;
  if (out)
    return { view: 'proof', act: 'register', values: { run: out.run, misfit: roundTo(out.mm, 1) }, colour: 'ochre' };
  if (phase === 'cut') return { view: 'pull', act: 'print', values: { run, inks }, colour: 'press' };
  if (blockOfCut(plan, plan.runs[index].formes[0].cutId)?.type)
    return { view: 'cut', act: 'lock-up', values: { run, inks }, colour: 'madder' };
  if (index > 0) return { view: 'cut', act: 'cut', values: { run, inks }, colour: 'madder' };
  const onward = String(isCutOnLater(plan, plan.runs[0].formes[0].cutId));
  return { view: 'runs', act: 'cut-first', values: { onward }, colour: '' };
}

import type { NextAct, Plan } from '@/model';
import type { Progress } from './progress';
import { inkNamesOf, isCutOnLater } from './lookups';
import { outOfRegister } from './register';

/** What is to be done next with a print, and where. */
export function nextActOf(plan: Plan, progress: Progress): NextAct {
  if (!plan.picture)
    return { view: 'picture', words: 'Bring in a picture', detail: 'a sketch or a photograph', colour: '' };
  if (!plan.flat)
    return { view: 'picture', words: 'Flatten the picture', detail: 'choose size and number of colours', colour: '' };
  const index = progress.currentRun;
  const run = plan.runs[index];
  if (!run) {
    if (progress.bench.marks.length)
      return {
        view: 'numbering',
        words: 'Numbered',
        detail: `${progress.bench.marks.length} sheets are marked`,
        colour: '',
      };
    return { view: 'numbering', words: 'Number the edition', detail: 'all runs are printed', colour: 'press' };
  }
  const { phase, tally, sheetsInRun } = progress.runs[index];
  const name = `run ${index + 1}, ${inkNamesOf(plan, run)}`;
  if (phase === 'printing')
    return {
      view: 'pull',
      words: `Print on: ${tally.pulled.filter((p) => !p.sheet.startsWith('T')).length} of ${sheetsInRun}`,
      detail: name,
      colour: 'press',
    };
  const out = phase === 'cut' ? outOfRegister(plan, progress.bench) : undefined;
  if (out)
    return {
      view: 'proof',
      words: `Run ${out.run} is out of register`,
      detail: `${out.mm.toFixed(1)} mm: shims, then another proof`,
      colour: 'ochre',
    };
  if (phase === 'cut')
    return { view: 'pull', words: `Print run ${index + 1}`, detail: inkNamesOf(plan, run), colour: 'press' };
  if (index === 0)
    return {
      view: 'runs',
      words: 'Look over the plan',
      detail: isCutOnLater(plan, plan.runs[0].formes[0].cutId)
        ? 'then cut the bare paper away'
        : 'then cut the first block',
      colour: '',
    };
  return { view: 'cut', words: `Cut for run ${index + 1}`, detail: inkNamesOf(plan, run), colour: 'madder' };
}

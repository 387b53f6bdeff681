import { cardWords } from '@/words/cards';
import { bookletOf, looksOfPlan, progressOf } from '@/derived';
import { failure, success, type Outcome } from '@/core/units';
import type { Booklet, Plan } from '@/model';
import { benchLog, getBlob, type Store } from '@/store';
import { fileStem, textOut, type FileOut } from './fileOut';
import { printState } from './prints';
import { laidOut } from './printSheets';
import { cutPicture } from './slips';

interface Told {
  readonly booklet: Booklet;
  readonly plan: Plan;
  /** The block for the run at this place, from 0: as it was kept after the cut, else as it is planned. It takes work. */
  readonly block: (run: number) => Uint8Array | undefined;
}

/** A print as it was made, from plan and log. Failures: those of the print, and `nothing-flat` before it has flat colours. */
export function bookletOfPrint(db: Store, id: string): Outcome<Told> {
  const print = printState(db, id),
    laid = laidOut(db, id);
  if (!print.ok) return print;
  if (!laid.ok) return laid;
  const { plan, name } = print.value,
    log = benchLog(db, id),
    progress = progressOf(plan, log),
    looks = looksOfPlan(plan, progress.bench.coloursGot, laid.value.sheet);
  if (!looks || plan.runs.length === 0) return failure('nothing-flat.thereAreNoFlat');
  const block = (index: number) => {
    const run = plan.runs[index];
    const kept = progress.bench.cutPictures.findLast(
      ({ cutId, what }) => what === 'cut' && run.formes.some((forme) => forme.cutId === cutId),
    );
    const { cutId } = run.formes[0];
    return kept ? getBlob(db, kept.sha)?.bytes : cutId === null ? undefined : cutPicture(db, plan, log, cutId);
  };
  return success({ booklet: bookletOf(name, { plan, sheet: laid.value.sheet, looks, progress }), plan, block });
}

/** The same as open JSON: every figure under a name that says what it is and in what unit. */
export function bookletJson(db: Store, id: string): Outcome<FileOut> {
  const told = bookletOfPrint(db, id);
  if (!told.ok) return told;
  const { booklet } = told.value;
  const stem = cardWords('bookletFile', { name: fileStem(booklet.name) });
  return success(textOut(JSON.stringify(booklet, null, 1), 'application/json; charset=utf-8', `${stem}.json`));
}
